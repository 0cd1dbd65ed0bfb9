import { NEVER, type Prepared } from '../prepare/prepared';
import type { Best, Lanes, Routes } from '../state/routes';
import { readyAfterBreak } from './breaks';
import { penaltyOf } from './penalty';
import { standingPrice } from './refresh';
import { startAt } from './starts';

/** Says when to pass over a route ("blink"): a countdown drawn from a geometric distribution. */
export interface Blink {
  left: number;
  draw(): number;
}

const UNKNOWN = Number.POSITIVE_INFINITY;

/**
 * Keeps in `best` the best position of visit v on shift s, if it beats what is there. What a scan
 * finds is remembered with the version of the route: most routes do not change in an iteration, and
 * one that is rolled back gets its old version again. A blink passes over the whole route.
 */
export function scanShift(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  best: Best,
  blink: Blink,
): void {
  const { memo, probe } = routes;
  const key = v * prep.shifts + s;
  let price: number;
  if (memo === null) {
    scanPositions(prep, routes, v, s, probe, best.price);
    price = probe.price;
  } else {
    price = memo.price[key]!;
    const isKnown =
      memo.version[key] === routes.version[s] && (price < UNKNOWN || best.price <= memo.limit[key]!);
    if (!isKnown) {
      // Penalties are dear to work out, so look no further than what would win; plain scans are cheap to finish.
      const limit = prep.hasSoft ? best.price : UNKNOWN;
      scanPositions(prep, routes, v, s, probe, limit);
      price = probe.price < limit ? probe.price : UNKNOWN;
      memo.version[key] = routes.version[s]!;
      memo.price[key] = price;
      memo.position[key] = probe.position;
      memo.limit[key] = limit;
    }
  }
  if (price >= best.price) return;
  if (--blink.left <= 0) {
    blink.left = blink.draw();
    return;
  }
  best.price = price;
  best.shift = s;
  best.position = memo === null ? probe.position : memo.position[key]!;
}

/** Scans a route afresh for a place below `limit`; `found.price` stays at the limit when there is none. */
function scanPositions(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  found: Best,
  limit: number,
): void {
  found.price = limit;
  const n = routes.count[s]!;
  if (n + 2 >= routes.room || routes.load[s]! + prep.visitDemand[v]! > prep.shiftCapacity[s]!) return;
  const cell = v * prep.days + prep.shiftDay[s]!;
  const windows = prep.windowCount[cell]!;
  if (windows === 0) return;
  const isPlain =
    windows === 1 &&
    !prep.hasSoft &&
    prep.breakDuration[s]! < 0 &&
    prep.shiftBefore[s] === 0 &&
    prep.shiftAfter[s] === 0;
  if (isPlain) scanPlain(prep, routes, v, s, found);
  else scanFull(prep, routes, v, s, found);
}

/** The common routing case: one hard window, no break, no own-time travel, nothing soft. */
function scanPlain(prep: Prepared, routes: Routes, v: number, s: number, best: Best): void {
  const row = s * routes.room;
  const n = routes.count[s]!;
  const { travelSec, travelM, places, pricePerSec, pricePerM } = prep;
  const { placeAt } = routes;
  const free = routes.hard.free1;
  const latest = routes.hard.latest1;
  const w = prep.windowFirst[v * prep.days + prep.shiftDay[s]!]!;
  const open = prep.windowOpen[w]!;
  const limit = prep.windowLatest[w]!;
  const duration = prep.visitDuration[v]!;
  const place = prep.visitPlace[v]!;
  const rowV = place * places;
  const base = standingPrice(prep, v, s) + (n === 0 ? prep.pricePersonOut : 0);
  let bestPrice = best.price;
  let from = placeAt[row]!;
  for (let p = 0; p <= n; p++) {
    const cell = row + p;
    if (free[cell]! > limit) break;
    const to = placeAt[cell + 1]!;
    if (open + duration <= latest[cell + 1]!) {
      const toV = from * places + place;
      const onward = rowV + to;
      const t1 = travelSec[toV]!;
      const t2 = travelSec[onward]!;
      const old = from * places + to;
      const price =
        n === 0
          ? base + (t1 + t2) * pricePerSec + (travelM[toV]! + travelM[onward]!) * pricePerM
          : base +
            (t1 + t2 - travelSec[old]!) * pricePerSec +
            (travelM[toV]! + travelM[onward]! - travelM[old]!) * pricePerM;
      if (price < bestPrice) {
        const ready = free[cell]! + t1;
        if (ready <= limit && (ready > open ? ready : open) + duration + t2 <= latest[cell + 1]!) {
          bestPrice = price;
          best.price = price;
          best.position = p;
        }
      }
    }
    from = to;
  }
}

/**
 * The general case, in two passes: places that cost no overtime or lateness are found by a few reads
 * each; only where the road alone would be cheaper than the best of them is a penalty worked out.
 */
function scanFull(prep: Prepared, routes: Routes, v: number, s: number, best: Best): void {
  if (routes.clean[s] === 1) scanFree(prep, routes, v, s, best, true);
  if (prep.hasSoft) scanFree(prep, routes, v, s, best, false);
}

