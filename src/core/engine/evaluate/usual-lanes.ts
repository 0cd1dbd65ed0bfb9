import { NEVER, type Prepared } from '../prepare/prepared';
import type { Routes } from '../state/routes';
import { latestReady, latestSoft, startAt, startPrice } from './starts';
import { addWay } from './ways';

/**
 * The lanes of a shift with at most one break and constant travel: what the general filling gives,
 * with the two lanes spelled out and nothing made on the heap.
 */
export function fillUsual(prep: Prepared, routes: Routes, s: number): void {
  if (prep.breakCount[s] === 1) fillBefore(prep, routes, s);
  else fillTop(prep, routes, s);
  fillBack(prep, routes, s);
}

/** Forward without a break. */
function fillTop(prep: Prepared, routes: Routes, s: number): void {
  const { lanes, visitAt, legSec, windowFirst, windowCount, windowOpen, windowLatest, windowSoft } = routes;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const c = prep.shiftClass[s]!;
  const { classes, duration, hasSoft } = prep;
  const free = lanes.free[0]!;
  const cost = lanes.cost[0]!;
  let at = routes.startSec[s]!;
  let price = 0;
  free[row] = at;
  for (let p = 1; p <= n; p++) {
    const v = visitAt[row + p]!;
    const cell = v * classes + c;
    const leg = legSec[row + p - 1]!;
    const ready = at + leg - (p === 1 ? Math.min(leg, routes.beforeSec[s]!) : 0);
    let start: number;
    let isSoft = false;
    if (windowCount[cell] === 1) {
      const w = windowFirst[cell]!;
      const open = windowOpen[w]!;
      start = at >= NEVER || ready > windowLatest[w]! ? NEVER : ready > open ? ready : open;
      isSoft = start <= windowSoft[w]!;
    } else start = at >= NEVER ? NEVER : startAt(routes, cell, ready);
    if (start >= NEVER) at = NEVER;
    else {
      if (hasSoft && !isSoft) price += startPrice(prep, v, cell, start);
      at = start + duration[cell]!;
    }
    free[row + p] = at;
    if (hasSoft) cost[row + p] = price;
  }
}

/** Forward with the break still to take in lane 0 and behind in lane 1. */
function fillBefore(prep: Prepared, routes: Routes, s: number): void {
  const { lanes, visitAt, legSec, windowFirst, windowCount, windowOpen, windowLatest, windowSoft } = routes;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const c = prep.shiftClass[s]!;
  const { classes, duration, hasSoft } = prep;
  const free0 = lanes.free[0]!;
  const free1 = lanes.free[1]!;
  const cost0 = lanes.cost[0]!;
  const cost1 = lanes.cost[1]!;
  const k = prep.breakFirst[s]!;
  const early = prep.breakEarliest[k]!;
  const late = prep.breakLatest[k]!;
  const long = prep.breakDuration[k]!;
  let at0 = routes.startSec[s]!;
  let at1 = NEVER;
  let price0 = 0;
  let price1 = 0;
  free0[row] = at0;
  free1[row] = NEVER;
  let hasExtra = false;
  if (hasSoft) lanes.extra![1]!.count[row] = 0;
  for (let p = 1; p <= n; p++) {
    const to = row + p;
    const v = visitAt[to]!;
    const cell = v * classes + c;
    const leg = legSec[to - 1]!;
    const on = duration[cell]!;
    const arrive = at0 + leg - (p === 1 ? Math.min(leg, routes.beforeSec[s]!) : 0);
    // The break on this leg.
    let rested = NEVER;
    if (at0 < NEVER) {
      if (arrive <= late) rested = (arrive > early ? arrive : early) + long;
      else if (at0 <= late) rested = (at0 > early ? at0 : early) + long + leg;
    }
    let startA = NEVER;
    let startB = NEVER;
    let start0 = NEVER;
    // Latest beginning that surely costs nothing.
    let ease = -NEVER;
    if (windowCount[cell] === 1) {
      const w = windowFirst[cell]!;
      const open = windowOpen[w]!;
      const limit = windowLatest[w]!;
      ease = windowSoft[w]!;
      if (rested <= limit) startA = rested > open ? rested : open;
      if (at1 < NEVER && at1 + leg <= limit) startB = at1 + leg > open ? at1 + leg : open;
      if (at0 < NEVER && arrive <= limit) start0 = arrive > open ? arrive : open;
    } else {
      if (rested < NEVER) startA = startAt(routes, cell, rested);
      if (at1 < NEVER) startB = startAt(routes, cell, at1 + leg);
      if (at0 < NEVER) start0 = startAt(routes, cell, arrive);
    }
    const soonest = startA < startB ? startA : startB;
    if (!hasSoft) {
      at1 = soonest >= NEVER ? NEVER : soonest + on;
      free1[to] = at1;
    } else {
      const extra = lanes.extra![1]!;
      extra.count[to] = 0;
      const isFree =
        (startA >= NEVER || (price0 === 0 && startA <= ease)) &&
        (startB >= NEVER || (price1 === 0 && startB <= ease));
      if (isFree && !hasExtra) {
        at1 = soonest >= NEVER ? NEVER : soonest + on;
        price1 = 0;
        free1[to] = at1;
        cost1[to] = 0;
      } else {
        free1[to] = NEVER;
        const priceA = startA <= ease || startA >= NEVER ? 0 : startPrice(prep, v, cell, startA);
        const priceB = startB <= ease || startB >= NEVER ? 0 : startPrice(prep, v, cell, startB);
        if (startA < NEVER) addWay(routes, 1, to, startA + on, price0 + priceA);
        if (startB < NEVER) addWay(routes, 1, to, startB + on, price1 + priceB);
        if (hasExtra) goOnWithExtras(prep, routes, v, cell, to, leg);
        hasExtra = extra.count[to]! > 0;
        at1 = free1[to]!;
        price1 = at1 >= NEVER ? 0 : cost1[to]!;
      }
    }
    if (start0 >= NEVER) at0 = NEVER;
    else {
      if (hasSoft && start0 > ease) price0 += startPrice(prep, v, cell, start0);
      at0 = start0 + on;
    }
    free0[to] = at0;
    if (hasSoft) {
      cost0[to] = price0;
      lanes.extra![0]!.count[to] = 0;
    }
  }
}

