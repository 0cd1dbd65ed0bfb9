import {
  CLASSES,
  HAS_SITES,
  HAS_SOFT,
  P_CELLS,
  P_COST_0,
  P_COST_1,
  P_EXACT,
  P_FETCHES,
  P_HAS_REACH,
  P_LOAD,
  P_MAX_TRAVEL,
  P_NEEDS_FETCH,
  P_OUT_PRICE,
  P_PENALTY,
  P_PRICE,
  P_ROW_OF,
  P_SEC_PRICE,
  P_SHIFT_VIA,
  P_SITE_PRICE,
  P_STANDING,
  P_TRAVEL_TOTAL,
  P_VISIT_AT,
  P_VISIT_SEC,
  P_WAY_COST,
  P_WAY_COUNT,
  P_WAY_FREE,
  P_WORK_SEC,
  PLACES,
  PRICE_PER_M,
  SHIFTS,
  SUM_BUSY,
  SUM_PRICE,
} from '../hot/table';
import {
  AT_PLACE,
  CLASS,
  DEMAND,
  DIRTY_0,
  DIRTY_1,
  FROM,
  GENERAL,
  KIND,
  LEG_M,
  LEG_SEC,
  ON_SITE,
  PLACE,
  TO,
  WAYS,
  WORK,
} from '../state/cells';
import { timeInFull } from './general/day';
import { fillLanesBackward, fillLanesForward, moveLanes, moveRow } from './general/lanes';
import { canBeDriven, priceInTime } from './general/tail';
import { fillBackward, fillForward } from './lanes';
import { CELL_BYTES, byteAt, cellOf, countOf, field, floatAt, given, intAt, lineOf, number, pointer, setField, setFloat, setGiven, setInt, setNumber, slotOf, travelM, travelSec } from './memory';
import { dayPenalty, isPossible } from './price';
import { goesByParts, isFirstToFetch, isLegWithinReach } from './scan';

/**
 * Recomputes everything that follows from a route's sequence; false when the day cannot be done, and then its price
 * stays as it was: legs without the visit between them may be longer, later or out of reach.
 */
export function refresh(s: i32): bool {
  const legs = sumUp(s);
  if (field(lineOf(s), KIND) == GENERAL) {
    fillLanesForward(s, 1);
    fillLanesBackward(s, countOf(s));
  } else {
    fillForward(s, 1);
    fillBackward(s, countOf(s));
  }
  return judge(s, legs);
}

/** What a filled route costs, its sums in the table and the price of its legs at hand; false when it cannot be done. */
function judge(s: i32, legs: f64): bool {
  if (countOf(s) == 0) {
    setFloat(P_PENALTY, s, 0);
    setFloat(P_PRICE, s, 0);
    setInt(P_WORK_SEC, s, 0);
    return true;
  }
  const isGeneral = field(lineOf(s), KIND) == GENERAL;
  if (isGeneral ? !canBeDriven(s) : !isPossible(s)) return false;
  const penalty = given(HAS_SOFT) == 0 ? 0 : isGeneral ? priceInTime(s) : dayPenalty(s);
  setFloat(P_PENALTY, s, penalty);
  setFloat(P_PRICE, s, number(SUM_PRICE) + legs + penalty);
  if (byteAt(P_EXACT, s) == 1) timeInFull(s);
  // By way of the parts the first leg may be too long until a visit lies between.
  return byteAt(P_HAS_REACH, s) == 0 || goesByParts == 1 || isWithinReach(s);
}

function isWithinReach(s: i32): bool {
  if (intAt(P_TRAVEL_TOTAL, s) > intAt(P_MAX_TRAVEL, s)) return false;
  const n = countOf(s);
  let at = cellOf(s, 0);
  for (let p = 0; p < n; p++) {
    if (!isLegWithinReach(s, field(at, PLACE) * given(PLACES) + field(at + CELL_BYTES, PLACE), p == 0)) return false;
    at += CELL_BYTES;
  }
  return true;
}

/**
 * The same after visit v has been put behind position p of a route that was right before: only what the visit changes
 * is worked out. `fromRow` is where the route lay before, its own row if it has not been moved.
 */
