import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { createRandom } from '../base/random';
import type { Shift, Visit } from '../model/problem';
import { drawBeyond } from '../simulate/lognormal';
import { timeRoute } from '../timing/time-route';
import type { TimedRoute } from '../timing/timed-plan';
import { indexProblem } from '../travel/problem-index';
import { type ExpectOptions, expectDay } from './expect-day';
import type { DayFacts, ShiftFacts, VisitFacts } from './field-facts';

const MINUTE = 60;
const options: ExpectOptions = {
  travelShare: 0,
  workShare: () => 0,
  plays: 0,
  seed: 1,
  mayPull: true,
};

function aDay(visits: readonly Visit[], shift: Shift = aShift()) {
  const problem = aProblem([shift], [...visits], { home: 0, site: 16, next: 30, far: 60 });
  const index = indexProblem(problem);
  const route = timeRoute(index, shift, visits)!;
  return { index, route };
}

const facts = (
  nowSec: number,
  visits: Readonly<Record<string, VisitFacts>> = {},
  shifts: Readonly<Record<string, ShiftFacts>> = {},
): DayFacts => ({
  nowSec,
  visits: new Map(Object.entries(visits)),
  shifts: new Map(Object.entries(shifts)),
});

const three = [
  aVisit({ id: 'a' }),
  aVisit({ id: 'b', placeId: 'next' }),
  aVisit({ id: 'c', placeId: 'far' }),
];

describe('what is to be expected of a day', () => {
  const { index, route } = aDay(three);
  const planned = route.stops.map((s) => s.startSec);
  const startsAt = (f: DayFacts, change: Partial<ExpectOptions> = {}): number[] =>
    expectDay(index, [route], f, { ...options, ...change })[0]!.stops.map((s) => s.startSec);

  it('has whoever says to be late no sooner than they say, and what follows after that', () => {
    const late = { a: { state: 'planned' as const, lateSec: 45 * MINUTE } };
    const starts = startsAt(facts(6 * HOUR, late));
    expect(starts[0]).toBe(planned[0]! + 45 * MINUTE);
    for (const [i, start] of starts.entries()) expect(start).toBeGreaterThanOrEqual(planned[i]!);
    expect(starts[1]).toBeGreaterThan(planned[1]!);
  });

  it('promises nothing of whoever is out, but for what has begun', () => {
    const shiftId = route.shift.id;
    const begun = { a: { state: 'on-site' as const, beganSec: planned[0]! } };
    const out = facts(planned[0]! + 600, begun, { [shiftId]: { outSec: planned[0]! + 300 } });
    for (const plays of [0, 20]) {
      const [day] = expectDay(index, [route], out, { ...options, plays });
      expect(day!.stops.map((s) => s.chance)).toEqual([1, 0, 0]);
    }
  });

  it('has a break under way over before the next visit begins, wherever it is taken', () => {
    const shift = aShift({ breaks: [{ durationSec: 1800, earliestSec: 9 * HOUR, latestSec: 12 * HOUR }] });
    const withBreak = aDay(three, shift);
    const way = withBreak.route.stops[0]!.startSec - 600;
    const f = facts(
      way + 300,
      { a: { state: 'on-the-way', onWaySec: way } },
      { [shift.id]: { breakBeganSec: way + 300 } },
    );
    const [day] = expectDay(withBreak.index, [withBreak.route], f, options);
    expect(day!.stops[0]!.startSec).toBeGreaterThanOrEqual(way + 300 + 1800);
  });

  it('is the plan before anything has happened', () => {
    const [day] = expectDay(index, [route], facts(6 * HOUR), options);
    expect(day!.stops.map((s) => s.startSec)).toEqual(planned);
    expect(day!.arriveSec).toBe(route.arriveSec);
    expect(day!.overtimeSec).toBe(0);
  });

  it('moves on by what a visit begins later, and by what it takes longer', () => {
    const late = { state: 'on-site', beganSec: planned[0]! + 20 * MINUTE } as const;
    expect(startsAt(facts(planned[0]! + 30 * MINUTE, { a: late }))).toEqual(
      planned.map((s) => s + 20 * MINUTE),
    );
    const more = { ...late, moreSec: 40 * MINUTE };
    expect(startsAt(facts(planned[0]! + 30 * MINUTE, { a: more })).slice(1)).toEqual(
      planned.slice(1).map((s) => s + 60 * MINUTE),
    );
  });

  it('holds what is not reported for no sooner than now, and what goes on for no shorter than it has', () => {
    const now = planned[0]! + 2 * HOUR;
    expect(startsAt(facts(now))[0]).toBe(now);
    const on = { state: 'on-site', beganSec: planned[0]! } as const;
    const [day] = expectDay(index, [route], facts(now, { a: on }), options);
    expect(day!.stops[0]!.finishSec).toBe(now);
  });

  it('pulls the rest forward after an early finish only where that is wanted', () => {
    const early = {
      state: 'done',
      beganSec: planned[0]!,
      endedSec: planned[0]! + 30 * MINUTE,
    } as const;
    const f = facts(planned[0]! + 31 * MINUTE, { a: early });
    expect(startsAt(f)[1]).toBe(planned[1]! - 30 * MINUTE);
    expect(startsAt(f, { mayPull: false })[1]).toBe(planned[1]);
  });

  it('takes what was begun out of turn in the order in which it was, and drops what is cancelled', () => {
    const began = 8 * HOUR + 30 * MINUTE;
    const f = facts(began + 5 * MINUTE, {
      b: { state: 'on-site', beganSec: began },
      c: { state: 'cancelled' },
    });
    const [day] = expectDay(index, [route], f, options);
    expect(day!.stops.map((s) => s.visitId)).toEqual(['b', 'a']);
    expect(day!.stops[1]!.startSec).toBe(began + HOUR + 14 * MINUTE);
  });

  it('drives to nothing that was given up before anybody was there, and still tells of it', () => {
    const [day] = expectDay(index, [route], facts(7 * HOUR, { b: { state: 'not-done' } }), options);
    expect(day!.stops.map((s) => [s.visitId, s.isSkipped])).toEqual([
      ['a', false],
      ['c', false],
      ['b', true],
    ]);
    expect(day!.stops[1]!.startSec).toBe(planned[0]! + HOUR + 44 * MINUTE);
  });

  it('goes by when somebody left for it', () => {
    const left = planned[0]! + HOUR + 10 * MINUTE;
    const f = facts(left + 4 * MINUTE, {
      a: { state: 'done', beganSec: planned[0]!, endedSec: planned[0]! + HOUR },
      b: { state: 'on-the-way', onWaySec: left },
    });
    expect(startsAt(f)[1]).toBe(left + 14 * MINUTE);
  });

  it('tells overtime, and how late what is too late will be', () => {
    const last = aVisit({
      id: 'c',
      windows: [{ startSec: 0, endSec: 14 * HOUR, latestSec: 14 * HOUR }],
      durationSec: 2 * HOUR,
    });
    const own = aDay([aVisit({ id: 'a' }), last]);
    const f = facts(14 * HOUR, { a: { state: 'on-site', beganSec: 13 * HOUR + 30 * MINUTE } });
    const [day] = expectDay(own.index, [own.route], f, options);
    expect(day!.stops[1]).toMatchObject({
      startSec: 14 * HOUR + 30 * MINUTE,
      lateSec: 30 * MINUTE,
      chance: 0,
    });
    expect(day!.overtimeSec).toBe(46 * MINUTE);
  });
});