function goOnWithExtras(
  prep: Prepared,
  routes: Routes,
  v: number,
  cell: number,
  to: number,
  leg: number,
): void {
  const extra = routes.lanes.extra![1]!;
  const stride = extra.free.length / extra.count.length;
  for (let e = 0; e < extra.count[to - 1]!; e++) {
    const at = (to - 1) * stride + e;
    const start = startAt(routes, cell, extra.free[at]! + leg);
    if (start >= NEVER) continue;
    addWay(routes, 1, to, start + prep.duration[cell]!, extra.cost[at]! + startPrice(prep, v, cell, start));
  }
}

/** Latest moment to be free for a leg home, the break still to take. */
function beforeHome(prep: Prepared, k: number, workEnd: number, travel: number, after: number): number {
  const paid = travel > after ? travel - after : 0;
  const byEnd = workEnd - paid;
  const home = Math.min(byEnd, prep.breakDue[k]! - travel);
  const begun = byEnd - prep.breakDuration[k]!;
  if (prep.breakEarliest[k]! > begun) return home;
  return Math.max(home, Math.min(prep.breakLatest[k]!, begun));
}

/** Latest moment to be free before a leg so that, the break taken on it, one is ready by `ready`. */
function beforeRest(prep: Prepared, k: number, ready: number, travel: number): number {
  if (ready <= -NEVER) return -NEVER;
  const late = prep.breakLatest[k]!;
  const early = prep.breakEarliest[k]!;
  const begun = ready - prep.breakDuration[k]!;
  let best = -NEVER;
  if (early <= begun) best = (late < begun ? late : begun) - travel;
  if (early + travel <= begun) best = Math.max(best, Math.min(late, begun - travel));
  return best;
}

function fillBack(prep: Prepared, routes: Routes, s: number): void {
  const { lanes, visitAt, legSec, windowFirst, windowCount, windowOpen, windowLatest, windowSoft } = routes;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const top = prep.breakCount[s]!;
  const c = prep.shiftClass[s]!;
  const k = prep.breakFirst[s]!;
  const after = prep.shiftAfter[s]!;
  const { hasSoft } = prep;
  const latest1 = lanes.latest[top]!;
  const soft1 = lanes.soft[top]!;
  const latest0 = lanes.latest[0]!;
  const soft0 = lanes.soft[0]!;
  const hardEnd = routes.endLimit[s]!;
  const softEnd = Math.min(hardEnd, prep.shiftEnd[s]!);
  const home = row + n + 1;
  latest1[home] = hardEnd;
  latest0[home] = hardEnd;
  if (hasSoft) {
    soft1[home] = softEnd;
    soft0[home] = softEnd;
  }
  let hard1 = 0;
  let hard0 = 0;
  let ease1 = 0;
  let ease0 = 0;
  let split = 0;
  for (let p = n; p >= 1; p--) {
    const at = row + p;
    const cell = visitAt[at]! * prep.classes + c;
    const leg = legSec[at]!;
    const on = prep.duration[cell]!;
    if (p === n) {
      const paid = leg > after ? leg - after : 0;
      hard1 = hardEnd - paid;
      ease1 = softEnd - paid;
      if (top === 1) {
        hard0 = beforeHome(prep, k, hardEnd, leg, after);
        ease0 = hasSoft ? beforeHome(prep, k, softEnd, leg, after) : 0;
      }
    } else {
      if (top === 1) {
        hard0 = Math.max(hard0 <= -NEVER ? -NEVER : hard0 - leg, beforeRest(prep, k, hard1, leg));
        if (hasSoft)
          ease0 = Math.max(ease0 <= -NEVER ? -NEVER : ease0 - leg, beforeRest(prep, k, ease1, leg));
      }
      hard1 = hard1 <= -NEVER ? -NEVER : hard1 - leg;
      ease1 = ease1 <= -NEVER ? -NEVER : ease1 - leg;
    }
    if (windowCount[cell] === 1) {
      const w = windowFirst[cell]!;
      const open = windowOpen[w]!;
      const limit = windowLatest[w]!;
      hard1 = open > hard1 - on ? -NEVER : Math.min(limit, hard1 - on);
      if (top === 1) hard0 = open > hard0 - on ? -NEVER : Math.min(limit, hard0 - on);
      if (hasSoft) {
        const ease = windowSoft[w]!;
        ease1 = open > ease1 - on || ease < open ? -NEVER : Math.min(ease, ease1 - on);
        if (top === 1) ease0 = open > ease0 - on || ease < open ? -NEVER : Math.min(ease, ease0 - on);
      }
    } else {
      split = 1;
      hard1 = latestReady(routes, cell, hard1 - on);
      if (top === 1) hard0 = latestReady(routes, cell, hard0 - on);
      if (hasSoft) {
        ease1 = latestSoft(routes, cell, ease1 - on);
        if (top === 1) ease0 = latestSoft(routes, cell, ease0 - on);
      }
    }
    latest1[at] = hard1;
    if (hasSoft) soft1[at] = ease1;
    if (top === 0) continue;
    latest0[at] = hard0;
    if (hasSoft) soft0[at] = ease0;
  }
  routes.isSplit[s] = split;
}
