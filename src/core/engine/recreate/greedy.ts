import { BEST_POSITION, TOUCHED_COUNT } from '../hot/table';
import type { Workspace } from '../state/workspace';
import { placeGroup } from './linked';
import { type SortKeys, sortLoose } from './order';
import { place } from './place';

const RETRIED = 12;

/** What putting back needs beside the plan in hand. */
export interface Recreate {
  readonly sort: SortKeys;
  readonly list: Int32Array;
  /** Iteration in which a group was last tried. */
  readonly groupMark: Int32Array;
}

export function createRecreate(work: Workspace, sort: SortKeys): Recreate {
  return {
    sort,
    list: new Int32Array(work.prep.visits),
    groupMark: new Int32Array(work.links.groups.length).fill(-1),
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
    for (let i = 0; i < loose.count; i++) {
      const v = loose.list[i]!;
      if (work.isOwn[v] === 1 && !isListed(v)) list[n++] = v;
    }
    return n;
  }
  if (work.sharedKind >= 0) return addLooseOfKind(work, list, n, limit, isListed);
  for (let i = 0; i < prep.neighbourCount && n < limit; i++) {
    const v = prep.neighbours[seed * prep.neighbourCount + i]!;
    if (loose.at[v] !== -1 && work.isOwn[v] === 1 && !isListed(v)) list[n++] = v;
  }
  return n;
}

/** The same for loose ends that need the equipment which others have just given back, from a random one on. */
function addLooseOfKind(
  work: Workspace,
  list: Int32Array,
  listed: number,
  limit: number,
  isListed: (v: number) => boolean,
): number {
  const { prep, links, loose } = work;
  const from = work.random.below(loose.count);
  let n = listed;
  for (let i = 0; i < loose.count && n < limit; i++) {
    const v = loose.list[(from + i) % loose.count]!;
    if (prep.leadOf[v] !== v || work.isOwn[v] === 0 || isListed(v)) continue;
    if (links.kindsOf[v]!.includes(work.sharedKind)) list[n++] = v;
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
    placeGroup(work, group, most + work.price);
    return work.routes.shiftOf[v] !== -1;
  }
  const { hot } = work.routes;
  const limit = Math.min(most, prep.visitUnplannedPrice[v]!);
  let s: number;
  if (work.near.triesAll) s = hot.chooseOfAll(v, limit, 1);
  else {
    hot.ints[TOUCHED_COUNT / 4] = work.touchedCount;
    s = hot.chooseNear(v, limit);
  }
  return s >= 0 && place(work, v, s, hot.ints[BEST_POSITION / 4]!);
}

/** The same over all shifts, however many there are. */
export function placeAnywhere(work: Workspace, v: number): boolean {
  const { hot } = work.routes;
  const s = hot.chooseOfAll(v, work.prep.visitUnplannedPrice[v]!, work.near.triesAll ? 1 : 0);
  return s >= 0 && place(work, v, s, hot.ints[BEST_POSITION / 4]!);
}