describe('breaks of a day', () => {
  const shift = aShift({
    breaks: [{ durationSec: 30 * MINUTE, earliestSec: 9 * HOUR, latestSec: 10 * HOUR }],
  });
  const { index, route } = aDay(three, shift);

  it('are taken where the plan has them, once', () => {
    const expected = (f: DayFacts) => expectDay(index, [route], f, options)[0]!;
    const before = expected(facts(6 * HOUR));
    expect(before.breaks).toHaveLength(1);
    expect(before.stops.map((s) => s.startSec)).toEqual(route.stops.map((s) => s.startSec));
    const began = route.stops[0]!.startSec;
    const a = { state: 'done', beganSec: began, endedSec: began + HOUR } as const;
    const under = expected(facts(began + HOUR + 5 * MINUTE, { a }, { s: { breakBeganSec: began + HOUR } }));
    expect(under.breaks).toEqual([]);
    expect(under.stops[1]!.startSec).toBe(began + HOUR + 30 * MINUTE + 14 * MINUTE);
    const over = expected(
      facts(
        began + HOUR + 20 * MINUTE,
        { a },
        { s: { breaksTaken: 1, breakEndedSec: began + HOUR + 20 * MINUTE } },
      ),
    );
    expect(over.stops[1]!.startSec).toBe(began + HOUR + 20 * MINUTE + 14 * MINUTE);
  });

  it('that were passed over come before what is next, and tell when they would have had to begin', () => {
    const began = 8 * HOUR + 16 * MINUTE;
    const f = facts(11 * HOUR, {
      a: { state: 'done', beganSec: began, endedSec: began + HOUR },
      b: { state: 'on-site', beganSec: 10 * HOUR + 40 * MINUTE },
    });
    const [day] = expectDay(index, [route], f, options);
    expect(day!.breaks).toHaveLength(1);
    expect(day!.breaks[0]!.startSec).toBeGreaterThan(day!.breaks[0]!.latestSec);
  });
});

