import { FORGOTTEN, scanShift } from '../evaluate/insertion';
import { type Best, createMemo, type Memo } from '../state/routes';
import type { Workspace } from '../state/workspace';
import { placeGroup } from './linked';
import { createNearShifts, memoOfEmpty, memoOfList, type NearShifts, nearShiftsOf } from './near-shifts';
import { type SortKeys, sortLoose } from './order';
import { place } from './place';

/** Up to this many shifts every one is tried; beyond it only those near the visit. */
const SCAN_ALL_SHIFTS = 64;
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
  /** Where every shift is tried, what is remembered of each pair; otherwise of those near only. */
  readonly memo: Memo;
  readonly near: NearShifts;
  mark: number;
  readonly best: Best;
}

export function createRecreate(work: Workspace, sort: SortKeys): Recreate {
  const { prep } = work;
  const triesAll = prep.shifts <= SCAN_ALL_SHIFTS;
  return {
    sort,
    list: new Int32Array(prep.visits),
    shiftMark: new Int32Array(prep.shifts).fill(-1),
    twinMark: new Int32Array(prep.shifts).fill(-1),
    groupMark: new Int32Array(work.links.groups.length).fill(-1),
    memo: createMemo(triesAll ? prep.visits * prep.shifts : 0),
    near: createNearShifts(prep, triesAll ? 0 : prep.visits),
    mark: 0,
    best: { shift: -1, position: 0, price: 0 },
  };
}

/**
 * Puts the visits just removed, and some loose ends near the seed, back where each costs least. Gives up and returns
 * false as soon as the plan costs more than `limit` (micros) even if the rest of them came for nothing.
 */
export function recreateGreedy(work: Workspace, recreate: Recreate, seed: number, limit: number): boolean {
  const { list } = recreate;
  const { visitUnplannedPrice } = work.prep;
  let n = 0;
  for (let i = 0; i < work.movedCount; i++) list[n++] = work.moved[i]!;
  n = addNearbyLoose(work, list, n, seed);
  sortLoose(work, recreate.sort, list, n);
  let rest = 0;
  for (let i = 0; i < n; i++) rest += visitUnplannedPrice[list[i]!]!;
  for (let i = 0; i < n; i++) {
    const v = list[i]!;
    rest -= visitUnplannedPrice[v]!;
    if (work.routes.shiftOf[v] === -1) {
      // Micros are whole: one more than what may just be spent.
      placeBest(work, recreate, v, limit - work.price + rest + visitUnplannedPrice[v]! + 1);
    }
    if (work.price - rest > limit) return false;
  }
  return true;
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

/** Inserts v where it costs least if that is less than leaving it, and less than `most`; returns whether it did. */
export function placeBest(
  work: Workspace,
  recreate: Recreate,
  v: number,
  most = Number.POSITIVE_INFINITY,
): boolean {
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
  best.price = Math.min(most, prep.visitUnplannedPrice[v]!);
  recreate.mark++;
  if (prep.shifts <= SCAN_ALL_SHIFTS) scanEverything(work, recreate, v);
  else scanNear(work, recreate, v);
  if (best.shift < 0) return false;
  return place(work, v, best.shift, best.position);
}

/** Tries every shift, of empty ones that are alike only the first. */
export function scanEverything(work: Workspace, recreate: Recreate, v: number): void {
  const { prep, routes } = work;
  const { memo } = recreate;
  const row = memo.length > 0 ? v * prep.shifts * 2 : FORGOTTEN;
  for (let s = 0; s < prep.shifts; s++) {
    if (!prep.eligible[v * prep.shifts + s]) continue;
    if (routes.count[s] === 0) {
      const twin = prep.shiftTwin[s]!;
      if (recreate.twinMark[twin] === recreate.mark) continue;
      recreate.twinMark[twin] = recreate.mark;
    }
    scanShift(prep, routes, v, s, memo, row + s * 2, recreate.best, work.blink);
  }
}

/** Tries the shifts of nearby visits, those touched in this iteration, and a few empty ones. */
function scanNear(work: Workspace, recreate: Recreate, v: number): void {
  const { prep, routes, touched, blink } = work;
  const { shiftMark, mark, best, near } = recreate;
  const { shifts, memo } = near;
  const { nearShifts, eligible } = prep;
  const pairs = v * prep.shifts;
  const row = nearShiftsOf(prep, routes, near, v);
  const count = near.count[v]!;
  let at = memoOfList(near, v);
  for (let i = row; i < row + count; i++) {
    const s = shifts[i]!;
    shiftMark[s] = mark;
    scanShift(prep, routes, v, s, memo, at, best, blink);
    at += 2;
  }
  for (let i = 0; i < work.touchedCount; i++) {
    const s = touched[i]!;
    if (shiftMark[s] === mark || eligible[pairs + s] === 0) continue;
    shiftMark[s] = mark;
    scanShift(prep, routes, v, s, memo, FORGOTTEN, best, blink);
  }
  let empty = 0;
  at = memoOfEmpty(near, v) - 2;
  const last = (v + 1) * prep.nearShiftCount;
  for (let i = v * prep.nearShiftCount; i < last && empty < EMPTY_SHIFTS; i++) {
    const s = nearShifts[i]!;
    if (s < 0) break;
    at += 2;
    if (routes.count[s] !== 0) continue;
    empty++;
    if (shiftMark[s] === mark) continue;
    shiftMark[s] = mark;
    scanShift(prep, routes, v, s, memo, at, best, blink);
  }
}
