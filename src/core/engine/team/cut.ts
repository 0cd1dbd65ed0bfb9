import type { Random } from '../../base/random';
import { NEVER, type Prepared } from '../prepare/prepared';
import type { Workspace } from '../state/workspace';

/**
 * Who works on what for a turn: the part of each shift and each visit, NOBODY for linked visits that have shifts of several
 * parts, and near which visit each part begins.
 */
export interface Cut {
  readonly ofShift: Uint8Array;
  readonly ofVisit: Uint8Array;
  /** −1 where a part has no visit that it may move. */
  readonly focus: Int32Array;
}

const NOBODY = 255;

export function createCut(prep: Prepared, parts: number): Cut {
  return {
    ofShift: new Uint8Array(prep.shifts),
    ofVisit: new Uint8Array(prep.visits),
    focus: new Int32Array(parts),
  };
}

/** For each shift those that hang on it, itself included, which are always in one part: by the rest between days, a shared limit, or a person's fair share. */
export function groupsOf(prep: Prepared): readonly (readonly number[])[] {
  const root = Int32Array.from({ length: prep.shifts }, (_, s) => s);
  const find = (s: number): number => {
    let at = s;
    while (root[at] !== at) at = root[at]!;
    return at;
  };
  const firstOf = new Map<string, number>();
  const join = (s: number, key: string): void => {
    const first = firstOf.get(key);
    if (first === undefined) firstOf.set(key, s);
    else root[find(s)] = find(first);
  };
  for (let s = 0; s < prep.shifts; s++) {
    for (const limit of prep.limitsOf[s]!) join(s, `limit ${limit}`);
    for (const after of prep.restAfter[s]!) root[find(after)] = find(s);
    if (prep.unfairPrice > 0) join(s, `person ${prep.shiftPerson[s]!}`);
  }
  const members = new Map<number, number[]>();
  for (let s = 0; s < prep.shifts; s++) {
    const group = members.get(find(s)) ?? [];
    members.set(find(s), group);
    group.push(s);
  }
  return Array.from({ length: prep.shifts }, (_, s) => members.get(find(s))!);
}

/**
 * Draws a visit for each part, and gives each shift to the part whose visit it is nearer to: in rings around them,
 * whoever first meets a visit of the shift has it. As a part begins its iterations near its visit, nearly all places to
 * which something could go are its own.
 */
export function cutAnew(
  work: Workspace,
  groups: readonly (readonly number[])[],
  into: Cut,
  random: Random,
): void {
  const { prep, routes, movable, links } = work;
  const { ofShift, ofVisit, focus } = into;
  const parts = focus.length;
  for (let part = 0; part < parts; part++) focus[part] = movable[random.below(movable.length)]!;
  ofShift.fill(NOBODY);
  const give = (s: number, part: number): void => {
    if (ofShift[s] !== NOBODY) return;
    const group = groups[s]!;
    for (let i = 0; i < group.length; i++) ofShift[group[i]!] = part;
  };
  for (let ring = -1; ring < prep.neighbourCount; ring++) {
    for (let part = 0; part < parts; part++) {
      const v = ring < 0 ? focus[part]! : prep.neighbours[focus[part]! * prep.neighbourCount + ring]!;
      const s = routes.shiftOf[v]!;
      if (s >= 0) give(s, part);
    }
  }
  const nearest = (place: number): number => {
    let nearestPart = 0;
    let least = NEVER;
    for (let part = 0; part < parts; part++) {
      const sec = prep.travelSec[place * prep.places + prep.visitPlace[focus[part]!]!]!;
      if (sec >= least) continue;
      least = sec;
      nearestPart = part;
    }
    return nearestPart;
  };
  for (let s = 0; s < prep.shifts; s++) {
    if (ofShift[s] !== NOBODY) continue;
    const first = routes.visitAt[routes.rowOf[s]! + 1]!;
    give(s, nearest(routes.count[s]! > 0 ? prep.visitPlace[first]! : prep.shiftFrom[s]!));
  }
  const partOf = (v: number): number => {
    const s = routes.shiftOf[v]!;
    return s >= 0 ? ofShift[s]! : nearest(prep.visitPlace[v]!);
  };
  for (let v = 0; v < prep.visits; v++) ofVisit[v] = partOf(v);
  if (links.hasLinks) for (const group of links.groups) shareGroup(work, group, into);
  for (let part = 0; part < parts; part++) {
    focus[part] = nearestOwn(work, part, into);
  }
}

/**
 * Linked visits go in and out together, so they are all of the part that has their shifts, or of nobody. Equipment is taken
 * by the first part only: two could take the same unit at once.
 */
function shareGroup({ routes, links }: Workspace, group: readonly number[], { ofVisit }: Cut): void {
  const planned = group.filter((v) => routes.shiftOf[v]! >= 0);
  const part = ofVisit[planned[0] ?? group[0]!]!;
  const isWhole = planned.every((v) => ofVisit[v] === part);
  const hasUnits = group.some((v) => links.kindsOf[v]!.length > 0);
  for (const v of group) ofVisit[v] = isWhole && (part === 0 || !hasUnits) ? part : NOBODY;
}

/** The visit drawn for a part, or the nearest to it that is the part's own; −1 where there is none. */
function nearestOwn({ prep, movable }: Workspace, part: number, { ofVisit, focus }: Cut): number {
  const drawn = focus[part]!;
  if (ofVisit[drawn] === part) return drawn;
  const isOwn = (v: number): boolean => ofVisit[v] === part && prep.visitHeld[v] === 0;
  const near = prep.neighbours.subarray(drawn * prep.neighbourCount, (drawn + 1) * prep.neighbourCount);
  return near.find(isOwn) ?? movable.find(isOwn) ?? -1;
}
