import {
  CLASSES,
  FOUND_POSITION,
  FOUND_PRICE,
  HAS_SITES,
  P_DETOUR_SAVES,
  P_FETCHES,
  P_FIRST_REACH_M,
  P_FIRST_REACH_SEC,
  P_HAS_REACH,
  P_IS_SPLIT,
  P_LOAD,
  P_MAX_TRAVEL,
  P_NEEDS_FETCH,
  P_OUT_PRICE,
  P_PENALTY,
  P_PRICE,
  P_REACH_M,
  P_REACH_SEC,
  P_ROW_OF,
  P_SEC_PRICE,
  P_SHIFT_VIA,
  P_SITE_PRICE,
  P_SOFT_RATE,
  P_SPOT_AT,
  P_SPOT_PRICE,
  P_STANDING,
  P_TRAVEL_BACK,
  P_TRAVEL_SEC,
  P_TRAVEL_TOTAL,
  P_VISIT_AT,
  PLACES,
  PRICE_PER_M,
  ROOM,
  SHIFTS,
  WIDE_SEC,
} from '../hot/table';
import {
  AFTER,
  AT_PLACE,
  BREAK_DUE,
  BREAK_EARLIEST,
  BREAK_LATEST,
  BREAK_LONG,
  CAPACITY,
  CLASS,
  DEMAND,
  DIRTY_0,
  DIRTY_1,
  EASE,
  FREE,
  FREE_0,
  FREE_1,
  FROM,
  GENERAL,
  KIND,
  LAST,
  LATEST,
  LATEST_0,
  LATEST_1,
  LEG_M,
  LEG_SEC,
  MOST_VISITS,
  ON_SITE,
  OPEN,
  PLACE,
  SOFT,
  SOFT_0,
  SOFT_1,
  WINDOWS,
} from '../state/cells';
import { scanOnLanes } from './general/scan';
import { refresh } from './refresh';
import { CELL_BYTES, NEVER, beforeOf, byteAt, cellOf, countOf, field, floatAt, given, intAt, lineOf, number, pointer, setGiven, setNumber, slotOf, travelBack, travelM, travelMBack, travelSec } from './memory';
import { overBreak, pricedAt } from './price';
import { startAt, within } from './starts';

/** 1 while a route is laid by way of where parts are fetched although none of its visits needs them. */
export let goesByParts: i32 = 0;

/**
 * Looks for the cheapest place for visit v on shift s below `limit` and leaves it in the table; the price stays at
 * the limit when there is none. A shift with at most one break and constant travel, which is nearly every shift, is
 * scanned here, in two sweeps: the first asks of each place whether its legs beat what is known and whether it could
 * be done as if there were no break, and most places end there. What is left is looked at with the break, and only
 * what then costs something in time is priced stop by stop.
 */
export function scanPositions(v: i32, s: i32, limit: f64): void {
  setNumber(FOUND_PRICE, limit);
  setGiven(FOUND_POSITION, 0);
  const n = countOf(s);
  const line = lineOf(s);
  if (n + 2 >= given(ROOM) || n >= field(line, MOST_VISITS)) return;
  const slot = slotOf(v * given(CLASSES) + field(line, CLASS));
  if (intAt(P_LOAD, s) + field(slot, DEMAND) > field(line, CAPACITY)) return;
  if (field(slot, WINDOWS) == 0) return;
  if (isFirstToFetch(v, s)) {
    scanByParts(v, s, limit);
    return;
  }
  if (field(line, KIND) == GENERAL) {
    scanOnLanes(v, s, slot);
    return;
  }
  const found = gatherSpots(v, s, slot, limit);
  if (found > 0) weighSpots(v, s, found);
}

/**
 * The scan for a visit whose parts must be fetched on a shift that fetches nothing yet. The way from home changes for
 * the whole day, so the route is laid by way of the parts, scanned as any other, and laid as it was.
 */
