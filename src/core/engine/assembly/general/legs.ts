import {
  KNOWN_PLACES,
  P_BREAK_COUNT,
  P_BREAK_DUE,
  P_BREAK_EARLIEST,
  P_BREAK_FIRST,
  P_BREAK_LATEST,
  P_BREAK_LONG,
  P_PERIOD_AT,
  P_PERIOD_FROM,
  P_PERIOD_SLICE,
  P_SLICES,
  P_VIA_BY,
  P_VIA_FROM,
  PERIOD_SPANS,
  PERIODS,
  PLACES,
  WIDE_SLICES,
} from '../../hot/table';
import { AFTER, PERIOD_SPAN } from '../../state/cells';

import { field, given, intAt, NEVER, pointer, travelSec } from '../memory';

/* Legs crossed with any number of breaks on them, and driving that changes with the hour (travel/time-of-day.ts). */

/** Arrival over a leg [from × places + to] for somebody who leaves at `leave`. */
export function arriveAt(leg: i32, leave: i32): i32 {
  if (given(PERIODS) == 0) return leave + travelSec(leg);
  const places = given(PLACES);
  const known = given(KNOWN_PLACES);
  if (leg < known * places) return cross(leg, leave);
  // By way of where parts are fetched: the two halves, one after the other.
  const via = leg / places - known;
  const by = intAt(P_VIA_BY, via);
  return cross(by * places + (leg % places), cross(intAt(P_VIA_FROM, via) * places + by, leave));
}

/** Latest moment at which to leave so as to arrive by `arrive`. */
export function leaveBy(leg: i32, arrive: i32): i32 {
  if (given(PERIODS) == 0) return arrive - travelSec(leg);
  const places = given(PLACES);
  const known = given(KNOWN_PLACES);
  if (leg < known * places) return leaveCross(leg, arrive);
  const via = leg / places - known;
  const by = intAt(P_VIA_BY, via);
  return leaveCross(intAt(P_VIA_FROM, via) * places + by, leaveCross(by * places + (leg % places), arrive));
}

function periodAt(sec: i32): i32 {
  const last = given(PERIODS) - 1;
  const first = intAt(P_PERIOD_FROM, 0);
  if (sec < first) return 0;
  const span = min((sec - first) / PERIOD_SPAN, given(PERIOD_SPANS) - 1);
  let p = intAt(P_PERIOD_AT, span);
  while (p < last && intAt(P_PERIOD_FROM, p + 1) <= sec) p++;
  return p;
}

/** Seconds that a leg takes at the speeds of a period. */
// @ts-ignore: decorator
@inline
function wholeOf(p: i32, leg: i32): i32 {
  const places = given(PLACES);
  const cell = <usize>intAt(P_PERIOD_SLICE, p) * <usize>(places * places) + <usize>leg;
  return given(WIDE_SLICES)
    ? load<i32>(pointer(P_SLICES) + (cell << 2))
    : <i32>load<u16>(pointer(P_SLICES) + (cell << 1));
}

function cross(leg: i32, leave: i32): i32 {
  const last = given(PERIODS) - 1;
  let p = periodAt(leave);
  const within = wholeOf(p, leg);
  if (p == last || within <= intAt(P_PERIOD_FROM, p + 1) - leave) return leave + within;
  let at = <f64>leave;
  let left: f64 = 1;
  while (true) {
    const whole = <f64>wholeOf(p, leg);
    const room = p == last ? Infinity : <f64>intAt(P_PERIOD_FROM, p + 1) - at;
    // Guards against a hair above a whole second from the division below.
    if (left * whole <= room) return <i32>Math.ceil(at + left * whole - 1e-6);
    left -= room / whole;
    p++;
    at = <f64>intAt(P_PERIOD_FROM, p);
  }
}

function leaveCross(leg: i32, arrive: i32): i32 {
  let p = periodAt(arrive);
  const within = wholeOf(p, leg);
  if (p == 0 || within <= arrive - intAt(P_PERIOD_FROM, p)) return arrive - within;
  let at = <f64>arrive;
  let left: f64 = 1;
  while (true) {
    const whole = <f64>wholeOf(p, leg);
    const room = p == 0 ? Infinity : at - <f64>intAt(P_PERIOD_FROM, p);
    if (left * whole <= room) {
      at -= left * whole;
      break;
    }
    left -= room / whole;
    at = <f64>intAt(P_PERIOD_FROM, p);
    p--;
  }
  let leave = <i32>Math.floor(at + 1e-6);
  while (cross(leg, leave) > arrive) leave--;
  while (cross(leg, leave + 1) <= arrive) leave++;
  return leave;
}

