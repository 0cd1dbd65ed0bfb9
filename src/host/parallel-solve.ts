import { Worker } from 'node:worker_threads';
import { canCut, cutProblem, joinPlans } from '@/core/engine/index';
import type { Plan, Problem } from '@/core/index';

export type PieceBudget =
  | { readonly kind: 'seconds'; readonly seconds: number }
  | { readonly kind: 'iterations'; readonly iterations: number };

/** What a thread is asked to plan. */
export interface PieceOrder {
  readonly problem: Problem;
  readonly plan: Plan | null;
  readonly seed: number;
  readonly budget: PieceBudget;
  readonly cooling: { readonly from: number; readonly to: number } | undefined;
  readonly stopFlag: SharedArrayBuffer;
}

export type PieceResult =
  | { readonly ok: true; readonly plan: Plan; readonly iterations: number; readonly constructedPrice: number }
  | { readonly ok: false; readonly visitIds: readonly string[] };

export interface ParallelOptions {
  readonly threads: number;
  readonly seed: number;
  readonly budget: PieceBudget;
  readonly start?: Plan | undefined;
  /** The program of a thread. */
  readonly program: URL;
  /** One cell; anything but 0 asks all threads to end. */
  readonly stopFlag?: SharedArrayBuffer | undefined;
  /** Called with each plan that is whole, the share of the budget that is used, and the iterations so far. */
  readonly onPlan?: (plan: Plan, share: number, iterations: number) => void;
}

/** Visits from which on a problem is cut into parts; below, threads search the whole with different seeds. */
const CUT_FROM = 2000;
/** Seconds that a cut is kept. */
const ROUND_SECONDS = 15;
const FEWEST_ROUNDS = 2;
const MOST_ROUNDS = 8;

/** Whether a problem is large enough for parts, and can be cut into them. */
export function goesInParts(problem: Problem): boolean {
  return problem.visits.length >= CUT_FROM && canCut(problem);
}

interface Crew {
  ask(i: number, order: PieceOrder): Promise<PieceResult>;
  dismiss(): Promise<void>;
}

function hire(threads: number, program: URL): Crew {
  const workers = Array.from({ length: threads }, () => new Worker(program));
  return {
    ask: (i, order) =>
      new Promise((resolve, reject) => {
        const worker = workers[i]!;
        const settle = (result: PieceResult): void => {
          worker.off('error', reject);
          resolve(result);
        };
        worker.once('message', settle);
        worker.once('error', reject);
        worker.postMessage(order, buffersOf(order));
      }),
    dismiss: async () => {
      await Promise.all(workers.map((worker) => worker.terminate()));
    },
  };
}

/** The matrices of a piece that nobody else holds: handed over, not copied. */
function buffersOf({ problem: { travel }, cooling }: PieceOrder): ArrayBuffer[] {
  if (!cooling) return [];
  const all = [travel.durationSec, travel.distanceM, ...(travel.byTime?.slices ?? [])];
  return [
    ...new Set(
      all.flatMap((cells) =>
        cells instanceof Int32Array || cells instanceof Uint16Array ? [cells.buffer as ArrayBuffer] : [],
      ),
    ),
  ];
}

/**
 * Solves with several threads. A large problem whose people can be divided is cut into as many parts,
 * planned side by side, joined and cut anew along another line, so that what lay on a border comes to lie
 * inside; one cooling goes through all rounds. Any other is searched whole by each thread with a seed of
 * its own, and the cheapest plan is kept. Repeats for equal seeds, threads and iterations.
 */
export async function solveInThreads(problem: Problem, options: ParallelOptions): Promise<PieceResult> {
  const crew = hire(options.threads, options.program);
  try {
    return goesInParts(problem)
      ? await inRounds(problem, options, crew)
      : await sideBySide(problem, options, crew);
  } finally {
    await crew.dismiss();
  }
}

async function sideBySide(problem: Problem, options: ParallelOptions, crew: Crew): Promise<PieceResult> {
  const { threads, seed, budget, start } = options;
  const stopFlag = options.stopFlag ?? new SharedArrayBuffer(4);
  const orders = Array.from({ length: threads }, (_, i) => ({
    problem,
    plan: start ?? null,
    seed: seed + i,
    budget,
    cooling: undefined,
    stopFlag,
  }));
  const results = await Promise.all(orders.map((order, i) => crew.ask(i, order)));
  return best(results);
}

function best(results: readonly PieceResult[]): PieceResult {
  let iterations = 0;
  let found: Extract<PieceResult, { ok: true }> | null = null;
  for (const result of results) {
    if (!result.ok) return result;
    iterations += result.iterations;
    if (found === null || result.plan.price < found.plan.price) found = result;
  }
  return { ...found!, iterations };
}

async function inRounds(problem: Problem, options: ParallelOptions, crew: Crew): Promise<PieceResult> {
  const { threads, seed, budget } = options;
  const stopFlag = options.stopFlag ?? new SharedArrayBuffer(4);
  const flag = new Int32Array(stopFlag);
  const seconds = budget.kind === 'seconds' ? budget.seconds : ROUND_SECONDS * FEWEST_ROUNDS;
  const rounds = Math.max(FEWEST_ROUNDS, Math.min(MOST_ROUNDS, Math.round(seconds / ROUND_SECONDS)));
  const startedAt = performance.now();
  let plan = options.start ?? null;
  let iterations = 0;
  let constructedPrice = 0;
  for (let r = 0; r < rounds; r++) {
    const pieces = cutProblem(problem, plan, threads, seed + r);
    const used = (performance.now() - startedAt) / 1000;
    const own: PieceBudget =
      budget.kind === 'seconds'
        ? { kind: 'seconds', seconds: Math.max(0.2, (budget.seconds * (r + 1)) / rounds - used) }
        : { kind: 'iterations', iterations: Math.ceil(budget.iterations / rounds) };
    const results = await Promise.all(
      pieces.map((piece, i) =>
        crew.ask(i, {
          ...piece,
          seed: seed + r,
          budget: own,
          cooling: { from: r / rounds, to: (r + 1) / rounds },
          stopFlag,
        }),
      ),
    );
    const plans: Plan[] = [];
    let constructed = 0;
    for (const result of results) {
      if (!result.ok) return result;
      plans.push(result.plan);
      iterations += result.iterations;
      constructed += result.constructedPrice;
    }
    plan = joinPlans(problem, plans);
    if (r === 0) constructedPrice = constructed;
    options.onPlan?.(plan, (r + 1) / rounds, iterations);
    if (Atomics.load(flag, 0) !== 0) break;
  }
  return { ok: true, plan: plan!, iterations, constructedPrice };
}