export function insertVisit(v: i32, s: i32, p: i32, fromRow: i32): bool {
  if (countOf(s) < 2 || given(HAS_SITES) == 1 || isFirstToFetch(v, s)) return refresh(s);
  const isGeneral = field(lineOf(s), KIND) == GENERAL;
  if (!isGeneral && byteAt(P_EXACT, s) == 0 && byteAt(P_HAS_REACH, s) == 0) return insertUsual(v, s, p, fromRow);
  moveRow(pointer(P_CELLS), CELL_BYTES, intAt(P_ROW_OF, s), fromRow, p, countOf(s) - p);
  if (isGeneral) moveLanes(s, fromRow, p);
  else if (fromRow != intAt(P_ROW_OF, s)) copyWays(s, fromRow, p);
  const legs = sumUp(s);
  if (isGeneral) {
    fillLanesForward(s, p + 1);
    fillLanesBackward(s, p + 1);
  } else {
    fillForward(s, p + 1);
    fillBackward(s, p + 1);
  }
  return judge(s, legs);
}

/** For a usual shift whose moments are not timed in full and that may drive as far as it likes. */
function insertUsual(v: i32, s: i32, p: i32, fromRow: i32): bool {
  const row = intAt(P_ROW_OF, s);
  const n = countOf(s);
  const line = lineOf(s);
  const at = cellOf(s, p);
  const next = at + CELL_BYTES;
  const old = pointer(P_CELLS) + <usize>fromRow * CELL_BYTES;
  memory.copy(next + CELL_BYTES, old + <usize>(p + 1) * CELL_BYTES, <usize>(n - p) * CELL_BYTES);
  if (fromRow != row) {
    memory.copy(cellOf(s, 0), old, <usize>(p + 1) * CELL_BYTES);
    copyWays(s, fromRow, p);
  }
  store<i32>(pointer(P_VISIT_AT) + (<usize>(row + n + 1) << 2), -1);
  const slot = slotOf(v * given(CLASSES) + field(line, CLASS));
  const place = field(slot, AT_PLACE);
  const places = given(PLACES);
  const to = field(at, PLACE) * places + place;
  const on = place * places + field(next + CELL_BYTES, PLACE);
  const secTo = travelSec(to);
  const secOn = travelSec(on);
  const driven = secTo + secOn - field(at, LEG_SEC);
  let legs = <f64>driven * floatAt(P_SEC_PRICE, s);
  const perM = number(PRICE_PER_M);
  if (perM > 0) {
    const mTo = travelM(to);
    const mOn = travelM(on);
    legs += <f64>(mTo + mOn - field(at, LEG_M)) * perM;
    setField(at, LEG_M, mTo);
    setField(next, LEG_M, mOn);
  }
  setField(at, LEG_SEC, secTo);
  setField(next, PLACE, place);
  setField(next, LEG_SEC, secOn);
  setInt(P_TRAVEL_TOTAL, s, intAt(P_TRAVEL_TOTAL, s) + driven);
  setInt(P_LOAD, s, intAt(P_LOAD, s) + field(slot, DEMAND));
  const needs = pointer(P_NEEDS_FETCH);
  if (needs != 0) setInt(P_FETCHES, s, intAt(P_FETCHES, s) + byteAt(P_NEEDS_FETCH, v * given(SHIFTS) + s));
  setInt(P_VISIT_SEC, s, intAt(P_VISIT_SEC, s) + field(slot, WORK));
  fillForward(s, p + 1);
  fillBackward(s, p + 1);
  if (!isPossible(s)) return false;
  const penalty = given(HAS_SOFT) == 1 ? dayPenalty(s) : 0;
  const standing = floatAt(P_STANDING, v * given(SHIFTS) + s);
  setFloat(P_PRICE, s, floatAt(P_PRICE, s) + standing + legs + penalty - floatAt(P_PENALTY, s));
  setFloat(P_PENALTY, s, penalty);
  return true;
}

