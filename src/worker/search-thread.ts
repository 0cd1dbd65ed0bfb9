import { parentPort, workerData } from 'node:worker_threads';
import type { ProgressPoint } from '@/contract/run';
import { type SearchState, solve } from '@/core/engine/index';
import { OBJECTIVES, type Plan, type Problem, verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import type { SearchMessage, SearchOrder } from './search-messages';

const PROGRESS_MS = 400;
const SAVE_MS = 3000;

function say(message: SearchMessage): void {
  parentPort?.postMessage(message);
}

function pointOf(problem: Problem, plan: Plan, state: SearchState, second: number): ProgressPoint {
  const verdict = verifyPlan(problem, plan);
  const prices = verdict.kind === 'judged' ? OBJECTIVES.map((o) => verdict.parts[o].price) : [];
  return { second, iterations: state.iterations, price: plan.price, prices };
}

/** Price of the plan that the run began with, as it stands under these rules and prices. */
function priceOfStart(problem: Problem, start: Plan | null): number | null {
  if (!start) return null;
  const verdict = verifyPlan(problem, start);
  return verdict.kind === 'judged' ? verdict.price : null;
}

/**
 * The proof may take this share of what the search took, and never more than so many seconds. Of few visits
 * the search has soon found what it will find, and the proof may find better.
 */
const PROOF_SHARE = 0.25;
const PROOF_SHARE_OF_FEW = 0.6;
const FEW_VISITS = 60;
const PROOF_SECONDS = 15;

function proofSeconds({ visits }: Problem, seconds: number): number {
  return Math.min(PROOF_SECONDS, seconds * (visits.length <= FEW_VISITS ? PROOF_SHARE_OF_FEW : PROOF_SHARE));
}

async function run(order: SearchOrder): Promise<void> {
  const { problem, start, seed, seconds } = order;
  const linear = await createLinearModels();
  const flag = new Int32Array(order.stopFlag);
  const startedAt = performance.now();
  let saidAt = Number.NEGATIVE_INFINITY;
  let savedAt = Number.NEGATIVE_INFINITY;
  let saidPrice = Number.NaN;
  const result = solve(problem, {
    seed,
    budget: { kind: 'seconds', seconds, now: () => performance.now() },
    start: start ?? undefined,
    prove: {
      seconds: proofSeconds(problem, seconds),
      now: () => performance.now(),
      linear,
    },
    shouldStop: () => Atomics.load(flag, 0) !== 0,
    onProgress: (state, plan) => {
      const now = performance.now();
      if (now - saidAt < PROGRESS_MS) return;
      saidAt = now;
      const best = plan();
      const isNewBest = best.price !== saidPrice;
      const save = isNewBest && now - savedAt > SAVE_MS;
      if (save) savedAt = now;
      saidPrice = best.price;
      say({
        kind: 'progress',
        point: pointOf(problem, best, state, (now - startedAt) / 1000),
        best: save ? best : null,
      });
    },
  });
  if (!result.ok) {
    say({ kind: 'held', visitIds: result.conflict.visitIds });
    return;
  }
  const { plan, stop, state, bound } = result.solution;
  say({
    kind: 'progress',
    point: pointOf(problem, plan, state, Math.min(seconds, (performance.now() - startedAt) / 1000)),
    best: null,
  });
  say({
    kind: 'end',
    plan,
    stopReason: stop,
    iterations: state.iterations,
    startPrice: priceOfStart(problem, start),
    bound,
  });
}

await run(workerData as SearchOrder);
