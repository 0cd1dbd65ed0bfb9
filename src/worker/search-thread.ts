import { availableParallelism } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import type { ProgressPoint } from '@/contract/runs/run';
import { isForTeam, solve, usesLinearModels } from '@/core/engine/index';
import { OBJECTIVES, type Plan, type Problem, verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import { solveInThreads } from '@/host/parallel-solve';
import type { SearchMessage, SearchOrder } from './search-messages';

const PROGRESS_MS = 400;
const SAVE_MS = 3000;
/** Telling takes at most so much of a search's time: of a large plan it takes a while, and other threads wait for it. */
const TELLING_SHARE = 0.1;
/** Beyond this many threads too much lies on the borders between them. */
const MOST_THREADS = 4;

function say(message: SearchMessage): void {
  parentPort?.postMessage(message);
}

function pointOf(problem: Problem, plan: Plan, iterations: number, second: number): ProgressPoint {
  const verdict = verifyPlan(problem, plan);
  const prices = verdict.kind === 'judged' ? OBJECTIVES.map((o) => verdict.parts[o].price) : [];
  return { second, iterations, price: plan.price, prices };
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

function proofSeconds({ visits }: Problem, seconds: number | null): number {
  if (seconds === null) return PROOF_SECONDS;
  return Math.min(PROOF_SECONDS, seconds * (visits.length <= FEW_VISITS ? PROOF_SHARE_OF_FEW : PROOF_SHARE));
}

/** Seconds that a search may take; without end where it counts iterations. */
function limitOf(budget: SearchOrder['budget']): number | null {
  return budget.kind === 'seconds' ? budget.seconds : budget.kind === 'calm' ? budget.most : null;
}

/** Ends a search that has found nothing better for as long as it was told. */
function createCalm(budget: SearchOrder['budget']) {
  let betterAt = performance.now();
  return {
    onBetter: (): void => {
      betterAt = performance.now();
    },
    isOver: (): boolean => budget.kind === 'calm' && performance.now() - betterAt > budget.seconds * 1000,
  };
}

/** Tells of progress now and then, and hands over the best plan less often. */
function createReporter(
  problem: Problem,
  onBetter: () => void,
): (plan: () => Plan, iterations: number, price: number) => void {
  const startedAt = performance.now();
  let sayAt = Number.NEGATIVE_INFINITY;
  let savedAt = Number.NEGATIVE_INFINITY;
  let saidPrice = Number.NaN;
  let bestPrice = Number.POSITIVE_INFINITY;
  return (plan, iterations, price) => {
    if (price < bestPrice) {
      bestPrice = price;
      onBetter();
    }
    const now = performance.now();
    if (now < sayAt) return;
    const best = plan();
    const save = best.price !== saidPrice && now - savedAt > SAVE_MS;
    if (save) savedAt = now;
    saidPrice = best.price;
    const point = pointOf(problem, best, iterations, (now - startedAt) / 1000);
    say({ kind: 'progress', point, best: save ? best : null });
    // The first time everything is slow, and somebody waits to see it move.
    const isFirst = sayAt === Number.NEGATIVE_INFINITY;
    const tookMs = isFirst ? 0 : performance.now() - now;
    sayAt = now + Math.max(PROGRESS_MS, tookMs / TELLING_SHARE);
  };
}

/** What the stop flag says: somebody asked, or nothing better came. */
const CALM = 2;

function stopOf(flag: number): string {
  return flag === 0 ? 'budget' : flag === CALM ? 'calm' : 'stopped';
}

interface Found {
  readonly plan: Plan;
  readonly stop: string;
  readonly iterations: number;
  readonly bound: number | null;
}

type Searched = Found | { readonly heldVisitIds: readonly string[] };

/** A large problem by several threads at once; nothing is proven of one. */
async function searchTogether(order: SearchOrder, threads: number): Promise<Searched> {
  const { problem, start, seed, budget, stopFlag } = order;
  const calm = createCalm(budget);
  const flag = new Int32Array(stopFlag);
  const report = createReporter(problem, calm.onBetter);
  const seconds = limitOf(budget);
  const result = await solveInThreads(problem, {
    threads,
    seed,
    budget: budget.kind === 'iterations' ? budget : { kind: 'seconds', seconds: seconds ?? PROOF_SECONDS },
    start: start ?? undefined,
    program: new URL('./solve-thread.mjs', import.meta.url),
    stopFlag,
    onProgress: (state, plan) => {
      report(plan, state.iterations, state.bestPrice);
      if (calm.isOver()) Atomics.store(flag, 0, CALM);
    },
  });
  if (!result.ok) return { heldVisitIds: result.visitIds };
  const stop = stopOf(Atomics.load(flag, 0));
  return { plan: result.plan, stop, iterations: result.iterations, bound: null };
}

async function searchWhole(order: SearchOrder): Promise<Searched> {
  const { problem, start, seed, budget, repair } = order;
  const flag = new Int32Array(order.stopFlag);
  const calm = createCalm(budget);
  const report = createReporter(problem, calm.onBetter);
  const seconds = limitOf(budget);
  const linear = usesLinearModels(problem) ? await createLinearModels() : undefined;
  const result = solve(problem, {
    seed,
    budget:
      budget.kind === 'iterations'
        ? budget
        : { kind: 'seconds', seconds: seconds ?? PROOF_SECONDS, now: () => performance.now() },
    start: start ?? undefined,
    repair: repair && start !== null,
    // Whoever counts iterations wants the same plan again, and a proof may find another by the clock.
    ...(budget.kind === 'iterations'
      ? {}
      : { prove: { seconds: proofSeconds(problem, seconds), now: () => performance.now(), linear } }),
    linear,
    shouldStop: () => {
      if (calm.isOver()) Atomics.compareExchange(flag, 0, 0, CALM);
      return Atomics.load(flag, 0) !== 0;
    },
    onProgress: (state, plan) => report(plan, state.iterations, state.bestPrice),
  });
  if (!result.ok) return { heldVisitIds: result.conflict.visitIds };
  const { plan, stop, state, bound } = result.solution;
  const flagged = Atomics.load(flag, 0);
  return { plan, stop: flagged === 0 ? stop : stopOf(flagged), iterations: state.iterations, bound };
}

async function run(order: SearchOrder): Promise<void> {
  const { problem, start, budget, repair } = order;
  const startedAt = performance.now();
  // How many there are hangs on the machine: whoever counts iterations wants the same plan on any.
  const wanted = order.threads ?? (budget.kind === 'iterations' ? 1 : MOST_THREADS);
  const threads = Math.min(wanted, MOST_THREADS, availableParallelism());
  const found =
    threads > 1 && !repair && isForTeam(problem)
      ? await searchTogether(order, threads)
      : await searchWhole(order);
  if ('heldVisitIds' in found) {
    say({ kind: 'held', visitIds: found.heldVisitIds });
    return;
  }
  const { plan, stop, iterations, bound } = found;
  const second = Math.min(
    limitOf(budget) ?? Number.POSITIVE_INFINITY,
    (performance.now() - startedAt) / 1000,
  );
  say({ kind: 'progress', point: pointOf(problem, plan, iterations, second), best: null });
  say({ kind: 'end', plan, stopReason: stop, iterations, startPrice: priceOfStart(problem, start), bound });
}

await run(workerData as SearchOrder);
