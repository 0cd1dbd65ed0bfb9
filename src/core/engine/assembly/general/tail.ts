import {
  CLASSES,
  HAS_SOFT,
  LANES,
  P_BREAK_COUNT,
  P_END_LIMIT,
  P_LANE_COST,
  P_LANE_FREE,
  P_LANE_LATEST,
  P_LANE_SOFT,
  P_LANE_WAY_COST,
  P_LANE_WAY_COUNT,
  P_LANE_WAY_FREE,
  P_OVERTIME_PRICE,
  P_ROW_OF,
  P_START_SEC,
  PLACES,
} from '../../hot/table';
import { AT_PLACE, CLASS, EASE, END, ON_SITE, PLACE, WAYS } from '../../state/cells';
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
  slotOf,
} from '../memory';
import { startAt, startPrice } from '../starts';
import { laneAt, legFrom, visitOn } from './lanes';
import { arriveFrom, leaveForHome, readyOver, workEndOver } from './legs';

/* What a day of the general kind costs in time: overtime, lateness, margins, at its best breaks. */

/** Whether a filled day can be driven at all. */
export function canBeDriven(s: i32): bool {
  const row = intAt(P_ROW_OF, s);
  const leg = legFrom(cellOf(s, 0));
  const start = intAt(P_START_SEC, s);
  const arrive = arriveFrom(start, leg, beforeOf(s));
  for (let j = 0; j <= intAt(P_BREAK_COUNT, s); j++) {
    const ready = readyOver(s, 0, j, start, leg, arrive);
    if (ready <= intAt(P_LANE_LATEST, laneAt(row + 1, j))) return true;
  }
  return false;
}

/** Price in time of a filled day that can be driven. */
export function priceInTime(s: i32): f64 {
  return tailFrom(s, 0, 1, intAt(P_START_SEC, s), legFrom(cellOf(s, 0)), Infinity, beforeOf(s));
}

/** Price of the rest of the day for somebody free at `free` in lane i before the leg to position p; Infinity when it cannot be done or costs `limit` or more. */
function tailFrom(s: i32, i: i32, p: i32, free: i32, leg: i32, limit: f64, own: i32): f64 {
  if (p > countOf(s)) return homePrice(s, i, free, leg);
  const row = intAt(P_ROW_OF, s) + p;
  const v = visitOn(row);
  const cell = v * given(CLASSES) + field(lineOf(s), CLASS);
  const slot = slotOf(cell);
  const on = field(slot, ON_SITE);
  const next = legFrom(cellOf(s, p));
  const breaks = intAt(P_BREAK_COUNT, s);
  const arrive = arriveFrom(free, leg, own);
  let best = limit;
  let found = Infinity;
  for (let j = i; j <= breaks; j++) {
    const ready = readyOver(s, i, j, free, leg, arrive);
    if (ready >= NEVER) break;
    if (ready <= intAt(P_LANE_SOFT, laneAt(row, j))) return 0;
    if (ready > intAt(P_LANE_LATEST, laneAt(row, j))) continue;
    const start = startAt(cell, ready);
    const late: f64 = start <= field(slot, EASE) ? 0 : startPrice(v, cell, start);
    if (late >= best) continue;
    const rest = tailFrom(s, j, p + 1, start + on, next, best - late, 0);
    if (late + rest < best) {
      best = late + rest;
      found = best;
    }
  }
  return found;
}

/** Overtime of the leg home; Infinity when there is too much of it. */
function homePrice(s: i32, i: i32, free: i32, leg: i32): f64 {
  const line = lineOf(s);
  const leave = leaveForHome(s, i, free, leg);
  if (leave >= NEVER) return Infinity;
  const workEnd = workEndOver(line, leave, leg);
  if (workEnd > intAt(P_END_LIMIT, s)) return Infinity;
  const over = workEnd - field(line, END);
  return over > 0 ? <f64>over * floatAt(P_OVERTIME_PRICE, s) : 0;
}

/** Price in time of the whole day with v after position p; Infinity when it cannot be done or costs `limit` or more. */
export function pricedOnLanes(v: i32, s: i32, p: i32, limit: f64): f64 {
  const at = cellOf(s, p);
  const row = intAt(P_ROW_OF, s) + p;
  const cell = v * given(CLASSES) + field(lineOf(s), CLASS);
  const place = field(slotOf(cell), AT_PLACE);
  const legTo = field(at, PLACE) * given(PLACES) + place;
  const legOn = place * given(PLACES) + field(at + CELL_BYTES, PLACE);
  const own = p == 0 ? beforeOf(s) : 0;
  const hasSoft = given(HAS_SOFT) == 1;
  const breaks = intAt(P_BREAK_COUNT, s);
  let best = Infinity;
  for (let i = 0; i <= breaks; i++) {
    const lane = laneAt(row, i);
    const free = intAt(P_LANE_FREE, lane);
    if (free >= NEVER) continue;
    const before = hasSoft ? floatAt(P_LANE_COST, lane) : 0;
    if (before < limit && before < best) {
      best = min(best, through(v, cell, s, p, i, free, before, legTo, legOn, own, min(limit, best)));
      if (best == 0) return 0;
    }
    if (!hasSoft) continue;
    const ways = byteAt(P_LANE_WAY_COUNT, lane);
    for (let x = lane * WAYS; x < lane * WAYS + ways; x++) {
      const cost = floatAt(P_LANE_WAY_COST, x);
      best = min(best, through(v, cell, s, p, i, intAt(P_LANE_WAY_FREE, x), cost, legTo, legOn, own, min(limit, best)));
    }
  }
  return best;
}

/** The same for one way of being free in lane i at position p. */
function through(
  v: i32,
  cell: i32,
  s: i32,
  p: i32,
  i: i32,
  from: i32,
  before: f64,
  legTo: i32,
  legOn: i32,
  own: i32,
  limit: f64,
): f64 {
  const slot = slotOf(cell);
  const breaks = intAt(P_BREAK_COUNT, s);
  const arrive = arriveFrom(from, legTo, own);
  let best = limit;
  let found = Infinity;
  for (let j = i; j <= breaks; j++) {
    const ready = readyOver(s, i, j, from, legTo, arrive);
    if (ready >= NEVER) break;
    const start = startAt(cell, ready);
    if (start >= NEVER) continue;
    const price = before + (start <= field(slot, EASE) ? 0 : startPrice(v, cell, start));
    if (price >= best) continue;
    const rest = tailFrom(s, j, p + 1, start + field(slot, ON_SITE), legOn, best - price, 0);
    if (price + rest >= best) continue;
    best = price + rest;
    found = best;
    if (best == 0) break;
  }
  return found;
}

/** Earliest readiness for v behind position p, whichever breaks have been taken before; NEVER when there is none. */
export function earliestOnLanes(v: i32, s: i32, p: i32): i32 {
  const row = intAt(P_ROW_OF, s) + p;
  const place = field(slotOf(v * given(CLASSES) + field(lineOf(s), CLASS)), AT_PLACE);
  const leg = field(cellOf(s, p), PLACE) * given(PLACES) + place;
  let ready = NEVER;
  for (let i = 0; i <= intAt(P_BREAK_COUNT, s); i++) {
    const free = intAt(P_LANE_FREE, laneAt(row, i));
    if (free < NEVER) ready = min(ready, arriveFrom(free, leg, p == 0 ? beforeOf(s) : 0));
  }
  return ready;
}
