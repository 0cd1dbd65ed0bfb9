import { addDays } from '../../shared/plans/plan-ahead';
import { datesOfRule, isRule } from './dates-of-rule';
import { dueDates } from './generate';

const ALL = ['1990-01-01', '2199-12-31'] as const;
const dates = (rule: string, startsOn: string): string[] => datesOfRule(rule, startsOn, ...ALL);

/** RFC 5545 §3.8.5.3, its examples by days. */
describe('a recurrence rule', () => {
  it('monthly on the first Friday, 10 times', () => {
    expect(dates('FREQ=MONTHLY;COUNT=10;BYDAY=1FR', '1997-09-05')).toEqual([
      '1997-09-05',
      '1997-10-03',
      '1997-11-07',
      '1997-12-05',
      '1998-01-02',
      '1998-02-06',
      '1998-03-06',
      '1998-04-03',
      '1998-05-01',
      '1998-06-05',
    ]);
  });
  it('every four years on the first Tuesday after a Monday in November', () => {
    expect(
      datesOfRule(
        'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
        '1996-11-05',
        '1996-01-01',
        '2005-01-01',
      ),
    ).toEqual(['1996-11-05', '2000-11-07', '2004-11-02']);
  });
  it('monthly on the second-to-last Monday, 6 times', () => {
    expect(dates('FREQ=MONTHLY;COUNT=6;BYDAY=-2MO', '1997-09-22')).toEqual([
      '1997-09-22',
      '1997-10-20',
      '1997-11-17',
      '1997-12-22',
      '1998-01-19',
      '1998-02-16',
    ]);
  });
  it.each([
    ['MO', ['1997-08-05', '1997-08-10', '1997-08-19', '1997-08-24']],
    ['SU', ['1997-08-05', '1997-08-17', '1997-08-19', '1997-08-31']],
  ])('every two weeks, the week from %s', (wkst, wanted) => {
    expect(dates(`FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=${wkst}`, '1997-08-05')).toEqual(wanted);
  });
  it('the 15th and 30th, which February has not, 5 times', () => {
    expect(dates('FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5', '2007-01-15')).toEqual([
      '2007-01-15',
      '2007-01-30',
      '2007-02-15',
      '2007-03-15',
      '2007-03-30',
    ]);
  });
  it('is told apart from what is none', () => {
    expect(isRule('FREQ=MONTHLY;INTERVAL=3')).toBe(true);
    expect(isRule('every now and then')).toBe(false);
  });
});

describe('work that comes back', () => {
  const plan = { rule: 'FREQ=MONTHLY;INTERVAL=3', startsOn: '2026-01-10', endsOn: null };
  const year = { firstDate: '2026-01-01', lastDate: '2026-12-31' };
  it('by the calendar is due on its days, whenever it was done', () => {
    const wanted = ['2026-01-10', '2026-04-10', '2026-07-10', '2026-10-10'];
    expect(dueDates({ ...plan, countsFrom: 'calendar' }, null, year)).toEqual(wanted);
    expect(dueDates({ ...plan, countsFrom: 'calendar' }, '2026-02-20', year)).toEqual(wanted);
  });
  it('counted on from when it was done is due so long after', () => {
    expect(dueDates({ ...plan, countsFrom: 'last-done' }, '2026-02-20', year)).toEqual([
      '2026-05-20',
      '2026-08-20',
      '2026-11-20',
    ]);
  });
  it('ends with its plan, and begins with it', () => {
    const short = { ...plan, countsFrom: 'calendar' as const, endsOn: '2026-06-30' };
    expect(dueDates(short, null, year)).toEqual(['2026-01-10', '2026-04-10']);
    expect(dueDates(short, null, { firstDate: addDays('2026-06-30', 1), lastDate: '2026-12-31' })).toEqual(
      [],
    );
  });
});
