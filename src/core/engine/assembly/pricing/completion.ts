import {
  A_BASE,
  A_SEC,
  A_TO,
  ARC_BYTES,
  BUCKETS,
  CELL_BYTES,
  FROM_SEC,
  LANES,
  N_DURATION,
  N_LATEST,
  N_OPEN,
  N_PROMISE,
  N_SOONEST,
  NODE_BYTES,
  P_ARC_FROM,
  P_ARCS,
  P_CELLS,
  P_LEAST,
  P_NODES,
  STEP,
  VISITS,
  WIDTH_SEC,
} from '../../prove/table';
import { given, NEVER, pointer } from '../memory';
import { C_NEXT, C_OTHER, C_PRICE } from './fields';
import { isOver } from './host';
import { beginOf, homePrice, latePriceOf, nodeOf, readyVia } from './moments';

/*
 * Least price of finishing a day from a visit and a moment on: a bound on any real continuation. Visits may come
 * again, but none right after the one that followed it. Moments are rounded down to their bucket. (Two-cycle
 * elimination: Houck, Picard, Queyranne, Vemuganti, "The travelling salesman problem as a constrained shortest path
 * problem", Opsearch 17, 1980.)
 */

/** Address of a visit's cells in a lane, the first bucket. */
// @ts-ignore: decorator
@inline
export function cellsOf(lane: i32, w: i32): usize {
  return pointer(P_CELLS) + <usize>((lane * given(VISITS) + w) * given(BUCKETS)) * CELL_BYTES;
}

// @ts-ignore: decorator
@inline
export function bucketOf(sec: i32): i32 {
  return min(max(0, (sec - given(FROM_SEC)) / given(WIDTH_SEC)), given(BUCKETS) - 1);
}

/** Reckons it for all of a kind; false when time is over before. */
export function complete(): bool {
  const visits = given(VISITS);
  const lanes = given(LANES);
  const buckets = given(BUCKETS);
  const width = given(WIDTH_SEC);
  const fromSec = given(FROM_SEC);
  const cells = pointer(P_CELLS);
  const row = <usize>buckets * CELL_BYTES;
  const end = cells + <usize>(lanes * visits) * row;
  for (let at = cells; at < end; at += CELL_BYTES) {
    store<f64>(at, Infinity, C_PRICE);
    store<f64>(at, Infinity, C_OTHER);
    store<i32>(at, -1, C_NEXT);
  }
  // Least over all moments that can be next: the earlier, the cheaper, so that most ways need no look at the clock.
  const least = pointer(P_LEAST);
  const leastEnd = least + (<usize>visits << 3);
  for (let at = least; at < leastEnd; at += 8) store<f64>(at, Infinity);
  let floor = Infinity;
  for (let b = buckets - 1; b >= 0; b--) {
    if (isOver()) return false;
    let its = least;
    for (let at = cells + <usize>min(b + given(STEP), buckets - 1) * CELL_BYTES; at < end; at += row) {
      const price = load<f64>(at, C_PRICE);
      if (price < load<f64>(its)) store<f64>(its, price);
      if (price < floor) floor = price;
      its += 8;
      if (its == leastEnd) its = least;
    }
    const free = fromSec + b * width;
    for (let i = lanes - 1; i >= 0; i--) {
      for (let a = 0; a < visits; a++) {
        if (free >= load<i32>(nodeOf(a), N_SOONEST) - width) lookOn(a, i, b, free, floor);
      }
    }
  }
  return true;
}

/** The cheapest ways on from visit a, free in a bucket with i breaks behind: one, and the best that begins elsewhere. */
function lookOn(a: i32, i: i32, b: i32, free: i32, floor: f64): void {
  const lanes = given(LANES);
  const buckets = given(BUCKETS);
  const perSec: f64 = 1 / <f64>given(WIDTH_SEC);
  const fromSec = given(FROM_SEC);
  const nodes = pointer(P_NODES);
  const least = pointer(P_LEAST);
  let best = homePrice(nodeOf(a), i, free);
  let second = Infinity;
  let bestNext = -1;
  const from = pointer(P_ARC_FROM) + (<usize>a << 2);
  let arc = pointer(P_ARCS) + <usize>load<i32>(from) * ARC_BYTES;
  const end = pointer(P_ARCS) + <usize>load<i32>(from, 4) * ARC_BYTES;
  for (; arc < end; arc += ARC_BYTES) {
    const base = load<f64>(arc, A_BASE);
    // What follows costs ever more.
    if (base + floor >= second) break;
    const w = load<i32>(arc, A_TO);
    if (base + load<f64>(least + (<usize>w << 3)) >= second) continue;
    const sec = load<i32>(arc, A_SEC);
    const arrive = free + sec;
    const node = nodes + <usize>w * NODE_BYTES;
    if (arrive > load<i32>(node, N_LATEST)) continue;
    for (let j = i; j < lanes; j++) {
      const ready = j == i ? arrive : readyVia(i, j, free, sec);
      const start = beginOf(node, ready);
      if (start >= NEVER) break;
      // Rounded down, so never too dear.
      const to = min(<i32>(<f64>(start + load<i32>(node, N_DURATION) - fromSec) * perSec), buckets - 1);
      const cell = cellsOf(j, w) + <usize>to * CELL_BYTES;
      let whole = base + (load<i32>(cell, C_NEXT) == a ? load<f64>(cell, C_OTHER) : load<f64>(cell, C_PRICE));
      if (start > load<i32>(node, N_PROMISE)) whole += latePriceOf(node, start);
      if (whole >= second) continue;
      if (whole < best) {
        if (bestNext != w) second = best;
        best = whole;
        bestNext = w;
      } else if (bestNext != w) second = whole;
    }
  }
  const cell = cellsOf(i, a) + <usize>b * CELL_BYTES;
  store<f64>(cell, best, C_PRICE);
  store<i32>(cell, bestNext, C_NEXT);
  store<f64>(cell, second, C_OTHER);
}
