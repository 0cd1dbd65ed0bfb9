import { NEVER, type Prepared } from '../prepare/prepared';
import { CELL, PLACE, WAYS } from '../state/cells';
import type { Routes } from '../state/routes';
import { freeBefore, freeBeforeHome, leaveBy, leaveForHome, readyOver, workEndOver } from './legs';
import { isSoftStart, latestReady, latestSoft, startAt, startPrice } from './starts';
import { addWay } from './ways';

/**
 * Fills the forward and backward lanes of a route (forward time slack: Savelsbergh, "The vehicle
 * routing problem with time windows: minimizing route duration", ORSA J. Computing 4(2), 1992),
 * one lane for each number of breaks taken, so that a break may fall before any stop.
 */
export function fillLanes(prep: Prepared, routes: Routes, s: number): void {
  fillForward(prep, routes, s);
  fillBackward(prep, routes, s);
}

function fillForward(prep: Prepared, routes: Routes, s: number): void {
  const { free, cost, extra } = routes.lanes;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const breaks = prep.breakCount[s]!;
  const c = prep.shiftClass[s]!;
  const { cells, visitAt } = routes;
  for (let j = 0; j <= breaks; j++) {
    free[j]![row] = j === 0 ? routes.startSec[s]! : NEVER;
    if (extra === null) continue;
    cost[j]![row] = 0;
    extra[j]!.count[row] = 0;
  }
  for (let p = 1; p <= n; p++) {
    const to = row + p;
    const v = visitAt[to]!;
    const cell = v * prep.classes + c;
    const leg = cells[(to - 1) * CELL + PLACE]! * prep.places + cells[to * CELL + PLACE]!;
    const own = p === 1 ? routes.beforeSec[s]! : 0;
    for (let j = 0; j <= breaks; j++) {
      free[j]![to] = NEVER;
      if (extra !== null) extra[j]!.count[to] = 0;
    }
    for (let i = 0; i <= breaks; i++) {
      const from = free[i]![to - 1]!;
      if (from >= NEVER) continue;
      const price = extra === null ? 0 : cost[i]![to - 1]!;
      step(prep, routes, s, { i, from, price, leg, own, v, cell, to });
      if (extra === null) continue;
      for (let e = 0; e < extra[i]!.count[to - 1]!; e++) {
        const at = (to - 1) * WAYS + e;
        const more = { from: extra[i]!.free[at]!, price: extra[i]!.cost[at]! };
        step(prep, routes, s, { i, ...more, leg, own, v, cell, to });
      }
    }
  }
}

interface Step {
  readonly i: number;
  readonly from: number;
  readonly price: number;
  readonly leg: number;
  readonly own: number;
  readonly v: number;
  readonly cell: number;
  readonly to: number;
}

/** Goes on from one way of being free, in lane i, to every lane that it leads to. */
function step(prep: Prepared, routes: Routes, s: number, way: Step): void {
  const { i, from, price, leg, own, v, cell, to } = way;
  const breaks = prep.breakCount[s]!;
  for (let j = i; j <= breaks; j++) {
    const ready = readyOver(prep, s, i, j, from, leg, own);
    if (ready >= NEVER) return;
    const start = startAt(routes, cell, ready);
    if (start >= NEVER) return;
    const added = !prep.hasSoft || isSoftStart(routes, cell, start) ? 0 : startPrice(prep, v, cell, start);
    addWay(routes, j, to, start + prep.duration[cell]!, price + added);
  }
}

function fillBackward(prep: Prepared, routes: Routes, s: number): void {
  const { latest, soft } = routes.lanes;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const breaks = prep.breakCount[s]!;
  const c = prep.shiftClass[s]!;
  const { cells, visitAt } = routes;
  const home = row + n + 1;
  const hardEnd = routes.endLimit[s]!;
  const softEnd = Math.min(hardEnd, prep.shiftEnd[s]!);
  for (let j = 0; j <= breaks; j++) {
    latest[j]![home] = hardEnd;
    if (prep.hasSoft) soft[j]![home] = softEnd;
  }
  for (let p = n; p >= 1; p--) {
    const at = row + p;
    const cell = visitAt[at]! * prep.classes + c;
    const leg = cells[at * CELL + PLACE]! * prep.places + cells[(at + 1) * CELL + PLACE]!;
    const duration = prep.duration[cell]!;
    for (let i = 0; i <= breaks; i++) {
      const left = leaveLatest(prep, s, i, latest, hardEnd, { at, leg, isLast: p === n });
      latest[i]![at] = left <= -NEVER ? -NEVER : latestReady(routes, cell, left - duration);
      if (!prep.hasSoft) continue;
      const eased = leaveLatest(prep, s, i, soft, softEnd, { at, leg, isLast: p === n });
      soft[i]![at] = eased <= -NEVER ? -NEVER : latestSoft(routes, cell, eased - duration);
    }
  }
}