function scanByParts(v: i32, s: i32, limit: f64): void {
  if (field(lineOf(s), KIND) != GENERAL && leastByParts(v, s) >= limit) return;
  const before = floatAt(P_PRICE, s);
  goesByParts = 1;
  if (refresh(s)) {
    const dearer = floatAt(P_PRICE, s) - before;
    scanPositions(v, s, limit - dearer);
    const price = number(FOUND_PRICE);
    setNumber(FOUND_PRICE, price < limit - dearer ? price + dearer : limit);
  }
  goesByParts = 0;
  refresh(s);
}

/** What v and the way by its parts cost on a usual shift at least, wherever in the day it is. */
function leastByParts(v: i32, s: i32): f64 {
  if (given(HAS_SITES) == 1) return -Infinity;
  const at = cellOf(s, 0);
  const isEmpty = countOf(s) == 0;
  let price = floatAt(P_STANDING, v * given(SHIFTS) + s) - floatAt(P_PENALTY, s) - floatAt(P_DETOUR_SAVES, s);
  if (isEmpty) return price + floatAt(P_OUT_PRICE, s);
  const leg = intAt(P_SHIFT_VIA, s) * given(PLACES) + field(at + CELL_BYTES, PLACE);
  price += <f64>(travelSec(leg) - field(at, LEG_SEC)) * floatAt(P_SEC_PRICE, s);
  const perM = number(PRICE_PER_M);
  return perM > 0 ? price + <f64>(travelM(leg) - field(at, LEG_M)) * perM : price;
}

// @ts-ignore: decorator
@inline
export function isFirstToFetch(v: i32, s: i32): bool {
  return (
    pointer(P_NEEDS_FETCH) != 0 && byteAt(P_NEEDS_FETCH, v * given(SHIFTS) + s) == 1 && intAt(P_FETCHES, s) == 0
  );
}

/** Notes the places of a route that may cost less than `limit`, and the price of their legs; returns how many. */
function gatherSpots(v: i32, s: i32, slot: usize, limit: f64): i32 {
  const n = countOf(s);
  const line = lineOf(s);
  const hasSites = given(HAS_SITES) == 1;
  const base =
    floatAt(P_STANDING, v * given(SHIFTS) + s) + (n == 0 ? floatAt(P_OUT_PRICE, s) : 0) - floatAt(P_PENALTY, s);
  // Dear wherever in the day it is.
  if (!hasSites && base - floatAt(P_DETOUR_SAVES, s) >= limit) return 0;
  const secPrice = floatAt(P_SEC_PRICE, s);
  const perM = number(PRICE_PER_M);
  const place = field(slot, AT_PLACE);
  const rowV = place * given(PLACES);
  const open = field(slot, OPEN);
  const last = field(slot, LAST);
  const duration = field(slot, ON_SITE);
  const ease = field(slot, EASE);
  const easeAtLeast = ease > -NEVER ? ease : NEVER;
  const after = field(line, AFTER);
  // Beyond the soft limits every second costs at least so much; where they may be too strict, nothing is reckoned.
  const rate = intAt(P_IS_SPLIT, s) == 1 ? 0 : floatAt(P_SOFT_RATE, s);
  // Read once: the loop is the hottest there is, and what it writes could lie anywhere for all the compiler knows.
  const isWide = given(WIDE_SEC) == 1;
  const width: usize = isWide ? 2 : 1;
  const backRow = pointer(P_TRAVEL_BACK) + (<usize>rowV << width);
  const secRow = pointer(P_TRAVEL_SEC) + (<usize>rowV << width);
  let spotAt = pointer(P_SPOT_AT);
  let spotPrice = pointer(P_SPOT_PRICE);
  const soonestEnd = open + duration;
  let at = cellOf(s, 0);
  let before = beforeOf(s);
  let from = field(at, PLACE);
  let found = 0;
  for (let p = 0; p <= n; p++) {
    const free = field(at, FREE);
    if (free - before > last) break;
    const next = at + CELL_BYTES;
    const to = field(next, PLACE);
    const latest = field(next, LATEST);
    if (soonestEnd <= latest) {
      const t1 = isWide ? load<i32>(backRow + (<usize>from << 2)) : <i32>load<u16>(backRow + (<usize>from << 1));
      const t2 = isWide ? load<i32>(secRow + (<usize>to << 2)) : <i32>load<u16>(secRow + (<usize>to << 1));
      let price = base + <f64>(t1 + t2 - field(at, LEG_SEC)) * secPrice;
      if (perM > 0) price += <f64>(travelMBack(rowV + from) + travelM(rowV + to) - field(at, LEG_M)) * perM;
      if (hasSites) price += siteAdded(v, s, p, place, p == 0 ? field(line, FROM) : from, to);
      if (price < limit) {
        const soonest = free + t1 - min(t1, before);
        const begun = max(soonest, open);
        const on = p < n ? t2 : max(0, t2 - after);
        const ready = begun + duration + on;
        if (soonest <= last && ready <= latest) {
          const beyond = secondsBeyond(begun - easeAtLeast, ready, field(next, SOFT));
          if (beyond <= 0 || price + <f64>beyond * rate < limit) {
            store<i32>(spotAt, p);
            store<f64>(spotPrice, price);
            spotAt += 4;
            spotPrice += 8;
            found++;
          }
        }
      }
    }
    before = 0;
    from = to;
    at = next;
  }
  return found;
}

