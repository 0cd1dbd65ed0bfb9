import type { Prepared } from '../prepare/prepared';
import { CELL, LEG_M, LEG_SEC, PLACE } from '../state/cells';
import type { Routes } from '../state/routes';

/** Price of the leg that leaves a position of shift s; nothing on an empty route. `cell` counts positions of all routes. */
export function legPriceAt(prep: Prepared, routes: Routes, s: number, cell: number): number {
  const at = cell * CELL;
  return routes.cells[at + LEG_SEC]! * prep.secPrice[s]! + routes.cells[at + LEG_M]! * prep.pricePerM;
}

/** What v after position p of shift s changes of the price of arriving at sites from elsewhere. */
export function siteAdded(prep: Prepared, routes: Routes, v: number, s: number, p: number): number {
  const cell = routes.rowOf[s]! + p;
  const from = p === 0 ? prep.shiftFrom[s]! : routes.cells[cell * CELL + PLACE]!;
  const place = prep.visitPlace[v]!;
  const next = routes.visitAt[cell + 1]!;
  let price = from === place ? 0 : prep.sitePrice[v]!;
  if (next < 0) return price;
  const to = routes.cells[(cell + 1) * CELL + PLACE]!;
  if (place !== to) price += prep.sitePrice[next]!;
  if (from !== to) price -= prep.sitePrice[next]!;
  return price;
}

/** Whether no leg of shift s, nor its driving in all, becomes too long with v after position p. */
export function staysWithinReach(prep: Prepared, routes: Routes, v: number, s: number, p: number): boolean {
  const cell = routes.rowOf[s]! + p;
  const place = prep.visitPlace[v]!;
  const legTo = routes.cells[cell * CELL + PLACE]! * prep.places + place;
  const legOn = place * prep.places + routes.cells[(cell + 1) * CELL + PLACE]!;
  if (!isLegWithinReach(prep, s, legTo, p === 0)) return false;
  if (p < routes.count[s]! && !isLegWithinReach(prep, s, legOn, false)) return false;
  const old = routes.cells[cell * CELL + LEG_SEC]!;
  return (
    routes.travelSec[s]! + prep.travelSec[legTo]! + prep.travelSec[legOn]! - old <= prep.shiftMaxTravel[s]!
  );
}

/** Whether a leg [from × places + to] may be driven on a shift. */
export function isLegWithinReach(prep: Prepared, s: number, leg: number, isFirst: boolean): boolean {
  const sec = prep.travelSec[leg]!;
  const m = prep.travelM[leg]!;
  return isFirst
    ? sec <= prep.firstReachSec[s]! && m <= prep.firstReachM[s]!
    : sec <= prep.reachSec[s]! && m <= prep.reachM[s]!;
}
