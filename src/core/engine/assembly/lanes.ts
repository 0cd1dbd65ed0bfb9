import {
  CLASSES,
  HAS_SOFT,
  P_COST_0,
  P_COST_1,
  P_END_LIMIT,
  P_IS_SPLIT,
  P_ROW_OF,
  P_SLOTS,
  P_START_SEC,
  P_VISIT_AT,
  P_WAY_COST,
  P_WAY_COUNT,
  P_WAY_FREE,
} from '../hot/table';
import {
  AFTER,
  BREAK_DUE,
  BREAK_EARLIEST,
  BREAK_LATEST,
  BREAK_LONG,
  CLASS,
  DIRTY_0,
  DIRTY_1,
  EASE,
  END,
  FREE,
  FREE_0,
  FREE_1,
  LAST,
  LATEST,
  LATEST_0,
  LATEST_1,
  LEG_SEC,
  ON_SITE,
  OPEN,
  SOFT,
  SOFT_0,
  SOFT_1,
  TOP,
  WAYS,
  WINDOWS,
} from '../state/cells';
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
  setField,
  setFloat,
  setInt,
  SLOT_BYTES,
} from './memory';
import { overBreak } from './price';
import { latestReady, latestSoft, startAt, startPrice, within } from './starts';
import { dropWays, keepWay } from './ways';

/*
 * The lanes of a usual shift (forward time slack: Savelsbergh, "The vehicle routing problem with time windows:
 * minimizing route duration", ORSA J. Computing 4(2), 1992, once with the break still to take and once with it
 * behind). Places and legs must be right. What lies before `from` and behind `to` is taken as it is.
 */

/** Forward from position `from` on. */
export function fillForward(s: i32, from: i32): void {
  const line = lineOf(s);
  const n = countOf(s);
  const classes = given(CLASSES);
  const hasSoft = given(HAS_SOFT) == 1;
  const c = field(line, CLASS);
  const hasBreak = field(line, TOP) == 1;
  const slots = pointer(P_SLOTS);
  const visits = pointer(P_VISIT_AT);
  let row = intAt(P_ROW_OF, s) + from - 1;
  let at = cellOf(s, from - 1);
  if (from == 1) {
    const start = intAt(P_START_SEC, s);
    setField(at, FREE_0, hasBreak ? start : NEVER);
    setField(at, FREE_1, hasBreak ? NEVER : start);
    setField(at, FREE, start);
    setField(at, DIRTY_0, 0);
    setField(at, DIRTY_1, 0);
  }
  let free0 = field(at, FREE_0);
  let free1 = field(at, FREE_1);
  let price0: f64 = field(at, DIRTY_0) == 1 ? floatAt(P_COST_0, row) : 0;
  let hasWays = field(at, DIRTY_1) == 1;
  for (let p = from; p <= n; p++) {
    row++;
    const v = load<i32>(visits + (<usize>row << 2));
    const cell = v * classes + c;
    const slot = slots + <usize>cell * SLOT_BYTES;
    const leg = field(at, LEG_SEC);
    at += CELL_BYTES;
    const on = field(slot, ON_SITE);
    const own = p == 1 ? min(leg, beforeOf(s)) : 0;
    const arrive = free0 + leg - own;
    // The break on this leg; without one, or where lane 0 is closed, it is too late for it.
    const rested = hasBreak ? overBreak(line, free0, leg, own) : NEVER;
    const ready = free1 + leg - own;
    let startA = NEVER;
    let startB = NEVER;
    let start0 = NEVER;
    if (field(slot, WINDOWS) == 1) {
      const open = field(slot, OPEN);
      const last = field(slot, LAST);
      // NEVER is later than any window.
      startA = within(rested, open, last);
      startB = within(ready, open, last);
      start0 = within(arrive, open, last);
    } else {
      if (rested < NEVER) startA = startAt(cell, rested);
      if (free1 < NEVER) startB = startAt(cell, ready);
      if (free0 < NEVER) start0 = startAt(cell, arrive);
    }
    let dirty0 = 0;
    let dirty1 = 0;
    const soonest = min(startA, startB);
    const ease = field(slot, EASE);
    if (
      !hasSoft ||
      (!hasWays && (startA >= NEVER || (price0 == 0 && startA <= ease)) && (startB >= NEVER || startB <= ease))
    ) {
      free1 = soonest >= NEVER ? NEVER : soonest + on;
    } else {
      weighWays(v, cell, row, leg, startA, startB, price0, on, hasWays);
      free1 = foundFree;
      if (free1 < NEVER && (floatAt(P_COST_1, row) > 0 || byteAt(P_WAY_COUNT, row) > 0)) dirty1 = 1;
    }
    hasWays = dirty1 == 1;
    if (start0 >= NEVER) free0 = NEVER;
    else {
      if (start0 > ease) price0 += startPrice(v, cell, start0);
      if (price0 > 0) {
        setFloat(P_COST_0, row, price0);
        dirty0 = 1;
      }
      free0 = start0 + on;
    }
    setField(at, FREE_0, free0);
    setField(at, FREE_1, free1);
    setField(at, FREE, min(free0, free1));
    setField(at, DIRTY_0, dirty0);
    setField(at, DIRTY_1, dirty1);
  }
}

