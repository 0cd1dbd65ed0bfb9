import {
  MARGIN_SEC,
  MOVED_SEC,
  P_BASE_AT,
  P_LATE_PRICE,
  P_MARGIN_PRICE,
  P_MISSED_PRICE,
  P_MOVED_PRICE,
  P_PROMISE_CLOSE,
  P_PROMISE_COUNT,
  P_PROMISE_FIRST,
  P_PROMISE_OPEN,
  P_WINDOW_COUNT,
  P_WINDOW_FIRST,
  P_WINDOW_LATEST,
  P_WINDOW_OPEN,
  P_WINDOW_SOFT,
} from '../hot/table';
import { EASE, LAST, OPEN, WINDOWS } from '../state/cells';
import { field, floatAt, given, intAt, NEVER, slotOf } from './memory';

/* The twins of evaluate/starts.ts. */

/** Beginning in a window for somebody ready at `ready`; NEVER when too late. */
// @ts-ignore: decorator
@inline
export function within(ready: i32, open: i32, last: i32): i32 {
  return ready > last ? NEVER : max(ready, open);
}

/** Earliest beginning of a visit on a day for somebody ready at `ready`; NEVER when too late. */
export function startAt(cell: i32, ready: i32): i32 {
  const slot = slotOf(cell);
  if (field(slot, WINDOWS) == 1) return within(ready, field(slot, OPEN), field(slot, LAST));
  const first = intAt(P_WINDOW_FIRST, cell);
  const end = first + intAt(P_WINDOW_COUNT, cell);
  let best = NEVER;
  for (let w = first; w < end; w++) {
    if (ready <= intAt(P_WINDOW_LATEST, w)) best = min(best, max(ready, intAt(P_WINDOW_OPEN, w)));
  }
  return best;
}

/** Latest readiness up to which every beginning is allowed and no later than `start`; −NEVER when there is none. */
export function latestReady(cell: i32, start: i32): i32 {
  const first = intAt(P_WINDOW_FIRST, cell);
  const end = first + intAt(P_WINDOW_COUNT, cell);
  let best = -NEVER;
  for (let w = first; w < end; w++) {
    if (intAt(P_WINDOW_OPEN, w) <= start) best = max(best, min(intAt(P_WINDOW_LATEST, w), start));
  }
  return best;
}

/** The same for beginnings that cost nothing; it ends at the first window that can be missed. */
export function latestSoft(cell: i32, start: i32): i32 {
  const first = intAt(P_WINDOW_FIRST, cell);
  const end = first + intAt(P_WINDOW_COUNT, cell);
  let best = -NEVER;
  for (let w = first; w < end; w++) {
    const open = intAt(P_WINDOW_OPEN, w);
    if (open > start) continue;
    const limit = intAt(P_WINDOW_SOFT, w);
    if (limit < open) break;
    best = max(best, min(limit, start));
    if (intAt(P_WINDOW_LATEST, w) > limit) break;
  }
  return best;
}

/** Price of beginning at a moment: lateness, a missed window, too little margin, another time than published. */
export function startPrice(v: i32, cell: i32, start: i32): f64 {
  if (start <= field(slotOf(cell), EASE)) return 0;
  const base = intAt(P_BASE_AT, v);
  const hasMoved = base < NEVER && abs(start - base) > given(MOVED_SEC);
  return windowPrice(v, cell, start) + (hasMoved ? floatAt(P_MOVED_PRICE, v) : 0);
}

function windowPrice(v: i32, cell: i32, start: i32): f64 {
  const first = intAt(P_PROMISE_FIRST, cell);
  const end = first + intAt(P_PROMISE_COUNT, cell);
  const marginPrice = floatAt(P_MARGIN_PRICE, v);
  const marginSec = given(MARGIN_SEC);
  let closed = -NEVER;
  let short = NEVER;
  for (let w = first; w < end; w++) {
    const open = intAt(P_PROMISE_OPEN, w);
    const close = intAt(P_PROMISE_CLOSE, w);
    if (start >= open && start <= close) {
      if (marginPrice == 0) return 0;
      short = min(short, max(0, min(marginSec, close - open) - (close - start)));
    } else if (close < start) closed = max(closed, close);
  }
  if (short < NEVER) return <f64>short * marginPrice;
  const late = closed == -NEVER ? 0 : start - closed;
  const price = late > 0 ? <f64>late * floatAt(P_LATE_PRICE, v) + floatAt(P_MISSED_PRICE, v) : 0;
  return price + marginPrice * <f64>marginSec;
}
