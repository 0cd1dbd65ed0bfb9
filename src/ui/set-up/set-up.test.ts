import fc from 'fast-check';
import { DOUBT_CODES, type DoubtView, STEPS } from '@/contract/set-up/answers/doubts';
import type { ToldView } from '@/contract/set-up/answers/effect';
import { OBJECT_NAMES } from '@/contract/shared/fields';
import { OBJECT_WORDS } from '../messages/commands';
import { doubtText } from '../messages/doubts';
import { effectLines } from '../messages/effect';
import { stepText } from '../messages/steps';
import { toldText } from '../messages/told';
import { clockText, readClock, spanText } from '../shared/quantities';
import { fieldsThatDiffer, merged, put, valueAt } from './draft/paths';
import { joined } from './ground/outlines';
import { hoursText, readHours } from './hours/day-hours';
import { heldOn, withDates, withLevel } from './skills/holdings';

describe('what is edited, by paths', () => {
  it('is read and replaced without changing anything in place', () => {
    const value = { name: 'a', skills: [{ level: 1 }, { level: 2 }] };
    const next = put(value, 'skills.1.level', 5);
    expect(valueAt(next, 'skills.1.level')).toBe(5);
    expect(valueAt(value, 'skills.1.level')).toBe(2);
    expect(next.skills[0]).toBe(value.skills[0]);
    expect(valueAt(value, 'skills.9.level')).toBeUndefined();
    expect(put({}, 'prices.late', 3)).toEqual({ prices: { late: 3 } });
  });

  it('what two people made of one thing is brought together field by field', () => {
    const base = { name: 'A', zone: 'UTC', pay: 1 };
    const result = merged(
      base,
      { ...base, name: 'Mine', pay: 2 },
      { ...base, zone: 'Atlantic/Azores', pay: 3 },
    );
    expect(result).toEqual({
      value: { name: 'Mine', zone: 'Atlantic/Azores', pay: 2 },
      taken: ['zone'],
      clashes: ['pay'],
    });
  });

  it('nobody’s field is lost: each is mine, or theirs where I left it alone', () => {
    const state = fc.record({ a: fc.nat(3), b: fc.nat(3), c: fc.nat(3) });
    fc.assert(
      fc.property(state, state, state, (base, mine, theirs) => {
        const { value, taken, clashes } = merged(base, mine, theirs);
        const own = fieldsThatDiffer(base, mine);
        for (const f of ['a', 'b', 'c'] as const)
          expect(value[f]).toBe(own.includes(f) ? mine[f] : theirs[f]);
        expect(taken.some((f) => own.includes(f))).toBe(false);
        for (const f of clashes) expect(own).toContain(f);
      }),
    );
  });
});

describe('times as people type them', () => {
  it.each<[string, number | null]>([
    ['8', 480],
    ['8:30', 510],
    ['0830', 510],
    ['08.30', 510],
    ['24:00', 1440],
    ['30:00', 1800],
    ['49', null],
    ['8:75', null],
    ['noon', null],
    ['', null],
  ])('%s', (text, minutes) => expect(readClock(text)).toBe(minutes));
  it.each<[string, string | null]>([
    ['8-12, 13-17', '08:00–12:00, 13:00–17:00'],
    ['08:00–16:30', '08:00–16:30'],
    ['8 to 12', '08:00–12:00'],
    ['13-17; 8-12', '08:00–12:00, 13:00–17:00'],
    ['8-12, 11-14', '08:00–14:00'],
    ['22-6', '22:00–30:00'],
    ['off', ''],
    ['', ''],
    ['8', null],
    ['8-x', null],
    ['8-9-10', null],
  ])('%s are hours of a day', (text, said) => {
    const read = readHours(text);
    expect(read === null ? null : hoursText(read)).toBe(said);
  });
  it('what is said can be typed again', () => {
    fc.assert(
      fc.property(fc.nat(1439), fc.integer({ min: 1, max: 600 }), (startMin, length) => {
        const day = [{ startMin, endMin: startMin + length }];
        expect(readHours(hoursText(day))).toEqual(day);
        expect(readClock(clockText(startMin))).toBe(startMin);
      }),
    );
  });
  it.each<[number, string]>([
    [45, '45 min'],
    [60, '1 h'],
    [80, '1 h 20'],
    [605, '10 h 05'],
  ])('%i minutes', (minutes, text) => expect(spanText(minutes)).toBe(text));
});

