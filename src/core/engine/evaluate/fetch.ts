import { FOUND_POSITION, FOUND_PRICE } from '../hot/table';
import type { Routes } from '../state/routes';
import { copyRow, insertInto } from '../state/rows';

/**
 * Places, below the price in the table, for a visit whose parts must be fetched on a route that fetches nothing yet;
 * leaves the cheapest there. The way from home changes for the whole day, so each place is tried in full on a row put
 * aside for it.
 */
export function scanWithFetch(routes: Routes, v: number, s: number): void {
  const { hot } = routes;
  const before = routes.price[s]!;
  const n = routes.count[s]!;
  const kept = copyRow(routes, s);
  let least = hot.floats[FOUND_PRICE / 8]!;
  let position = 0;
  for (let p = 0; p <= n; p++) {
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
