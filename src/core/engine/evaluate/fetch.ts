import type { Prepared } from '../prepare/prepared';
import type { Best, Routes } from '../state/routes';
import { copyRow, insertInto } from '../state/rows';
import { refreshRoute } from './refresh';

/**
 * Places for a visit whose parts must be fetched on a route that fetches nothing yet. The way from home
 * changes for the whole day, so each place is tried in full on a row put aside for it.
 */
export function scanWithFetch(prep: Prepared, routes: Routes, v: number, s: number, found: Best): void {
  const before = routes.price[s]!;
  const n = routes.count[s]!;
  const kept = copyRow(routes, s);
  for (let p = 0; p <= n; p++) {
    insertInto(routes, v, s, p, kept);
    if (refreshRoute(prep, routes, s) && routes.price[s]! - before < found.price) {
      found.price = routes.price[s]! - before;
      found.position = p;
    }
  }
  kept.restore();
  refreshRoute(prep, routes, s);
}