describe('a level that is typed', () => {
  const held = (level: number, validFrom: string, validTo: string | null) => ({
    skillId: 's',
    level,
    validFrom,
    validTo,
  });
  it('begins on the date where nothing is held, and ends before what is held later', () => {
    expect(withLevel([], 's', '2026-06-09', 3)).toEqual([held(3, '2026-06-09', null)]);
    const later = held(5, '2026-08-01', null);
    expect(withLevel([later], 's', '2026-06-09', 3)).toEqual([later, held(3, '2026-06-09', '2026-07-31')]);
  });
  it('changes what is held as it stands; 0 ends it the day before, or takes it out', () => {
    const old = held(2, '2026-01-01', null);
    expect(withLevel([old], 's', '2026-06-09', 4)).toEqual([held(4, '2026-01-01', null)]);
    expect(withLevel([old], 's', '2026-06-09', 0)).toEqual([held(2, '2026-01-01', '2026-06-08')]);
    expect(withLevel([held(2, '2026-06-09', null)], 's', '2026-06-09', 0)).toEqual([]);
    expect(withLevel([], 's', '2026-06-09', 0)).toEqual([]);
    expect(withDates([old], 's', '2026-06-09', { validFrom: '2026-02-01', validTo: '2026-12-31' })).toEqual([
      held(2, '2026-02-01', '2026-12-31'),
    ]);
  });
  it('never makes two at once', () => {
    const date = fc
      .integer({ min: 0, max: 200 })
      .map((d) => new Date(Date.UTC(2026, 0, 1 + d)).toISOString().slice(0, 10));
    fc.assert(
      fc.property(fc.array(fc.tuple(date, fc.integer({ min: 0, max: 5 })), { maxLength: 12 }), (typed) => {
        let skills: ReturnType<typeof withLevel> = [];
        for (const [at, level] of typed) skills = withLevel(skills, 's', at, level);
        for (const [i, a] of skills.entries())
          for (const b of skills.slice(i + 1))
            expect(
              (a.validTo !== null && a.validTo < b.validFrom) ||
                (b.validTo !== null && b.validTo < a.validFrom),
            ).toBe(true);
        const last = typed.at(-1);
        if (last) expect(heldOn(skills, 's', last[0])?.level ?? 0).toBe(last[1]);
      }),
    );
  });
});

describe('outlines that are joined', () => {
  const square = (x: number): [number, number][] => [
    [x, 0],
    [x + 1, 0],
    [x + 1, 1],
    [x, 1],
  ];
  it('become one where they touch, and stay two where they do not', () => {
    expect(joined(square(0), square(1))).toHaveLength(4);
    expect(joined(square(0), square(5))).toBeNull();
  });
});

