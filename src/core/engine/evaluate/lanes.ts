import { NEVER, type Prepared } from '../prepare/prepared';
import type { Lanes, Routes } from '../state/routes';
import { freeBeforeBreak, freeBeforeHome, readyAfterBreak } from './breaks';
import { latestReady, startAt } from './starts';

/**
 * Fills the forward and backward lanes of a route (forward time slack: Savelsbergh, "The vehicle
 * routing problem with time windows: minimizing route duration", ORSA J. Computing 4(2), 1992),
 * doubled for a break that may be taken before any stop.
 */
export function fillLanes(prep: Prepared, routes: Routes, s: number, soft: boolean): void {
  fillForward(prep, routes, s, soft);
  fillBackward(prep, routes, s, soft);
}

function fillForward(prep: Prepared, routes: Routes, s: number, soft: boolean): void {
  const lanes = soft ? routes.soft : routes.hard;
  const limits = soft ? prep.windowSoft : prep.windowLatest;
  const row = s * routes.room;
  const n = routes.count[s]!;
  const hasBreak = prep.breakDuration[s]! >= 0;
  const day = prep.shiftDay[s]!;
  const { travelSec, places, days, windowFirst, windowCount, windowOpen } = prep;
  const { placeAt, visitAt } = routes;
  let free0 = hasBreak ? prep.shiftStart[s]! : NEVER;
  let free1 = hasBreak ? NEVER : prep.shiftStart[s]!;
  lanes.free0[row] = free0;
  lanes.free1[row] = free1;
  let from = placeAt[row]!;
  for (let p = 1; p <= n; p++) {
    const v = visitAt[row + p]!;
    const to = placeAt[row + p]!;
    const cell = v * days + day;
    const travel = travelSec[from * places + to]!;
    const own = p === 1 ? Math.min(travel, prep.shiftBefore[s]!) : 0;
    const duration = prep.visitDuration[v]!;
    let ready1 = free1 + travel - own;
    if (hasBreak) {
      if (free0 < NEVER) {
        const afterBreak = readyAfterBreak(prep, s, free0, travel, own);
        if (afterBreak < ready1) ready1 = afterBreak;
        const start0 = startAt(prep, cell, free0 + travel - own, soft);
        free0 = start0 === NEVER ? NEVER : start0 + duration;
      }
      const start1 = ready1 >= NEVER ? NEVER : startAt(prep, cell, ready1, soft);
      free1 = start1 === NEVER ? NEVER : start1 + duration;
    } else if (windowCount[cell] === 1) {
      const w = windowFirst[cell]!;
      const open = windowOpen[w]!;
      free1 = ready1 > limits[w]! ? NEVER : (ready1 > open ? ready1 : open) + duration;
    } else {
      const start1 = startAt(prep, cell, ready1, soft);
      free1 = start1 === NEVER ? NEVER : start1 + duration;
    }
    lanes.free0[row + p] = free0;
    lanes.free1[row + p] = free1;
    from = to;
  }
}

function fillBackward(prep: Prepared, routes: Routes, s: number, soft: boolean): void {
  const lanes = soft ? routes.soft : routes.hard;
  const limits = soft ? prep.windowSoft : prep.windowLatest;
  const workEnd = prep.shiftEnd[s]! + (soft ? 0 : prep.shiftOvertime[s]!);
  const row = s * routes.room;
  const n = routes.count[s]!;
  const hasBreak = prep.breakDuration[s]! >= 0;
  const day = prep.shiftDay[s]!;
  const { travelSec, places, days, windowFirst, windowCount, windowOpen } = prep;
  const { placeAt, visitAt } = routes;
  const home = row + n + 1;
  // At the end place both lanes hold the end of paid work; the leg home is judged where it begins.
  lanes.latest0[home] = workEnd;
  lanes.latest1[home] = workEnd;
  let to = placeAt[home]!;
  let latest0 = 0;
  let latest1 = 0;
  for (let p = n; p >= 1; p--) {
    const v = visitAt[row + p]!;
    const from = placeAt[row + p]!;
    const cell = v * days + day;
    const travel = travelSec[from * places + to]!;
    const duration = prep.visitDuration[v]!;
    let free0 = -NEVER;
    let free1: number;
    if (p === n) {
      free1 = workEnd - travel + Math.min(travel, prep.shiftAfter[s]!);
      if (hasBreak) free0 = freeBeforeHome(prep, s, workEnd, travel);
    } else {
      free1 = latest1 - travel;
      if (hasBreak) free0 = Math.max(latest0 - travel, freeBeforeBreak(prep, s, latest1, travel));
    }
    if (windowCount[cell] === 1) {
      const w = windowFirst[cell]!;
      const start = free1 - duration;
      latest1 = windowOpen[w]! > start ? -NEVER : Math.min(start, limits[w]!);
    } else latest1 = latestReady(prep, cell, free1 - duration, soft);
    latest0 = hasBreak ? latestReady(prep, cell, free0 - duration, soft) : -NEVER;
    lanes.latest0[row + p] = latest0;
    lanes.latest1[row + p] = latest1;
    to = from;
  }
}

/** Whether a filled route can be driven within its lanes' limits. */
export function lanesHold(prep: Prepared, routes: Routes, s: number, lanes: Lanes): boolean {
  const n = routes.count[s]!;
  if (n === 0) return true;
  const first = s * routes.room + 1;
  const travel = prep.travelSec[routes.placeAt[first - 1]! * prep.places + routes.placeAt[first]!]!;
  const own = Math.min(travel, prep.shiftBefore[s]!);
  const ready = prep.shiftStart[s]! + travel - own;
  if (prep.breakDuration[s]! < 0) return ready <= lanes.latest1[first]!;
  return (
    ready <= lanes.latest0[first]! ||
    readyAfterBreak(prep, s, prep.shiftStart[s]!, travel, own) <= lanes.latest1[first]!
  );
}
