import type { Invitation } from '@/core/engine/index';
import type { Plan, Problem } from '@/core/index';

export type ThreadBudget =
  | { readonly kind: 'seconds'; readonly seconds: number }
  | { readonly kind: 'iterations'; readonly iterations: number };

/** To plan a problem alone, and tell the result. */
export interface SolveOrder {
  readonly kind: 'solve';
  readonly problem: Problem;
  readonly plan: Plan | null;
  readonly seed: number;
  readonly budget: ThreadBudget;
  readonly stopFlag: SharedArrayBuffer;
}

/** To work on a plan with others, who have the result. */
interface AssistOrder {
  readonly kind: 'assist';
  readonly invitation: Invitation;
  readonly member: number;
}

export type ToThread = SolveOrder | AssistOrder;

/** The first that a thread says, and what it found alone. */
export type FromThread =
  | { readonly kind: 'ready' }
  | { readonly kind: 'result'; readonly result: ThreadResult };

export type ThreadResult =
  | { readonly ok: true; readonly plan: Plan; readonly iterations: number; readonly constructedPrice: number }
  | { readonly ok: false; readonly visitIds: readonly string[] };
