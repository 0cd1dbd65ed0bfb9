import { assert } from '../../base/assert';
import type { Prepared } from '../prepare/prepared';
import type { Routes } from '../state/routes';
import { fillLanes, lanesHold } from './lanes';
import { penaltyOf } from './penalty';

/** Price of a visit on a shift, whatever its place in the day. */
export function standingPrice(prep: Prepared, v: number, s: number): number {
  return prep.shiftPrice[v * prep.shifts + s]! + prep.dayPrice[v * prep.days + prep.shiftDay[s]!]!;
}

/** Recomputes everything that follows from a route's sequence, exactly. */
export function refreshRoute(prep: Prepared, routes: Routes, s: number): void {
  const row = s * routes.room;
  const n = routes.count[s]!;
  const { visitAt, placeAt } = routes;
  placeAt[row] = prep.shiftFrom[s]!;
  placeAt[row + n + 1] = prep.shiftTo[s]!;
  visitAt[row] = -1;
  visitAt[row + n + 1] = -1;
  let price = n > 0 ? prep.pricePersonOut : 0;
  let load = 0;
  for (let p = 1; p <= n; p++) {
    const v = visitAt[row + p]!;
    placeAt[row + p] = prep.visitPlace[v]!;
    load += prep.visitDemand[v]!;
    price += standingPrice(prep, v, s);
  }
  if (n > 0) {
    for (let p = 0; p <= n; p++) {
      const leg = placeAt[row + p]! * prep.places + placeAt[row + p + 1]!;
      price += prep.travelSec[leg]! * prep.pricePerSec + prep.travelM[leg]! * prep.pricePerM;
    }
  }
  routes.load[s] = load;
  fillLanes(prep, routes, s, false);
  let penalty = 0;
  let clean = true;
  if (prep.hasSoft) {
    fillLanes(prep, routes, s, true);
    clean = lanesHold(prep, routes, s, routes.soft);
    if (!clean) {
      for (let p = 1; p <= n; p++) routes.scratch[p - 1] = visitAt[row + p]!;
      penalty = penaltyOf(prep, s, routes.scratch, n);
      assert(Number.isFinite(penalty), `shift ${s} can be driven`);
    }
  }
  routes.clean[s] = clean ? 1 : 0;
  routes.penalty[s] = penalty;
  routes.price[s] = price + penalty;
}
