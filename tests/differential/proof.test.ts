import { solve } from '@/core/engine/index';
import { prepare } from '@/core/engine/prepare/prepare';
import { proveByEnumeration } from '@/core/engine/prove/enumerate';
import { verifyPlan } from '@/core/index';
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

  it('with many features: never dearer than what the search finds, and exact where it claims', () => {
    const separate = FEATURES.filter(
      (f) => !['people', 'equipment', 'order', 'same-person', 'fair-share', 'limits', 'rest'].includes(f),
    );
    let claimed = 0;
    for (let seed = 1; seed <= 25; seed++) {
      const problem = everyFeature(seed, { visits: 6, persons: 2, days: 2 }, separate);
      const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 3000 } });
      const proven = proveByEnumeration(prepare(problem), never);
      if (!result.ok || !proven) continue;
      expect(proven.price).toBeLessThanOrEqual(result.solution.plan.price);
      expect(result.solution.plan.price).toBe(proven.price);
      claimed++;
    }
    expect(claimed).toBeGreaterThan(15);
  });
});

describe('nothing is claimed', () => {
  it('of a large problem, one whose days hang together, or one that is stopped', () => {
    expect(
      proveByEnumeration(prepare(randomProblem(1, { visits: 14, persons: 3, days: 1 })), never),
    ).toBeNull();
    const linked = everyFeature(2, { visits: 8, persons: 3, days: 1 }, ['fair-share']);
    expect(proveByEnumeration(prepare(linked), never)).toBeNull();
    const small = randomProblem(1, { visits: 9, persons: 3, days: 1 });
    expect(proveByEnumeration(prepare(small), () => true)).toBeNull();
  });
});
