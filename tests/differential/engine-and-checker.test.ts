import fc from 'fast-check';
import { firstNonsense } from '@/contract/files/read-problem';
import { insertCheapest, solve } from '@/core/engine/index';
import { verifyPlan } from '@/core/index';
import { everyFeature } from '../support/every-feature';
import { randomProblem } from '../support/random-problem';

/** The engine's price and the checker's share no evaluation code; they must agree to the last micro. */
describe('engine against checker, every feature on', () => {
  it('never breaks a rule and never misstates a price', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 3 }),
        (seed, visits, persons, days) => {
          const problem = randomProblem(seed, { visits, persons, days });
          const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 300 } });
          if (!result.ok) throw new Error('nothing is held');
          const verdict = verifyPlan(problem, result.solution.plan);
          if (verdict.kind !== 'judged') throw new Error('the plan can be read');
          expect(verdict.violations).toEqual([]);
          expect(verdict.price).toBe(result.solution.plan.price);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('nor with every feature that a problem can hold, drawn at random', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 1, max: 18 }),
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 3 }),
        (seed, visits, persons, days) => {
          const problem = everyFeature(seed, { visits, persons, days });
          expect(firstNonsense(problem)).toBeNull();
          const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 80 } });
          expect(result.ok && verifyPlan(problem, result.solution.plan)).toMatchObject({
            violations: [],
            priceAgrees: true,
          });
        },
      ),
      { numRuns: 300 },
    );
  });

  it('nor when it goes on from its own plan', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const problem = everyFeature(seed, { visits: 16, persons: 4, days: 2 });
      const budget = { kind: 'iterations', iterations: 150 } as const;
      const first = solve(problem, { seed, budget });
      if (!first.ok) throw new Error('nothing is held');
      const again = solve(problem, { seed, budget, start: first.solution.plan });
      if (!again.ok) throw new Error('nothing is held');
      expect(verifyPlan(problem, again.solution.plan)).toMatchObject({ violations: [], priceAgrees: true });
      expect(again.solution.constructedPrice).toBeLessThanOrEqual(first.solution.plan.price);
    }
  });

  it('agrees after each of many random changes of larger plans', () => {
    for (const seed of [1, 2, 3]) {
      const problem = randomProblem(seed, { visits: 90, persons: 9, days: 3 });
      let checked = 0;
      solve(problem, {
        seed,
        budget: { kind: 'iterations', iterations: 5000 },
        onProgress: (state, best) => {
          const verdict = verifyPlan(problem, best());
          if (verdict.kind !== 'judged') throw new Error('the plan can be read');
          expect(verdict.violations).toEqual([]);
          expect(verdict.price).toBe(state.bestPrice);
          checked++;
        },
      });
      expect(checked).toBeGreaterThan(10);
    }
  });

  it('repeats itself exactly for a seed and a number of iterations', () => {
    const problem = randomProblem(77, { visits: 60, persons: 6, days: 2 });
    const once = solve(problem, { seed: 5, budget: { kind: 'iterations', iterations: 2000 } });
    const again = solve(problem, { seed: 5, budget: { kind: 'iterations', iterations: 2000 } });
    expect(once).toEqual(again);
  });

  it('never ends dearer than it began, and takes a start plan over', () => {
    const problem = randomProblem(12, { visits: 50, persons: 6, days: 2 });
    const first = insertCheapest(problem);
    if (!first.ok) throw new Error('nothing is held');
    const better = solve(problem, {
      seed: 1,
      budget: { kind: 'iterations', iterations: 500 },
      start: first.solution.plan,
    });
    if (!better.ok) throw new Error('nothing is held');
    expect(better.solution.plan.price).toBeLessThanOrEqual(first.solution.plan.price);
    expect(better.solution.constructedPrice).toBeLessThanOrEqual(first.solution.plan.price);
  });

  it('keeps what is held exactly where it is', () => {
    const problem = randomProblem(31, { visits: 40, persons: 5, days: 2 });
    const first = insertCheapest({ ...problem, visits: problem.visits.slice(0, 20) });
    if (!first.ok) throw new Error('nothing is held');
    const at = new Map(
      first.solution.plan.routes.flatMap((r) =>
        r.stops.map((s) => [s.visitId, { shiftId: r.shiftId, startSec: s.startSec }] as const),
      ),
    );
    const held = problem.visits.map((v) => {
      const place = at.get(v.id);
      return place
        ? { ...v, held: true, tie: { personId: place.shiftId.split('@')[0], startSec: place.startSec } }
        : v;
    });
    const result = solve(
      { ...problem, visits: held },
      { seed: 3, budget: { kind: 'iterations', iterations: 1500 }, start: first.solution.plan },
    );
    if (!result.ok) throw new Error(`held visits were lost: ${result.conflict.visitIds.join()}`);
    const after = new Map(
      result.solution.plan.routes.flatMap((r) =>
        r.stops.map((s) => [s.visitId, { shiftId: r.shiftId, startSec: s.startSec }] as const),
      ),
    );
    for (const [id, place] of at) expect(after.get(id)).toEqual(place);
    const verdict = verifyPlan({ ...problem, visits: held }, result.solution.plan);
    expect(verdict.kind === 'judged' && verdict.violations).toEqual([]);
  });

  it('stops when told to and keeps a complete plan', () => {
    const problem = randomProblem(4, { visits: 40, persons: 4, days: 2 });
    const result = solve(problem, {
      seed: 1,
      budget: { kind: 'iterations', iterations: 1_000_000 },
      shouldStop: () => true,
    });
    expect(result.ok && result.solution.stop).toBe('stopped');
    if (result.ok)
      expect(verifyPlan(problem, result.solution.plan)).toMatchObject({ violations: [], priceAgrees: true });
  });
});

describe('cases that were wrong once', () => {
  it('gives an iteration up where a day that rest ties to another could not be driven in between', () => {
    const problem = everyFeature(6_002_323, { visits: 15, persons: 4, days: 2 });
    const result = solve(problem, { seed: 6_002_323, budget: { kind: 'iterations', iterations: 120 } });
    if (!result.ok) throw new Error('nothing is held');
    expect(verifyPlan(problem, result.solution.plan)).toMatchObject({ violations: [], priceAgrees: true });
  });

  it('prices a time tie that lies after its window closed', () => {
    const problem = randomProblem(528_029, { visits: 16, persons: 5, days: 2 });
    const result = solve(problem, { seed: 528_029, budget: { kind: 'iterations', iterations: 300 } });
    expect(result.ok && verifyPlan(problem, result.solution.plan)).toMatchObject({
      priceAgrees: true,
      violations: [],
    });
  });
});
