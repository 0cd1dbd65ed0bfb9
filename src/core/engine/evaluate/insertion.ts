import { FOUND_POSITION, FOUND_PRICE } from '../hot/table';
import { NEVER, type Prepared } from '../prepare/prepared';
import { CELL, GENERAL, KIND, LINE, PLACE, WAYS } from '../state/cells';
import type { Best, Routes } from '../state/routes';
import { legPriceAt, siteAdded, staysWithinReach } from './around';
import { scanWithFetch } from './fetch';
import { tailPrice } from './lanes';
import { readyOver } from './legs';
import { lateBeginning } from './slots';
import { isSoftStart, startAt, startPrice } from './starts';

/** Whether the limits on work that a shift counts for leave room for a visit; the exact sum is checked once it is placed. */
export function hasRoom(prep: Prepared, routes: Routes, v: number, s: number): boolean {
  const limits = prep.limitsOf[s]!;
  if (limits.length === 0) return true;
  const sec = prep.duration[v * prep.classes + prep.shiftClass[s]!]!;
  return limits.every((limit) => routes.limitUsed[limit]! + sec <= prep.limitSec[limit]!);
}

/** Earliest readiness for v behind position p of a shift, whichever breaks have been taken before; NEVER when there is none. */
export function readyAt(prep: Prepared, routes: Routes, v: number, s: number, p: number): number {
  const at = routes.rowOf[s]! + p;
  const leg = routes.cells[at * CELL + PLACE]! * prep.places + prep.visitPlace[v]!;
  let ready: number = NEVER;
  for (let i = 0; i <= prep.breakCount[s]!; i++) {
    const free = routes.lanes.free[i]![at]!;
    if (free < NEVER)
      ready = Math.min(ready, readyOver(prep, s, i, i, free, leg, p === 0 ? routes.beforeSec[s]! : 0));
  }
  return ready;
}

/**
 * Scans a shift that the loops leave to the engine, below what is in the table, and leaves the place there. Where
 * moments count, a place is priced before they are known: `skips` says when one is passed over, so that another
 * that looked a little dearer gets its chance.
 */
export function scanOther(prep: Prepared, routes: Routes, v: number, s: number, skips: () => boolean): void {
  const { ints, floats } = routes.hot;
  const found: Best = { position: 0, price: floats[FOUND_PRICE / 8]! };
  if (prep.shiftLine[s * LINE + KIND] === GENERAL && !isFirstToFetch(prep, routes, v, s))
    scanFull(prep, routes, v, s, found, prep.exact[s] === 1 ? skips : null);
  else scanWithFetch(prep, routes, v, s, found);
  floats[FOUND_PRICE / 8] = found.price;
  ints[FOUND_POSITION / 4] = found.position;
}

function isFirstToFetch(prep: Prepared, routes: Routes, v: number, s: number): boolean {
  return prep.needsFetch !== null && prep.needsFetch[v * prep.shifts + s] === 1 && routes.fetches[s] === 0;
}

/** Shifts with several breaks, or with travel by the hour. */
function scanFull(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  best: Best,
  skips: (() => boolean) | null,
): void {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const { travelSec, travelBack, travelM, travelMBack, places, pricePerM } = prep;
  const { cells } = routes;
  const secPrice = prep.secPrice[s]!;
  const cellV = v * prep.classes + prep.shiftClass[s]!;
  const place = prep.visitPlace[v]!;
  const rowV = place * places;
  const base = prep.standing[v * prep.shifts + s]! + (n === 0 ? prep.outPrice[s]! : 0);
  const lastStart = lateBeginning(routes, cellV);
  const firstEnd = routes.windowOpen[routes.windowFirst[cellV]!]! + prep.duration[cellV]!;
  const breaks = prep.breakCount[s]!;
  const penalty = routes.penalty[s]!;
  for (let p = 0; p <= n; p++) {
    const cell = row + p;
    let free = routes.lanes.free[0]![cell]!;
    for (let j = 1; j <= breaks; j++) free = Math.min(free, routes.lanes.free[j]![cell]!);
    if (free - (p === 0 ? routes.beforeSec[s]! : 0) > lastStart) break;
    let latest = routes.lanes.latest[breaks]![cell + 1]!;
    for (let j = 0; j < breaks; j++) latest = Math.max(latest, routes.lanes.latest[j]![cell + 1]!);
    if (firstEnd > latest) continue;
    const from = cells[cell * CELL + PLACE]!;
    const to = cells[(cell + 1) * CELL + PLACE]!;
    const legs =
      (travelBack[rowV + from]! + travelSec[rowV + to]!) * secPrice +
      (pricePerM > 0 ? (travelMBack[rowV + from]! + travelM[rowV + to]!) * pricePerM : 0);
    let price = base + legs - legPriceAt(prep, routes, s, cell) - penalty;
    if (prep.hasSites) price += siteAdded(prep, routes, v, s, p);
    if (price >= best.price) continue;
    if (prep.hasReach[s] === 1 && !staysWithinReach(prep, routes, v, s, p)) continue;
    const added = penaltyAt(prep, routes, v, s, p, best.price - price);
    if (price + added >= best.price || skips?.()) continue;
    best.price = price + added;
    best.position = p;
  }
}

