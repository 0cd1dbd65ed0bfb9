import type { Prepared } from '../prepare/prepared';
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

/** The same where only some days are another's, and the visits of these are on none of the rest. */
export function loadSome(
  work: Workspace,
  wanted: ReadonlyMap<number, Int32Array>,
  limit = Number.POSITIVE_INFINITY,
): boolean {
  const { prep, routes } = work;
  const before = work.price;
  settle(work);
  const changed = [...wanted.keys()];
  for (const s of changed) {
    touch(work, s);
    for (let p = 1; p <= routes.count[s]!; p++) {
      const v = routes.visitAt[routes.rowOf[s]! + p]!;
      routes.shiftOf[v] = -1;
      setLoose(work, v, true);
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
    }
  }
  let isPossible = true;
  for (const s of changed) if (!refresh(work, s)) isPossible = false;
  // The rest between days and shared limits are right only once every day has been seen.
  if (!isPossible && prep.exact.some((e) => e === 1)) {
    isPossible = true;
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
