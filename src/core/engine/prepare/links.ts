import type { Problem, Visit } from '../../model/problem';
import type { PreparedClasses } from './classes';
import type { Parts } from './parts';

/**
 * What ties visits to each other and to shared things. A linked visit's beginning is pinned when it
 * is placed, so that the shifts it touches can go on being judged one by one.
 */
export interface Links {
  readonly linked: Uint8Array;
  /** Window slot into which the pinned beginning is written; −1 for visits without links. */
  readonly pinSlot: Int32Array;
  /** Group of visits that go in and out together: the number of the group, −1 for none. */
  readonly groupOf: Int32Array;
  /** Visits of a group in an order in which they can be placed: nobody before what they follow. */
  readonly groups: readonly (readonly number[])[];
  /** The lead of the visit that this one follows, with the gap; −1 for none. */
  readonly after: Int32Array;
  readonly gapSec: Int32Array;
  readonly maxGapSec: Float64Array;
  /** Visits of one number go to one person; −1 for none. */
  readonly sameOf: Int32Array;
  /** Kinds of equipment that a visit holds. */
  readonly kindsOf: readonly (readonly number[])[];
  /** Units of a kind, each with its free hours. */
  readonly units: readonly (readonly Unit[])[];
  /** Longest that the work of a visit takes anybody, seconds. */
  readonly longest: Int32Array;
  readonly hasLinks: boolean;
}

export interface Unit {
  readonly id: string;
  readonly free: readonly { readonly startSec: number; readonly endSec: number }[];
}

/** 1 for every visit that shares a moment, a thing or a person with others. */
export function isLinked(problem: Problem, parts: Parts): Uint8Array {
  const followed = new Set(problem.visits.flatMap((v) => (v.after ? [v.after.visitId] : [])));
  const shared = new Set(
    problem.visits.flatMap((v) => (v.samePersonAs === undefined ? [] : [v.id, v.samePersonAs])),
  );
  return Uint8Array.from(parts.visits, (v) =>
    (v.people ?? 1) > 1 || v.after || (v.equipment?.length ?? 0) > 0 || followed.has(v.id) || shared.has(v.id)
      ? 1
      : 0,
  );
}

/** Joins what is linked into groups. Equipment alone joins nothing: its units are shared by the whole plan. */
export function prepareLinks(
  problem: Problem,
  parts: Parts,
  linked: Uint8Array,
  { pinSlot, workDuration, classes }: PreparedClasses & { readonly pinSlot: Int32Array },
): Links {
  const { visits, leadOf } = parts;
  const leadById = new Map<string, number>();
  for (const [v, visit] of visits.entries()) if (leadOf[v] === v) leadById.set(visit.id, v);
  const root = Int32Array.from(leadOf);
  const find = (v: number): number => {
    let at = v;
    while (root[at] !== at) at = root[at]!;
    return at;
  };
  const same = Int32Array.from(visits, (_, v) => v);
  const findSame = (v: number): number => {
    let at = v;
    while (same[at] !== at) at = same[at]!;
    return at;
  };
  const isShared = new Uint8Array(visits.length);
  for (const [v, visit] of visits.entries()) {
    for (const other of [visit.after?.visitId, visit.samePersonAs]) {
      const w = other === undefined ? undefined : leadById.get(other);
      if (w !== undefined) root[find(v)] = find(w);
    }
    const with_ = visit.samePersonAs === undefined ? undefined : leadById.get(visit.samePersonAs);
    if (with_ === undefined) continue;
    same[findSame(v)] = findSame(with_);
    isShared[v] = 1;
    isShared[with_] = 1;
  }
  const after = Int32Array.from(visits, (v, i) =>
    v.after && leadOf[i] === i ? leadById.get(v.after.visitId)! : -1,
  );
  const groupOf = new Int32Array(visits.length).fill(-1);
  const groups: number[][] = [];
  const numbers = new Map<number, number>();
  for (let v = 0; v < visits.length; v++) {
    if (!linked[v]) continue;
    const group = numbers.get(find(v)) ?? groups.push([]) - 1;
    numbers.set(find(v), group);
    groupOf[v] = group;
    groups[group]!.push(v);
  }
  for (const group of groups)
    group.sort((a, b) => depth(a, after, leadOf) - depth(b, after, leadOf) || a - b);
  return {
    linked,
    pinSlot,
    groupOf,
    groups,
    after,
    gapSec: Int32Array.from(visits, (v) => v.after?.gapSec ?? 0),
    maxGapSec: Float64Array.from(visits, (v) => v.after?.maxGapSec ?? Number.POSITIVE_INFINITY),
    sameOf: Int32Array.from(visits, (_, v) => (isShared[v] ? findSame(v) : -1)),
    ...equipmentOf(problem, visits),
    longest: Int32Array.from(visits, (_, v) =>
      workDuration.subarray(v * classes, (v + 1) * classes).reduce((most, sec) => Math.max(most, sec), 0),
    ),
    hasLinks: linked.some((l) => l === 1),
  };
}

function depth(v: number, after: Int32Array, leadOf: Int32Array): number {
  let steps = 0;
  for (let at = after[leadOf[v]!]!; at >= 0; at = after[at]!) steps++;
  return steps;
}

function equipmentOf(problem: Problem, visits: readonly Visit[]) {
  const kinds = [...new Set((problem.equipment ?? []).map((u) => u.kind))];
  return {
    kindsOf: visits.map((v) => (v.equipment ?? []).map((kind) => kinds.indexOf(kind))),
    units: kinds.map((kind) =>
      (problem.equipment ?? []).filter((u) => u.kind === kind).map(({ id, free }) => ({ id, free })),
    ),
  };
}
