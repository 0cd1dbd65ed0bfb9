import type { RunBudget } from '@/contract/runs/ask';
import type { ProgressPoint } from '@/contract/runs/run';
import type { Plan, Problem } from '@/core/index';

/** What is handed to a search thread. */
export interface SearchOrder {
  readonly problem: Problem;
  readonly start: Plan | null;
  readonly seed: number;
  readonly budget: RunBudget;
  readonly threads: number | null;
  readonly repair: boolean;
  /** One cell; anything but 0 asks the search to end. */
  readonly stopFlag: SharedArrayBuffer;
}

/** What a search thread says. */
export type SearchMessage =
  | { readonly kind: 'progress'; readonly point: ProgressPoint; readonly best: Plan | null }
  | {
      readonly kind: 'end';
      readonly plan: Plan;
      readonly stopReason: string;
      readonly iterations: number;
      readonly startPrice: number | null;
      /** No plan costs less, micros; null where nothing was proven. */
      readonly bound: number | null;
    }
  | { readonly kind: 'held'; readonly visitIds: readonly string[] };
