import { NEVER, type Prepared } from '../prepare/prepared';
import { type Best, EXTRA, type Routes } from '../state/routes';
import { lateBeginning } from './slots';
import { priceOfStart, startAt } from './starts';

/**
 * The scan of a shift with at most one break and constant travel, which is nearly every shift there
 * is: the same answers as the general scan, with the two lanes spelled out. Lane 0 has the break still
 * to take; the top lane has it behind (or there is none).
 *
 * Three questions, the cheap ones first: does the cheapest leg beat what is known, can it be done at
 * all, does it cost nothing in time. Only what is left is priced stop by stop.
 */
export function scanOneBreak(prep: Prepared, routes: Routes, v: number, s: number, best: Best): void {
  const { travelSec, travelBack, travelM, travelMBack, places, pricePerM } = prep;
  const { placeAt, legPrice, lanes } = routes;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const top = prep.breakCount[s]!;
  const free1 = lanes.free[top]!;
  const latest1 = lanes.latest[top]!;
  const soft1 = lanes.soft[top]!;
  const free0 = lanes.free[0]!;
  const latest0 = lanes.latest[0]!;
  const soft0 = lanes.soft[0]!;
  const secPrice = prep.secPrice[s]!;
  const cellV = v * prep.classes + prep.shiftClass[s]!;
  const rowV = prep.visitPlace[v]! * places;
  const base = prep.standing[v * prep.shifts + s]! + (n === 0 ? prep.outPrice[s]! : 0) - routes.penalty[s]!;
  // Dear wherever in the day it is.
  if (base - prep.detourSaves[s]! >= best.price) return;
  const duration = prep.duration[cellV]!;
  const w = routes.windowFirst[cellV]!;
  const isSingle = routes.windowCount[cellV] === 1;
  const open = routes.windowOpen[w]!;
  const limit = isSingle ? routes.windowLatest[w]! : lateBeginning(routes, cellV);
  const ease = isSingle ? routes.windowSoft[w]! : -NEVER;
  const hasSoft = prep.hasSoft;
  const k = prep.breakFirst[s]!;
  const bEarly = top === 1 ? prep.breakEarliest[k]! : 0;
  const bLate = top === 1 ? prep.breakLatest[k]! : -NEVER;
  const bLong = top === 1 ? prep.breakDuration[k]! : 0;
  const hardEnd = routes.endLimit[s]!;
  const softEnd = Math.min(hardEnd, prep.shiftEnd[s]!);
  const after = prep.shiftAfter[s]!;
  const before = routes.beforeSec[s]!;
  // Beyond the soft limits every second costs at least so much; where they may be too strict, nothing is reckoned.
  const rate = routes.isSplit[s] === 1 ? 0 : prep.softRate[s]!;
  const easeAtLeast = ease > -NEVER ? ease : NEVER;
  for (let p = 0; p <= n; p++) {
    const cell = row + p;
    const f0 = top === 1 ? free0[cell]! : NEVER;
    const f1 = free1[cell]!;
    if ((f0 < f1 ? f0 : f1) - (p === 0 ? before : 0) > limit) break;
    const from = placeAt[cell]!;
    const to = placeAt[cell + 1]!;
    const t1 = travelBack[rowV + from]!;
    const t2 = travelSec[rowV + to]!;
    let price = base + (t1 + t2) * secPrice - (n === 0 ? 0 : legPrice[cell]!);
    if (pricePerM > 0) price += (travelMBack[rowV + from]! + travelM[rowV + to]!) * pricePerM;
    if (price >= best.price) continue;
    const own = p === 0 ? (t1 < before ? t1 : before) : 0;
    const isLast = p === n;
    const paid = t2 > after ? t2 - after : 0;
    // As if there were no break: most places are out of the question already.
    const soonest = (f0 < f1 ? f0 : f1) + t1 - own;
    if (soonest > limit) continue;
    const begun = soonest > open ? soonest : open;
    const ready = begun + duration + (isLast ? paid : t2);
    const l0 = top === 1 ? latest0[cell + 1]! : -NEVER;
    const l1 = latest1[cell + 1]!;
    if (ready > (l0 > l1 ? l0 : l1)) continue;
    if (hasSoft && rate > 0) {
      const e0 = top === 1 ? soft0[cell + 1]! : -NEVER;
      const e1 = soft1[cell + 1]!;
      const by = isLast ? softEnd : e0 > e1 ? e0 : e1;
      if (price + secondsBeyond(begun - easeAtLeast, ready, by) * rate >= best.price) continue;
    }
    let isPossible = false;
    let isFree = false;
    let beyond = NEVER;
    // The break is behind.
    if (f1 < NEVER) {
      const ready = f1 + t1 - own;
      const start = isSingle
        ? ready > limit
          ? NEVER
          : ready > open
            ? ready
            : open
        : startAt(routes, cellV, ready);
      if (start < NEVER) {
        const next = start + duration + (isLast ? paid : t2);
        if (next <= (isLast ? hardEnd : latest1[cell + 1]!)) {
          isPossible = true;
          if (hasSoft) {
            const by = isLast ? softEnd : soft1[cell + 1]!;
            isFree = start <= ease && next <= by && lanes.cost[top]![cell] === 0;
            beyond = secondsBeyond(start - easeAtLeast, next, by);
          } else isFree = true;
        }
      }
    }
    if (!isFree && f0 < NEVER) {
      const arrive = f0 + t1 - own;
      const start = isSingle
        ? arrive > limit
          ? NEVER
          : arrive > open
            ? arrive
            : open
        : startAt(routes, cellV, arrive);
      const isClean = !hasSoft || lanes.cost[0]![cell] === 0;
      if (start < NEVER) {
        const isEasy = isClean && (!hasSoft || start <= ease);
        const end = start + duration;
        if (isLast) {
          let leave = end;
          if (end + t2 > prep.breakDue[k]!)
            leave = end > bLate ? NEVER : (end > bEarly ? end : bEarly) + bLong;
          if (leave < NEVER && leave + paid <= hardEnd) {
            isPossible = true;
            isFree = isEasy && leave + paid <= softEnd;
            beyond = Math.min(beyond, secondsBeyond(start - easeAtLeast, leave + paid, softEnd));
          }
        } else {
          const next = end + t2;
          // The break after this visit: on arrival, or before leaving.
          const rested =
            next <= bLate
              ? (next > bEarly ? next : bEarly) + bLong
              : end <= bLate
                ? (end > bEarly ? end : bEarly) + bLong + t2
                : NEVER;
          if (next <= latest0[cell + 1]! || rested <= latest1[cell + 1]!) {
            isPossible = true;
            isFree = isEasy && (next <= soft0[cell + 1]! || rested <= soft1[cell + 1]!);
            if (hasSoft) {
              const over = start - easeAtLeast;
              beyond = Math.min(
                beyond,
                secondsBeyond(over, next, soft0[cell + 1]!),
                secondsBeyond(over, rested, soft1[cell + 1]!),
              );
            }
          }
        }
      }
      if (!isFree) {
        // The break before this visit.
        const ready =
          arrive <= bLate
            ? (arrive > bEarly ? arrive : bEarly) + bLong
            : f0 <= bLate
              ? (f0 > bEarly ? f0 : bEarly) + bLong + t1
              : NEVER;
        const start1 =
          ready >= NEVER
            ? NEVER
            : isSingle
              ? ready > limit
                ? NEVER
                : ready > open
                  ? ready
                  : open
              : startAt(routes, cellV, ready);
        if (start1 < NEVER) {
          const next = start1 + duration + (isLast ? paid : t2);
          if (next <= (isLast ? hardEnd : latest1[cell + 1]!)) {
            isPossible = true;
            if (hasSoft) {
              const by = isLast ? softEnd : soft1[cell + 1]!;
              isFree = isClean && start1 <= ease && next <= by;
              beyond = Math.min(beyond, secondsBeyond(start1 - easeAtLeast, next, by));
            } else isFree = isClean;
          }
        }
      }
    }
    if (!isPossible) continue;
    if (!isFree) {
      if (price + beyond * rate >= best.price) continue;
      price += pricedAt(prep, routes, v, s, p, best.price - price);
      if (price >= best.price) continue;
    }
    best.price = price;
    best.position = p;
  }
}

