import {
  A_BASE,
  A_SEC,
  A_TO,
  ARC_BYTES,
  BORDER,
  BUCKETS,
  CAPACITY,
  CELL_BYTES,
  ENDS,
  FROM_SEC,
  IS_CUT,
  L_NODE,
  L_REDUCED,
  LABELS,
  LANES,
  MOST_LABELS,
  N_DEMAND,
  N_DURATION,
  P_ARC_FROM,
  P_ARCS,
  P_ENDS,
  P_QUEUE,
  QUEUE_BYTES,
  ROOT,
  VISITS,
} from '../../prove/table';
import { given, NEVER, pointer } from '../memory';
import { bucketOf, cellsOf, complete } from './completion';
import { C_NEXT, C_OTHER, C_PRICE, L_DEAD, L_LANE, L_LOAD, L_QUEUED, Y_COST, Y_FREE } from './fields';
import { isLate } from './host';
import { beginOf, homePrice, latePriceOf, nodeOf, readyFirst, readyVia } from './moments';
import { add, labelOf, remembers, wayOf } from './ways';

/** Labels between two looks at the clock. */
const CHECK_EVERY: i32 = 64;

/** Looks for the days of the kind in the memory whose price less duals lies below the border; false when even the first look was not done in time. */
export function price(): bool {
  if (!complete()) return false;
  store<f64>(ROOT, extend(-1));
  let extended = 0;
  for (let b = 0; b < given(BUCKETS); b++) {
    let label = load<i32>(pointer(P_QUEUE) + <usize>b * QUEUE_BYTES);
    for (; label >= 0; label = load<i32>(labelOf(label), L_QUEUED)) {
      if (load<i32>(labelOf(label), L_DEAD)) continue;
      end(label);
      extend(label);
      extended++;
      if (given(LABELS) > given(MOST_LABELS) || (extended % CHECK_EVERY == 0 && isLate())) {
        store<i32>(IS_CUT, 1);
        return true;
      }
    }
  }
  return true;
}

/** Notes the day that ends with a label, if it is cheap enough. */
function end(label: i32): void {
  const at = labelOf(label);
  const way = wayOf(label);
  const home = homePrice(nodeOf(load<i32>(at, L_NODE)), load<i32>(at, L_LANE), load<i32>(way, Y_FREE));
  const reduced = load<f64>(way, Y_COST) + home;
  if (reduced >= load<f64>(BORDER)) return;
  store<f64>(at, reduced, L_REDUCED);
  const count = given(ENDS);
  store<i32>(pointer(P_ENDS) + (<usize>count << 2), label);
  store<i32>(ENDS, count + 1);
}

/** Goes on from a label to every visit, or with −1 from the start; returns the least bound met. */
function extend(label: i32): f64 {
  const lanes = given(LANES);
  const border = load<f64>(BORDER);
  const isFirst = label < 0;
  const at: usize = isFirst ? 0 : labelOf(label);
  const node = isFirst ? given(VISITS) : load<i32>(at, L_NODE);
  const i = isFirst ? 0 : load<i32>(at, L_LANE);
  const weight = isFirst ? 0 : load<i32>(at, L_LOAD);
  const free = isFirst ? given(FROM_SEC) : load<i32>(wayOf(label), Y_FREE);
  const cost: f64 = isFirst ? 0 : load<f64>(wayOf(label), Y_COST);
  let least = Infinity;
  const from = pointer(P_ARC_FROM) + (<usize>node << 2);
  let arc = pointer(P_ARCS) + <usize>load<i32>(from) * ARC_BYTES;
  const last = pointer(P_ARCS) + <usize>load<i32>(from, 4) * ARC_BYTES;
  for (; arc < last; arc += ARC_BYTES) {
    const w = load<i32>(arc, A_TO);
    if (!isFirst && remembers(at, w)) continue;
    const to = nodeOf(w);
    const heavier = weight + load<i32>(to, N_DEMAND);
    if (heavier > given(CAPACITY)) continue;
    const base = cost + load<f64>(arc, A_BASE);
    const sec = load<i32>(arc, A_SEC);
    for (let j = i; j < lanes; j++) {
      const ready = isFirst ? readyFirst(j, free, sec) : readyVia(i, j, free, sec);
      const start = ready >= NEVER ? NEVER : beginOf(to, ready);
      if (start >= NEVER) break;
      const done = start + load<i32>(to, N_DURATION);
      const b = bucketOf(done);
      const price = base + latePriceOf(to, start);
      const cell = cellsOf(j, w) + <usize>b * CELL_BYTES;
      const bound = price + (load<i32>(cell, C_NEXT) == node ? load<f64>(cell, C_OTHER) : load<f64>(cell, C_PRICE));
      if (bound < least) least = bound;
      if (bound < border) add(label, w, j, done, price, heavier, b);
    }
  }
  return least;
}