let foundFree: i32 = 0;

/** Ways to be free with the break behind where they cost something: the soonest goes to foundFree, and what each costs to the ways. */
function weighWays(
  v: i32,
  cell: i32,
  row: i32,
  leg: i32,
  startA: i32,
  startB: i32,
  price0: f64,
  on: i32,
  hasWays: bool,
): void {
  const price1: f64 = hasWays ? floatAt(P_COST_1, row - 1) : 0;
  store<u8>(pointer(P_WAY_COUNT) + <usize>row, 0);
  foundFree = NEVER;
  setFloat(P_COST_1, row, 0);
  if (startA < NEVER) addWay(row, startA + on, price0 + startPrice(v, cell, startA));
  if (startB < NEVER) addWay(row, startB + on, price1 + startPrice(v, cell, startB));
  if (!hasWays) return;
  const count = byteAt(P_WAY_COUNT, row - 1);
  for (let x = (row - 1) * WAYS; x < (row - 1) * WAYS + count; x++) {
    const start = startAt(cell, intAt(P_WAY_FREE, x) + leg);
    if (start < NEVER) addWay(row, start + on, floatAt(P_WAY_COST, x) + startPrice(v, cell, start));
  }
}

/** Keeps the ways that are not both later and dearer than another. */
function addWay(row: i32, free: i32, price: f64): void {
  const known = foundFree;
  const cost = floatAt(P_COST_1, row);
  if (known >= NEVER || (free <= known && price <= cost)) {
    foundFree = free;
    setFloat(P_COST_1, row, price);
    if (known < NEVER) dropWays(P_WAY_COUNT, P_WAY_FREE, P_WAY_COST, row, free, price);
    return;
  }
  if (free >= known && price >= cost) return;
  if (free < known) {
    foundFree = free;
    setFloat(P_COST_1, row, price);
    dropWays(P_WAY_COUNT, P_WAY_FREE, P_WAY_COST, row, free, price);
    keepWay(P_WAY_COUNT, P_WAY_FREE, P_WAY_COST, row, known, cost);
  } else keepWay(P_WAY_COUNT, P_WAY_FREE, P_WAY_COST, row, free, price);
}

/** Latest moment to be free for a leg home, the break still to take. */
function beforeHome(line: usize, workEnd: i32, travel: i32, paid: i32): i32 {
  const byEnd = workEnd - paid;
  const home = min(byEnd, field(line, BREAK_DUE) - travel);
  const begun = byEnd - field(line, BREAK_LONG);
  if (field(line, BREAK_EARLIEST) > begun) return home;
  return max(home, min(field(line, BREAK_LATEST), begun));
}

