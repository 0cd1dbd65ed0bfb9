import {
  BEST_POSITION,
  BEST_PRICE,
  BEST_SHIFT,
  BLINK_LEFT,
  CLASSES,
  FOUND_POSITION,
  FOUND_PRICE,
  HAS_SOFT,
  MARK,
  NEAR_SHIFT_COUNT,
  NEIGHBOUR_COUNT,
  P_ELIGIBLE,
  P_FAIR_SEC,
  P_FIT_SHIFTS,
  P_LIMITED,
  P_LIST_BEFORE,
  P_LIST_COUNT,
  P_LIST_LEFT,
  P_LIST_SHIFTS,
  P_MEMO,
  P_NEAR_SHIFTS,
  P_NEIGHBOURS,
  P_PERSON_SEC,
  P_SHIFT_MARK,
  P_SHIFT_OF,
  P_SHIFT_OPEN,
  P_SHIFT_PERSON,
  P_SHIFT_PLACE,
  P_SHIFT_TWIN,
  P_TOUCHED,
  P_TWIN_MARK,
  P_VERSION,
  SHIFTS,
  TOUCHED_COUNT,
  UNFAIR_PRICE,
} from '../hot/table';
import { CLASS, WORK } from '../state/cells';
import { EMPTY_SHIFTS, KEPT, NEAR_VISITS, USES } from '../state/near';
import { drawBlink, hasRoom } from './host';
import { byteAt, countOf, field, floatAt, given, intAt, lineOf, pointer, setInt, slotOf , number, setNumber, setGiven } from './memory';
import { scanPositions } from './scan';

/*
 * On which shifts to look for a place, and what is remembered of them: the version of the route and the position,
 * four bytes each, then the price. Most routes do not change in an iteration, and one that is rolled back gets its
 * old version again.
 */
const REMEMBERED: usize = 16;
/** Stands for a place that has not been looked for far enough: nothing below the price, and nobody has looked above it. */
const NOWHERE: i32 = -1;

/**
 * Keeps in the table the best place of visit v on shift s, if it beats what is there. `memo` is where what is found
 * is remembered, 0 for nowhere. A blink passes over the whole route.
 */
function scanShift(v: i32, s: i32, memo: usize): void {
  const known = number(BEST_PRICE);
  if (byteAt(P_LIMITED, s) == 1 && !hasRoom(v, s)) return;
  const version = intAt(P_VERSION, s);
  let position = NOWHERE;
  let price: f64 = 0;
  if (memo != 0 && load<i32>(memo) == version) {
    price = load<f64>(memo, 8);
    if (price >= known) return;
    position = load<i32>(memo, 4);
  }
  if (position == NOWHERE) {
    // Penalties are dear to work out, so look no further than what would win; plain scans are cheap to finish.
    const limit = given(HAS_SOFT) == 1 ? known : Infinity;
    scanPositions(v, s, limit);
    price = number(FOUND_PRICE);
    position = given(FOUND_POSITION);
    if (memo != 0) {
      store<i32>(memo, version);
      store<i32>(memo, price < limit || limit == Infinity ? position : NOWHERE, 4);
      store<f64>(memo, price, 8);
    }
  }
  if (price >= known) return;
  if (number(UNFAIR_PRICE) > 0) {
    price += unfairAdded(v, s);
    if (price >= known) return;
  }
  const left = given(BLINK_LEFT) - 1;
  setGiven(BLINK_LEFT, left);
  if (left <= 0) {
    setGiven(BLINK_LEFT, drawBlink());
    return;
  }
  setNumber(BEST_PRICE, price);
  setGiven(BEST_SHIFT, s);
  setGiven(BEST_POSITION, position);
}

/** What a visit adds to the price of its person's work beyond a fair share. */
export function unfairAdded(v: i32, s: i32): f64 {
  const q = intAt(P_SHIFT_PERSON, s);
  const over = floatAt(P_PERSON_SEC, q) - floatAt(P_FAIR_SEC, q);
  const work = field(slotOf(v * given(CLASSES) + field(lineOf(s), CLASS)), WORK);
  const after = over + <f64>work;
  return after > 0 ? (after - max(0, over)) * number(UNFAIR_PRICE) : 0;
}

function begin(most: f64): i32 {
  setNumber(BEST_PRICE, most);
  setGiven(BEST_SHIFT, -1);
  const mark = given(MARK) + 1;
  setGiven(MARK, mark);
  return mark;
}

/**
 * The shift on which visit v costs least, below `most`, of all there are; −1 where there is none. Of empty ones that
 * are alike only the first is tried. `isRemembered` where the memo holds every pair.
 */
export function chooseOfAll(v: i32, most: f64, isRemembered: bool): i32 {
  const mark = begin(most);
  const shifts = given(SHIFTS);
  for (let s = 0; s < shifts; s++) {
    if (byteAt(P_ELIGIBLE, v * shifts + s) == 0 || byteAt(P_SHIFT_OPEN, s) == 0) continue;
    if (countOf(s) == 0) {
      const twin = intAt(P_SHIFT_TWIN, s);
      if (intAt(P_TWIN_MARK, twin) == mark) continue;
      setInt(P_TWIN_MARK, twin, mark);
    }
    scanShift(v, s, isRemembered ? pointer(P_MEMO) + <usize>(v * shifts + s) * REMEMBERED : 0);
  }
  return given(BEST_SHIFT);
}

/** The same for one shift, without what is remembered of it. */
export function chooseOn(v: i32, s: i32, most: f64): i32 {
  begin(most);
  scanShift(v, s, 0);
  return given(BEST_SHIFT);
}