interface Leave {
  readonly at: number;
  readonly leg: number;
  readonly isLast: boolean;
}

/** Latest moment to be free at a position in lane i for the rest of the day to keep its limits. */
function leaveLatest(
  prep: Prepared,
  s: number,
  i: number,
  limits: readonly Int32Array[],
  workEnd: number,
  { at, leg, isLast }: Leave,
): number {
  if (isLast) return freeBeforeHome(prep, s, i, workEnd, leg);
  let best = limits[i]![at + 1]!;
  if (best > -NEVER) best = leaveBy(prep, leg, best);
  for (let j = i + 1; j <= prep.breakCount[s]!; j++) {
    const sec = freeBefore(prep, s, i, j, limits[j]![at + 1]!, leg);
    if (sec > best) best = sec;
  }
  return best;
}

/** Whether a filled route can be driven at all. */
export function isPossible(prep: Prepared, routes: Routes, s: number): boolean {
  const row = routes.rowOf[s]!;
  const leg = routes.cells[row * CELL + PLACE]! * prep.places + routes.cells[(row + 1) * CELL + PLACE]!;
  for (let j = 0; j <= prep.breakCount[s]!; j++) {
    const ready = readyOver(prep, s, 0, j, routes.startSec[s]!, leg, routes.beforeSec[s]!);
    if (ready <= routes.lanes.latest[j]![row + 1]!) return true;
  }
  return false;
}

/** Price of overtime, lateness and margins of a filled route that can be driven, at its best breaks. */
export function dayPenalty(prep: Prepared, routes: Routes, s: number): number {
  const row = routes.rowOf[s]!;
  const leg = routes.cells[row * CELL + PLACE]! * prep.places + routes.cells[(row + 1) * CELL + PLACE]!;
  return tailPrice(
    prep,
    routes,
    s,
    0,
    1,
    routes.startSec[s]!,
    leg,
    Number.POSITIVE_INFINITY,
    routes.beforeSec[s]!,
  );
}

/** Price of the rest of the day for somebody free at `free` in lane i before the leg to position p; Infinity when it cannot be done or costs `limit` or more. */
export function tailPrice(
  prep: Prepared,
  routes: Routes,
  s: number,
  i: number,
  p: number,
  free: number,
  leg: number,
  limit: number,
  own = 0,
): number {
  const n = routes.count[s]!;
  if (p > n) return homePrice(prep, routes, s, i, free, leg);
  const { latest, soft } = routes.lanes;
  const at = routes.rowOf[s]! + p;
  const v = routes.visitAt[at]!;
  const cell = v * prep.classes + prep.shiftClass[s]!;
  const next = routes.cells[at * CELL + PLACE]! * prep.places + routes.cells[(at + 1) * CELL + PLACE]!;
  let best = limit;
  let found = Number.POSITIVE_INFINITY;
  for (let j = i; j <= prep.breakCount[s]!; j++) {
    const ready = readyOver(prep, s, i, j, free, leg, own);
    if (ready >= NEVER) break;
    if (ready <= soft[j]![at]!) return 0;
    if (ready > latest[j]![at]!) continue;
    const start = startAt(routes, cell, ready);
    const late = isSoftStart(routes, cell, start) ? 0 : startPrice(prep, v, cell, start);
    if (late >= best) continue;
    const rest = tailPrice(prep, routes, s, j, p + 1, start + prep.duration[cell]!, next, best - late);
    if (late + rest < best) {
      best = late + rest;
      found = best;
    }
  }
  return found;
}

/** Overtime of the leg home; Infinity when there is too much of it. */
export function homePrice(
  prep: Prepared,
  routes: Routes,
  s: number,
  i: number,
  free: number,
  leg: number,
): number {
  const leave = leaveForHome(prep, s, i, free, leg);
  if (leave >= NEVER) return Number.POSITIVE_INFINITY;
  const workEnd = workEndOver(prep, s, leave, leg);
  if (workEnd > routes.endLimit[s]!) return Number.POSITIVE_INFINITY;
  const over = workEnd - prep.shiftEnd[s]!;
  return over > 0 ? over * prep.overtimePrice[s]! : 0;
}
