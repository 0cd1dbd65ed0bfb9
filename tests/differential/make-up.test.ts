import { solve } from '@/core/engine/index';
import { indexProblem, makeUp, OBJECTIVES, type Problem, verifyPlan } from '@/core/index';
import { everyFeature } from '../support/every-feature';

function judgedPlan(problem: Problem, seed: number) {
  const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 30 } });
  if (!result.ok) return null;
  const verdict = verifyPlan(problem, result.solution.plan);
  if (verdict.kind !== 'judged') throw new Error('what the engine made can be read');
  return verdict;
}

/** The figures of a plan are counted once as sums and once share by share. */
describe('what figures are made of', () => {
  it('adds up to the figure, whatever the problem has in it', () => {
    const charged = new Set<string>();
    for (let seed = 1; seed <= 40; seed++) {
      const problem = everyFeature(seed, { visits: 12, persons: 4, days: 3 });
      const verdict = judgedPlan(problem, seed);
      if (!verdict) continue;
      const index = indexProblem(problem);
      for (const objective of OBJECTIVES) {
        const shares = makeUp(verdict.timed, index, objective);
        const amount = shares.reduce((sum, s) => sum + s.amount, 0);
        const price = shares.reduce((sum, s) => sum + s.price, 0);
        expect([seed, objective, amount, price]).toEqual([
          seed,
          objective,
          verdict.parts[objective].amount,
          verdict.parts[objective].price,
        ]);
        if (amount !== 0) charged.add(objective);
      }
    }
    // The problems have uses of nearly all of them.
    expect(charged.size).toBeGreaterThanOrEqual(OBJECTIVES.length - 3);
  });

  it('names no visit of several people twice where it counts once', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const problem = everyFeature(seed, { visits: 12, persons: 5, days: 2 }, ['people']);
      const verdict = judgedPlan(problem, seed);
      if (!verdict) continue;
      const waited = makeUp(verdict.timed, indexProblem(problem), 'daysWaited').map((s) => s.visitId);
      expect(new Set(waited).size).toBe(waited.length);
    }
  });
});
