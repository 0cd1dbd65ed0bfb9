import fc from 'fast-check';
import { subtract, unite } from './interval';
import { patternHours, workingIntervals } from './week-pattern';
import { datesFrom, daysBetween, instantOf, weekdayOf } from './zone';

const day = (from: number, to: number) => [{ startMin: from * 60, endMin: to * 60 }];
const week = (hours: { startMin: number; endMin: number }[]) => [hours, hours, hours, hours, hours, [], []];
const zone = 'Atlantic/Madeira';
const total = (intervals: readonly { startSec: number; endSec: number }[]): number =>
  intervals.reduce((s, i) => s + i.endSec - i.startSec, 0);

describe('week patterns', () => {
  const pattern = { weeks: [week(day(8, 16))], anchorDate: '2026-06-08' };

  it('work on weekdays and not at the weekend', () => {
    expect(total(workingIntervals(pattern, [], '2026-06-09', zone))).toBe(8 * 3600);
    expect(workingIntervals(pattern, [], '2026-06-13', zone)).toEqual([]);
  });
  it('rotate every other week, before the anchor too', () => {
    const rotating = { weeks: [week(day(8, 16)), week(day(10, 18))], anchorDate: '2026-06-10' };
    const starts = (date: string) => patternHours(rotating, date)[0]?.startMin;
    expect(['2026-06-01', '2026-06-08', '2026-06-12', '2026-06-15', '2026-06-22'].map(starts)).toEqual([
      600, 480, 480, 600, 480,
    ]);
  });
  it('lose time off, in the middle too', () => {
    const off = { kind: 'off', date: '2026-06-09', startMin: 600, endMin: 660 } as const;
    expect(workingIntervals(pattern, [off], '2026-06-09', zone)).toHaveLength(2);
    expect(total(workingIntervals(pattern, [off], '2026-06-09', zone))).toBe(7 * 3600);
    expect(total(workingIntervals(pattern, [off], '2026-06-10', zone))).toBe(8 * 3600);
  });
  it('give way to changed hours', () => {
    const changed = { kind: 'hours', date: '2026-06-13', hours: [{ startMin: 540, endMin: 600 }] } as const;
    expect(total(workingIntervals(pattern, [changed], '2026-06-13', zone))).toBe(3600);
  });
});

describe('dates', () => {
  it('count days across months and daylight saving', () => {
    expect(daysBetween('2026-02-27', '2026-03-30')).toBe(31);
    expect(datesFrom('2026-02-27', 3)).toEqual(['2026-02-27', '2026-02-28', '2026-03-01']);
    expect([weekdayOf('2026-06-08'), weekdayOf('2026-06-14')]).toEqual([1, 7]);
  });
  it('minutes beyond a day run into the next', () => {
    expect(instantOf('2026-06-08', 1500, zone)).toBe(instantOf('2026-06-09', 60, zone));
  });
});

describe('interval sets', () => {
  const interval = fc
    .record({ startSec: fc.integer({ min: 0, max: 60 }), length: fc.integer({ min: 0, max: 20 }) })
    .map(({ startSec, length }) => ({ startSec, endSec: startSec + length }));
  const list = fc.array(interval, { maxLength: 6 });
  const has = (set: readonly { startSec: number; endSec: number }[], t: number): boolean =>
    set.some((i) => t >= i.startSec && t < i.endSec);

  it('unite and subtract agree with the points they hold', () => {
    fc.assert(
      fc.property(list, list, (a, b) => {
        for (let t = 0; t < 90; t++) {
          expect(has(unite(a), t)).toBe(has(a, t));
          expect(has(subtract(a, b), t)).toBe(has(a, t) && !has(b, t));
        }
        const united = unite(a);
        for (let i = 1; i < united.length; i++)
          expect(united[i]!.startSec).toBeGreaterThan(united[i - 1]!.endSec);
      }),
      { numRuns: 200 },
    );
  });
});
