import { FOUND_POSITION, FOUND_PRICE } from '../hot/table';
import type { Prepared } from '../prepare/prepared';
import { CELL, LEG_M, LEG_SEC, PLACE } from '../state/cells';
import type { Routes } from '../state/routes';
import { copyRow, insertInto } from '../state/rows';

/**
 * Places, below the price in the table, for a visit whose parts must be fetched on a route that fetches nothing yet;
 * leaves the cheapest there. The way from home changes for the whole day, so each place whose ways are not too dear is
 * tried in full on a row put aside for it.
 */
export function scanWithFetch(prep: Prepared, routes: Routes, v: number, s: number): void {
  const { hot } = routes;
  const before = routes.price[s]!;
  const n = routes.count[s]!;
  let least = hot.floats[FOUND_PRICE / 8]!;
  let position = 0;
  const ways = Array.from({ length: n + 1 }, (_, p) => waysPrice(prep, routes, v, s, p));
  if (ways.every((price) => price >= least)) return;
  const kept = copyRow(routes, s);
  for (let p = 0; p <= n; p++) {
    if (ways[p]! >= least) continue;
    insertInto(routes, v, s, p, kept);
    if (hot.refresh(s) === 1 && routes.price[s]! - before < least) {
      least = routes.price[s]! - before;
      position = p;
    }
  }
  kept.restore();
  hot.refresh(s);
  hot.floats[FOUND_PRICE / 8] = least;
  hot.ints[FOUND_POSITION / 4] = position;
}

/** What v behind position p and the way by where parts are fetched cost if the day then costs nothing in time. */
function waysPrice(prep: Prepared, routes: Routes, v: number, s: number, p: number): number {
  const { places, travelSec, travelM, pricePerM } = prep;
  // Sites change what neighbours cost as well.
  if (prep.hasSites) return Number.NEGATIVE_INFINITY;
  const n = routes.count[s]!;
  const at = routes.rowOf[s]! * CELL;
  const legs = (from: number, to: number): number => {
    const leg = from * places + to;
    return travelSec[leg]! * prep.secPrice[s]! + travelM[leg]! * pricePerM;
  };
  const old = (i: number): number =>
    routes.cells[at + i * CELL + LEG_SEC]! * prep.secPrice[s]! +
    routes.cells[at + i * CELL + LEG_M]! * pricePerM;
  const placeAt = (i: number): number => routes.cells[at + i * CELL + PLACE]!;
  const via = prep.shiftVia[s]!;
  const place = prep.visitPlace[v]!;
  const standing =
    prep.standing[v * prep.shifts + s]! + (n === 0 ? prep.outPrice[s]! : 0) - routes.penalty[s]!;
  const ofVia = p === 0 ? 0 : legs(via, placeAt(1)) - old(0);
  return standing + ofVia + legs(p === 0 ? via : placeAt(p), place) + legs(place, placeAt(p + 1)) - old(p);
}