/** Latest moment to be free before a leg on which the break (its length, earliest and latest beginning) is taken, so as to be ready by `ready`. */
// @ts-ignore: decorator
@inline
function beforeRest(ready: i32, leg: i32, long: i32, early: i32, late: i32): i32 {
  if (ready <= -NEVER) return -NEVER;
  const begun = ready - long;
  if (early > begun) return -NEVER;
  const by = min(late, begun) - leg;
  return early <= begun - leg ? max(by, min(late, begun - leg)) : by;
}

/** Backward from position `to` on; from the end where `to` is the last stop. */
export function fillBackward(s: i32, to: i32): void {
  const line = lineOf(s);
  const n = countOf(s);
  const classes = given(CLASSES);
  const hasSoft = given(HAS_SOFT) == 1;
  const c = field(line, CLASS);
  const hasBreak = field(line, TOP) == 1;
  const slots = pointer(P_SLOTS);
  const visits = pointer(P_VISIT_AT);
  const long = field(line, BREAK_LONG);
  const early = field(line, BREAK_EARLIEST);
  const late = field(line, BREAK_LATEST);
  let row = intAt(P_ROW_OF, s) + to;
  let at = cellOf(s, to + 1);
  let split = to == n ? 0 : intAt(P_IS_SPLIT, s);
  if (to == n) {
    const hardEnd = intAt(P_END_LIMIT, s);
    const softEnd = hasSoft ? min(hardEnd, field(line, END)) : hardEnd;
    setField(at, LATEST_0, hasBreak ? hardEnd : -NEVER);
    setField(at, LATEST_1, hardEnd);
    setField(at, LATEST, hardEnd);
    setField(at, SOFT_0, hasBreak ? softEnd : -NEVER);
    setField(at, SOFT_1, softEnd);
    setField(at, SOFT, softEnd);
  }
  let hard0 = field(at, LATEST_0);
  let hard1 = field(at, LATEST_1);
  let ease0 = field(at, SOFT_0);
  let ease1 = field(at, SOFT_1);
  for (let p = to; p >= 1; p--) {
    at -= CELL_BYTES;
    const leg = field(at, LEG_SEC);
    const cell = load<i32>(visits + (<usize>row << 2)) * classes + c;
    row--;
    const slot = slots + <usize>cell * SLOT_BYTES;
    const on = field(slot, ON_SITE);
    if (p == n) {
      const paid = max(0, leg - field(line, AFTER));
      if (hasBreak) {
        hard0 = beforeHome(line, hard1, leg, paid);
        ease0 = beforeHome(line, ease1, leg, paid);
      }
      hard1 -= paid;
      ease1 -= paid;
    } else {
      if (hasBreak) {
        hard0 = max(hard0 - leg, beforeRest(hard1, leg, long, early, late));
        ease0 = max(ease0 - leg, beforeRest(ease1, leg, long, early, late));
      }
      hard1 -= leg;
      ease1 -= leg;
    }
    hard0 -= on;
    hard1 -= on;
    ease0 -= on;
    ease1 -= on;
    if (field(slot, WINDOWS) == 1) {
      const open = field(slot, OPEN);
      const last = field(slot, LAST);
      const ease = field(slot, EASE);
      hard1 = open > hard1 ? -NEVER : min(last, hard1);
      hard0 = open > hard0 ? -NEVER : min(last, hard0);
      ease1 = open > ease1 || ease < open ? -NEVER : min(ease, ease1);
      ease0 = open > ease0 || ease < open ? -NEVER : min(ease, ease0);
    } else {
      split = 1;
      hard1 = latestReady(cell, hard1);
      hard0 = hasBreak ? latestReady(cell, hard0) : -NEVER;
      ease1 = hasSoft ? latestSoft(cell, ease1) : hard1;
      ease0 = !hasBreak ? -NEVER : hasSoft ? latestSoft(cell, ease0) : hard0;
    }
    setField(at, LATEST_0, hard0);
    setField(at, LATEST_1, hard1);
    setField(at, LATEST, max(hard0, hard1));
    setField(at, SOFT_0, ease0);
    setField(at, SOFT_1, ease1);
    setField(at, SOFT, max(ease0, ease1));
  }
  setInt(P_IS_SPLIT, s, split);
}
