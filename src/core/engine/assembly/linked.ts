import {
  CLASSES,
  FIT_COUNT,
  FOUND_POSITION,
  FOUND_PRICE,
  P_ELIGIBLE,
  P_LIMITED,
  P_END_LIMIT,
  P_FIT_SHIFTS,
  P_MOMENT_AT,
  P_MOMENT_PRICE,
  P_SEC_PRICE,
  P_SHIFT_OPEN,
  P_SHIFT_PERSON,
  P_STANDING,
  P_START_SEC,
  P_TAKER_AT,
  P_TAKER_PRICE,
  P_WINDOW_COUNT,
  P_WINDOW_FIRST,
  P_WINDOW_LATEST,
  P_WINDOW_OPEN,
  P_WINDOW_SOFT,
  PLACES,
  PRICE_PER_M,
  SHIFTS,
  UNFAIR_PRICE,
} from '../hot/table';
import { AT_PLACE, CLASS, EASE, FREE, GENERAL, KIND, LAST, LEG_M, LEG_SEC, OPEN, PLACE, WINDOWS } from '../state/cells';
import { listNear, unfairAdded } from './choose';
import { earliestOnLanes } from './general/tail';
import { hasRoom } from './host';
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
  number,
  pointer,
  setField,
  setFloat,
  setGiven,
  setInt,
  slotOf,
  travelBack,
  travelM,
  travelMBack,
  travelSec,
} from './memory';
import { scanPositions } from './scan';
import { startAt, startPrice } from './starts';

/* When a linked visit could begin, and who could take it at a moment. */

// @ts-ignore: decorator
@inline
function isFor(v: i32, s: i32, person: i32, from: i32, to: i32): bool {
  return (
    byteAt(P_ELIGIBLE, v * given(SHIFTS) + s) == 1 &&
    byteAt(P_SHIFT_OPEN, s) == 1 &&
    (person < 0 || intAt(P_SHIFT_PERSON, s) == person) &&
    to >= intAt(P_START_SEC, s) &&
    from <= intAt(P_END_LIMIT, s) &&
    field(slotOf(v * given(CLASSES) + field(lineOf(s), CLASS)), WINDOWS) > 0
  );
}

function listAll(): i32 {
  const shifts = given(SHIFTS);
  for (let s = 0; s < shifts; s++) setInt(P_FIT_SHIFTS, s, s);
  return shifts;
}

/**
 * Notes how early v could begin at each place of every shift, between `from` and `to`, by `person` or, with −1,
 * anybody: the `most` with the cheapest ways, the cheapest first and each once. With `isNear` only on the shifts near
 * v. Returns how many, and leaves the shifts that v could go to for `findTakers`: of those looked at, or with
 * `isShared` of all.
 */
export function findMoments(v: i32, from: i32, to: i32, person: i32, most: i32, isNear: bool, isShared: bool): i32 {
  let found = 0;
  const near = isNear ? listNear(v) : listAll();
  let fit = 0;
  for (let i = 0; i < near; i++) {
    const s = intAt(P_FIT_SHIFTS, i);
    if (!isFor(v, s, person, from, to)) continue;
    setInt(P_FIT_SHIFTS, fit++, s);
    found = momentsOn(v, s, from, to, most, found);
  }
  if (isNear && isShared) {
    const all = listAll();
    fit = 0;
    for (let s = 0; s < all; s++) if (isFor(v, s, person, from, to)) setInt(P_FIT_SHIFTS, fit++, s);
  }
  setGiven(FIT_COUNT, fit);
  return found;
}

function momentsOn(v: i32, s: i32, from: i32, to: i32, most: i32, noted: i32): i32 {
  const line = lineOf(s);
  const cell = v * given(CLASSES) + field(line, CLASS);
  const slot = slotOf(cell);
  const isGeneral = field(line, KIND) == GENERAL;
  const last = field(slot, LAST);
  const rowV = field(slot, AT_PLACE) * given(PLACES);
  const secPrice = floatAt(P_SEC_PRICE, s);
  const perM = number(PRICE_PER_M);
  const standing = floatAt(P_STANDING, v * given(SHIFTS) + s);
  const n = countOf(s);
  let found = noted;
  let dearest = found == most ? floatAt(P_MOMENT_PRICE, most - 1) : Infinity;
  let at = cellOf(s, 0);
  for (let p = 0; p <= n; p++, at += CELL_BYTES) {
    const t1 = travelBack(rowV + field(at, PLACE));
    let ready = NEVER;
    if (isGeneral) ready = earliestOnLanes(v, s, p);
    else if (field(at, FREE) < NEVER) ready = field(at, FREE) + t1 - (p == 0 ? min(t1, beforeOf(s)) : 0);
    if (ready > last) return found;
    const t2 = travelSec(rowV + field(at + CELL_BYTES, PLACE));
    let price = standing + <f64>(t1 + t2 - field(at, LEG_SEC)) * secPrice;
    if (perM > 0) {
      const to = rowV + field(at + CELL_BYTES, PLACE);
      price += <f64>(travelMBack(rowV + field(at, PLACE)) + travelM(to) - field(at, LEG_M)) * perM;
    }
    if (price >= dearest) continue;
    const begin = startAt(cell, max(ready, from));
    if (begin >= NEVER || begin > to) continue;
    found = noteMoment(begin, cell, price, most, found);
    if (found == most) dearest = floatAt(P_MOMENT_PRICE, most - 1);
  }
  return found;
}

