import { leaveForHome, workEndOver } from '../evaluate/legs';
import { NEVER, type Prepared } from '../prepare/prepared';
import { beginAt, type Kind, latePriceAt, readyVia } from './kinds';

const MOST_BUCKETS = 160;

/**
 * Least price of finishing a day from a node and a moment on, visits repeated freely: a bound on any
 * real continuation. [(lane × m + node) × buckets + bucket]; moments are rounded down to their bucket.
 */
export interface Completion {
  readonly price: Float64Array;
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

/** Null when a visit is too short for its end to lie in a later bucket than its beginning, or when time is over. */
export function completionOf(
  prep: Prepared,
  kind: Kind,
  dual: Float64Array,
  isOver: () => boolean,
): Completion | null {
  const m = kind.visits.length;
  const { lanes } = kind;
  const s = kind.shift;
  const fromSec = prep.shiftStart[s]!;
  const span = prep.shiftEnd[s]! + prep.shiftOvertime[s]! - fromSec + 1;
  const shortest = kind.cells.reduce((least, cell) => Math.min(least, prep.duration[cell]!), span);
  const buckets = Math.min(MOST_BUCKETS, Math.max(48, Math.ceil(span / Math.max(1, shortest))));
  const widthSec = Math.ceil(span / buckets);
  if (widthSec > shortest) return null;
  const price = new Float64Array(lanes * m * buckets).fill(Number.POSITIVE_INFINITY);
  const out: Completion = { price, fromSec, widthSec, buckets };
  for (let b = buckets - 1; b >= 0; b--) {
    if (isOver()) return null;
    const free = fromSec + b * widthSec;
    for (let i = lanes - 1; i >= 0; i--) {
      for (let a = 0; a < m; a++) {
        let best = homePriceAt(prep, kind, a, i, free);
        for (let w = 0; w < m; w++) {
          const at = a * (m + 2) + w;
          const leg = kind.leg[at]!;
          if (leg < 0) continue;
          const cell = kind.cells[w]!;
          const v = kind.visits[w]!;
          const base = kind.legPrice[at]! - dual[v]!;
          for (let j = i; j < lanes; j++) {
            const ready = readyVia(prep, kind, { i, j }, free, leg, false);
            const start = ready >= NEVER ? NEVER : beginAt(prep, cell, ready);
            if (start >= NEVER) break;
            const rest = price[(j * m + w) * buckets + bucketOf(out, start + prep.duration[cell]!)]!;
            const whole = base + latePriceAt(prep, v, cell, start) + rest;
            if (whole < best) best = whole;
          }
        }
        price[(i * m + a) * buckets + b] = best;
      }
    }
  }
  return out;
}
