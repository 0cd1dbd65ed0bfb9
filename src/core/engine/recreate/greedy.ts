import { scanShift } from '../evaluate/insertion';
import type { Best } from '../state/routes';
import type { Workspace } from '../state/workspace';
import { placeGroup } from './linked';
import { type SortKeys, sortLoose } from './order';
import { place } from './place';

/** Up to this many shifts every one is tried; beyond it only those near the visit. */
const SCAN_ALL_SHIFTS = 64;
const NEAR_VISITS = 40;
const EMPTY_SHIFTS = 4;
const RETRIED = 12;

/** Marks of what has been tried for one visit, so that no shift is scanned twice. */
export interface Recreate {
  readonly sort: SortKeys;
  readonly list: Int32Array;
  readonly shiftMark: Int32Array;
  readonly twinMark: Int32Array;
  /** Iteration in which a group was last tried. */
  readonly groupMark: Int32Array;
  mark: number;
  readonly best: Best;
}

export function createRecreate(work: Workspace, sort: SortKeys): Recreate {
  const { prep } = work;
  return {
    sort,
    list: new Int32Array(prep.visits),
    shiftMark: new Int32Array(prep.shifts).fill(-1),
    twinMark: new Int32Array(prep.shifts).fill(-1),
    groupMark: new Int32Array(work.links.groups.length).fill(-1),
    mark: 0,
    best: { shift: -1, position: 0, price: 0 },
  };
}

/** Puts the visits just removed, and some loose ends near the seed, back where each costs least. */
export function recreateGreedy(work: Workspace, recreate: Recreate, seed: number): void {
  const { list } = recreate;
  let n = 0;
  for (let i = 0; i < work.movedCount; i++) list[n++] = work.moved[i]!;
  n = addNearbyLoose(work, list, n, seed);
  sortLoose(work, recreate.sort, list, n);
  for (let i = 0; i < n; i++) if (work.routes.shiftOf[list[i]!] === -1) placeBest(work, recreate, list[i]!);
}

function addNearbyLoose(work: Workspace, list: Int32Array, n: number, seed: number): number {
  const { prep, loose } = work;
  if (loose.count <= n) return n;
  const removed = n;
  const limit = n + RETRIED;
  const isListed = (v: number): boolean => {
    for (let i = 0; i < removed; i++) if (list[i] === v) return true;
    return false;
  };
  if (loose.count <= limit) {
    for (let i = 0; i < loose.count; i++) if (!isListed(loose.list[i]!)) list[n++] = loose.list[i]!;
    return n;
  }
  for (let i = 0; i < prep.neighbourCount && n < limit; i++) {
    const v = prep.neighbours[seed * prep.neighbourCount + i]!;
    if (loose.at[v] !== -1 && !isListed(v)) list[n++] = v;
  }
  return n;
}

/** Inserts v where it costs least if that is cheaper than leaving it; returns whether it did. */
export function placeBest(work: Workspace, recreate: Recreate, v: number): boolean {
  const { prep, links } = work;
  if (links.linked[v] === 1) {
    const group = links.groupOf[v]!;
    if (recreate.groupMark[group] === work.iteration) return work.routes.shiftOf[v] !== -1;
    recreate.groupMark[group] = work.iteration;
    placeGroup(work, group);
    return work.routes.shiftOf[v] !== -1;
  }
  const { best } = recreate;
  best.shift = -1;
  best.price = prep.visitUnplannedPrice[v]!;
  recreate.mark++;
  if (prep.shifts <= SCAN_ALL_SHIFTS) scanEverything(work, recreate, v);
  else scanNear(work, recreate, v);
  if (best.shift < 0) return false;
  return place(work, v, best.shift, best.position);
}

/** Tries every shift, of empty ones that are alike only the first. */
export function scanEverything(work: Workspace, recreate: Recreate, v: number): void {
  const { prep, routes } = work;
  for (let s = 0; s < prep.shifts; s++) {
    if (!prep.eligible[v * prep.shifts + s]) continue;
    if (routes.count[s] === 0) {
      const twin = prep.shiftTwin[s]!;
      if (recreate.twinMark[twin] === recreate.mark) continue;
      recreate.twinMark[twin] = recreate.mark;
    }
    scanShift(prep, routes, v, s, recreate.best, work.blink);
  }
}

/** Tries the shifts of nearby visits, those touched in this iteration, and a few empty ones. */
function scanNear(work: Workspace, recreate: Recreate, v: number): void {
  const { prep, routes, touched, blink } = work;
  const { shiftMark, mark, best } = recreate;
  const { shiftOf, count } = routes;
  const { neighbours, nearShifts, eligible } = prep;
  const pairs = v * prep.shifts;
  const row = v * prep.neighbourCount;
  const end = row + prep.neighbourCount;
  let met = 0;
  for (let i = row; i < end && met < NEAR_VISITS; i++) {
    const s = shiftOf[neighbours[i]!]!;
    if (s < 0 || eligible[pairs + s] === 0) continue;
    met++;
    if (shiftMark[s] === mark) continue;
    shiftMark[s] = mark;
    scanShift(prep, routes, v, s, best, blink);
  }
  for (let i = 0; i < work.touchedCount; i++) {
    const s = touched[i]!;
    if (shiftMark[s] === mark || eligible[pairs + s] === 0) continue;
    shiftMark[s] = mark;
    scanShift(prep, routes, v, s, best, blink);
  }
  let empty = 0;
  const last = (v + 1) * prep.nearShiftCount;
  for (let i = v * prep.nearShiftCount; i < last && empty < EMPTY_SHIFTS; i++) {
    const s = nearShifts[i]!;
    if (s < 0) break;
    if (count[s] !== 0) continue;
    empty++;
    if (shiftMark[s] === mark) continue;
    shiftMark[s] = mark;
    scanShift(prep, routes, v, s, best, blink);
  }
}
