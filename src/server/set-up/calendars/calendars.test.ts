import ICAL from 'ical.js';
import { Refusal } from '../../shared/refusal';
import { readCalendar } from './read-calendar';
import { writeCalendar } from './write-calendar';

const file = (...lines: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test', ...lines, 'END:VCALENDAR', ''].join('\r\n');
const event = (...lines: string[]): string =>
  ['BEGIN:VEVENT', 'UID:a@test', 'DTSTAMP:20260101T000000Z', ...lines, 'END:VEVENT'].join('\r\n');
const span = (firstDate: string, lastDate: string, zone = 'America/New_York') => ({
  zone,
  firstDate,
  lastDate,
});
const dates = (text: string, s: ReturnType<typeof span>): string[] =>
  readCalendar(text, s).map((d) => d.date);

/** The zone of the standard's examples (RFC 5545 §3.6.5). */
const NEW_YORK = [
  'BEGIN:VTIMEZONE',
  'TZID:America/New_York',
  'BEGIN:DAYLIGHT',
  'DTSTART:19870405T020000',
  'RRULE:FREQ=YEARLY;BYDAY=1SU;BYMONTH=4',
  'TZOFFSETFROM:-0500',
  'TZOFFSETTO:-0400',
  'TZNAME:EDT',
  'END:DAYLIGHT',
  'BEGIN:STANDARD',
  'DTSTART:19671029T020000',
  'RRULE:FREQ=YEARLY;BYDAY=-1SU;BYMONTH=10',
  'TZOFFSETFROM:-0400',
  'TZOFFSETTO:-0500',
  'TZNAME:EST',
  'END:STANDARD',
  'END:VTIMEZONE',
].join('\r\n');

describe('recurrence by the examples of RFC 5545 §3.8.5.3 (from memory)', () => {
  it.each<[string, string, string, string[]]>([
    [
      'monthly on the first Friday, 10 times',
      '19970905T090000',
      'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
      [
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
      ],
    ],
    [
      'every four years on the first Tuesday after a Monday in November',
      '19961105T090000',
      'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
      ['1996-11-05', '2000-11-07', '2004-11-02'],
    ],
    [
      'monthly on the second-to-last Monday, 6 times',
      '19970922T090000',
      'FREQ=MONTHLY;COUNT=6;BYDAY=-2MO',
      ['1997-09-22', '1997-10-20', '1997-11-17', '1997-12-22', '1998-01-19', '1998-02-16'],
    ],
    [
      'every two weeks, the week from Monday',
      '19970805T090000',
      'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
      ['1997-08-05', '1997-08-10', '1997-08-19', '1997-08-24'],
    ],
    [
      'every two weeks, the week from Sunday',
      '19970805T090000',
      'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU',
      ['1997-08-05', '1997-08-17', '1997-08-19', '1997-08-31'],
    ],
    [
      'the 15th and 30th, which February has not',
      '20070115T090000',
      'FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5',
      ['2007-01-15', '2007-01-30', '2007-02-15', '2007-03-15', '2007-03-30'],
    ],
  ])('%s', (_what, start, rule, expected) => {
    const text = file(
      NEW_YORK,
      event(`DTSTART;TZID=America/New_York:${start}`, 'DURATION:PT1H', `RRULE:${rule}`, 'SUMMARY:A'),
    );
    const days = readCalendar(text, span('1996-01-01', '2007-12-31')).slice(0, expected.length);
    expect(days.map((d) => d.date)).toEqual(expected);
    expect(days.every((d) => d.startMin === 540 && d.endMin === 600)).toBe(true);
  });
});

describe('what a calendar takes of the days', () => {
  it('whole days end before their end (RFC 5545 §3.6.1)', () =>
    expect(
      readCalendar(
        file(event('DTSTART;VALUE=DATE:20260610', 'DTEND;VALUE=DATE:20260612', 'SUMMARY:Away')),
        span('2026-06-01', '2026-06-30'),
      ),
    ).toEqual([
      { date: '2026-06-10', startMin: 0, endMin: 1440, title: 'Away' },
      { date: '2026-06-11', startMin: 0, endMin: 1440, title: 'Away' },
    ]));
  it('times in UTC are told by the clock of the day', () =>
    expect(
      readCalendar(
        file(event('DTSTART:20260610T120000Z', 'DTEND:20260610T133000Z', 'SUMMARY:X')),
        span('2026-06-01', '2026-06-30', 'Asia/Kathmandu'),
      ),
    ).toEqual([{ date: '2026-06-10', startMin: 17 * 60 + 45, endMin: 19 * 60 + 15, title: 'X' }]));
  it('a night is parted at midnight, a folded line is one', () =>
    expect(
      readCalendar(
        file(event('DTSTART:20260610T220000', 'DTEND:20260611T060000', 'SUMMARY:A very lo', ' ng night')),
        span('2026-06-01', '2026-06-30'),
      ),
    ).toEqual([
      { date: '2026-06-10', startMin: 1320, endMin: 1440, title: 'A very long night' },
      { date: '2026-06-11', startMin: 0, endMin: 360, title: 'A very long night' },
    ]));
  it('left out, moved, cancelled and free ones', () => {
    const text = file(
      event(
        'DTSTART:20260601T090000',
        'DTEND:20260601T100000',
        'RRULE:FREQ=DAILY;COUNT=4',
        'EXDATE:20260602T090000',
      ),
      event('RECURRENCE-ID:20260603T090000', 'DTSTART:20260605T120000', 'DTEND:20260605T130000'),
      event('DTSTART:20260610T090000', 'DTEND:20260610T100000', 'TRANSP:TRANSPARENT').replace('a@', 'b@'),
      event('DTSTART:20260611T090000', 'DTEND:20260611T100000', 'STATUS:CANCELLED').replace('a@', 'c@'),
    );
    expect(dates(text, span('2026-06-01', '2026-06-30'))).toEqual(['2026-06-01', '2026-06-04', '2026-06-05']);
  });
  it('a zone that only the file knows is read by what it says of it', () => {
    const own = NEW_YORK.replaceAll('America/New_York', 'Our own time');
    expect(
      readCalendar(
        file(
          own,
          event('DTSTART;TZID=Our own time:20260115T090000', 'DTEND;TZID=Our own time:20260115T100000'),
        ),
        span('2026-01-01', '2026-01-31', 'UTC'),
      ),
    ).toMatchObject([{ date: '2026-01-15', startMin: 14 * 60, endMin: 15 * 60 }]);
  });
  it.each([
    ['nothing', ''],
    ['a table', 'name,date\nA,2026-06-01\n'],
    ['a card', 'BEGIN:VCARD\r\nEND:VCARD\r\n'],
    ['half a file', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:a\r\n'],
    ['an event with no beginning', file(event('SUMMARY:Never'))],
    [
      'one that keeps a machine busy',
      file(
        ...Array.from({ length: 5 }, (_, i) =>
          event('DTSTART:19900101T000000Z', 'DURATION:PT1S', 'RRULE:FREQ=SECONDLY').replace('a@', `${i}@`),
        ),
      ),
    ],
    ['more than anybody needs', file(event('DTSTART;VALUE=DATE:20200101', 'RRULE:FREQ=DAILY'))],
  ])('%s is refused', (_what, text) =>
    expect(() => readCalendar(text, span('2020-01-01', '2029-12-31'))).toThrow(Refusal),
  );
});

describe('calendars that are written', () => {
  const events = [
    {
      uid: 'a',
      title:
        'Work, and a comma; a long title that has to be folded since it goes on beyond seventy-five octets',
      date: '2026-03-02',
      startMin: 480,
      endMin: 990,
      isBusy: true,
      everyWeeks: 2,
    },
    { uid: 'b', title: 'Night', date: '2026-03-28', startMin: 1320, endMin: 1800, isBusy: true },
    { uid: 'c', title: 'Away', date: '2026-06-18', startMin: 0, endMin: 1440, isBusy: true },
  ];
  const text = writeCalendar('Kasim', 'Europe/London', events);

  it('are read back the same, by an independent library too', () => {
    const days = readCalendar(text, span('2026-03-01', '2026-03-31', 'Europe/London'));
    expect(days.map((d) => [d.date, d.startMin, d.endMin])).toEqual([
      ['2026-03-02', 480, 990],
      ['2026-03-16', 480, 990],
      ['2026-03-28', 1320, 1440],
      ['2026-03-29', 0, 360],
      ['2026-03-30', 480, 990],
    ]);
    expect(new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent')).toHaveLength(3);
  });
  it('fold at 75 octets, end lines with CRLF and name the zone once for all (RFC 5545 §3.1, §3.6.5)', () => {
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
    expect(text.match(/BEGIN:VTIMEZONE/g)).toHaveLength(1);
    expect(text).toContain('DTSTART;TZID=Europe/London:20260302T080000');
    // The clock of London goes forward on 2026-03-29 at 01:00 (IANA time zone database, from memory).
    expect(text).toContain(
      'BEGIN:DAYLIGHT\r\nDTSTART:20260329T010000\r\nTZOFFSETFROM:+0000\r\nTZOFFSETTO:+0100',
    );
  });
  it('working hours leave the time free', () =>
    expect(writeCalendar('X', 'UTC', [{ ...events[0]!, isBusy: false }])).toContain('TRANSP:TRANSPARENT'));
  it('a zone as the file says it gives the same moments as the zone database', () => {
    const own = text.replaceAll('Europe/London', 'As written');
    expect(readCalendar(own, span('2026-03-01', '2026-07-31', 'UTC'))).toEqual(
      readCalendar(text, span('2026-03-01', '2026-07-31', 'UTC')),
    );
  });
});
