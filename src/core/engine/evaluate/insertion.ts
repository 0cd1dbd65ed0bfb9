import { NEVER, type Prepared } from '../prepare/prepared';
import { type Best, EXTRA, MEMO_POSITIONS, type Memo, type Routes } from '../state/routes';
import { scanWithFetch } from './fetch';
import { tailPrice } from './lanes';
import { readyOver } from './legs';
import { scanOneBreak } from './one-break';
import { isLegWithinReach } from './refresh';
import { lateBeginning } from './slots';
import { isSoftStart, startAt, startPrice } from './starts';

/** Stands for a place that has not been looked for far enough. */
const NOWHERE = MEMO_POSITIONS - 1;
/** In place of a position in the memo: what is found is not remembered. Far enough below 0 to stay so. */
export const FORGOTTEN = -1e9;

/** Says when to pass over a route ("blink"): a countdown drawn from a geometric distribution. */
export interface Blink {
  left: number;
  draw(): number;
}

/**
 * Keeps in `best` the best position of visit v on shift s, if it beats what is there. What a scan
 * finds is remembered at a position of the memo with the version of the route: most routes do not change in an iteration, and
 * one that is rolled back gets its old version again. A blink passes over the whole route.
 */
export function scanShift(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  memo: Memo,
  at: number,
  best: Best,
  blink: Blink,
): void {
  const { probe } = routes;
  if (prep.exact[s] === 1 && !hasRoom(prep, routes, v, s)) return;
  const first = routes.version[s]! * MEMO_POSITIONS;
  probe.position = NOWHERE;
  if (at >= 0) {
    const position = memo[at]! - first;
    if (position >= 0 && position < MEMO_POSITIONS) {
      // Position NOWHERE: nothing below this price, and nobody has looked above it.
      if (memo[at + 1]! >= best.price) return;
      probe.price = memo[at + 1]!;
      probe.position = position;
    }
  }
  if (probe.position === NOWHERE) {
    // Penalties are dear to work out, so look no further than what would win; plain scans are cheap to finish.
    const limit = prep.hasSoft ? best.price : Number.POSITIVE_INFINITY;
    scanPositions(prep, routes, v, s, probe, limit);
    if (at >= 0) {
      const isWhole = probe.price < limit || limit === Number.POSITIVE_INFINITY;
      memo[at] = first + (isWhole ? probe.position : NOWHERE);
      memo[at + 1] = probe.price;
    }
  }
  let price = probe.price;
  if (price >= best.price) return;
  if (prep.unfairPrice > 0) {
    price += unfairAdded(prep, routes, v, s);
    if (price >= best.price) return;
  }
  if (--blink.left <= 0) {
    blink.left = blink.draw();
    return;
  }
  best.price = price;
  best.shift = s;
  best.position = probe.position;
}

/** Whether the limits on work that a shift counts for leave room for a visit; the exact sum is checked once it is placed. */
function hasRoom(prep: Prepared, routes: Routes, v: number, s: number): boolean {
  const limits = prep.limitsOf[s]!;
  if (limits.length === 0) return true;
  const sec = prep.duration[v * prep.classes + prep.shiftClass[s]!]!;
  return limits.every((limit) => routes.limitUsed[limit]! + sec <= prep.limitSec[limit]!);
}

/** What a visit adds to the price of its person's work beyond a fair share. */
function unfairAdded(prep: Prepared, routes: Routes, v: number, s: number): number {
  const q = prep.shiftPerson[s]!;
  const over = routes.personSec[q]! - prep.fairSec[q]!;
  const after = over + prep.workDuration[v * prep.classes + prep.shiftClass[s]!]!;
  return after > 0 ? (after - Math.max(0, over)) * prep.unfairPrice : 0;
}

/** Scans a route afresh for a place below `limit`; `found.price` stays at the limit when there is none. */
export function scanPositions(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  found: Best,
  limit = Number.POSITIVE_INFINITY,
): void {
  found.price = limit;
  found.position = 0;
  const n = routes.count[s]!;
  if (n + 2 >= routes.room || n >= prep.shiftMaxVisits[s]!) return;
  if (routes.load[s]! + prep.visitDemand[v]! > prep.shiftCapacity[s]!) return;
  const cell = v * prep.classes + prep.shiftClass[s]!;
  const windows = routes.windowCount[cell]!;
  if (windows === 0) return;
  if (prep.needsFetch !== null && prep.needsFetch[v * prep.shifts + s] === 1 && routes.fetches[s] === 0) {
    scanWithFetch(prep, routes, v, s, found);
    return;
  }
  const breaks = prep.breakCount[s]!;
  const isUsual = breaks <= 1 && prep.times === null && !prep.hasSites && prep.hasReach[s] === 0;
  if (!isUsual) {
    scanFull(prep, routes, v, s, found);
    return;
  }
  const isPlain =
    windows === 1 && !prep.hasSoft && breaks === 0 && routes.beforeSec[s] === 0 && prep.shiftAfter[s] === 0;
  if (isPlain) scanPlain(prep, routes, v, s, found);
  else scanOneBreak(prep, routes, v, s, found);
}