/** How far a way is beyond what costs nothing: the visit's own beginning, or the readiness for the rest of the day. */
function secondsBeyond(own: number, at: number, soft: number): number {
  const rest = soft > -NEVER ? at - soft : 0;
  return own > rest ? (own > 0 ? own : 0) : rest > 0 ? rest : 0;
}

/** Price in time of the day with v after position p; Infinity when it is `limit` or more. */
function pricedAt(prep: Prepared, routes: Routes, v: number, s: number, p: number, limit: number): number {
  const { lanes } = routes;
  const cell = routes.rowOf[s]! + p;
  const rowV = prep.visitPlace[v]! * prep.places;
  const t1 = prep.travelBack[rowV + routes.placeAt[cell]!]!;
  const t2 = prep.travelSec[rowV + routes.placeAt[cell + 1]!]!;
  const own = p === 0 ? Math.min(t1, routes.beforeSec[s]!) : 0;
  let best = limit;
  for (let i = 0; i <= prep.breakCount[s]!; i++) {
    const free = lanes.free[i]![cell]!;
    if (free >= NEVER) continue;
    best = pricedFrom(prep, routes, v, s, p, i, free, lanes.cost[i]![cell]!, t1, t2, own, best);
    const extra = lanes.extra![i]!;
    for (let e = 0; e < extra.count[cell]!; e++) {
      const at = cell * EXTRA + e;
      best = pricedFrom(prep, routes, v, s, p, i, extra.free[at]!, extra.cost[at]!, t1, t2, own, best);
    }
  }
  return best < limit ? best : Number.POSITIVE_INFINITY;
}

