import { HOUR } from '../../../tests/support/small';
import type { ExpectedRoute, ExpectedStop } from './expect-day';
import type { DayFacts, VisitFacts } from './field-facts';
import { type NeedOptions, needsOf } from './needs';

const MINUTE = 60;
const stop = (visitId: string, atH: number, change: Partial<ExpectedStop> = {}): ExpectedStop => ({
  visitId,
  state: 'planned',
  plannedSec: atH * HOUR,
  workSec: HOUR,
  arriveSec: atH * HOUR,
  startSec: atH * HOUR,
  finishSec: (atH + 1) * HOUR,
  lateSec: 0,
  chance: 1,
  isSkipped: false,
  ...change,
});
const route = (stops: readonly ExpectedStop[], change: Partial<ExpectedRoute> = {}): ExpectedRoute => ({
  shiftId: 's',
  personId: 'p',
  stops,
  breaks: [],
  arriveSec: 15 * HOUR,
  overtimeSec: 0,
  ...change,
});
const at = (hour: number, visits: Readonly<Record<string, VisitFacts>> = {}): DayFacts => ({
  nowSec: hour * HOUR,
  visits: new Map(Object.entries(visits)),
  shifts: new Map(),
});
const options: NeedOptions = {
  shiftOf: () => ({ startSec: 8 * HOUR, endSec: 16 * HOUR, overtimeLimitSec: 30 * MINUTE }),
  promisedUntil: () => null,
  heardSec: () => 9 * HOUR,
  silentSec: 90 * MINUTE,
};
const kinds = (r: ExpectedRoute, f: DayFacts, more: Partial<NeedOptions> = {}): string[] =>
  needsOf([r], f, { ...options, ...more }).map((n) => n.kind);

describe('what needs somebody', () => {
  it('is nothing on a day that goes as planned', () =>
    expect(kinds(route([stop('a', 9, { state: 'on-site' }), stop('b', 11)]), at(9.5))).toEqual([]));

  it('is a window that will be missed, until it closes', () => {
    const late = route([stop('a', 11, { startSec: 12.5 * HOUR })]);
    const found = needsOf([late], at(9.5), { ...options, promisedUntil: () => 12 * HOUR });
    expect(found).toEqual([
      { kind: 'will-miss', atSec: 12 * HOUR, shiftId: 's', visitId: 'a', sec: 30 * MINUTE },
    ]);
  });

  it('is somebody who is out, as long as something is left of their day, and nothing else of it', () => {
    const late = route([stop('a', 9, { startSec: 12 * HOUR }), stop('b', 13)], { overtimeSec: 3 * HOUR });
    const out = { ...at(10), shifts: new Map([['s', { outSec: 9.5 * HOUR }]]) };
    expect(needsOf([late], out, { ...options, promisedUntil: () => 11 * HOUR })).toEqual([
      { kind: 'out', atSec: 9.5 * HOUR, shiftId: 's', visitId: null, sec: 30 * MINUTE },
    ]);
    expect(kinds(route([stop('a', 9, { state: 'done' })]), out)).toEqual([]);
  });

  it('is a break too late, with what is done last before it, and too much overtime, with what is done last', () => {
    const r = route([stop('a', 10), stop('b', 11.5), stop('c', 14)], {
      breaks: [{ startSec: 13 * HOUR, endSec: 13.5 * HOUR, latestSec: 12 * HOUR }],
      overtimeSec: 2 * HOUR,
    });
    expect(needsOf([r], at(9.5), options)).toEqual([
      { kind: 'break', atSec: 12 * HOUR, shiftId: 's', visitId: 'b', sec: HOUR },
      { kind: 'overtime', atSec: 16 * HOUR, shiftId: 's', visitId: 'c', sec: 2 * HOUR },
    ]);
  });

  it('is what is not started a quarter of an hour after it was planned, unless somebody is still elsewhere', () => {
    expect(kinds(route([stop('a', 9)]), at(9.2))).toEqual([]);
    expect(kinds(route([stop('a', 9)]), at(9.3))).toEqual(['not-started']);
    expect(kinds(route([stop('a', 9, { state: 'on-the-way' })]), at(9.3))).toEqual([]);
    expect(
      kinds(route([stop('z', 8, { state: 'on-site', workSec: 3 * HOUR }), stop('a', 9)]), at(9.3)),
    ).toEqual([]);
  });

  it('is silence, but not that of somebody at a long job', () => {
    const long = route([stop('a', 9, { state: 'on-site', workSec: 4 * HOUR })]);
    expect(kinds(long, at(11))).toEqual([]);
    const short = route([stop('a', 9, { state: 'on-site' }), stop('b', 10.5)]);
    expect(kinds(short, at(10.4))).toEqual([]);
    expect(kinds(short, at(10.6))).toEqual(['silent']);
    expect(kinds(route([stop('a', 8)]), at(10.6), { heardSec: () => null })).toEqual(['silent']);
    expect(kinds(route([stop('a', 14)]), at(10.6))).toEqual([]);
  });

  it('is what could not be done, since then', () =>
    expect(
      needsOf(
        [route([stop('a', 9, { state: 'not-done', finishSec: 9.2 * HOUR }), stop('b', 11)])],
        at(9.4),
        options,
      ).map((n) => [n.kind, n.atSec]),
    ).toEqual([['could-not', 9.2 * HOUR]]));

  it('is what is left when the day is over', () =>
    expect(kinds(route([stop('a', 14)]), at(17))).toContain('not-done'));

  it('is a break that begins too late, and overtime beyond what is allowed', () => {
    const r = route([stop('a', 15)], {
      breaks: [{ startSec: 13.5 * HOUR, endSec: 14 * HOUR, latestSec: 13 * HOUR }],
      overtimeSec: 45 * MINUTE,
    });
    expect(kinds(r, at(9.2))).toEqual(['break', 'overtime']);
  });

  it('is somebody who is through early, for as long as that is worth it', () => {
    const through = route([stop('a', 9, { state: 'done', finishSec: 10 * HOUR })], {
      arriveSec: 10.5 * HOUR,
    });
    expect(needsOf([through], at(10.1), options)).toEqual([
      {
        kind: 'free',
        atSec: 10.1 * HOUR,
        shiftId: 's',
        visitId: null,
        sec: 16 * HOUR - 0.5 * HOUR - 10.1 * HOUR,
      },
    ]);
    expect(kinds(through, at(15.2))).toEqual([]);
  });

  it('comes soonest first', () => {
    const two = [
      route([stop('a', 11, { startSec: 13 * HOUR })]),
      route([stop('b', 9)], { shiftId: 't', personId: 'q' }),
    ];
    const found = needsOf(two, at(9.4), { ...options, promisedUntil: () => 12 * HOUR });
    expect(found.map((n) => n.visitId)).toEqual(['b', 'a']);
  });
});