/** What v changes of the price of arriving at sites from elsewhere, between the places `from` and `to`. */
export function siteAdded(v: i32, s: i32, p: i32, place: i32, from: i32, to: i32): f64 {
  let price: f64 = from == place ? 0 : floatAt(P_SITE_PRICE, v);
  const follows = load<i32>(pointer(P_VISIT_AT) + (<usize>(intAt(P_ROW_OF, s) + p + 1) << 2));
  if (follows < 0) return price;
  if (place != to) price += floatAt(P_SITE_PRICE, follows);
  if (from != to) price -= floatAt(P_SITE_PRICE, follows);
  return price;
}

/** Leaves the cheapest of the places noted in the table, if it beats what is there. */
function weighSpots(v: i32, s: i32, found: i32): void {
  const rate = intAt(P_IS_SPLIT, s) == 1 ? 0 : floatAt(P_SOFT_RATE, s);
  const hasReach = byteAt(P_HAS_REACH, s) == 1;
  let least = number(FOUND_PRICE);
  for (let k = 0; k < found; k++) {
    let price = floatAt(P_SPOT_PRICE, k);
    if (price >= least) continue;
    const p = intAt(P_SPOT_AT, k);
    if (hasReach && !staysWithinReach(v, s, p)) continue;
    const beyond = secondsOver(v, s, p);
    if (beyond >= NEVER) continue;
    if (beyond >= 0) {
      if (price + <f64>beyond * rate >= least) continue;
      price += pricedAt(v, s, p, least - price);
      if (price >= least) continue;
    }
    least = price;
    setNumber(FOUND_PRICE, price);
    setGiven(FOUND_POSITION, p);
  }
}