/** End of the k-th break (of all shifts) for somebody who could begin it at `sec`; NEVER when too late. */
// @ts-ignore: decorator
@inline
export function afterBreak(k: i32, sec: i32): i32 {
  return sec > intAt(P_BREAK_LATEST, k) ? NEVER : max(sec, intAt(P_BREAK_EARLIEST, k)) + intAt(P_BREAK_LONG, k);
}

/** Latest moment from which that break is over by `sec`; −NEVER when there is none. */
// @ts-ignore: decorator
@inline
function beforeBreak(k: i32, sec: i32): i32 {
  const start = sec - intAt(P_BREAK_LONG, k);
  return intAt(P_BREAK_EARLIEST, k) > start ? -NEVER : min(start, intAt(P_BREAK_LATEST, k));
}

/**
 * Readiness after a leg on which breaks i..j−1 of a shift are taken, each before leaving or on arrival, whichever is
 * ready soonest. `own` is what may be driven on own time before `free` when no break comes first. NEVER when a break
 * would begin too late.
 */
export function readyOver(s: i32, i: i32, j: i32, free: i32, leg: i32, own: i32): i32 {
  let ready = max(free, arriveAt(leg, free - own));
  if (i == j) return ready;
  const first = intAt(P_BREAK_FIRST, s);
  let best = NEVER;
  let left = free;
  let m = i;
  while (true) {
    if (m > i) ready = arriveAt(leg, left);
    for (let k = m; k < j && ready < NEVER; k++) ready = afterBreak(first + k, ready);
    best = min(best, ready);
    if (m == j) return best;
    left = afterBreak(first + m, left);
    if (left >= NEVER) return best;
    m++;
  }
}

/** Latest moment to be free before a leg so that, breaks i..j−1 taken on it, one is ready by `ready`. */
export function freeBefore(s: i32, i: i32, j: i32, ready: i32, leg: i32): i32 {
  if (ready <= -NEVER) return -NEVER;
  if (i == j) return leaveBy(leg, ready);
  const first = intAt(P_BREAK_FIRST, s);
  let best = -NEVER;
  for (let m = i; m <= j; m++) {
    let sec = ready;
    for (let k = j - 1; k >= m && sec > -NEVER; k--) sec = beforeBreak(first + k, sec);
    if (sec <= -NEVER) continue;
    sec = leaveBy(leg, sec);
    for (let k = m - 1; k >= i && sec > -NEVER; k--) sec = beforeBreak(first + k, sec);
    best = max(best, sec);
  }
  return best;
}

/** When the leg home begins, breaks from i on that are due taken first; NEVER when one cannot be. */
export function leaveForHome(s: i32, i: i32, free: i32, leg: i32): i32 {
  const first = intAt(P_BREAK_FIRST, s);
  const end = first + intAt(P_BREAK_COUNT, s);
  let leave = free;
  for (let k = first + i; k < end && leave < NEVER; k++) {
    if (arriveAt(leg, leave) <= intAt(P_BREAK_DUE, k)) break;
    leave = afterBreak(k, leave);
  }
  return leave;
}

/** End of paid work over a leg home begun at `leave`: own-time driving comes after it. */
export function workEndOver(line: usize, leave: i32, leg: i32): i32 {
  return max(leave, arriveAt(leg, leave) - field(line, AFTER));
}

/** Latest moment to be free for the leg home in lane i so that paid work ends by `workEnd`. */
export function freeBeforeHome(s: i32, line: usize, i: i32, workEnd: i32, leg: i32): i32 {
  const first = intAt(P_BREAK_FIRST, s);
  const count = intAt(P_BREAK_COUNT, s);
  const byEnd = min(workEnd, leaveBy(leg, workEnd + field(line, AFTER)));
  let best = -NEVER;
  for (let j = i; j <= count; j++) {
    let sec = j < count ? min(byEnd, leaveBy(leg, intAt(P_BREAK_DUE, first + j))) : byEnd;
    for (let k = j - 1; k >= i && sec > -NEVER; k--) sec = beforeBreak(first + k, sec);
    best = max(best, sec);
  }
  return best;
}
