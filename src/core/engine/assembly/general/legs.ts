import {
  KNOWN_PLACES,
  P_BREAK_COUNT,
  P_BREAK_DUE,
  P_BREAK_EARLIEST,
  P_BREAK_FIRST,
  P_BREAK_LATEST,
  P_BREAK_LONG,
  P_PERIOD_AT,
  P_PERIODS,
  P_SLICES,
  P_VIA_BY,
  P_VIA_FROM,
  PERIOD_SPANS,
  PLACES,
  SLICES,
  WIDE_SLICES,
} from '../../hot/table';
import { AFTER, PERIOD_SHIFT } from '../../state/cells';

import { field, given, intAt, NEVER, pointer, travelSec } from '../memory';

/* Legs crossed with any number of breaks on them, and driving that changes with the hour (travel/time-of-day.ts). */

/** Arrival over a leg [from × places + to] for somebody who leaves at `leave`. */
export function arriveAt(leg: i32, leave: i32): i32 {
  if (given(SLICES) == 0) return leave + travelSec(leg);
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
  if (given(SLICES) == 0) return arrive - travelSec(leg);
  const places = given(PLACES);
  const known = given(KNOWN_PLACES);
  if (leg < known * places) return leaveCross(leg, arrive);
  const via = leg / places - known;
  const by = intAt(P_VIA_BY, via);
  return leaveCross(intAt(P_VIA_FROM, via) * places + by, leaveCross(by * places + (leg % places), arrive));
}

/* Two integers a period: from when on it holds, and its slice. One that never comes is last. */

// @ts-ignore: decorator
@inline
function fromOf(period: usize): i32 {
  return load<i32>(period);
}

const PERIOD_BYTES: usize = 8;

function periodAt(sec: i32): usize {
  const periods = pointer(P_PERIODS);
  const since = sec - fromOf(periods);
  if (since < 0) return periods;
  const span = min(since >> PERIOD_SHIFT, given(PERIOD_SPANS) - 1);
  let period = periods + <usize>intAt(P_PERIOD_AT, span) * PERIOD_BYTES;
  while (fromOf(period + PERIOD_BYTES) <= sec) period += PERIOD_BYTES;
  return period;
}

/** Seconds that a leg takes at the speeds of a period. */
// @ts-ignore: decorator
@inline
function wholeOf(period: usize, leg: i32): i32 {
  const cell = <usize>leg * <usize>given(SLICES) + <usize>load<i32>(period, 4);
  return given(WIDE_SLICES)
    ? load<i32>(pointer(P_SLICES) + (cell << 2))
    : <i32>load<u16>(pointer(P_SLICES) + (cell << 1));
}

function cross(leg: i32, leave: i32): i32 {
  const period = periodAt(leave);
  const within = wholeOf(period, leg);
  return within <= fromOf(period + PERIOD_BYTES) - leave ? leave + within : crossOn(leg, leave, period);
}

/** The same for a leg on which another period begins. */
function crossOn(leg: i32, leave: i32, first: usize): i32 {
  let period = first;
  let at = <f64>leave;
  let left: f64 = 1;
  while (true) {
    const whole = <f64>wholeOf(period, leg);
    const room = <f64>fromOf(period + PERIOD_BYTES) - at;
    // Guards against a hair above a whole second from the division below.
    if (left * whole <= room) return <i32>Math.ceil(at + left * whole - 1e-6);
    left -= room / whole;
    period += PERIOD_BYTES;
    at = <f64>fromOf(period);
  }
}

function leaveCross(leg: i32, arrive: i32): i32 {
  const period = periodAt(arrive);
  const within = wholeOf(period, leg);
  return within <= arrive - fromOf(period) || period == pointer(P_PERIODS)
    ? arrive - within
    : leaveCrossOn(leg, arrive, period);
}

function leaveCrossOn(leg: i32, arrive: i32, last: usize): i32 {
  const first = pointer(P_PERIODS);
  let period = last;
  let at = <f64>arrive;
  let left: f64 = 1;
  while (true) {
    const whole = <f64>wholeOf(period, leg);
    const room = period == first ? Infinity : at - <f64>fromOf(period);
    if (left * whole <= room) {
      at -= left * whole;
      break;
    }
    left -= room / whole;
    at = <f64>fromOf(period);
    period -= PERIOD_BYTES;
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

/** Arrival over a leg for somebody free at `free`, who may have driven `own` seconds of it on his own time before. */
// @ts-ignore: decorator
@inline
export function arriveFrom(free: i32, leg: i32, own: i32): i32 {
  return max(free, arriveAt(leg, free - own));
}

/**
 * Readiness after a leg on which breaks i..j−1 of a shift are taken, each before leaving or on arrival, whichever is
 * ready soonest; `arrive` is the arrival without any. NEVER when a break would begin too late.
 */
export function readyOver(s: i32, i: i32, j: i32, free: i32, leg: i32, arrive: i32): i32 {
  let ready = arrive;
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
