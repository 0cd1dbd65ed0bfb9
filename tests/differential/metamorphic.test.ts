import { readSolomon } from '@/contract/files/solomon';
import { solve } from '@/core/engine/index';
import type { Problem, Visit } from '@/core/index';
import { madeUpInstance } from '../../bench/made-up-instance';
import { randomProblem } from '../support/random-problem';

const SEEDS = Array.from({ length: 12 }, (_, i) => 100 + i);
const small = (seed: number): Problem => randomProblem(seed, { visits: 6, persons: 2, days: 1 });

/** Small enough that the search finds the optimum (see exhaustive.test.ts). */
function best(problem: Problem): number {
  const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 2500 } });
  if (!result.ok) throw new Error('nothing is held');
  return result.solution.plan.price;
}

function shifted(problem: Problem, bySec: number): Problem {
  const move = <T extends { startSec: number; endSec: number }>(t: T): T => ({
    ...t,
    startSec: t.startSec + bySec,
    endSec: t.endSec + bySec,
  });
  return {
    ...problem,
    shifts: problem.shifts.map((s) => ({
      ...move(s),
      breaks: s.breaks.map((b) => ({
        ...b,
        earliestSec: b.earliestSec + bySec,
        latestSec: b.latestSec + bySec,
      })),
    })),
    visits: problem.visits.map((v) => ({
      ...v,
      windows: v.windows.map((w) => ({ ...move(w), latestSec: w.latestSec + bySec })),
      tie: v.tie.startSec === undefined ? v.tie : { ...v.tie, startSec: v.tie.startSec + bySec },
    })),
  };
}

const eachVisit = (problem: Problem, change: (v: Visit) => Visit): Problem => ({
  ...problem,
  visits: problem.visits.map(change),
});

describe('what must not change the best price', () => {
  it.each(SEEDS)('moving every time by an hour, seed %i', (seed) => {
    expect(best(shifted(small(seed), 3600))).toBe(best(small(seed)));
  });
  it.each(SEEDS)('other names and another order, seed %i', (seed) => {
    const problem = small(seed);
    const renamed = eachVisit(problem, (v) => ({ ...v, id: `other-${v.id}` }));
    expect(
      best({ ...renamed, visits: [...renamed.visits].reverse(), shifts: [...renamed.shifts].reverse() }),
    ).toBe(best(problem));
  });
});

/** Every time and length, and what it costs to leave a visit out, so many times as large: the same problem in another unit. */
function inUnits(problem: Problem, unit: number): Problem {
  const times = (values: ArrayLike<number>): number[] => Array.from(values, (value) => value * unit);
  const lasting = <T extends { startSec: number; endSec: number }>(t: T): T => ({
    ...t,
    startSec: t.startSec * unit,
    endSec: t.endSec * unit,
  });
  const { durationSec, distanceM } = problem.travel;
  const changed = eachVisit(problem, (v) => ({
    ...v,
    durationSec: v.durationSec * unit,
    unplannedPrice: v.unplannedPrice * unit,
    windows: v.windows.map((w) => ({ ...lasting(w), latestSec: w.latestSec * unit })),
  }));
  return {
    ...changed,
    travel: { durationSec: times(durationSec), distanceM: times(distanceM) },
    shifts: problem.shifts.map(lasting),
  };
}

describe('what must not change the search', () => {
  it('the unit of time: as many changes are accepted', () => {
    const text = madeUpInstance({ family: 'R2', share: 1, width: 480 }, 1);
    const read = readSolomon(text, 'made up', { rounding: 'trunc1', objective: 'distance', customers: 50 });
    if (!read.ok) throw new Error('a made-up instance can be read');
    const accepted = (unit: number): number => {
      const budget = { kind: 'iterations', iterations: 3000 } as const;
      const result = solve(inUnits(read.value.problem, unit), { seed: 1, budget });
      if (!result.ok) throw new Error('nothing is held');
      return result.solution.state.accepted;
    };
    // Not the very same ones: a plan may cost a micro more than the limit, whatever a micro is worth.
    expect(accepted(1024) / accepted(1)).toBeCloseTo(1, 1);
  });
});

describe('what must not raise the best price', () => {
  it.each(SEEDS)('one person more, seed %i', (seed) => {
    const problem = small(seed);
    const more = problem.shifts.map((s) => ({ ...s, id: `${s.id}-twin`, personId: 'twin' }));
    expect(
      best({
        ...problem,
        persons: [...problem.persons, { id: 'twin', name: 'Twin' }],
        shifts: [...problem.shifts, ...more.slice(0, 1)],
      }),
    ).toBeLessThanOrEqual(best(problem));
  });
  it.each(SEEDS)('no rule about skills, territories and persons, seed %i', (seed) => {
    const problem = small(seed);
    expect(
      best({ ...problem, rules: { skills: false, territory: 'anybody', persons: false } }),
    ).toBeLessThanOrEqual(best(problem));
  });
  it.each(SEEDS)('more overtime allowed, seed %i', (seed) => {
    const problem = small(seed);
    const longer = problem.shifts.map((s) => ({ ...s, overtimeLimitSec: s.overtimeLimitSec + 1800 }));
    expect(best({ ...problem, shifts: longer })).toBeLessThanOrEqual(best(problem));
  });
  it.each(SEEDS)('a visit less to do, when loose ends count nothing of it, seed %i', (seed) => {
    const problem = small(seed);
    const [first, ...rest] = problem.visits;
    expect(best({ ...problem, visits: rest })).toBeLessThanOrEqual(best(problem));
    expect(first).toBeDefined();
  });
});
