import { leaveForHome, workEndOver } from '../evaluate/legs';
import { NEVER, type Prepared } from '../prepare/prepared';
import type { Arcs } from './arcs';
import { beginOf, type Kind, latePriceOf, readyVia } from './kinds';

/** Buckets at first; more where they tell too little. */
export const COARSE = 160;
export const FINEST = 2000;

/**
 * Least price of finishing a day from a node and a moment on: a bound on any real continuation. Visits
 * may come again, but none right after the one that followed it. The cheapest continuation and the
 * cheapest that begins with another visit; [(lane × m + node) × buckets + bucket], moments rounded down
 * to their bucket. (Two-cycle elimination: Houck, Picard, Queyranne, Vemuganti, "The travelling salesman
 * problem as a constrained shortest path problem", Opsearch 17, 1980.)
 */
export interface Completion {
  readonly price: Float64Array;
  /** Visit that the cheapest continuation begins with, −1 for going home. */
  readonly next: Int16Array;
  readonly other: Float64Array;
  readonly fromSec: number;
  readonly widthSec: number;
  readonly buckets: number;
}

export function bucketOf({ fromSec, widthSec, buckets }: Completion, sec: number): number {
  const b = Math.floor((sec - fromSec) / widthSec);
  return b < 0 ? 0 : b >= buckets ? buckets - 1 : b;
}

/** Price of going home from a node in a lane, free at a moment; Infinity when too late. */
export function homePriceAt(prep: Prepared, kind: Kind, node: number, lane: number, free: number): number {
  const m = kind.visits.length;
  const at = node * (m + 2) + m + 1;
  const leg = kind.leg[at]!;
  const s = kind.shift;
  const leave = leaveForHome(prep, s, lane, free, leg);
  if (leave >= NEVER) return Number.POSITIVE_INFINITY;
  const over = workEndOver(prep, s, leave, leg) - prep.shiftEnd[s]!;
  if (over > prep.shiftOvertime[s]!) return Number.POSITIVE_INFINITY;
  return kind.legPrice[at]! + (over > 0 ? over * prep.overtimePrice[s]! : 0);
}

/** Null when two visits may follow so closely that buckets cannot tell them apart, or when time is over. */
export function completionOf(
  prep: Prepared,
  kind: Kind,
  arcs: Arcs,
  most: number,
  isOver: () => boolean,
): Completion | null {
  const m = kind.visits.length;
  const { lanes } = kind;
  const s = kind.shift;
  const fromSec = prep.shiftStart[s]!;
  const span = prep.shiftEnd[s]! + prep.shiftOvertime[s]! - fromSec + 1;
  const shortest = kind.shortest;
  const enough = Math.ceil(span / Math.max(1, shortest)) + 1;
  const buckets = Math.max(most, Math.min(COARSE, enough));
  const widthSec = Math.ceil(span / buckets);
  if (widthSec > shortest) return null;
  const cells = lanes * m * buckets;
  const out: Completion = {
    price: new Float64Array(cells).fill(Number.POSITIVE_INFINITY),
    other: new Float64Array(cells).fill(Number.POSITIVE_INFINITY),
    next: new Int16Array(cells).fill(-1),
    fromSec,
    widthSec,
    buckets,
  };
  // Least over all moments that can be next: the earlier, the cheaper, so that most ways need no look at the clock.
  const least = new Float64Array(m).fill(Number.POSITIVE_INFINITY);
  const step = Math.floor(shortest / widthSec);
  let floor = Number.POSITIVE_INFINITY;
  const found: Found = { best: 0, second: 0, next: -1 };
  for (let b = buckets - 1; b >= 0; b--) {
    if (isOver()) return null;
    const next = Math.min(b + step, buckets - 1);
    for (let cell = next, a = 0; cell < cells; cell += buckets) {
      const price = out.price[cell]!;
      if (price < least[a]!) least[a] = price;
      if (price < floor) floor = price;
      a = a === m - 1 ? 0 : a + 1;
    }
    const free = fromSec + b * widthSec;
    for (let i = lanes - 1; i >= 0; i--) {
      for (let a = 0; a < m; a++) {
        if (free < kind.soonest[a]! - widthSec) continue;
        found.best = homePriceAt(prep, kind, a, i, free);
        found.second = Number.POSITIVE_INFINITY;
        found.next = -1;
        lookOn(prep, kind, arcs, out, least, floor, a, i, free, found);
        const cell = (i * m + a) * buckets + b;
        out.price[cell] = found.best;
        out.next[cell] = found.next;
        out.other[cell] = found.second;
      }
    }
  }
  return out;
}

interface Found {
  best: number;
  second: number;
  next: number;
}

/** The cheapest ways on from visit a, free at a moment with i breaks behind: one, and the best that begins elsewhere. */
function lookOn(
  prep: Prepared,
  kind: Kind,
  arcs: Arcs,
  done: Completion,
  least: Float64Array,
  floor: number,
  a: number,
  i: number,
  free: number,
  found: Found,
): void {
  const { price, other, next, fromSec, widthSec, buckets } = done;
  const { lanes, duration, open, latest, promise } = kind;
  const { from, sec, base } = arcs;
  const m = kind.visits.length;
  const perSec = 1 / widthSec;
  let { best, second, next: bestNext } = found;
  for (let x = from[a]!; x < from[a + 1]!; x++) {
    const w = arcs.to[x]!;
    // What follows costs ever more.
    if (base[x]! + floor >= second) break;
    if (base[x]! + least[w]! >= second) continue;
    const arrive = free + sec[x]!;
    if (arrive > latest[w]!) continue;
    for (let j = i; j < lanes; j++) {
      const ready = j === i ? arrive : readyVia(prep, kind, i, j, free, a * (m + 2) + w, false);
      let start = open[w]!;
      if (start < 0) start = ready >= NEVER ? NEVER : beginOf(prep, kind, w, ready);
      else if (ready > start) start = ready > latest[w]! ? NEVER : ready;
      if (start >= NEVER) break;
      // Rounded down, so never too dear.
      let to = ((start + duration[w]! - fromSec) * perSec) | 0;
      if (to >= buckets) to = buckets - 1;
      const cell = (j * m + w) * buckets + to;
      let whole = base[x]! + (next[cell] === a ? other[cell]! : price[cell]!);
      if (start > promise[w]!) whole += latePriceOf(prep, kind, w, start);
      if (whole >= second) continue;
      if (whole < best) {
        if (bestNext !== w) second = best;
        best = whole;
        bestNext = w;
      } else if (bestNext !== w) second = whole;
    }
  }
  found.best = best;
  found.second = second;
  found.next = bestNext;
}