/** The common routing case: one hard window, no break, no own-time travel, nothing soft. */
function scanPlain(prep: Prepared, routes: Routes, v: number, s: number, best: Best): void {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const { travelSec, travelBack, travelM, travelMBack, places, pricePerM } = prep;
  const secPrice = prep.secPrice[s]!;
  const { placeAt, legPrice } = routes;
  const free = routes.lanes.free[0]!;
  const latest = routes.lanes.latest[0]!;
  const cellV = v * prep.classes + prep.shiftClass[s]!;
  const w = routes.windowFirst[cellV]!;
  const open = routes.windowOpen[w]!;
  const limit = routes.windowLatest[w]!;
  const duration = prep.duration[cellV]!;
  const rowV = prep.visitPlace[v]! * places;
  const base = prep.standing[v * prep.shifts + s]! + (n === 0 ? prep.outPrice[s]! : 0);
  let bestPrice = best.price;
  for (let p = 0; p <= n; p++) {
    const cell = row + p;
    if (free[cell]! > limit) break;
    if (open + duration > latest[cell + 1]!) continue;
    const toV = rowV + placeAt[cell]!;
    const onward = rowV + placeAt[cell + 1]!;
    const t1 = travelBack[toV]!;
    const t2 = travelSec[onward]!;
    const legs =
      (t1 + t2) * secPrice + (pricePerM > 0 ? (travelMBack[toV]! + travelM[onward]!) * pricePerM : 0);
    const price = base + legs - (n === 0 ? 0 : legPrice[cell]!);
    if (price >= bestPrice) continue;
    const ready = free[cell]! + t1;
    if (ready <= limit && (ready > open ? ready : open) + duration + t2 <= latest[cell + 1]!) {
      bestPrice = price;
      best.price = price;
      best.position = p;
    }
  }
}

/** Every feature that a shift can have. */
function scanFull(prep: Prepared, routes: Routes, v: number, s: number, best: Best): void {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const { travelSec, travelBack, travelM, travelMBack, places, pricePerM } = prep;
  const { placeAt, legPrice } = routes;
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
    const from = placeAt[cell]!;
    const to = placeAt[cell + 1]!;
    const legs =
      (travelBack[rowV + from]! + travelSec[rowV + to]!) * secPrice +
      (pricePerM > 0 ? (travelMBack[rowV + from]! + travelM[rowV + to]!) * pricePerM : 0);
    let price = base + legs - (n === 0 ? 0 : legPrice[cell]!) - penalty;
    if (prep.hasSites) price += siteAdded(prep, routes, v, s, p);
    if (price >= best.price) continue;
    if (prep.hasReach[s] === 1 && !staysWithinReach(prep, routes, v, s, p)) continue;
    const added = penaltyAt(prep, routes, v, s, p, best.price - price);
    if (price + added >= best.price) continue;
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
  const cell = routes.rowOf[s]! + p;
  const { free, cost, extra } = routes.lanes;
  const place = prep.visitPlace[v]!;
  const visit: Visit = {
    v,
    cell: v * prep.classes + prep.shiftClass[s]!,
    legTo: routes.placeAt[cell]! * prep.places + place,
    legOn: place * prep.places + routes.placeAt[cell + 1]!,
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
      const at = cell * EXTRA + e;
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

function siteAdded(prep: Prepared, routes: Routes, v: number, s: number, p: number): number {
  const cell = routes.rowOf[s]! + p;
  const from = p === 0 ? prep.shiftFrom[s]! : routes.placeAt[cell]!;
  const place = prep.visitPlace[v]!;
  const next = routes.visitAt[cell + 1]!;
  let price = from === place ? 0 : prep.sitePrice[v]!;
  if (next < 0) return price;
  const to = routes.placeAt[cell + 1]!;
  if (place !== to) price += prep.sitePrice[next]!;
  if (from !== to) price -= prep.sitePrice[next]!;
  return price;
}

function staysWithinReach(prep: Prepared, routes: Routes, v: number, s: number, p: number): boolean {
  const cell = routes.rowOf[s]! + p;
  const place = prep.visitPlace[v]!;
  const legTo = routes.placeAt[cell]! * prep.places + place;
  const legOn = place * prep.places + routes.placeAt[cell + 1]!;
  if (!isLegWithinReach(prep, s, legTo, p === 0)) return false;
  if (p < routes.count[s]! && !isLegWithinReach(prep, s, legOn, false)) return false;
  const old =
    routes.count[s] === 0
      ? 0
      : prep.travelSec[routes.placeAt[cell]! * prep.places + routes.placeAt[cell + 1]!]!;
  return (
    routes.travelSec[s]! + prep.travelSec[legTo]! + prep.travelSec[legOn]! - old <= prep.shiftMaxTravel[s]!
  );
}
