import {
  CLASSES,
  P_COST_0,
  P_COST_1,
  P_END_LIMIT,
  P_OVERTIME_PRICE,
  P_ROW_OF,
  P_START_SEC,
  P_VISIT_AT,
  P_WAY_COST,
  P_WAY_COUNT,
  P_WAY_FREE,
  PLACES,
} from '../hot/table';
import {
  AFTER,
  AT_PLACE,
  BREAK_DUE,
  BREAK_EARLIEST,
  BREAK_LATEST,
  BREAK_LONG,
  CLASS,
  DIRTY_0,
  DIRTY_1,
  END,
  FREE_0,
  FREE_1,
  GENERAL,
  KIND,
  LATEST_0,
  LATEST_1,
  LEG_SEC,
  ON_SITE,
  PLACE,
  SOFT_0,
  SOFT_1,
  TOP,
  WAYS,
} from '../state/cells';
import { pricedOnLanes } from './general/tail';
import {
  beforeOf,
  byteAt,
  CELL_BYTES,
  cellOf,
  countOf,
  field,
  floatAt,
  given,
  intAt,
  lineOf,
  NEVER,
  pointer,
  slotOf,
  travelBack,
  travelSec,
} from './memory';
import { startAt, startPrice } from './starts';

/*
 * What a usual day costs in time, stop by stop, where the lanes do not say that it costs nothing: overtime,
 * lateness, margins (the lanes bound it, as in Vidal, Crainic, Gendreau, Prins, "A hybrid genetic algorithm with
 * adaptive diversity management", Computers & Operations Research 40(1), 2013, section 4).
 */

// @ts-ignore: decorator
@inline
function visitAt(s: i32, p: i32): i32 {
  return load<i32>(pointer(P_VISIT_AT) + (<usize>(intAt(P_ROW_OF, s) + p) << 2));
}

/** Price in time of the day with v after position p; Infinity when it is `limit` or more, or cannot be done. */
export function pricedAt(v: i32, s: i32, p: i32, limit: f64): f64 {
  if (field(lineOf(s), KIND) == GENERAL) return pricedOnLanes(v, s, p, limit);
  const row = intAt(P_ROW_OF, s) + p;
  const at = cellOf(s, p);
  const line = lineOf(s);
  const cell = v * given(CLASSES) + field(line, CLASS);
  const rowV = field(slotOf(cell), AT_PLACE) * given(PLACES);
  const t1 = travelBack(rowV + field(at, PLACE));
  const t2 = travelSec(rowV + field(at + CELL_BYTES, PLACE));
  const own = p == 0 ? min(t1, beforeOf(s)) : 0;
  let best = limit;
  const free0 = field(at, FREE_0);
  if (free0 < NEVER) {
    const cost: f64 = field(at, DIRTY_0) == 1 ? floatAt(P_COST_0, row) : 0;
    best = pricedFrom(v, s, p, true, free0, cost, t1, t2, own, best);
  }
  const free1 = field(at, FREE_1);
  if (free1 < NEVER) {
    if (field(at, DIRTY_1) == 0) best = pricedFrom(v, s, p, false, free1, 0, t1, t2, own, best);
    else {
      best = pricedFrom(v, s, p, false, free1, floatAt(P_COST_1, row), t1, t2, own, best);
      const count = byteAt(P_WAY_COUNT, row);
      for (let x = row * WAYS; x < row * WAYS + count; x++) {
        best = pricedFrom(v, s, p, false, intAt(P_WAY_FREE, x), floatAt(P_WAY_COST, x), t1, t2, own, best);
      }
    }
  }
  return best < limit ? best : Infinity;
}

/** The least of `best` and what it costs from one way of being free, the break still to take or not. */
function pricedFrom(
  v: i32,
  s: i32,
  p: i32,
  isBefore: bool,
  free: i32,
  cost: f64,
  t1: i32,
  t2: i32,
  own: i32,
  best: f64,
): f64 {
  if (cost >= best) return best;
  const line = lineOf(s);
  const cell = v * given(CLASSES) + field(line, CLASS);
  const duration = field(slotOf(cell), ON_SITE);
  let found = best;
  if (isBefore) {
    const ready = overBreak(line, free, t1, own);
    const start = ready >= NEVER ? NEVER : startAt(cell, ready);
    if (start < NEVER) {
      const price = cost + startPrice(v, cell, start);
      if (price < found) {
        const left = start + duration;
        found = min(found, price + topFrom(s, p + 1, left, left + t2, t2, found - price));
      }
    }
  }
  const start = startAt(cell, free + t1 - own);
  if (start >= NEVER) return found;
  const price = cost + startPrice(v, cell, start);
  if (price >= found) return found;
  const left = start + duration;
  const rest = isBefore
    ? tailBefore(s, p + 1, left, t2, 0, found - price)
    : topFrom(s, p + 1, left, left + t2, t2, found - price);
  return min(found, price + rest);
}