/** The least of `best` and what it costs from one way of being free in lane i. */
function pricedFrom(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  p: number,
  i: number,
  free: number,
  cost: number,
  t1: number,
  t2: number,
  own: number,
  best: number,
): number {
  if (cost >= best) return best;
  const cell = v * prep.classes + prep.shiftClass[s]!;
  const duration = prep.duration[cell]!;
  const top = prep.breakCount[s]!;
  let found = best;
  if (i < top) {
    const ready = overBreak(prep, prep.breakFirst[s]!, free, t1, own);
    const start = ready >= NEVER ? NEVER : startAt(routes, cell, ready);
    if (start < NEVER) {
      const price = cost + priceOfStart(prep, routes, v, cell, start);
      if (price < found)
        found = Math.min(found, price + tailTop(prep, routes, s, p + 1, start + duration, t2, found - price));
    }
  }
  const start = startAt(routes, cell, free + t1 - own);
  if (start >= NEVER) return found;
  const price = cost + priceOfStart(prep, routes, v, cell, start);
  if (price >= found) return found;
  const rest =
    i < top
      ? tailBefore(prep, routes, s, p + 1, start + duration, t2, found - price)
      : tailTop(prep, routes, s, p + 1, start + duration, t2, found - price);
  return Math.min(found, price + rest);
}

/** Readiness after a leg with the break on it. */
function overBreak(prep: Prepared, k: number, free: number, travel: number, own: number): number {
  const late = prep.breakLatest[k]!;
  const early = prep.breakEarliest[k]!;
  const long = prep.breakDuration[k]!;
  const arrive = free + travel - own;
  if (arrive <= late) return (arrive > early ? arrive : early) + long;
  return free <= late ? (free > early ? free : early) + long + travel : NEVER;
}

