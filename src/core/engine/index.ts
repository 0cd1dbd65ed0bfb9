import { assert } from '../base/assert';
import { createRandom } from '../base/random';
import type { Plan } from '../model/plan';
import type { Problem } from '../model/problem';
import { indexProblem } from '../travel/problem-index';
import type { Annealing } from './accept/annealing';
import { constructCheapest, constructionOrder } from './construct/start';
import { type HeldConflict, takeOver } from './construct/take-over';
import { refreshRoute } from './evaluate/refresh';
import type { CreateLinearModel } from './linear';
import { prepare } from './prepare/prepare';
import { lowerBound } from './prove/bound';
import { type Proven, proveByEnumeration } from './prove/enumerate';
import { atQuickest } from './prove/kinds';
import { createRecreate } from './recreate/greedy';
import { createSortKeys } from './recreate/order';
import { type Budget, type SearchState, type StopReason, search } from './search';
import type { Snapshot } from './state/edit';
import { createWorkspace, type Workspace } from './state/workspace';
import { toPlan } from './to-plan';

export type { CreateLinearModel, LinearColumn, LinearModel, LinearRow } from './linear';
export type { Budget, SearchState, StopReason } from './search';

export interface SolveOptions {
  readonly seed: number;
  readonly budget: Budget;
  /** A plan to begin with; needed when visits are held. */
  readonly start?: Plan | undefined;
  /** Temperatures in micros; by default they follow from the price of travel. */
  readonly annealing?: Annealing | undefined;
  /** In which order the first plan takes the visits: hardest first (default), or as the problem lists them. */
  readonly firstPlan?: 'hardest-first' | 'as-listed' | undefined;
  /** Ask for a proof: a small problem is solved to its optimum, a larger one gets a lower bound, if the seconds allow. */
  readonly prove?: ProveOptions | undefined;
  readonly shouldStop?: () => boolean;
  /** Progress; `plan` builds the best plan so far, at a cost, only when called. */
  readonly onProgress?: (state: SearchState, plan: () => Plan) => void;
}

export interface ProveOptions {
  readonly seconds: number;
  readonly now: () => number;
  /** Linear models; without them only small problems are proven. */
  readonly linear?: CreateLinearModel | undefined;
}

export interface Solution {
  readonly plan: Plan;
  /** Price of the first complete plan, micros. */
  readonly constructedPrice: number;
  readonly stop: StopReason;
  readonly state: SearchState;
  /** No plan costs less than this, micros; null where nothing is claimed. */
  readonly bound: number | null;
}

export type SolveResult = { ok: true; solution: Solution } | { ok: false; conflict: HeldConflict };

const HOUR = 3600;
/** A bound below this share of the price says nothing worth telling. */
const TELLING = 0.7;

/** Builds a plan and improves it until the budget is used or somebody stops it. Deterministic by seed and iterations. */
export function solve(problem: Problem, options: SolveOptions): SolveResult {
  const index = indexProblem(problem);
  const prep = prepare(problem);
  const work = createWorkspace(prep, createRandom(options.seed));
  if (options.start) {
    const conflict = takeOver(work, problem, options.start);
    if (conflict) return { ok: false, conflict };
  }
  const sort = createSortKeys(work);
  const recreate = createRecreate(work, sort);
  const order =
    options.firstPlan === 'as-listed'
      ? [...prep.visitPlace.keys()]
      : constructionOrder(work, sort.keys.narrow);
  constructCheapest(work, recreate, order);
  const constructedPrice = work.price;
  const annealing = options.annealing ?? defaultAnnealing(work, problem);
  const found = search(work, recreate, annealing, options.budget, {
    shouldStop: options.shouldStop ?? (() => false),
    onTick: (state, best) => options.onProgress?.(state, () => toPlan(index, prep, best, state.bestPrice)),
  });
  const { stop, state } = found;
  const claim: Claim = options.prove
    ? prove(problem, prep, { ...options.prove, found, shouldStop: options.shouldStop })
    : { bound: null, proven: null };
  const { bound, proven } = claim;
  assert(
    bound === null || bound <= found.bestPrice,
    `no plan is cheaper than ${bound}, but ${found.bestPrice} is`,
  );
  const isBetter = proven !== null && proven.price < found.bestPrice;
  const plan = isBetter
    ? toPlan(index, prep, proven.plan, proven.price)
    : toPlan(index, prep, found.best, found.bestPrice);
  return { ok: true, solution: { plan, constructedPrice, stop, state, bound } };
}

interface Claim {
  readonly bound: number | null;
  readonly proven: Proven | null;
}

function prove(
  problem: Problem,
  prep: ReturnType<typeof prepare>,
  options: ProveOptions & {
    readonly found: { readonly best: Snapshot; readonly bestPrice: number };
    readonly shouldStop: (() => boolean) | undefined;
  },
): Claim {
  const { seconds, now, linear, found, shouldStop = () => false } = options;
  const until = now() + seconds * 1000;
  const proven = proveByEnumeration(prep, () => now() > until || shouldStop());
  if (proven) return { bound: proven.price, proven };
  const { byTime } = problem.travel;
  // With parts to fetch and travel by the hour, the quickest way round is not known; nothing is claimed.
  if (!linear || (byTime && prep.needsFetch !== null)) return { bound: null, proven: null };
  const bound = lowerBound(byTime ? atQuickest(prep, byTime.slices, problem.places.length) : prep, {
    linear,
    seconds: Math.max(0, until - now()) / 1000,
    now,
    shouldStop,
    start: daysOf(prep, found.best),
  });
  const isTelling = bound !== null && bound >= TELLING * found.bestPrice;
  return { bound: isTelling ? bound : null, proven: null };
}

/** The days of a plan with their prices. */
function daysOf(prep: ReturnType<typeof prepare>, plan: Snapshot) {
  const { routes } = createWorkspace(prep, createRandom(1));
  return Array.from({ length: prep.shifts }, (_, shift) => {
    const row = routes.rowOf[shift]!;
    const visits = [
      ...plan.visitAt.subarray(shift * plan.room + 1, shift * plan.room + 1 + plan.count[shift]!),
    ];
    routes.visitAt.set(visits, row + 1);
    routes.count[shift] = visits.length;
    refreshRoute(prep, routes, shift);
    return { shift, visits, price: routes.price[shift]! };
  }).filter((day) => day.visits.length > 0);
}

/** Cheapest insertion in the order of the problem and nothing else: how a careful person fills a week by hand. */
export function insertCheapest(problem: Problem): SolveResult {
  return solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 0 }, firstPlan: 'as-listed' });
}

/** From a third of an hour of driving down to a few seconds; scaled to the legs where time has no price. */
function defaultAnnealing(work: Workspace, problem: Problem): Annealing {
  const { prices } = problem;
  const perHour = prices.travelPerSec * HOUR;
  const leg = (work.price - loosePrice(work)) / Math.max(1, work.prep.visits);
  const unit = perHour > 0 && prices.travelPerM === 0 ? Math.min(perHour, leg * 2) : leg;
  const startPrice = Math.max(1, unit);
  return { startPrice, endPrice: startPrice / 100 };
}

function loosePrice(work: Workspace): number {
  let sum = 0;
  for (let i = 0; i < work.loose.count; i++) sum += work.prep.visitUnplannedPrice[work.loose.list[i]!]!;
  return sum;
}
