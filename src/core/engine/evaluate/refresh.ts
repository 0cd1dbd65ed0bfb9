import type { Prepared } from '../prepare/prepared';
import type { Routes } from '../state/routes';
import { createDay, timeDay } from './exact';
import { dayPenalty, fillLanes, isPossible } from './lanes';

const day = createDay();

/**
 * Recomputes everything that follows from a route's sequence, exactly. Returns false when the day
 * cannot be done: legs without the visit between them may be longer, later or out of reach.
 */
export function refreshRoute(prep: Prepared, routes: Routes, s: number): boolean {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const { visitAt, placeAt, legPrice, legSec } = routes;
  const { places, pricePerM, travelSec, travelM, shifts, classes, standing, needsFetch } = prep;
  const { visitPlace, visitDemand, workDuration, duration } = prep;
  const c = prep.shiftClass[s]!;
  const secPrice = prep.secPrice[s]!;
  let price = n > 0 ? prep.outPrice[s]! : 0;
  let load = 0;
  let fetches = 0;
  let visitSec = 0;
  let busySec = 0;
  if (needsFetch !== null) {
    for (let p = 1; p <= n; p++) fetches += needsFetch[visitAt[row + p]! * shifts + s]!;
  }
  visitAt[row] = -1;
  visitAt[row + n + 1] = -1;
  let from = fetches > 0 ? prep.shiftVia[s]! : prep.shiftFrom[s]!;
  placeAt[row] = from;
  let legs = 0;
  let travel = 0;
  for (let p = 0; p <= n; p++) {
    let to = prep.shiftTo[s]!;
    if (p < n) {
      const v = visitAt[row + p + 1]!;
      to = visitPlace[v]!;
      load += visitDemand[v]!;
      price += standing[v * shifts + s]!;
      visitSec += workDuration[v * classes + c]!;
      busySec += duration[v * classes + c]!;
    }
    placeAt[row + p + 1] = to;
    const leg = from * places + to;
    const sec = travelSec[leg]!;
    const own = pricePerM === 0 ? sec * secPrice : sec * secPrice + travelM[leg]! * pricePerM;
    legPrice[row + p] = own;
    legSec[row + p] = sec;
    legs += own;
    travel += sec;
    from = to;
  }
  if (prep.hasSites) price += sitePriceOf(prep, routes, s);
  routes.load[s] = load;
  routes.fetches[s] = fetches;
  routes.visitSec[s] = visitSec;
  routes.travelSec[s] = n > 0 ? travel : 0;
  fillLanes(prep, routes, s);
  if (n === 0) {
    routes.penalty[s] = 0;
    routes.workSec[s] = 0;
    routes.price[s] = 0;
    return true;
  }
  if (!isPossible(prep, routes, s)) return false;
  const penalty = prep.hasSoft ? dayPenalty(prep, routes, s) : 0;
  routes.penalty[s] = penalty;
  routes.price[s] = price + legs + penalty;
  if (prep.exact[s] === 1) {
    for (let p = 1; p <= n; p++) routes.scratch[p - 1] = visitAt[row + p]!;
    timeDay(prep, routes, s, routes.scratch, n, day);
    routes.price[s] = price + day.price;
    routes.travelSec[s] = day.travel;
    routes.workSec[s] = busySec + day.extraWork;
    routes.workStart[s] = day.workStart;
    routes.workEnd[s] = day.workEnd;
  }
  return prep.hasReach[s] === 0 || isWithinReach(prep, routes, s);
}

function sitePriceOf(prep: Prepared, routes: Routes, s: number): number {
  const row = routes.rowOf[s]!;
  let sum = 0;
  // The first stop is reached from elsewhere unless the day begins at its place.
  let from = prep.shiftFrom[s]!;
  for (let p = 1; p <= routes.count[s]!; p++) {
    const at = routes.placeAt[row + p]!;
    if (from !== at) sum += prep.sitePrice[routes.visitAt[row + p]!]!;
    from = at;
  }
  return sum;
}

function isWithinReach(prep: Prepared, routes: Routes, s: number): boolean {
  if (routes.travelSec[s]! > prep.shiftMaxTravel[s]!) return false;
  const row = routes.rowOf[s]!;
  for (let p = 0; p < routes.count[s]!; p++) {
    const leg = routes.placeAt[row + p]! * prep.places + routes.placeAt[row + p + 1]!;
    if (!isLegWithinReach(prep, s, leg, p === 0)) return false;
  }
  return true;
}

export function isLegWithinReach(prep: Prepared, s: number, leg: number, isFirst: boolean): boolean {
  const sec = prep.travelSec[leg]!;
  const m = prep.travelM[leg]!;
  return isFirst
    ? sec <= prep.firstReachSec[s]! && m <= prep.firstReachM[s]!
    : sec <= prep.reachSec[s]! && m <= prep.reachM[s]!;
}