/** Keeps a moment in its order, by price, then the first found; of equal ones the cheaper. */
function noteMoment(begin: i32, cell: i32, price: f64, most: i32, found: i32): i32 {
  let k = 0;
  while (k < found && (intAt(P_MOMENT_AT, 2 * k) != begin || intAt(P_MOMENT_AT, 2 * k + 1) != cell)) k++;
  if (k < found && price >= floatAt(P_MOMENT_PRICE, k)) return found;
  keepInOrder(P_MOMENT_AT, P_MOMENT_PRICE, min(k, most - 1), begin, cell, price);
  return k < found ? found : min(found + 1, most);
}

/** Moves what is dearer down from place k of a list of pairs and their prices, and puts a pair in. */
function keepInOrder(pairs: i32, prices: i32, k: i32, first: i32, second: i32, price: f64): void {
  let at = k;
  while (at > 0 && price < floatAt(prices, at - 1)) {
    setInt(pairs, 2 * at, intAt(pairs, 2 * at - 2));
    setInt(pairs, 2 * at + 1, intAt(pairs, 2 * at - 1));
    setFloat(prices, at, floatAt(prices, at - 1));
    at--;
  }
  setInt(pairs, 2 * at, first);
  setInt(pairs, 2 * at + 1, second);
  setFloat(prices, at, price);
}

/**
 * Notes the cheapest place below `limit` on each shift that `findMoments` has left on which v could begin at `begin`,
 * its work at `work`: the cheapest first, and of `most` persons only. `pin` is the window kept for the moment to
 * which v is pinned. Returns how many shifts there are.
 */
export function findTakers(v: i32, begin: i32, work: i32, pin: i32, most: i32, limit: f64): i32 {
  const fit = given(FIT_COUNT);
  let found = 0;
  let below = limit;
  for (let i = 0; i < fit; i++) {
    const s = intAt(P_FIT_SHIFTS, i);
    if (work < intAt(P_START_SEC, s) || work > intAt(P_END_LIMIT, s)) continue;
    const cell = v * given(CLASSES) + field(lineOf(s), CLASS);
    if (startAt(cell, begin) != begin) continue;
    if (byteAt(P_LIMITED, s) == 1 && !hasRoom(v, s)) continue;
    scanPinned(v, s, cell, begin, pin, below);
    let price = number(FOUND_PRICE);
    if (price >= below) continue;
    if (number(UNFAIR_PRICE) > 0) {
      price += unfairAdded(v, s);
      if (price >= below) continue;
    }
    found = noteTaker(s, given(FOUND_POSITION), price, most, found);
    if (found == most) below = min(limit, floatAt(P_TAKER_PRICE, most - 1));
  }
  return found;
}

/** Keeps a taker in his order, by price, then the first found; of one person the cheaper. */
function noteTaker(s: i32, p: i32, price: f64, most: i32, found: i32): i32 {
  const person = intAt(P_SHIFT_PERSON, s);
  let k = 0;
  while (k < found && intAt(P_SHIFT_PERSON, intAt(P_TAKER_AT, 2 * k)) != person) k++;
  if (k < found && price >= floatAt(P_TAKER_PRICE, k)) return found;
  keepInOrder(P_TAKER_AT, P_TAKER_PRICE, min(k, most - 1), s, p, price);
  return k < found ? found : min(found + 1, most);
}

/** A scan of shift s for v as if it could begin at one moment only. */
function scanPinned(v: i32, s: i32, cell: i32, begin: i32, pin: i32, limit: f64): void {
  const slot = slotOf(cell);
  const first = intAt(P_WINDOW_FIRST, cell);
  const count = intAt(P_WINDOW_COUNT, cell);
  const open = field(slot, OPEN);
  const last = field(slot, LAST);
  const ease = field(slot, EASE);
  const soft = startPrice(v, cell, begin) == 0 ? begin : -NEVER;
  setInt(P_WINDOW_OPEN, pin, begin);
  setInt(P_WINDOW_LATEST, pin, begin);
  setInt(P_WINDOW_SOFT, pin, soft);
  setInt(P_WINDOW_FIRST, cell, pin);
  setInt(P_WINDOW_COUNT, cell, 1);
  setField(slot, WINDOWS, 1);
  setField(slot, OPEN, begin);
  setField(slot, LAST, begin);
  setField(slot, EASE, soft);
  scanPositions(v, s, limit);
  setInt(P_WINDOW_FIRST, cell, first);
  setInt(P_WINDOW_COUNT, cell, count);
  setField(slot, WINDOWS, count);
  setField(slot, OPEN, open);
  setField(slot, LAST, last);
  setField(slot, EASE, ease);
}
