import {
  CLASSES,
  HAS_SOFT,
  LANES,
  P_BREAK_COUNT,
  P_END_LIMIT,
  P_IS_SPLIT,
  P_LANE_COST,
  P_LANE_FREE,
  P_LANE_LATEST,
  P_LANE_SOFT,
  P_LANE_WAY_COST,
  P_LANE_WAY_COUNT,
  P_LANE_WAY_FREE,
  P_ROW_OF,
  P_START_SEC,
  P_VISIT_AT,
  PLACES,
  SLICES,
} from '../../hot/table';
import { CLASS, EASE, END, FREE, LATEST, LEG_NOW, ON_SITE, PLACE, SOFT, WAYS, WINDOWS } from '../../state/cells';
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
  slotOf,
} from '../memory';
import { latestReady, latestSoft, startAt, startPrice } from '../starts';
import { dropWays, keepWay } from '../ways';
import { arriveAt, arriveFrom, freeBefore, freeBeforeHome, leaveBy, readyOver } from './legs';

/*
 * The lanes of a shift of the general kind, one for each number of breaks taken, so that a break may fall before any
 * stop (forward time slack: Savelsbergh, "The vehicle routing problem with time windows: minimizing route duration",
 * ORSA J. Computing 4(2), 1992). What lies before `from` and behind `to` is taken as it is.
 */

/** Where lane j of a position is; `row` counts positions of all routes. */
// @ts-ignore: decorator
@inline
export function laneAt(row: i32, j: i32): i32 {
  return row * given(LANES) + j;
}

/** The leg that leaves a position. */
// @ts-ignore: decorator
@inline
export function legFrom(at: usize): i32 {
  return field(at, PLACE) * given(PLACES) + field(at + CELL_BYTES, PLACE);
}

// @ts-ignore: decorator
@inline
export function visitOn(row: i32): i32 {
  return load<i32>(pointer(P_VISIT_AT) + (<usize>row << 2));
}

/** Forward from position `from` on. */
export function fillLanesForward(s: i32, from: i32): void {
  const breaks = intAt(P_BREAK_COUNT, s);
  const n = countOf(s);
  const classes = given(CLASSES);
  const hasSoft = given(HAS_SOFT) == 1;
  const c = field(lineOf(s), CLASS);
  let row = intAt(P_ROW_OF, s) + from - 1;
  let at = cellOf(s, from - 1);
  const changes = given(SLICES) > 0;
  if (from == 1) {
    const start = intAt(P_START_SEC, s);
    clear(row, breaks, hasSoft);
    setInt(P_LANE_FREE, laneAt(row, 0), start);
    if (hasSoft) setFloat(P_LANE_COST, laneAt(row, 0), 0);
    setField(at, FREE, start);
  }
  if (changes && n > 0 && field(at, FREE) < NEVER) noteLeg(at, field(at, FREE));
  for (let p = from; p <= n; p++) {
    const leg = legFrom(at);
    const own = p == 1 ? beforeOf(s) : 0;
    at += CELL_BYTES;
    row++;
    const v = visitOn(row);
    const cell = v * classes + c;
    clear(row, breaks, hasSoft);
    for (let i = 0; i <= breaks; i++) {
      const lane = laneAt(row - 1, i);
      const free = intAt(P_LANE_FREE, lane);
      if (free >= NEVER) continue;
      goOn(s, i, free, hasSoft ? floatAt(P_LANE_COST, lane) : 0, leg, own, v, cell, row);
      if (!hasSoft) continue;
      const ways = byteAt(P_LANE_WAY_COUNT, lane);
      for (let x = lane * WAYS; x < lane * WAYS + ways; x++)
        goOn(s, i, intAt(P_LANE_WAY_FREE, x), floatAt(P_LANE_WAY_COST, x), leg, own, v, cell, row);
    }
    let soonest = NEVER;
    for (let j = 0; j <= breaks; j++) soonest = min(soonest, intAt(P_LANE_FREE, laneAt(row, j)));
    setField(at, FREE, soonest);
    if (changes && soonest < NEVER) noteLeg(at, soonest);
  }
}

function noteLeg(at: usize, free: i32): void {
  setField(at, LEG_NOW, arriveAt(legFrom(at), free) - free);
}

function clear(row: i32, breaks: i32, hasSoft: bool): void {
  for (let j = 0; j <= breaks; j++) {
    const lane = laneAt(row, j);
    setInt(P_LANE_FREE, lane, NEVER);
    if (hasSoft) store<u8>(pointer(P_LANE_WAY_COUNT) + <usize>lane, 0);
  }
}

/** Goes on from one way of being free, in lane i, to every lane that it leads to. */
function goOn(s: i32, i: i32, free: i32, price: f64, leg: i32, own: i32, v: i32, cell: i32, row: i32): void {
  const breaks = intAt(P_BREAK_COUNT, s);
  const hasSoft = given(HAS_SOFT) == 1;
  const on = field(slotOf(cell), ON_SITE);
  const arrive = arriveFrom(free, leg, own);
  for (let j = i; j <= breaks; j++) {
    const ready = readyOver(s, i, j, free, leg, arrive);
    if (ready >= NEVER) return;
    const start = startAt(cell, ready);
    if (start >= NEVER) return;
    const lane = laneAt(row, j);
    if (!hasSoft) setInt(P_LANE_FREE, lane, min(intAt(P_LANE_FREE, lane), start + on));
    else {
      const added: f64 = start <= field(slotOf(cell), EASE) ? 0 : startPrice(v, cell, start);
      addWay(lane, start + on, price + added);
    }
  }
}

