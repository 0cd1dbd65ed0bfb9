import { NEVER, type Prepared } from '../prepare/prepared';
import { pin } from './pins';
import type { Routes } from './routes';
import { refresh, rollBack, setLoose, settle, touch, type Workspace } from './workspace';

/**
 * Takes another plan in hand, shift by shift, without pins: not for problems with linked visits. When a
 * day cannot be done, or the plan costs `limit` or more, everything is as before; returns whether it was taken.
 */
export function loadDays(
  work: Workspace,
  visitsOn: (s: number) => Int32Array,
  limit = Number.POSITIVE_INFINITY,
): boolean {
  const wanted = new Map<number, Int32Array>();
  for (let s = 0; s < work.prep.shifts; s++) {
    const visits = visitsOn(s);
    if (!isSame(work, s, visits)) wanted.set(s, visits);
  }
  return loadSome(work, wanted, limit);
}

/** When a linked visit begins, and the units of equipment that it holds. */
export interface Pinned {
  readonly begin: number;
  readonly units: number[];
}

/** Between which seconds a shift lies as the rest before and after it leaves them. */
export interface Hours {
  readonly startSec: number;
  readonly endLimit: number;
}

/** What a plan says beyond its sequences: moments of linked visits, hours of shifts. */
export interface Told {
  readonly pinned: ReadonlyMap<number, Pinned>;
  readonly hours: ReadonlyMap<number, Hours>;
}

const NOTHING_TOLD: Told = { pinned: new Map(), hours: new Map() };

/**
 * The same where only some days are another's, and the visits of these are on none of the rest. Where two days leave each
 * other rest in more than one way, it is that of `told`.
 */
export function loadSome(
  work: Workspace,
  wanted: ReadonlyMap<number, Int32Array>,
  limit = Number.POSITIVE_INFINITY,
  { pinned, hours }: Told = NOTHING_TOLD,
): boolean {
  const { prep, routes, links } = work;
  const before = work.price;
  settle(work);
  const changed = [...wanted.keys()];
  for (const s of changed) {
    touch(work, s);
    for (let p = 1; p <= routes.count[s]!; p++) {
      const v = routes.visitAt[routes.rowOf[s]! + p]!;
      routes.shiftOf[v] = -1;
      setLoose(work, v, true);
      if (links.linked[v] === 1) pin(work, v, -1, NEVER, []);
    }
    routes.count[s] = 0;
  }
  for (const s of changed) {
    const visits = wanted.get(s)!;
    routes.visitAt.set(visits, routes.rowOf[s]! + 1);
    routes.count[s] = visits.length;
    for (const v of visits) {
      routes.shiftOf[v] = s;
      setLoose(work, v, false);
      const at = pinned.get(v);
      if (at) pin(work, v, v * prep.classes + prep.shiftClass[s]!, at.begin, at.units);
    }
  }
  const setHours = (): void => {
    for (const [s, { startSec, endLimit }] of hours) {
      routes.startSec[s] = startSec;
      routes.endLimit[s] = endLimit;
      routes.beforeSec[s] = startSec > prep.shiftStart[s]! ? 0 : prep.shiftBefore[s]!;
    }
  };
  let isPossible = true;
  setHours();
  for (const s of changed) if (!refresh(work, s)) isPossible = false;
  // The rest between days and shared limits are right only once every day has been seen.
  if (!isPossible && prep.exact.some((e) => e === 1)) {
    isPossible = true;
    setHours();
    for (const s of changed) if (!refresh(work, s)) isPossible = false;
  }
  if (!changed.every((s) => hasRoom(prep, routes, s))) isPossible = false;
  if (isPossible && work.price < limit) return true;
  rollBack(work, before);
  return false;
}

/** Whether a route, once recomputed, keeps what is otherwise looked at when a visit is put in: how many it may hold, and how much. */
export function hasRoom(prep: Prepared, routes: Routes, s: number): boolean {
  return routes.count[s]! <= prep.shiftMaxVisits[s]! && routes.load[s]! <= prep.shiftCapacity[s]!;
}

function isSame({ routes }: Workspace, s: number, visits: Int32Array): boolean {
  if (routes.count[s] !== visits.length) return false;
  const row = routes.rowOf[s]! + 1;
  for (let i = 0; i < visits.length; i++) if (routes.visitAt[row + i] !== visits[i]) return false;
  return true;
}