/** Readiness after a leg with the break on it; `own` of the leg is driven before `free`. */
export function overBreak(line: usize, free: i32, travel: i32, own: i32): i32 {
  const late = field(line, BREAK_LATEST);
  const early = field(line, BREAK_EARLIEST);
  const long = field(line, BREAK_LONG);
  const arrive = free + travel - own;
  if (arrive <= late) return max(arrive, early) + long;
  return free <= late ? max(free, early) + long + travel : NEVER;
}

/** Rest of the day with the break behind for somebody ready at position p at a moment, free for the leg to it at `free`. */
function topFrom(s: i32, p: i32, free: i32, ready: i32, travel: i32, limit: f64): f64 {
  const n = countOf(s);
  const line = lineOf(s);
  const classes = given(CLASSES);
  const c = field(line, CLASS);
  let at = cellOf(s, p);
  let now = ready;
  let leg = travel;
  let left = free;
  let price: f64 = 0;
  for (let i = p; i <= n; i++) {
    if (now <= field(at, SOFT_1)) return price;
    if (now > field(at, LATEST_1)) return Infinity;
    const v = visitAt(s, i);
    const cell = v * classes + c;
    const start = startAt(cell, now);
    price += startPrice(v, cell, start);
    if (price >= limit) return Infinity;
    left = start + field(slotOf(cell), ON_SITE);
    leg = field(at, LEG_SEC);
    now = left + leg;
    at += CELL_BYTES;
  }
  return price + homeward(s, line, left, leg);
}

function homeward(s: i32, line: usize, leave: i32, travel: i32): f64 {
  const workEnd = leave + max(0, travel - field(line, AFTER));
  if (workEnd > intAt(P_END_LIMIT, s)) return Infinity;
  const over = workEnd - field(line, END);
  return over > 0 ? <f64>over * floatAt(P_OVERTIME_PRICE, s) : 0;
}

/** Rest of the day from position p on with the break still to take; `ownSec` of the leg to it is driven before `freeAt`. */
function tailBefore(s: i32, p: i32, freeAt: i32, travel: i32, ownSec: i32, limit: f64): f64 {
  const n = countOf(s);
  const line = lineOf(s);
  const classes = given(CLASSES);
  const c = field(line, CLASS);
  let at = cellOf(s, p);
  let own = ownSec;
  let free = freeAt;
  let leg = travel;
  let price: f64 = 0;
  let best = limit;
  for (let i = p; i <= n; i++) {
    const now = free + leg - own;
    if (now <= field(at, SOFT_0)) return min(price, best);
    const rested = overBreak(line, free, leg, own);
    own = 0;
    if (rested <= field(at, LATEST_1)) best = min(best, price + topFrom(s, i, free, rested, leg, best - price));
    if (now > field(at, LATEST_0) || price >= best) return best < limit ? best : Infinity;
    const v = visitAt(s, i);
    const cell = v * classes + c;
    const start = startAt(cell, now);
    price += startPrice(v, cell, start);
    if (price >= best) return best < limit ? best : Infinity;
    free = start + field(slotOf(cell), ON_SITE);
    leg = field(at, LEG_SEC);
    at += CELL_BYTES;
  }
  let leave = free;
  if (free + leg > field(line, BREAK_DUE)) {
    if (free > field(line, BREAK_LATEST)) return best < limit ? best : Infinity;
    leave = max(free, field(line, BREAK_EARLIEST)) + field(line, BREAK_LONG);
  }
  best = min(best, price + homeward(s, line, leave, leg));
  return best < limit ? best : Infinity;
}

/** Price in time of a filled day that can be driven, at its best break. */
export function dayPenalty(s: i32): f64 {
  const free = intAt(P_START_SEC, s);
  const leg = field(cellOf(s, 0), LEG_SEC);
  const own = min(leg, beforeOf(s));
  return field(lineOf(s), TOP) == 1
    ? tailBefore(s, 1, free, leg, own, Infinity)
    : topFrom(s, 1, free, free + leg - own, leg, Infinity);
}

/** Whether a filled day can be driven at all. */
export function isPossible(s: i32): bool {
  const free = intAt(P_START_SEC, s);
  const at = cellOf(s, 0);
  const leg = field(at, LEG_SEC);
  const own = min(leg, beforeOf(s));
  const next = at + CELL_BYTES;
  if (field(lineOf(s), TOP) == 0) return free + leg - own <= field(next, LATEST_1);
  if (free + leg - own <= field(next, LATEST_0)) return true;
  return overBreak(lineOf(s), free, leg, own) <= field(next, LATEST_1);
}
