import { type CreateLinearModel, solve } from '@/core/engine/index';
import { type Plan, type Problem, verifyPlan } from '@/core/index';

const now = (): number => performance.now();

/** The plan that a search of so many seconds ends at; throws where the checker refuses it. */
export function endedAt(problem: Problem, seed: number, seconds: number, linear: CreateLinearModel): Plan {
  const result = solve(problem, { seed, budget: { kind: 'seconds', seconds, now }, linear });
  if (!result.ok) throw new Error('nothing is held');
  const verdict = verifyPlan(problem, result.solution.plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0 || !verdict.priceAgrees)
    throw new Error('the checker refuses the plan');
  return result.solution.plan;
}
