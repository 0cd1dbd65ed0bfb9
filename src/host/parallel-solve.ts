import { setTimeout } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { isForTeam, type SearchState, type SolveResult, solve } from '@/core/engine/index';
import type { Plan, Problem } from '@/core/index';
import type { FromThread, SolveOrder, ThreadBudget, ThreadResult, ToThread } from './thread-messages';

export interface ParallelOptions {
  readonly threads: number;
  readonly seed: number;
  readonly budget: ThreadBudget;
  readonly start?: Plan | undefined;
  /** The program of a thread. */
  readonly program: URL;
  /** One cell; anything but 0 asks all threads to end. */
  readonly stopFlag?: SharedArrayBuffer | undefined;
  /** Progress, where all threads work on one plan; `plan` builds the best one so far, at a cost. */
  readonly onProgress?: ((state: SearchState, plan: () => Plan) => void) | undefined;
}

/**
 * Solves with several threads. On the plan of a large problem in which nothing ties visits to each other all work
 * together (core/engine/team), the calling one among them, which is busy meanwhile. Any other problem is searched whole
 * by each of as many threads with a seed of its own, and the cheapest plan is kept. Repeats for equal seeds, threads
 * and iterations.
 */
export async function solveInThreads(problem: Problem, options: ParallelOptions): Promise<ThreadResult> {
  const isTogether = isForTeam(problem);
  const others = isTogether ? options.threads - 1 : options.threads;
  const workers = Array.from({ length: others }, () => new Worker(options.program));
  const failures: unknown[] = [];
  for (const worker of workers) worker.on('error', (cause) => failures.push(cause));
  try {
    // Whoever calls cannot be told of a failure while it is busy, so all must have come before.
    await Promise.all(workers.map(isReady));
    return isTogether ? together(problem, options, workers) : await sideBySide(problem, options, workers);
  } catch (cause) {
    // What went wrong elsewhere is only heard of now.
    await setTimeout(HEARD_MS);
    throw failures[0] ?? cause;
  } finally {
    await Promise.all(workers.map((worker) => worker.terminate()));
  }
}

const HEARD_MS = 50;

function isReady(worker: Worker): Promise<void> {
  return new Promise((resolve, reject) => {
    worker.once('message', () => resolve());
    worker.once('error', reject);
  });
}

function send(worker: Worker, order: ToThread): void {
  worker.postMessage(order);
}

function together(problem: Problem, options: ParallelOptions, workers: readonly Worker[]): ThreadResult {
  const { seed, budget, start, stopFlag = new SharedArrayBuffer(4), onProgress } = options;
  const flag = new Int32Array(stopFlag);
  const result = solve(problem, {
    seed,
    start,
    budget: budget.kind === 'seconds' ? { ...budget, now: () => performance.now() } : budget,
    team: {
      members: options.threads,
      invite: (invitation) => {
        for (const [i, worker] of workers.entries())
          send(worker, { kind: 'assist', invitation, member: i + 1 });
      },
    },
    shouldStop: () => Atomics.load(flag, 0) !== 0,
    onProgress,
  });
  return threadResult(result);
}

export function threadResult(result: SolveResult): ThreadResult {
  if (!result.ok) return { ok: false, visitIds: result.conflict.visitIds };
  const { plan, constructedPrice, state } = result.solution;
  return { ok: true, plan, iterations: state.iterations, constructedPrice };
}

async function sideBySide(
  problem: Problem,
  options: ParallelOptions,
  workers: readonly Worker[],
): Promise<ThreadResult> {
  const { seed, budget, start = null, stopFlag = new SharedArrayBuffer(4) } = options;
  const ask = (worker: Worker, order: SolveOrder): Promise<ThreadResult> =>
    new Promise((resolve, reject) => {
      worker.once('message', (said: FromThread) => {
        if (said.kind === 'result') resolve(said.result);
      });
      worker.once('error', reject);
      send(worker, order);
    });
  const results = await Promise.all(
    workers.map((worker, i) =>
      ask(worker, { kind: 'solve', problem, plan: start, seed: seed + i, budget, stopFlag }),
    ),
  );
  let iterations = 0;
  let best: Extract<ThreadResult, { ok: true }> | null = null;
  for (const result of results) {
    if (!result.ok) return result;
    iterations += result.iterations;
    if (best === null || result.plan.price < best.plan.price) best = result;
  }
  return { ...best!, iterations };
}