/** −1 where a place surely costs nothing in time; NEVER where it is impossible; otherwise seconds beyond what is free, at least. */
function secondsOver(v: i32, s: i32, p: i32): i32 {
  const line = lineOf(s);
  const cell = v * given(CLASSES) + field(line, CLASS);
  const slot = slotOf(cell);
  const rowV = field(slot, AT_PLACE) * given(PLACES);
  const at = cellOf(s, p);
  const next = at + CELL_BYTES;
  const isSingle = field(slot, WINDOWS) == 1;
  const open = field(slot, OPEN);
  const last = field(slot, LAST);
  const ease = field(slot, EASE);
  const duration = field(slot, ON_SITE);
  const easeAtLeast = ease > -NEVER ? ease : NEVER;
  const t1 = travelBack(rowV + field(at, PLACE));
  const t2 = travelSec(rowV + field(next, PLACE));
  const own = p == 0 ? min(t1, beforeOf(s)) : 0;
  const isHome = p == countOf(s);
  const on = isHome ? max(0, t2 - field(line, AFTER)) : t2;
  let beyond = NEVER;
  // The break is behind.
  const f1 = field(at, FREE_1);
  if (f1 < NEVER) {
    const arrive = f1 + t1 - own;
    const start = isSingle ? within(arrive, open, last) : startAt(cell, arrive);
    const left = start + duration + on;
    if (start < NEVER && left <= field(next, LATEST_1)) {
      const by = field(next, SOFT_1);
      if (start <= ease && left <= by && field(at, DIRTY_1) == 0) return -1;
      beyond = max(0, secondsBeyond(start - easeAtLeast, left, by));
    }
  }
  const f0 = field(at, FREE_0);
  if (f0 >= NEVER) return beyond;
  const isClean = field(at, DIRTY_0) == 0;
  const arrive = f0 + t1 - own;
  const start = isSingle ? within(arrive, open, last) : startAt(cell, arrive);
  if (start < NEVER) {
    const isEasy = isClean && start <= ease;
    const end = start + duration;
    if (isHome) {
      let leave = end;
      if (end + t2 > field(line, BREAK_DUE))
        leave = end > field(line, BREAK_LATEST) ? NEVER : max(end, field(line, BREAK_EARLIEST)) + field(line, BREAK_LONG);
      if (leave < NEVER && leave + on <= field(next, LATEST_1)) {
        const by = field(next, SOFT_1);
        if (isEasy && leave + on <= by) return -1;
        beyond = min(beyond, max(0, secondsBeyond(start - easeAtLeast, leave + on, by)));
      }
    } else {
      const left = end + t2;
      // The break after this visit: on arrival, or before leaving.
      const rested = overBreak(line, end, t2, 0);
      if (left <= field(next, LATEST_0) || rested <= field(next, LATEST_1)) {
        const soft0 = field(next, SOFT_0);
        const soft1 = field(next, SOFT_1);
        if (isEasy && (left <= soft0 || rested <= soft1)) return -1;
        const over = start - easeAtLeast;
        const least = min(secondsBeyond(over, left, soft0), secondsBeyond(over, rested, soft1));
        beyond = min(beyond, max(0, least));
      }
    }
  }
  // The break before this visit.
  const rested = overBreak(line, f0, t1, own);
  if (rested >= NEVER) return beyond;
  const start1 = isSingle ? within(rested, open, last) : startAt(cell, rested);
  const left = start1 + duration + on;
  if (start1 >= NEVER || left > field(next, LATEST_1)) return beyond;
  const by = field(next, SOFT_1);
  if (isClean && start1 <= ease && left <= by) return -1;
  return min(beyond, max(0, secondsBeyond(start1 - easeAtLeast, left, by)));
}

/** How far a way is beyond what costs nothing: the visit's own beginning, or the readiness for the rest of the day. Not above 0: not at all. */
// @ts-ignore: decorator
@inline
function secondsBeyond(own: i32, at: i32, soft: i32): i32 {
  return max(own, soft > -NEVER ? at - soft : 0);
}

/** Whether no leg of shift s, nor its driving in all, becomes too long with v after position p. */
export function staysWithinReach(v: i32, s: i32, p: i32): bool {
  const at = cellOf(s, p);
  const places = given(PLACES);
  const place = field(slotOf(v * given(CLASSES) + field(lineOf(s), CLASS)), AT_PLACE);
  const legTo = field(at, PLACE) * places + place;
  const legOn = place * places + field(at + CELL_BYTES, PLACE);
  if (!isLegWithinReach(s, legTo, p == 0)) return false;
  // The way by the parts has not been asked for yet.
  if (goesByParts == 1 && p > 0 && !isLegWithinReach(s, firstLeg(s), true)) return false;
  if (p < countOf(s) && !isLegWithinReach(s, legOn, false)) return false;
  const driven = intAt(P_TRAVEL_TOTAL, s) + travelSec(legTo) + travelSec(legOn) - field(at, LEG_SEC);
  return driven <= intAt(P_MAX_TRAVEL, s);
}

function firstLeg(s: i32): i32 {
  const at = cellOf(s, 0);
  return field(at, PLACE) * given(PLACES) + field(at + CELL_BYTES, PLACE);
}

export function isLegWithinReach(s: i32, leg: i32, isFirst: bool): bool {
  const sec = travelSec(leg);
  const m = travelM(leg);
  return isFirst
    ? sec <= intAt(P_FIRST_REACH_SEC, s) && m <= intAt(P_FIRST_REACH_M, s)
    : sec <= intAt(P_REACH_SEC, s) && m <= intAt(P_REACH_M, s);
}