/** Keeps the ways that are not both later and dearer than another. */
function addWay(lane: i32, free: i32, price: f64): void {
  const known = intAt(P_LANE_FREE, lane);
  const cost = floatAt(P_LANE_COST, lane);
  if (known >= NEVER || (free <= known && price <= cost)) {
    setInt(P_LANE_FREE, lane, free);
    setFloat(P_LANE_COST, lane, price);
    if (known < NEVER) dropWays(P_LANE_WAY_COUNT, P_LANE_WAY_FREE, P_LANE_WAY_COST, lane, free, price);
    return;
  }
  if (free >= known && price >= cost) return;
  if (free < known) {
    setInt(P_LANE_FREE, lane, free);
    setFloat(P_LANE_COST, lane, price);
    dropWays(P_LANE_WAY_COUNT, P_LANE_WAY_FREE, P_LANE_WAY_COST, lane, free, price);
    keepWay(P_LANE_WAY_COUNT, P_LANE_WAY_FREE, P_LANE_WAY_COST, lane, known, cost);
  } else keepWay(P_LANE_WAY_COUNT, P_LANE_WAY_FREE, P_LANE_WAY_COST, lane, free, price);
}

/** Backward from position `to` on; from the end where `to` is the last stop. */
export function fillLanesBackward(s: i32, to: i32): void {
  const breaks = intAt(P_BREAK_COUNT, s);
  const line = lineOf(s);
  const n = countOf(s);
  const classes = given(CLASSES);
  const hasSoft = given(HAS_SOFT) == 1;
  const c = field(line, CLASS);
  const hardEnd = intAt(P_END_LIMIT, s);
  const softEnd = hasSoft ? min(hardEnd, field(line, END)) : hardEnd;
  let row = intAt(P_ROW_OF, s) + to + 1;
  let at = cellOf(s, to + 1);
  let split = to == n ? 0 : intAt(P_IS_SPLIT, s);
  if (to == n) {
    for (let j = 0; j <= breaks; j++) {
      setInt(P_LANE_LATEST, laneAt(row, j), hardEnd);
      setInt(P_LANE_SOFT, laneAt(row, j), softEnd);
    }
    setField(at, LATEST, hardEnd);
    setField(at, SOFT, softEnd);
  }
  for (let p = to; p >= 1; p--) {
    at -= CELL_BYTES;
    row--;
    const cell = visitOn(row) * classes + c;
    const leg = legFrom(at);
    const on = field(slotOf(cell), ON_SITE);
    if (field(slotOf(cell), WINDOWS) != 1) split = 1;
    let latest = -NEVER;
    let ease = -NEVER;
    for (let i = 0; i <= breaks; i++) {
      const left = p == n ? freeBeforeHome(s, line, i, hardEnd, leg) : leaveLatest(s, i, P_LANE_LATEST, row, leg);
      const hard = left <= -NEVER ? -NEVER : latestReady(cell, left - on);
      setInt(P_LANE_LATEST, laneAt(row, i), hard);
      latest = max(latest, hard);
      if (!hasSoft) continue;
      const eased = p == n ? freeBeforeHome(s, line, i, softEnd, leg) : leaveLatest(s, i, P_LANE_SOFT, row, leg);
      const soft = eased <= -NEVER ? -NEVER : latestSoft(cell, eased - on);
      setInt(P_LANE_SOFT, laneAt(row, i), soft);
      ease = max(ease, soft);
    }
    setField(at, LATEST, latest);
    setField(at, SOFT, hasSoft ? ease : latest);
    if (!hasSoft) {
      for (let i = 0; i <= breaks; i++) setInt(P_LANE_SOFT, laneAt(row, i), intAt(P_LANE_LATEST, laneAt(row, i)));
    }
  }
  setInt(P_IS_SPLIT, s, split);
}

/** Latest moment to be free at a position in lane i for the rest of the day to keep its limits. */
function leaveLatest(s: i32, i: i32, limits: i32, row: i32, leg: i32): i32 {
  const breaks = intAt(P_BREAK_COUNT, s);
  let best = intAt(limits, laneAt(row + 1, i));
  if (best > -NEVER) best = leaveBy(leg, best);
  for (let j = i + 1; j <= breaks; j++)
    best = max(best, freeBefore(s, i, j, intAt(limits, laneAt(row + 1, j)), leg));
  return best;
}

/** Takes the lanes of a route over from where it lay, with room for a visit behind position p. */
export function moveLanes(s: i32, fromRow: i32, p: i32): void {
  const lanes = <usize>given(LANES);
  const row = intAt(P_ROW_OF, s);
  const rest = countOf(s) - p;
  moveRow(pointer(P_LANE_FREE), 4 * lanes, row, fromRow, p, rest);
  moveRow(pointer(P_LANE_LATEST), 4 * lanes, row, fromRow, p, rest);
  moveRow(pointer(P_LANE_SOFT), 4 * lanes, row, fromRow, p, rest);
  if (given(HAS_SOFT) == 0) return;
  moveRow(pointer(P_LANE_COST), 8 * lanes, row, fromRow, p, rest);
  moveRow(pointer(P_LANE_WAY_COUNT), lanes, row, fromRow, p, rest);
  moveRow(pointer(P_LANE_WAY_FREE), 4 * WAYS * lanes, row, fromRow, p, rest);
  moveRow(pointer(P_LANE_WAY_COST), 8 * WAYS * lanes, row, fromRow, p, rest);
}

/** The same for one array of so many bytes a position; `rest` positions come behind the visit. */
export function moveRow(array: usize, bytes: usize, row: i32, fromRow: i32, p: i32, rest: i32): void {
  memory.copy(array + <usize>(row + p + 2) * bytes, array + <usize>(fromRow + p + 1) * bytes, <usize>rest * bytes);
  if (fromRow != row) memory.copy(array + <usize>row * bytes, array + <usize>fromRow * bytes, <usize>(p + 1) * bytes);
}
