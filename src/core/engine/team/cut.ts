import type { Random } from '../../base/random';
import { NEVER, type Prepared } from '../prepare/prepared';
import type { Workspace } from '../state/workspace';

/** Who works on what for a turn: the part of each shift and each visit, and near which visit each part begins. */
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
  const { prep, routes, movable } = work;
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
  for (let v = 0; v < prep.visits; v++) {
    const s = routes.shiftOf[v]!;
    ofVisit[v] = s >= 0 ? ofShift[s]! : nearest(prep.visitPlace[v]!);
  }
  for (let part = 0; part < parts; part++) {
    if (ofVisit[focus[part]!] !== part) focus[part] = movable.find((v) => ofVisit[v] === part) ?? -1;
  }
}
