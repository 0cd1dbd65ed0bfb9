import { SUM_BUSY, SUM_PRICE } from '../hot/table';
import type { Prepared } from '../prepare/prepared';
import { CELL, GENERAL, KIND, LINE, PLACE } from '../state/cells';
import type { Routes } from '../state/routes';
import { isLegWithinReach } from './around';
import { createDay, timeDay } from './exact';
import { dayPenalty, fillLanes, isPossible } from './lanes';

const day = createDay();

/**
 * Recomputes everything that follows from a route's sequence, exactly. Returns false when the day
 * cannot be done: legs without the visit between them may be longer, later or out of reach.
 */
export function refreshRoute(prep: Prepared, routes: Routes, s: number): boolean {
  const isGeneral = prep.shiftLine[s * LINE + KIND] === GENERAL;
  const isPossible = isGeneral ? refreshGeneral(prep, routes, s) : routes.hot.refreshUsual(s) === 1;
  if (routes.count[s] === 0) {
    routes.workSec[s] = 0;
    return true;
  }
  if (!isPossible) return false;
  if (prep.exact[s] === 1) timeInFull(prep, routes, s);
  return prep.hasReach[s] === 0 || isWithinReach(prep, routes, s);
}

function refreshGeneral(prep: Prepared, routes: Routes, s: number): boolean {
  const legs = routes.hot.sumUp(s);
  const price = routes.hot.floats[SUM_PRICE / 8]!;
  fillLanes(prep, routes, s);
  if (routes.count[s] === 0) {
    routes.penalty[s] = 0;
    routes.price[s] = 0;
    return true;
  }
  if (!isPossible(prep, routes, s)) return false;
  const penalty = prep.hasSoft ? dayPenalty(prep, routes, s) : 0;
  routes.penalty[s] = penalty;
  routes.price[s] = price + legs + penalty;
  return true;
}

/** Moments count: the day is timed anew, and what it costs beside its visits follows from them. */
function timeInFull(prep: Prepared, routes: Routes, s: number): void {
  const price = routes.hot.floats[SUM_PRICE / 8]!;
  const busySec = routes.hot.ints[SUM_BUSY / 4]!;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  for (let p = 1; p <= n; p++) routes.scratch[p - 1] = routes.visitAt[row + p]!;
  timeDay(prep, routes, s, routes.scratch, n, day);
  routes.price[s] = price + day.price;
  routes.travelSec[s] = day.travel;
  routes.workSec[s] = busySec + day.extraWork;
  routes.workStart[s] = day.workStart;
  routes.workEnd[s] = day.workEnd;
}

function isWithinReach(prep: Prepared, routes: Routes, s: number): boolean {
  if (routes.travelSec[s]! > prep.shiftMaxTravel[s]!) return false;
  const row = routes.rowOf[s]!;
  for (let p = 0; p < routes.count[s]!; p++) {
    const leg =
      routes.cells[(row + p) * CELL + PLACE]! * prep.places + routes.cells[(row + p + 1) * CELL + PLACE]!;
    if (!isLegWithinReach(prep, s, leg, p === 0)) return false;
  }
  return true;
}