describe('words', () => {
  const facts = {
    level: 3,
    best: 1,
    people: ['A', 'B'],
    person: 'A',
    asked: 4,
    ends: '2026-06-12',
    lastDate: '2026-06-12',
    skill: 'S',
    hours: 12,
    territories: ['Q', 'N'],
    from: '2026-06-12',
    to: '2026-06-13',
    reason: 'crew',
    needed: 2,
    most: 1,
    territory: 'Q',
    where: ['X'],
    nearest: 'Q',
    outsideM: 1400,
    given: 'Q',
    real: 'N',
    longestMin: 30,
    shortestMin: 60,
    days: 2,
    leader: 'L',
    other: 'O',
    zone: 'UTC',
    first: '2026-06-14',
    weekdays: ['7'],
    sites: ['X'],
    aheadDays: 7,
    rule: 'skills',
  };
  it.each(DOUBT_CODES)('%s is said in whole sentences, with what would mend it and where', (code) => {
    const doubt: DoubtView = {
      key: 'k',
      code,
      step: 'people',
      object: 'technicians',
      id: 'p',
      title: 'Thing',
      facts,
      visits: [{ id: 'v', label: 'W-1', what: 'x' }],
      visitCount: 1,
      price: 0,
      aside: null,
    };
    const { strong, rest, mend, href } = doubtText(doubt);
    const said = `${strong} ${rest}`;
    expect(said).toMatch(/[.]$/);
    expect(said).not.toMatch(/undefined|NaN|\[object/);
    expect(mend.length).toBeGreaterThan(5);
    expect(href).toMatch(/^\/(set-up|plan|playbooks)/);
  });
  it.each(STEPS)('%s says what there is of it', (step) => {
    expect(stepText(step, { straightKmh: 45 })).not.toMatch(/undefined|NaN/);
  });
  it.each(OBJECT_NAMES)('%s has a word of its own', (name) => expect(OBJECT_WORDS[name]).toMatch(/^[a-z]/));

  it('the effect of a change is told line by line, and nothing where there is none', () => {
    const none = { count: 0, first: [] };
    const quiet = {
      firstDate: 'a',
      lastDate: 'b',
      broken: none,
      mended: none,
      gained: none,
      lost: none,
      nowSomebody: none,
      nowNobody: none,
      hoursBefore: 10,
      hoursAfter: 10,
      drivenBefore: 60,
      drivenAfter: 60,
      priceBefore: 5,
      priceAfter: 5,
    };
    expect(effectLines(quiet, 'EUR')).toEqual([]);
    const loud = {
      ...quiet,
      broken: { count: 1, first: [] },
      lost: { count: 11, first: [] },
      hoursAfter: 8.5,
      drivenAfter: 150,
      priceAfter: 7.25,
    };
    expect(effectLines(loud, 'EUR').map((l) => `${l.tone}: ${l.text}`)).toEqual([
      'bad: 1 visit of the live plan would break a rule',
      'tight: 11 visits could go to fewer people',
      'tight: −1.5 h of working time',
      'tight: the live plan as it is would be 1 h 30 more on the road',
      'tight: the live plan as it is would cost EUR 2.25 more',
    ]);
  });

  it('a day is told in sentences', () => {
    const at = (text: string): number => Date.parse(`2026-06-09T${text}:00Z`) / 1000;
    const told: ToldView = {
      date: '2026-06-09',
      zone: 'UTC',
      isOpen: true,
      crews: ['Crew Harrow'],
      could: 3,
      only: 1,
      open: 9,
      shifts: [
        {
          startAt: at('08:00'),
          endAt: at('16:30'),
          allowanceBeforeMin: 30,
          allowanceAfterMin: 30,
          overtimeMin: 60,
          startsAt: 'home',
          endsAt: 'depot',
          breaks: [{ lengthMin: 45, fromAt: at('11:30'), toAt: at('13:00'), isPaid: false }],
          skills: [{ name: 'Lifting', level: 4 }],
          territories: [
            { name: 'Quay', relation: 'home' },
            { name: 'North', relation: 'cover' },
          ],
          mostVisits: 8,
          mostDrivingMin: 240,
          reachMin: 75,
          reachKm: null,
          firstReachMin: 90,
          firstReachKm: null,
          capacity: null,
          payPerHour: 31,
          members: [],
        },
      ],
    };
    expect(toldText(told)).toEqual([
      'Works 08:00 to 16:30, from home and back to the depot. May leave at 07:30 and be back by 17:00 on own time. Overtime until 17:30.',
      'A break of 45 min begins between 11:30 and 13:00.',
      'Takes visits in Quay, and in North as cover.',
      'Lifting 4.',
      'No leg over 1 h 15, the first no longer than 1 h 30, at most 8 visits and at most 4 h of driving.',
      'Works in Crew Harrow, so is not free alone then.',
    ]);
    expect(toldText({ ...told, shifts: [], crews: [] })).toEqual(['Does not work on that day.']);
    expect(toldText({ ...told, isOpen: false })).toEqual([
      'Not open to planning: only planned by hand, never by a run.',
    ]);
  });
});