/** Rest of the day from position p on with the break behind; `travel` leads to it. */
function tailTop(
  prep: Prepared,
  routes: Routes,
  s: number,
  p: number,
  free: number,
  travel: number,
  limit: number,
): number {
  return topFrom(prep, routes, s, p, free, free + travel, travel, limit);
}

/** The same for somebody who is ready at position p at a moment, having become free for the leg at `free`. */
function topFrom(
  prep: Prepared,
  routes: Routes,
  s: number,
  p: number,
  free: number,
  ready: number,
  travel: number,
  limit: number,
): number {
  const top = prep.breakCount[s]!;
  const latest = routes.lanes.latest[top]!;
  const soft = routes.lanes.soft[top]!;
  const n = routes.count[s]!;
  const row = routes.rowOf[s]!;
  const c = prep.shiftClass[s]!;
  let at = ready;
  let leg = travel;
  let left = free;
  let price = 0;
  for (let i = p; i <= n; i++) {
    if (at <= soft[row + i]!) return price;
    if (at > latest[row + i]!) return Number.POSITIVE_INFINITY;
    const v = routes.visitAt[row + i]!;
    const cell = v * prep.classes + c;
    const start = startAt(routes, cell, at);
    price += priceOfStart(prep, routes, v, cell, start);
    if (price >= limit) return Number.POSITIVE_INFINITY;
    left = start + prep.duration[cell]!;
    leg = routes.legSec[row + i]!;
    at = left + leg;
  }
  return price + homeward(prep, routes, s, left, leg);
}

function homeward(prep: Prepared, routes: Routes, s: number, leave: number, travel: number): number {
  const after = prep.shiftAfter[s]!;
  const workEnd = leave + (travel > after ? travel - after : 0);
  if (workEnd > routes.endLimit[s]!) return Number.POSITIVE_INFINITY;
  const over = workEnd - prep.shiftEnd[s]!;
  return over > 0 ? over * prep.overtimePrice[s]! : 0;
}

/** Rest of the day from position p on with the break still to take. */
function tailBefore(
  prep: Prepared,
  routes: Routes,
  s: number,
  p: number,
  freeAt: number,
  travel: number,
  limit: number,
): number {
  const latest = routes.lanes.latest[0]!;
  const soft = routes.lanes.soft[0]!;
  const latestTop = routes.lanes.latest[1]!;
  const n = routes.count[s]!;
  const row = routes.rowOf[s]!;
  const c = prep.shiftClass[s]!;
  const k = prep.breakFirst[s]!;
  let free = freeAt;
  let leg = travel;
  let price = 0;
  let best = limit;
  for (let i = p; i <= n; i++) {
    const at = free + leg;
    if (at <= soft[row + i]!) return price < best ? price : best;
    const rested = overBreak(prep, k, free, leg, 0);
    if (rested <= latestTop[row + i]!) {
      best = Math.min(best, price + topFrom(prep, routes, s, i, free, rested, leg, best - price));
    }
    if (at > latest[row + i]! || price >= best) return best < limit ? best : Number.POSITIVE_INFINITY;
    const v = routes.visitAt[row + i]!;
    const cell = v * prep.classes + c;
    const start = startAt(routes, cell, at);
    price += priceOfStart(prep, routes, v, cell, start);
    if (price >= best) return best < limit ? best : Number.POSITIVE_INFINITY;
    free = start + prep.duration[cell]!;
    leg = routes.legSec[row + i]!;
  }
  let leave = free;
  if (free + leg > prep.breakDue[k]!) {
    if (free > prep.breakLatest[k]!) return best < limit ? best : Number.POSITIVE_INFINITY;
    leave = Math.max(free, prep.breakEarliest[k]!) + prep.breakDuration[k]!;
  }
  best = Math.min(best, price + homeward(prep, routes, s, leave, leg));
  return best < limit ? best : Number.POSITIVE_INFINITY;
}