/** What the ways up to position p have cost, from the row where the route lay before. */
function copyWays(s: i32, fromRow: i32, p: i32): void {
  const row = intAt(P_ROW_OF, s);
  let at = cellOf(s, 0);
  for (let i = 0; i <= p; i++) {
    if (field(at, DIRTY_0) == 1) setFloat(P_COST_0, row + i, floatAt(P_COST_0, fromRow + i));
    if (field(at, DIRTY_1) == 1) {
      setFloat(P_COST_1, row + i, floatAt(P_COST_1, fromRow + i));
      const count = byteAt(P_WAY_COUNT, fromRow + i);
      store<u8>(pointer(P_WAY_COUNT) + <usize>(row + i), <u8>count);
      for (let x = 0; x < count; x++) {
        setInt(P_WAY_FREE, (row + i) * WAYS + x, intAt(P_WAY_FREE, (fromRow + i) * WAYS + x));
        setFloat(P_WAY_COST, (row + i) * WAYS + x, floatAt(P_WAY_COST, (fromRow + i) * WAYS + x));
      }
    }
    at += CELL_BYTES;
  }
}

/** Writes places and legs of any shift's route, adds up what its visits cost, and returns what its legs cost. */
function sumUp(s: i32): f64 {
  const row = intAt(P_ROW_OF, s);
  const n = countOf(s);
  const line = lineOf(s);
  const c = field(line, CLASS);
  const classes = given(CLASSES);
  const shifts = given(SHIFTS);
  const places = given(PLACES);
  const perM = number(PRICE_PER_M);
  const visits = pointer(P_VISIT_AT) + (<usize>row << 2);
  const needs = pointer(P_NEEDS_FETCH);
  const standing = pointer(P_STANDING) + (<usize>s << 3);
  let price = n > 0 ? floatAt(P_OUT_PRICE, s) : 0;
  let load_ = 0;
  let fetches = goesByParts;
  let visitSec = 0;
  let busySec = 0;
  let driven = 0;
  let metres = 0;
  if (needs != 0) {
    for (let p = 1; p <= n; p++) fetches += byteAt(P_NEEDS_FETCH, load<i32>(visits + (<usize>p << 2)) * shifts + s);
  }
  store<i32>(visits, -1);
  store<i32>(visits + (<usize>(n + 1) << 2), -1);
  let from = fetches > 0 ? intAt(P_SHIFT_VIA, s) : field(line, FROM);
  let at = cellOf(s, 0);
  setField(at, PLACE, from);
  for (let p = 1; p <= n + 1; p++) {
    let to = 0;
    if (p <= n) {
      const v = load<i32>(visits + (<usize>p << 2));
      const slot = slotOf(v * classes + c);
      to = field(slot, AT_PLACE);
      load_ += field(slot, DEMAND);
      visitSec += field(slot, WORK);
      busySec += field(slot, ON_SITE);
      price += load<f64>(standing + (<usize>(v * shifts) << 3));
    } else to = field(line, TO);
    const leg = from * places + to;
    const sec = n > 0 ? travelSec(leg) : 0;
    setField(at, LEG_SEC, sec);
    driven += sec;
    if (perM > 0) {
      const m = n > 0 ? travelM(leg) : 0;
      setField(at, LEG_M, m);
      metres += m;
    }
    at += CELL_BYTES;
    setField(at, PLACE, to);
    from = to;
  }
  if (given(HAS_SITES) == 1) price += sitePriceOf(s);
  setInt(P_LOAD, s, load_);
  setInt(P_FETCHES, s, fetches);
  setInt(P_VISIT_SEC, s, visitSec);
  setInt(P_TRAVEL_TOTAL, s, driven);
  setNumber(SUM_PRICE, price);
  setGiven(SUM_BUSY, busySec);
  return <f64>driven * floatAt(P_SEC_PRICE, s) + <f64>metres * perM;
}

/** For arriving at sites from elsewhere; the first stop is, unless the day begins at its place. */
function sitePriceOf(s: i32): f64 {
  let sum: f64 = 0;
  let from = field(lineOf(s), FROM);
  const row = intAt(P_ROW_OF, s);
  const n = countOf(s);
  let at = cellOf(s, 0);
  for (let p = 1; p <= n; p++) {
    at += CELL_BYTES;
    const here = field(at, PLACE);
    if (from != here) sum += floatAt(P_SITE_PRICE, load<i32>(pointer(P_VISIT_AT) + (<usize>(row + p) << 2)));
    from = here;
  }
  return sum;
}
