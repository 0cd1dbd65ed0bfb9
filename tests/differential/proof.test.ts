import { readFileSync } from 'node:fs';
import { readSolomon } from '@/contract/files/solomon';
import { createMetDays } from '@/core/engine/days/met';
import { solve } from '@/core/engine/index';
import { prepare } from '@/core/engine/prepare/prepare';
import { lowerBound } from '@/core/engine/prove/bound';
import { proveByEnumeration } from '@/core/engine/prove/enumerate';
import { type Problem, verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import { everyFeature, FEATURES } from '../support/every-feature';
import { randomProblem } from '../support/random-problem';

const never = (): boolean => false;
const prove = { seconds: 60, now: () => performance.now() };

describe('small problems solved to their optimum', () => {
  it.each(Array.from({ length: 20 }, (_, i) => i + 1))(
    'seed %i: the search agrees, and the plan is legal',
    (seed) => {
      const problem = randomProblem(seed, { visits: 9, persons: 3, days: 1 });
      const proven = proveByEnumeration(prepare(problem), never);
      const searched = solve(problem, { seed, budget: { kind: 'iterations', iterations: 6000 } });
      if (!searched.ok || !proven) throw new Error('small enough');
      expect(searched.solution.plan.price).toBe(proven.price);
      const lazy = solve(problem, { seed, budget: { kind: 'iterations', iterations: 0 }, prove });
      if (!lazy.ok) throw new Error('nothing is held');
      expect(lazy.solution.bound).toBe(proven.price);
      expect(lazy.solution.plan.price).toBe(proven.price);
      expect(verifyPlan(problem, lazy.solution.plan)).toMatchObject({ violations: [], priceAgrees: true });
    },
  );

  // Where driving changes with the hour the search passes over what looks dear at the usual speed.
  it.each([
    ['many features', 'scopes', 3000],
    ['rules kept to some pairs', 'time-of-day', 20_000],
  ])(
    'with %s: never dearer than what the search finds, and exact where it claims',
    (_what, without, iterations) => {
      const separate = FEATURES.filter(
        (f) =>
          ![
            'people',
            'equipment',
            'order',
            'same-person',
            'fair-share',
            'limits',
            'shared-overtime',
            'rest',
            without as string,
          ].includes(f),
      );
      let claimed = 0;
      for (let seed = 1; seed <= 25; seed++) {
        const problem = everyFeature(seed, { visits: 6, persons: 2, days: 2 }, separate);
        const result = solve(problem, { seed, budget: { kind: 'iterations', iterations } });
        const proven = proveByEnumeration(prepare(problem), never);
        if (!result.ok || !proven) continue;
        expect(proven.price).toBeLessThanOrEqual(result.solution.plan.price);
        expect(result.solution.plan.price).toBe(proven.price);
        claimed++;
      }
      expect(claimed).toBeGreaterThan(15);
    },
  );

  it('where nobody can go: the one plan there is', () => {
    const problem: Problem = { ...randomProblem(1, { visits: 20, persons: 2, days: 1 }), shifts: [] };
    const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 10 }, prove });
    if (!result.ok) throw new Error('nothing is held');
    expect(result.solution.bound).toBe(result.solution.plan.price);
    expect(result.solution.plan.price).toBeGreaterThan(0);
  });
});

describe('nothing is claimed', () => {
  it('of a large problem, one whose days hang together, or one that is stopped', () => {
    expect(
      proveByEnumeration(prepare(randomProblem(1, { visits: 14, persons: 3, days: 1 })), never),
    ).toBeNull();
    const linked = everyFeature(2, { visits: 8, persons: 3, days: 1 }, ['fair-share']);
    expect(proveByEnumeration(prepare(linked), never)).toBeNull();
    const week = everyFeature(2, { visits: 8, persons: 3, days: 1 }, ['shared-overtime']);
    expect(proveByEnumeration(prepare(week), never)).toBeNull();
    const small = randomProblem(1, { visits: 9, persons: 3, days: 1 });
    expect(proveByEnumeration(prepare(small), () => true)).toBeNull();
  });
});

