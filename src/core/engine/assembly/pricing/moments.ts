import {
  AFTER_SEC,
  B_DUE,
  B_EARLIEST,
  B_LATEST,
  B_LONG,
  BEFORE_SEC,
  BREAK_BYTES,
  END_SEC,
  LANES,
  N_HOME,
  N_HOME_SEC,
  N_LATE,
  N_LATEST,
  N_MISSED,
  N_OPEN,
  N_PROMISE,
  N_WINDOW,
  N_WINDOWS,
  NODE_BYTES,
  OVERTIME_PRICE,
  OVERTIME_SEC,
  P_BREAKS,
  P_NODES,
  P_WINDOWS,
  W_LATEST,
  W_OPEN,
  WINDOW_BYTES,
} from '../../prove/table';
import { given, NEVER, pointer } from '../memory';

/* Moments and prices of a day as bounds reckon them: travel that never changes, the twins of evaluate/legs.ts. */

// @ts-ignore: decorator
@inline
export function nodeOf(w: i32): usize {
  return pointer(P_NODES) + <usize>w * NODE_BYTES;
}

/** Earliest beginning of a visit for somebody ready at a moment; NEVER when too late. */
// @ts-ignore: decorator
@inline
export function beginOf(node: usize, ready: i32): i32 {
  if (ready > load<i32>(node, N_LATEST)) return NEVER;
  const open = load<i32>(node, N_OPEN);
  return open < 0 ? beginInWindows(node, ready) : max(ready, open);
}

function beginInWindows(node: usize, ready: i32): i32 {
  let best = NEVER;
  let at = pointer(P_WINDOWS) + <usize>load<i32>(node, N_WINDOW) * WINDOW_BYTES;
  const end = at + <usize>load<i32>(node, N_WINDOWS) * WINDOW_BYTES;
  for (; at < end; at += WINDOW_BYTES) {
    if (ready <= load<i32>(at, W_LATEST)) best = min(best, max(ready, load<i32>(at, W_OPEN)));
  }
  return best;
}

/** Lateness of a beginning, as far as it can only rise with time: that of a visit with one promised window. */
// @ts-ignore: decorator
@inline
export function latePriceOf(node: usize, start: i32): f64 {
  const late = start - load<i32>(node, N_PROMISE);
  return late <= 0 ? 0 : <f64>late * load<f64>(node, N_LATE) + load<f64>(node, N_MISSED);
}

/** Readiness over a leg with breaks i..j−1 on it. */
// @ts-ignore: decorator
@inline
export function readyVia(i: i32, j: i32, free: i32, sec: i32): i32 {
  if (i == j) return free + sec;
  if (j > i + 1) return readyOver(i, j, free, sec, 0);
  const at = breakOf(i);
  const arrive = free + sec;
  const late = load<i32>(at, B_LATEST);
  const early = load<i32>(at, B_EARLIEST);
  const long = load<i32>(at, B_LONG);
  if (arrive <= late) return max(arrive, early) + long;
  return free <= late ? max(free, early) + long + sec : NEVER;
}

/** The same for the first leg, of which some may be driven on own time. */
export function readyFirst(j: i32, free: i32, sec: i32): i32 {
  return readyOver(0, j, free, sec, given(BEFORE_SEC));
}

function readyOver(i: i32, j: i32, free: i32, sec: i32, own: i32): i32 {
  let ready = max(free, free - own + sec);
  if (i == j) return ready;
  let best = NEVER;
  let left = free;
  for (let m = i; m <= j && left < NEVER; m++) {
    if (m > i) ready = left + sec;
    for (let k = m; k < j && ready < NEVER; k++) ready = afterBreak(k, ready);
    best = min(best, ready);
    if (m < j) left = afterBreak(m, left);
  }
  return best;
}

// @ts-ignore: decorator
@inline
function breakOf(k: i32): usize {
  return pointer(P_BREAKS) + <usize>k * BREAK_BYTES;
}

function afterBreak(k: i32, sec: i32): i32 {
  const at = breakOf(k);
  return sec > load<i32>(at, B_LATEST) ? NEVER : max(sec, load<i32>(at, B_EARLIEST)) + load<i32>(at, B_LONG);
}

/** Price of going home from a visit in a lane, free at a moment; Infinity when too late. */
export function homePrice(node: usize, lane: i32, free: i32): f64 {
  const sec = load<i32>(node, N_HOME_SEC);
  let leave = free;
  for (let k = lane; k < given(LANES) - 1 && leave < NEVER; k++) {
    if (leave + sec <= load<i32>(breakOf(k), B_DUE)) break;
    leave = afterBreak(k, leave);
  }
  if (leave >= NEVER) return Infinity;
  const over = max(leave, leave + sec - given(AFTER_SEC)) - given(END_SEC);
  if (over > given(OVERTIME_SEC)) return Infinity;
  const price = load<f64>(node, N_HOME);
  return over > 0 ? price + <f64>over * load<f64>(OVERTIME_PRICE) : price;
}