/**
 * Price in time of the whole day with v after position p, at its best breaks; Infinity when it cannot
 * be done or costs `limit` or more. A few array reads where nothing is bought: the lanes before and
 * after the place say everything (Vidal, Crainic, Gendreau, Prins, "A hybrid genetic algorithm with
 * adaptive diversity management", Computers & Operations Research 40(1), 2013, section 4).
 */
export function penaltyAt(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  p: number,
  limit: number,
): number {
  if (prep.shiftLine[s * LINE + KIND] !== GENERAL) return routes.hot.pricedAt(v, s, p, limit);
  const cell = routes.rowOf[s]! + p;
  const { free, cost, extra } = routes.lanes;
  const place = prep.visitPlace[v]!;
  const visit: Visit = {
    v,
    cell: v * prep.classes + prep.shiftClass[s]!,
    legTo: routes.cells[cell * CELL + PLACE]! * prep.places + place,
    legOn: place * prep.places + routes.cells[(cell + 1) * CELL + PLACE]!,
    own: p === 0 ? routes.beforeSec[s]! : 0,
  };
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= prep.breakCount[s]!; i++) {
    const from = free[i]![cell]!;
    if (from >= NEVER) continue;
    const before = extra === null ? 0 : cost[i]![cell]!;
    if (before < limit && before < best) {
      const found = through(prep, routes, s, p, i, from, before, visit, Math.min(limit, best));
      if (found < best) best = found;
      if (best === 0) return 0;
    }
    if (extra === null) continue;
    for (let e = 0; e < extra[i]!.count[cell]!; e++) {
      const at = cell * WAYS + e;
      const found = through(
        prep,
        routes,
        s,
        p,
        i,
        extra[i]!.free[at]!,
        extra[i]!.cost[at]!,
        visit,
        Math.min(limit, best),
      );
      if (found < best) best = found;
    }
  }
  return best;
}

interface Visit {
  readonly v: number;
  readonly cell: number;
  readonly legTo: number;
  readonly legOn: number;
  readonly own: number;
}

/** The same for one way of being free in lane i at position p. */
function through(
  prep: Prepared,
  routes: Routes,
  s: number,
  p: number,
  i: number,
  from: number,
  before: number,
  { v, cell, legTo, legOn, own }: Visit,
  limit: number,
): number {
  let best = limit;
  let found = Number.POSITIVE_INFINITY;
  for (let j = i; j <= prep.breakCount[s]!; j++) {
    const ready = readyOver(prep, s, i, j, from, legTo, own);
    if (ready >= NEVER) break;
    const start = startAt(routes, cell, ready);
    if (start >= NEVER) continue;
    const price =
      before + (!prep.hasSoft || isSoftStart(routes, cell, start) ? 0 : startPrice(prep, v, cell, start));
    if (price >= best) continue;
    const rest = tailPrice(prep, routes, s, j, p + 1, start + prep.duration[cell]!, legOn, best - price);
    if (price + rest >= best) continue;
    best = price + rest;
    found = best;
    if (best === 0) break;
  }
  return found;
}
