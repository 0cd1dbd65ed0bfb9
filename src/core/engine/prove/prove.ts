import { createRandom } from '../../base/random';
import type { Annealing } from '../accept/annealing';
import { takeDays } from '../days/in-hand';
import { createMetDays, type MetDays, noteTouched } from '../days/met';
import { isSeparable } from '../days/separable';
import type { CreateLinearModel } from '../linear';
import type { prepare } from '../prepare/prepare';
import { createRecreate } from '../recreate/greedy';
import { createSortKeys } from '../recreate/order';
import { type Budget, search } from '../search';
import { copyRoute, createSnapshot, type Snapshot } from '../state/edit';
import { loadDays } from '../state/load';
import { createWorkspace } from '../state/workspace';
import { type Bound, lowerBound } from './bound';
import { type Proven, proveByEnumeration } from './enumerate';
import { atQuickest } from './kinds';
import { createRealDay } from './real-days';

export interface ProveOptions {
  readonly seconds: number;
  readonly now: () => number;
  /** Linear models; without them only small problems are proven. */
  readonly linear?: CreateLinearModel | undefined;
}

/** A bound below this share of the price says nothing worth telling. */
const TELLING = 0.7;
/** Share of the seconds for meeting days to begin with, and how much warmer than a repair the search is then. */
const GATHERING = 0.04;
const WARMER = 5;
/** So many days met by the search are enough. */
const RICH = 10_000;

/** What is proven of a plan. */
export interface Claim {
  readonly bound: number | null;
  readonly proven: Proven | null;
}

/** Proves the optimum of a small problem, or a lower bound of a larger one, as far as the seconds allow. */
export function prove(
  prep: ReturnType<typeof prepare>,
  options: ProveOptions & {
    readonly found: { readonly best: Snapshot; readonly bestPrice: number };
    readonly shouldStop: () => boolean;
    /** Days met by the search, and from and to which heat it goes on to meet more. */
    readonly met: MetDays | null;
    readonly annealing: Annealing;
  },
): Claim {
  const { seconds, now, linear, found, shouldStop } = options;
  // Where nobody can go, there is one plan only.
  if (prep.shifts === 0) return { bound: found.bestPrice, proven: null };
  const until = now() + seconds * 1000;
  const proven = proveByEnumeration(prep, () => now() > until || shouldStop());
  if (proven) return { bound: proven.price, proven };
  // With parts to fetch and travel by the hour, the quickest way round is not known; nothing is claimed.
  if (!linear || (prep.changesByHour && prep.needsFetch !== null)) return { bound: null, proven: null };
  const met = options.met ?? createMetDays(prep);
  met.isModelled.fill(0);
  if (met.count < RICH && isSeparable(prep)) {
    meetDays(
      prep,
      found.best,
      met,
      options.annealing,
      {
        kind: 'seconds',
        seconds: (Math.max(0, until - now()) / 1000) * GATHERING,
        now,
      },
      shouldStop,
    );
  }
  const { bound, days } = lowerBound(prep.changesByHour ? atQuickest(prep) : prep, {
    linear,
    seconds: Math.max(0, until - now()) / 1000,
    now,
    shouldStop,
    guess: savings(prep, found.best),
    start: daysOf(prep, found.best),
    met,
    price: found.bestPrice,
    realDay: createRealDay(prep),
  });
  const chosen = days && planOf(prep, days);
  const better = chosen && chosen.price < found.bestPrice ? chosen : null;
  const isTelling = bound !== null && bound >= TELLING * (better ?? { price: found.bestPrice }).price;
  return { bound: isTelling ? bound : null, proven: better };
}

/** Goes on from a plan for a while, and keeps the days on the way. */
function meetDays(
  prep: ReturnType<typeof prepare>,
  plan: Snapshot,
  met: MetDays,
  { startPrice, endPrice }: Annealing,
  budget: Budget,
  shouldStop: () => boolean,
): void {
  const work = createWorkspace(prep, createRandom(1));
  if (!loadDays(work, (s) => visitsOn(plan, s))) return;
  const annealing = { startPrice: WARMER * startPrice, endPrice: WARMER * endPrice };
  search(work, createRecreate(work, createSortKeys(work)), { phases: [{ until: 1, annealing }] }, budget, {
    shouldStop,
    onTick: () => undefined,
    onAccepted: () => noteTouched(met, work),
  });
}

function visitsOn({ visitAt, room, count }: Snapshot, s: number): Int32Array {
  return visitAt.subarray(s * room + 1, s * room + 1 + count[s]!);
}

/** Days as a plan at its real price; null when they cannot be done as they are, or hang together. */
function planOf(prep: ReturnType<typeof prepare>, days: NonNullable<Bound['days']>): Proven | null {
  if (!isSeparable(prep)) return null;
  const work = createWorkspace(prep, createRandom(1));
  if (!takeDays(work, days)) return null;
  const plan = createSnapshot(prep, work.routes);
  for (let s = 0; s < prep.shifts; s++) copyRoute(work.routes, s, plan);
  return { price: work.price, plan };
}

/** What each visit might be worth: twice what leaving it out of its day saves, and a little. */
function savings(prep: ReturnType<typeof prepare>, plan: Snapshot): Float64Array {
  const { routes } = createWorkspace(prep, createRandom(1));
  const out = Float64Array.from(prep.visitUnplannedPrice);
  let sum = 0;
  let count = 0;
  for (const { shift, visits, price } of daysOf(prep, plan)) {
    for (const [i, v] of visits.entries()) {
      const row = routes.rowOf[shift]!;
      routes.visitAt.set([...visits.slice(0, i), ...visits.slice(i + 1)], row + 1);
      routes.count[shift] = visits.length - 1;
      routes.hot.refresh(shift);
      out[v] = Math.max(0, price - routes.price[shift]!);
      sum += out[v]!;
      count++;
    }
  }
  return out.map((saving) => 2 * saving + sum / Math.max(1, count));
}

/** The days of a plan with their prices. */
function daysOf(prep: ReturnType<typeof prepare>, plan: Snapshot) {
  const { routes } = createWorkspace(prep, createRandom(1));
  return Array.from({ length: prep.shifts }, (_, shift) => {
    const row = routes.rowOf[shift]!;
    const visits = [...visitsOn(plan, shift)];
    routes.visitAt.set(visits, row + 1);
    routes.count[shift] = visits.length;
    routes.hot.refresh(shift);
    return { shift, visits, price: routes.price[shift]! };
  }).filter((day) => day.visits.length > 0);
}