function scanFree(prep: Prepared, routes: Routes, v: number, s: number, best: Best, soft: boolean): void {
  const row = s * routes.room;
  const n = routes.count[s]!;
  const { travelSec, travelM, places, pricePerSec, pricePerM } = prep;
  const { placeAt } = routes;
  const rowV = prep.visitPlace[v]! * places;
  const base = standingPrice(prep, v, s) + (n === 0 ? prep.pricePersonOut : 0);
  const first = prep.windowFirst[v * prep.days + prep.shiftDay[s]!]!;
  const soonestEnd = prep.windowOpen[first]! + prep.visitDuration[v]!;
  const limit = lastReady(prep, v, prep.shiftDay[s]!);
  const { free0, free1, latest0, latest1 } = soft ? routes.soft : routes.hard;
  for (let p = 0; p <= n; p++) {
    const cell = row + p;
    const soonest = free0[cell]! < free1[cell]! ? free0[cell]! : free1[cell]!;
    // Even with own-time travel nobody is ready before the shift starts, so this ends the first leg too.
    if (soonest > limit) break;
    const after = latest0[cell + 1]! > latest1[cell + 1]! ? latest0[cell + 1]! : latest1[cell + 1]!;
    if (p < n && soonestEnd > after) continue;
    const from = placeAt[cell]! * places;
    const to = placeAt[cell + 1]!;
    const toV = from + prep.visitPlace[v]!;
    let price = base + (travelSec[toV]! + travelSec[rowV + to]!) * pricePerSec;
    if (pricePerM !== 0) price += (travelM[toV]! + travelM[rowV + to]!) * pricePerM;
    if (n > 0) price -= travelSec[from + to]! * pricePerSec + travelM[from + to]! * pricePerM;
    if (price >= best.price || !fits(prep, routes, v, s, p, soft)) continue;
    if (!soft) {
      price += addedPenalty(prep, routes, v, s, p, best.price - price);
      if (price >= best.price) continue;
    }
    best.price = price;
    best.position = p;
  }
}

/** Last moment at which anybody may be ready for v on a day at all. */
function lastReady(prep: Prepared, v: number, day: number): number {
  const first = prep.windowFirst[v * prep.days + day]!;
  const end = first + prep.windowCount[v * prep.days + day]!;
  let last = prep.windowLatest[first]!;
  for (let w = first + 1; w < end; w++) if (prep.windowLatest[w]! > last) last = prep.windowLatest[w]!;
  return last;
}

/** Whether v fits after position p within the hard limits, or (soft) without any penalty. Constant time. */
export function fits(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  p: number,
  soft: boolean,
): boolean {
  const lanes: Lanes = soft ? routes.soft : routes.hard;
  const row = s * routes.room + p;
  const n = routes.count[s]!;
  const place = prep.visitPlace[v]!;
  const cell = v * prep.days + prep.shiftDay[s]!;
  const duration = prep.visitDuration[v]!;
  const t1 = prep.travelSec[routes.placeAt[row]! * prep.places + place]!;
  const t2 = prep.travelSec[place * prep.places + routes.placeAt[row + 1]!]!;
  const own = p === 0 ? Math.min(t1, prep.shiftBefore[s]!) : 0;
  const hasBreak = prep.breakDuration[s]! >= 0;
  const left0 = lanes.free0[row]!;
  let ready1 = lanes.free1[row]! + t1 - own;
  let free0 = NEVER;
  if (hasBreak && left0 < NEVER) {
    ready1 = Math.min(ready1, readyAfterBreak(prep, s, left0, t1, own));
    const start0 = startAt(prep, cell, left0 + t1 - own, soft);
    if (start0 !== NEVER) free0 = start0 + duration;
  }
  const start1 = ready1 >= NEVER ? NEVER : startAt(prep, cell, ready1, soft);
  const free1 = start1 === NEVER ? NEVER : start1 + duration;
  if (p < n) {
    const latest1 = lanes.latest1[row + 1]!;
    if (free1 !== NEVER && free1 + t2 <= latest1) return true;
    if (free0 === NEVER) return false;
    return free0 + t2 <= lanes.latest0[row + 1]! || readyAfterBreak(prep, s, free0, t2, 0) <= latest1;
  }
  const workEnd = prep.shiftEnd[s]! + (soft ? 0 : prep.shiftOvertime[s]!);
  const paid = t2 - Math.min(t2, prep.shiftAfter[s]!);
  if (free1 !== NEVER && free1 + paid <= workEnd) return true;
  if (free0 === NEVER) return false;
  const latest = prep.breakLatest[s]!;
  if (free0 + t2 <= latest && free0 + paid <= workEnd) return true;
  const start = Math.max(free0, prep.breakEarliest[s]!);
  return start <= latest && start + prep.breakDuration[s]! + paid <= workEnd;
}

/** What inserting v after p adds to the route's penalty; Infinity when that is `limit` or more. */
function addedPenalty(
  prep: Prepared,
  routes: Routes,
  v: number,
  s: number,
  p: number,
  limit: number,
): number {
  const row = s * routes.room;
  const n = routes.count[s]!;
  const sequence = routes.scratch;
  for (let i = 0; i < p; i++) sequence[i] = routes.visitAt[row + i + 1]!;
  sequence[p] = v;
  for (let i = p; i < n; i++) sequence[i + 1] = routes.visitAt[row + i + 1]!;
  return penaltyOf(prep, s, sequence, n + 1, limit + routes.penalty[s]!) - routes.penalty[s]!;
}