describe('people who wait for each other', () => {
  const shifts = [aShift(), aShift({ id: 't', personId: 'r' })];
  const both = aVisit({ id: 'both', people: 2 });
  const index = indexProblem(aProblem(shifts, [both, aVisit({ id: 'a' })], { home: 0, site: 16 }));
  const routes = [
    timeRoute(index, shifts[0]!, [aVisit({ id: 'a' }), both], { starts: new Map([['both', 10 * HOUR]]) })!,
    timeRoute(index, shifts[1]!, [both], { starts: new Map([['both', 10 * HOUR]]) })!,
  ];

  it('begin together, when the last of them is there', () => {
    const f = facts(9 * HOUR, { a: { state: 'on-site', beganSec: 8 * HOUR + 50 * MINUTE, moreSec: HOUR } });
    const [one, other] = expectDay(index, routes, f, options);
    expect(one!.stops[1]!.startSec).toBe(10 * HOUR + 50 * MINUTE);
    expect(other!.stops[0]!.startSec).toBe(10 * HOUR + 50 * MINUTE);
  });

  it('do not wait for ever for somebody whose day is not asked for', () => {
    const [, other] = [null, expectDay(index, [routes[1]!], facts(6 * HOUR), options)[0]];
    expect(other!.stops[0]!.startSec).toBeLessThan(12 * HOUR);
  });
});

describe('chances', () => {
  /** Days as they truly are: every leg and visit with a time of its own, found out only as it goes on. */
  function trueDay(route: TimedRoute, seed: number, shares: { travel: number; work: number }) {
    const random = createRandom(seed);
    let at = route.departSec;
    return route.stops.map((s, i) => {
      const mean = s.travelSec;
      const onWaySec = at;
      const arriveSec = at + drawBeyond({ meanSec: mean, share: shares.travel }, 0, random.next());
      const beganSec = Math.max(arriveSec, s.visit.windows[0]!.startSec);
      const endedSec =
        beganSec + drawBeyond({ meanSec: s.visit.durationSec, share: shares.work }, 0, random.next());
      at = endedSec;
      return { id: s.visit.id, i, onWaySec, beganSec, endedSec };
    });
  }

  it('said to be 50, 80 and 95 of a hundred come out so, at whatever hour they are said', () => {
    const shift = aShift({ endSec: 20 * HOUR });
    const shares = { travel: 0.15, work: 0.3 };
    const visits = Array.from({ length: 6 }, (_, i) =>
      aVisit({
        id: `v${i}`,
        placeId: ['site', 'next', 'far'][i % 3]!,
        durationSec: (30 + 10 * (i % 3)) * MINUTE,
      }),
    );
    // Each closes so many deviations after it is planned that it has about half, four fifths and nineteen twentieths.
    const free = aDay(visits, shift).route;
    let variance = 0;
    const open = visits.map((v, i) => {
      const stop = free.stops[i]!;
      variance += (stop.travelSec * shares.travel) ** 2;
      const endSec = stop.startSec + [0, 0.84, 1.64][i % 3]! * Math.sqrt(variance);
      variance += (v.durationSec * shares.work) ** 2;
      return { ...v, windows: [{ startSec: 0, endSec: Math.round(endSec), latestSec: 24 * HOUR }] };
    });
    const { index, route } = aDay(open, shift);
    const said: { chance: number; isKept: boolean }[] = [];
    for (let day = 0; day < 200; day++) {
      const truth = trueDay(route, 1000 + day, shares);
      for (const hour of [8, 9, 10.5]) {
        const nowSec = hour * HOUR;
        const known: Record<string, VisitFacts> = {};
        for (const t of truth) {
          if (t.endedSec <= nowSec) known[t.id] = { state: 'done', ...t };
          else if (t.beganSec <= nowSec)
            known[t.id] = { state: 'on-site', onWaySec: t.onWaySec, beganSec: t.beganSec };
          else if (t.onWaySec <= nowSec) known[t.id] = { state: 'on-the-way', onWaySec: t.onWaySec };
        }
        const [expected] = expectDay(index, [route], facts(nowSec, known), {
          travelShare: shares.travel,
          workShare: () => shares.work,
          plays: 100,
          seed: day,
          mayPull: true,
        });
        for (const stop of expected!.stops) {
          const t = truth.find((x) => x.id === stop.visitId)!;
          if (t.beganSec <= nowSec) continue;
          const [w] = open[t.i]!.windows;
          said.push({ chance: stop.chance, isKept: t.beganSec <= w!.endSec });
        }
      }
    }
    for (const [from, to] of [
      [0.4, 0.6],
      [0.72, 0.88],
      [0.91, 0.99],
    ] as const) {
      const own = said.filter((s) => s.chance >= from && s.chance <= to);
      const mean = own.reduce((sum, s) => sum + s.chance, 0) / own.length;
      const kept = own.filter((s) => s.isKept).length / own.length;
      expect(own.length).toBeGreaterThan(60);
      expect(Math.abs(kept - mean)).toBeLessThan(0.05);
    }
  });

  it('are equal for equal seeds', () => {
    const { index, route } = aDay(three);
    const ask = (seed: number) =>
      JSON.stringify(
        expectDay(index, [route], facts(9 * HOUR), {
          ...options,
          plays: 50,
          travelShare: 0.2,
          workShare: () => 0.4,
          seed,
        }),
      );
    expect(ask(3)).toBe(ask(3));
  });
});
