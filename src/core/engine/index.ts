import { assert } from '../base/assert';
import { createRandom } from '../base/random';
import type { Plan } from '../model/plan';
import type { Problem } from '../model/problem';
import { indexProblem } from '../travel/problem-index';
import type { Annealing } from './accept/annealing';
import { repairHeat, searchHeat } from './accept/heat';
import { constructCheapest, constructionOrder } from './construct/start';
import { type HeldConflict, heldConflict, takeOver } from './construct/take-over';
import { createMetDays, noteTouched } from './days/met';
import { isSeparable } from './days/separable';
import { type Allocate, ANYWHERE, Ground } from './hot/memory';
import type { CreateLinearModel } from './linear';
import { listedByNearness } from './near-order';
import { prepare } from './prepare/prepare';
import { type Claim, type ProveOptions, prove } from './prove/prove';
import { createRecreate } from './recreate/greedy';
import { createSortKeys } from './recreate/order';
import { focusOnLoose } from './repair';
import { type Budget, type SearchState, type StopReason, search } from './search';
import type { Snapshot } from './state/edit';
import { createWorkspace } from './state/workspace';
import { stepsFor } from './steps';
import { type Invitation, lead } from './team/team';
import { toPlan } from './to-plan';

export type { CreateLinearModel, LinearColumn, LinearModel, LinearRow } from './linear';
export type { ProveOptions } from './prove/prove';
export { withBase } from './repair';
export type { Budget, SearchState, StopReason } from './search';
export { usesLinearModels } from './steps';
export { assist, type Invitation, isForTeam } from './team/team';

export interface SolveOptions {
  readonly seed: number;
  readonly budget: Budget;
  /** A plan to begin with; needed when visits are held. */
  readonly start?: Plan | undefined;
  /** The start is good but for what is loose in it: change little, and only near that. */
  readonly repair?: boolean | undefined;
  /** Temperatures in micros; by default they follow from what the first plan costs. */
  readonly annealing?: Annealing | undefined;
  /** In which order the first plan takes the visits: hardest first (default), or as the problem lists them. */
  readonly firstPlan?: 'hardest-first' | 'as-listed' | undefined;
  /** Ask for a proof: a small problem is solved to its optimum, a larger one gets a lower bound, if the seconds allow. */
  readonly prove?: ProveOptions | undefined;
  /** Linear models: where they pay, days met on the way are put together anew. */
  readonly linear?: CreateLinearModel | undefined;
  /** With how many others to work on one plan, and how they are asked to come (`assist`); for problems that are fit for it (`isForTeam`), and not for repairs. */
  readonly team?: { readonly members: number; readonly invite: (invitation: Invitation) => void } | undefined;
  readonly shouldStop?: () => boolean;
  /** Progress; `plan` builds the best plan so far, at a cost, only when called. */
  readonly onProgress?: ((state: SearchState, plan: () => Plan) => void) | undefined;
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

/** Builds a plan and improves it until the budget is used or somebody stops it. Deterministic by seed and iterations. */
export function solve(given: Problem, options: SolveOptions): SolveResult {
  const index = indexProblem(given);
  const { seed, team, shouldStop = () => false } = options;
  const ground = team || isVast(given) ? new Ground() : null;
  const { problem, prep } = prepared(given, ground ?? ANYWHERE);
  const seat = ground ? { ground, members: team?.members ?? 1 } : 'alone';
  const work = createWorkspace(prep, createRandom(seed), seat);
  if (options.start) {
    const conflict = takeOver(work, problem, options.start);
    if (conflict) return { ok: false, conflict };
  }
  const sort = createSortKeys(work);
  const recreate = createRecreate(work, sort);
  const order =
    options.firstPlan === 'as-listed'
      ? asListed(given, problem, prep.sourceOf)
      : constructionOrder(work, sort.keys.narrow);
  if (options.repair) focusOnLoose(work);
  constructCheapest(work, recreate, order);
  // Held, but in no plan that was handed over, and there is no place for it.
  const conflict = heldConflict(work, problem);
  if (conflict) return { ok: false, conflict };
  const constructedPrice = work.price;
  const usual = searchHeat(work);
  const own = options.repair ? repairHeat(usual) : usual;
  const annealing = options.annealing ?? own;
  const { linear } = options;
  const met = linear && isSeparable(prep) ? createMetDays(prep) : null;
  const steps = stepsFor(work, recreate, {
    annealing,
    budget: options.budget,
    isGiven: !!options.start,
    choice: linear && met ? { linear, met, shouldStop } : null,
  });
  const watch = {
    shouldStop,
    onAccepted: met && steps.phases.length > 1 ? () => noteTouched(met, work) : undefined,
    onTick: (state: SearchState, best: Snapshot) =>
      options.onProgress?.(state, () => toPlan(index, problem, prep, best, state.bestPrice)),
  };
  const { budget } = options;
  const found =
    team && !options.repair && work.movable.length > 0
      ? lead(work, recreate, team, { seed, annealing, budget, watch })
      : search(work, recreate, steps, budget, watch);
  const { stop, state } = found;
  const claim: Claim = options.prove
    ? prove(prep, {
        ...options.prove,
        found,
        shouldStop,
        met,
        annealing: repairHeat(usual),
      })
    : { bound: null, proven: null };
  const { bound, proven } = claim;
  const isBetter = proven !== null && proven.price < found.bestPrice;
  const price = isBetter ? proven.price : found.bestPrice;
  assert(bound === null || bound <= price, `no plan is cheaper than ${bound}, but ${price} is`);
  const plan = isBetter
    ? toPlan(index, problem, prep, proven.plan, proven.price)
    : toPlan(index, problem, prep, found.best, found.bestPrice);
  return { ok: true, solution: { plan, constructedPrice, stop, state, bound } };
}

const VAST_BYTES = 50_000_000;

/** Whether travel and the prices of pairs are so large that it pays to make them where they are to lie. */
function isVast({ visits, shifts, places }: Problem): boolean {
  return 8 * visits.length * shifts.length + 2 * places.length ** 2 >= VAST_BYTES;
}

/** The problem as the search lists it, without its matrices: what is needed of them is in `prep`, and two copies of a large one are two too many. */
function prepared(
  given: Problem,
  allocate: Allocate,
): { problem: Problem; prep: ReturnType<typeof prepare> } {
  const listed = listedByNearness(given, allocate);
  const prep = prepare(listed, allocate);
  return { problem: { ...listed, travel: { durationSec: [], distanceM: [] } }, prep };
}

/** The numbers of the visits in the order of the problem as it was given. */
function asListed(given: Problem, problem: Problem, sourceOf: Int32Array): number[] {
  const rank = new Map(given.visits.map((v, i) => [v.id, i]));
  const own = (v: number): number => rank.get(problem.visits[sourceOf[v]!]!.id)!;
  return [...sourceOf.keys()].sort((a, b) => own(a) - own(b) || a - b);
}

/** Cheapest insertion in the order of the problem and nothing else: how a careful person fills a week by hand. */
export function insertCheapest(problem: Problem): SolveResult {
  return solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 0 }, firstPlan: 'as-listed' });
}