describe('the lower bound', () => {
  const boundOf = async (problem: Problem, seconds: number): Promise<number | null> =>
    lowerBound(prepare(problem), {
      met: createMetDays(prepare(problem)),
      linear: await createLinearModels(),
      seconds,
      now: () => performance.now(),
      shouldStop: never,
      start: [],
      realDay: null,
      price: Number.POSITIVE_INFINITY,
    }).bound;

  it('is never above the optimum, and mostly near it', async () => {
    let near = 0;
    for (let seed = 1; seed <= 14; seed++) {
      const problem = randomProblem(seed, { visits: 8, persons: 3, days: 1 });
      const proven = proveByEnumeration(prepare(problem), never);
      const bound = await boundOf(problem, 20);
      if (!proven || bound === null) throw new Error('small enough');
      expect(bound).toBeLessThanOrEqual(proven.price);
      if (bound > proven.price * 0.99) near++;
    }
    expect(near).toBeGreaterThan(10);
  });

  it('holds with every feature, those left out included', async () => {
    for (let seed = 1; seed <= 25; seed++) {
      const problem = everyFeature(seed, { visits: 10, persons: 3, days: 2 });
      const result = solve(problem, {
        seed,
        budget: { kind: 'iterations', iterations: 300 },
        prove: { ...prove, seconds: 3, linear: await createLinearModels() },
      });
      if (!result.ok) throw new Error('nothing is held');
      const { bound, plan } = result.solution;
      if (bound !== null) expect(bound).toBeLessThanOrEqual(plan.price);
    }
  });

  /**
   * In the first of these some visits can be reached in time only by way of others: straight on is out of reach. In
   * the last a cheaper choice of days would hold more visits than a shift may.
   */
  it.each([5303, 5004, 5011, 40_031])(
    'seed %i: holds against a longer search from elsewhere',
    async (seed) => {
      const size = { visits: 14 + (seed % 8), persons: 3 + (seed % 3), days: 1 + (seed % 2) };
      const problem = everyFeature(seed, size);
      const result = solve(problem, {
        seed,
        budget: { kind: 'iterations', iterations: 400 },
        prove: { ...prove, seconds: 3, linear: await createLinearModels() },
      });
      const longer = solve(problem, { seed: seed + 1, budget: { kind: 'iterations', iterations: 8000 } });
      if (!result.ok || !longer.ok) throw new Error('nothing is held');
      expect(result.solution.bound ?? 0).toBeLessThanOrEqual(longer.solution.plan.price);
      expect(verifyPlan(problem, result.solution.plan)).toMatchObject({ violations: [], priceAgrees: true });
    },
  );

  it('reaches the optimum, and finds its plan, where few days can be part of a better one', async () => {
    const linear = await createLinearModels();
    let reached = 0;
    for (let seed = 1; seed <= 4; seed++) {
      // More visits than can be enumerated plan by plan.
      const problem = randomProblem(seed, { visits: 17, persons: 4, days: 1 });
      const lazy = solve(problem, {
        seed,
        budget: { kind: 'iterations', iterations: seed % 2 === 0 ? 1000 : 0 },
        prove: { ...prove, seconds: 20, linear },
      });
      const thorough = solve(problem, { seed, budget: { kind: 'iterations', iterations: 20_000 } });
      if (!lazy.ok || !thorough.ok) throw new Error('nothing is held');
      const { bound, plan } = lazy.solution;
      if (bound === null) throw new Error('small enough');
      if (bound > plan.price * 0.9999) reached++;
      expect(bound).toBeLessThanOrEqual(thorough.solution.plan.price);
      expect(plan.price).toBeLessThanOrEqual(thorough.solution.plan.price);
      expect(verifyPlan(problem, plan)).toMatchObject({ violations: [], priceAgrees: true });
    }
    expect(reached).toBeGreaterThan(2);
  });

  it('ends soon after its time is over, wherever it is', async () => {
    // A clock that runs by being looked at: every look is ten milliseconds.
    let at = 0;
    const now = (): number => {
      at += 10;
      return at;
    };
    const problem = randomProblem(3, { visits: 120, persons: 12, days: 1 });
    const linear = await createLinearModels();
    const { bound } = lowerBound(prepare(problem), {
      met: createMetDays(prepare(problem)),
      linear,
      seconds: 4,
      now,
      shouldStop: never,
      start: [],
      realDay: null,
      price: Number.POSITIVE_INFINITY,
    });
    expect(at).toBeLessThan(4000 + 12 * 1000);
    if (bound !== null) expect(Number.isInteger(bound)).toBe(true);
  });

  /** Solomon 1987, the first 25 customers; proven optimum of the exact literature, truncated distances. */
  it('proves a published optimum', async () => {
    const text = readFileSync(`${__dirname}/../outside/solomon/R101.txt`, 'utf8');
    const read = readSolomon(text, 'R101', { rounding: 'trunc1', objective: 'distance', customers: 25 });
    if (!read.ok) throw new Error(read.error.message);
    const bound = await boundOf(read.value.problem, 60);
    expect(bound).toBeLessThanOrEqual(6171);
    expect(bound).toBeGreaterThanOrEqual(6165);
  });
});
