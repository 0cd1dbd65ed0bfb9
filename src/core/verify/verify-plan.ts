import type { Parts, Plan } from '../model/plan';
import type { Problem } from '../model/problem';
import { pricePlan, totalPrice } from '../objectives/price-plan';
import { ALL_RULES } from '../rules/all';
import { RULE_CODES, type Violation } from '../rules/violation';
import type { TimedPlan } from '../timing/timed-plan';
import { indexProblem } from '../travel/problem-index';
import { type ReplayError, replay } from './replay';

export type Verdict =
  | { readonly kind: 'unreadable'; readonly errors: readonly ReplayError[] }
  | {
      readonly kind: 'judged';
      readonly timed: TimedPlan;
      readonly violations: readonly Violation[];
      readonly parts: Parts;
      /** Micros, recomputed. */
      readonly price: number;
      /** Whether the plan's own price is the same to the last micro. */
      readonly priceAgrees: boolean;
    };

/** Replays a plan from its stated times and judges every rule and every measure. */
export function verifyPlan(problem: Problem, plan: Plan): Verdict {
  const index = indexProblem(problem);
  const replayed = replay(index, plan);
  if (!replayed.ok) return { kind: 'unreadable', errors: replayed.errors };
  const { timed } = replayed;
  const violations = RULE_CODES.flatMap((code) => ALL_RULES[code](index, timed));
  const parts = pricePlan(timed, index);
  const price = totalPrice(parts);
  return { kind: 'judged', timed, violations, parts, price, priceAgrees: price === plan.price };
}