/** The same of the shifts of nearby visits, those touched in this iteration, and a few empty ones. */
export function chooseNear(v: i32, most: f64): i32 {
  const near = given(NEAR_SHIFT_COUNT);
  const pairs = v * given(SHIFTS);
  keepListFresh(v);
  const mark = begin(most);
  let memo = memoOf(v);
  const list = v * KEPT;
  const count = byteAt(P_LIST_COUNT, v);
  for (let i = list; i < list + count; i++) {
    const s = intAt(P_LIST_SHIFTS, i);
    setInt(P_SHIFT_MARK, s, mark);
    if (byteAt(P_SHIFT_OPEN, s) == 1) scanShift(v, s, memo);
    memo += REMEMBERED;
  }
  const touched = given(TOUCHED_COUNT);
  for (let i = 0; i < touched; i++) {
    const s = intAt(P_TOUCHED, i);
    if (intAt(P_SHIFT_MARK, s) == mark || byteAt(P_ELIGIBLE, pairs + s) == 0) continue;
    setInt(P_SHIFT_MARK, s, mark);
    scanShift(v, s, 0);
  }
  memo = memoOf(v) + REMEMBERED * KEPT;
  let empty = 0;
  for (let i = v * near; i < (v + 1) * near && empty < EMPTY_SHIFTS; i++) {
    const s = intAt(P_NEAR_SHIFTS, i);
    if (s < 0) break;
    if (countOf(s) == 0 && byteAt(P_SHIFT_OPEN, s) == 1) {
      empty++;
      if (intAt(P_SHIFT_MARK, s) != mark) {
        setInt(P_SHIFT_MARK, s, mark);
        scanShift(v, s, memo);
      }
    }
    memo += REMEMBERED;
  }
  return given(BEST_SHIFT);
}

/** Lists the shifts on which `chooseNear` would look, as `fitShifts`; returns how many. */
export function listNear(v: i32): i32 {
  const near = given(NEAR_SHIFT_COUNT);
  keepListFresh(v);
  const mark = given(MARK) + 1;
  setGiven(MARK, mark);
  let n = 0;
  const list = v * KEPT;
  const count = byteAt(P_LIST_COUNT, v);
  for (let i = list; i < list + count; i++) n = listOnce(intAt(P_LIST_SHIFTS, i), mark, n);
  const touched = given(TOUCHED_COUNT);
  for (let i = 0; i < touched; i++) n = listOnce(intAt(P_TOUCHED, i), mark, n);
  let empty = 0;
  for (let i = v * near; i < (v + 1) * near && empty < EMPTY_SHIFTS; i++) {
    const s = intAt(P_NEAR_SHIFTS, i);
    if (s < 0) break;
    if (countOf(s) > 0 || byteAt(P_SHIFT_OPEN, s) == 0) continue;
    empty++;
    n = listOnce(s, mark, n);
  }
  return n;
}

// @ts-ignore: decorator
@inline
function listOnce(s: i32, mark: i32, n: i32): i32 {
  if (intAt(P_SHIFT_MARK, s) == mark) return n;
  setInt(P_SHIFT_MARK, s, mark);
  setInt(P_FIT_SHIFTS, n, s);
  return n + 1;
}

/** Looks the list of a visit up again when it has been used often enough. */
function keepListFresh(v: i32): void {
  const left = pointer(P_LIST_LEFT) + <usize>v;
  if (load<u8>(left) == 0) {
    lookUp(v);
    store<u8>(left, <u8>USES);
  }
  store<u8>(left, <u8>(<i32>load<u8>(left) - 1));
}

// @ts-ignore: decorator
@inline
function memoOf(v: i32): usize {
  return pointer(P_MEMO) + <usize>(v * (KEPT + given(NEAR_SHIFT_COUNT))) * REMEMBERED;
}

/** Lists the shifts that hold the visits nearest to v, and keeps what is remembered of those that stay. */
function lookUp(v: i32): void {
  const pairs = v * given(SHIFTS);
  const first = v * given(NEIGHBOUR_COUNT);
  const last = first + given(NEIGHBOUR_COUNT);
  const memo = memoOf(v);
  const list = pointer(P_LIST_SHIFTS) + (<usize>(v * KEPT) << 2);
  const before = pointer(P_LIST_BEFORE);
  const known = byteAt(P_LIST_COUNT, v);
  memory.copy(before, list, <usize>known << 2);
  memory.copy(before + 4 * KEPT, memo, <usize>known * REMEMBERED);
  for (let k = 0; k < known; k++) setInt(P_SHIFT_PLACE, load<i32>(before + (<usize>k << 2)), k);
  const mark = given(MARK) + 1;
  setGiven(MARK, mark);
  let met = 0;
  let n = 0;
  for (let i = first; i < last && met < NEAR_VISITS && n < KEPT; i++) {
    const s = intAt(P_SHIFT_OF, intAt(P_NEIGHBOURS, i));
    if (s < 0 || byteAt(P_ELIGIBLE, pairs + s) == 0) continue;
    met++;
    if (intAt(P_SHIFT_MARK, s) == mark) continue;
    setInt(P_SHIFT_MARK, s, mark);
    store<i32>(list + (<usize>n << 2), s);
    // Where it stood in the list before, if it is still what stands there.
    const k = intAt(P_SHIFT_PLACE, s);
    const to = memo + <usize>n * REMEMBERED;
    if (k < known && load<i32>(before + (<usize>k << 2)) == s)
      memory.copy(to, before + 4 * KEPT + <usize>k * REMEMBERED, REMEMBERED);
    else store<i32>(to, -1);
    n++;
  }
  store<u8>(pointer(P_LIST_COUNT) + <usize>v, <u8>n);
}
