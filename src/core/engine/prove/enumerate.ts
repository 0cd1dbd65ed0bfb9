import { createRandom } from '../../base/random';
import { isSeparable } from '../days/separable';
import type { Links } from '../prepare/links';
import type { Prepared } from '../prepare/prepared';
import { createSnapshot, type Snapshot } from '../state/edit';
import { createWorkspace, refresh, type Workspace } from '../state/workspace';

/** Most visits for which every plan can be tried: sums over subsets grow as 3 to their number. */
const MOST_VISITS = 13;
/** Days tried at most; beyond it nothing is claimed. */
const MOST_DAYS = 3_000_000;

/** Cheapest day of one kind of shift for a set of visits, as bits. */
interface Day {
  readonly price: number;
  readonly sequence: readonly number[];
}

export interface Proven {
  readonly price: number;
  readonly plan: Snapshot;
}

/**
 * The cheapest plan of a small problem by trying every day that every kind of shift can have, and every
 * way to share the visits out among the shifts (dynamic programming over subsets: Held and Karp, "A
 * dynamic programming approach to sequencing problems", J. SIAM 10(1), 1962). Null when the problem is
 * too large, or its days hang together: then nothing is claimed.
 */
export function proveByEnumeration(
  prep: Prepared & { readonly links: Links },
  shouldStop: () => boolean,
): Proven | null {
  if (prep.visits > MOST_VISITS || !isSeparable(prep)) return null;
  const work = createWorkspace(prep, createRandom(1));
  const count = { days: 0 };
  const daysOf = new Map<number, Map<number, Day> | null>();
  for (let s = 0; s < prep.shifts; s++) {
    const twin = prep.shiftTwin[s]!;
    if (daysOf.has(twin)) continue;
    const days = everyDay(work, s, count, shouldStop);
    if (!days) return null;
    daysOf.set(twin, days);
  }
  return shareOut(work, daysOf as Map<number, Map<number, Day>>, shouldStop);
}

/** Grows sequences visit by visit. */
function everyDay(
  work: Workspace,
  s: number,
  count: { days: number },
  shouldStop: () => boolean,
): Map<number, Day> | null {
  const { prep, routes } = work;
  const best = new Map<number, Day>();
  const sequence: number[] = [];
  const isDone = (): boolean => {
    if (++count.days > MOST_DAYS) return true;
    return (count.days & 4095) === 0 && shouldStop();
  };
  const mayHeal = mayBecomePossible(prep, s);
  const grow = (mask: number, load: number): boolean => {
    for (let v = 0; v < prep.visits; v++) {
      const bit = 1 << v;
      if (mask & bit || prep.eligible[v * prep.shifts + s] === 0) continue;
      if (load + prep.visitDemand[v]! > prep.shiftCapacity[s]!) continue;
      if (sequence.length >= prep.shiftMaxVisits[s]!) continue;
      if (isDone()) return false;
      sequence.push(v);
      const price = priceOf(work, s, sequence);
      if (price !== null) {
        const next = mask | bit;
        if (price < (best.get(next)?.price ?? Number.POSITIVE_INFINITY)) {
          best.set(next, { price, sequence: [...sequence] });
        }
      }
      if ((price !== null || mayHeal) && !grow(mask | bit, load + prep.visitDemand[v]!)) return false;
      sequence.pop();
    }
    return true;
  };
  const isComplete = grow(0, 0);
  routes.count[s] = 0;
  refresh(work, s);
  return isComplete ? best : null;
}

/**
 * Whether a day that cannot be done may be cured by one visit more: a leg out of reach by a visit on the
 * way, and any leg where the way round is shorter than the way straight on.
 */
function mayBecomePossible(prep: Prepared, s: number): boolean {
  if (prep.hasReach[s] === 1 || prep.changesByHour) return true;
  const places = new Set([...prep.visitPlace, prep.shiftFrom[s]!, prep.shiftTo[s]!]);
  const sec = (a: number, b: number): number => prep.travelSec[a * prep.places + b]!;
  for (const a of places) {
    for (const b of places) for (const c of places) if (sec(a, c) > sec(a, b) + sec(b, c)) return true;
  }
  return false;
}

function priceOf(work: Workspace, s: number, sequence: readonly number[]): number | null {
  const { routes } = work;
  if (sequence.length + 2 > routes.room) return null;
  const row = routes.rowOf[s]!;
  for (const [i, v] of sequence.entries()) routes.visitAt[row + i + 1] = v;
  routes.count[s] = sequence.length;
  return refresh(work, s) ? routes.price[s]! : null;
}

/** Shares the visits out: shift by shift, for every set of visits the cheapest way to have done them so far. */
function shareOut(
  work: Workspace,
  daysOf: ReadonlyMap<number, ReadonlyMap<number, Day>>,
  shouldStop: () => boolean,
): Proven | null {
  const { prep } = work;
  const full = 1 << prep.visits;
  let cheapest = new Float64Array(full).fill(Number.POSITIVE_INFINITY);
  cheapest[0] = 0;
  const taken: Int32Array[] = [];
  for (let s = 0; s < prep.shifts; s++) {
    if (shouldStop()) return null;
    const days = daysOf.get(prep.shiftTwin[s]!)!;
    const next = cheapest.slice();
    const choice = new Int32Array(full);
    for (const [mask, day] of days) {
      const rest = (full - 1) & ~mask;
      // Every subset of what this day leaves, the empty one last.
      for (let sub = rest; ; sub = (sub - 1) & rest) {
        const price = cheapest[sub]! + day.price;
        if (price < next[sub | mask]!) {
          next[sub | mask] = price;
          choice[sub | mask] = mask;
        }
        if (sub === 0) break;
      }
    }
    cheapest = next;
    taken.push(choice);
  }
  let best = -1;
  let price = Number.POSITIVE_INFINITY;
  for (let mask = 0; mask < full; mask++) {
    const whole = cheapest[mask]! + loosePrice(prep, (full - 1) & ~mask);
    if (whole < price) {
      price = whole;
      best = mask;
    }
  }
  return best < 0 ? null : { price, plan: planOf(work, daysOf, taken, best) };
}

function loosePrice(prep: Prepared, mask: number): number {
  let sum = 0;
  for (let v = 0; v < prep.visits; v++) {
    if (!(mask & (1 << v))) continue;
    if (prep.visitHeld[v]) return Number.POSITIVE_INFINITY;
    sum += prep.visitUnplannedPrice[v]!;
  }
  return sum;
}

function planOf(
  work: Workspace,
  daysOf: ReadonlyMap<number, ReadonlyMap<number, Day>>,
  taken: readonly Int32Array[],
  done: number,
): Snapshot {
  const { prep, routes } = work;
  const plan = createSnapshot(prep, routes);
  let mask = done;
  for (let s = prep.shifts - 1; s >= 0; s--) {
    const own = taken[s]![mask]!;
    if (own === 0) continue;
    const day = daysOf.get(prep.shiftTwin[s]!)!.get(own)!;
    for (const [i, v] of day.sequence.entries()) plan.visitAt[s * plan.room + i + 1] = v;
    plan.count[s] = day.sequence.length;
    mask &= ~own;
  }
  return plan;
}
