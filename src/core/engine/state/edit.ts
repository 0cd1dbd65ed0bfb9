import { NEVER, type Prepared } from '../prepare/prepared';
import type { Pins } from './pins';
import type { Routes } from './routes';

/** Puts v after position p of shift s. The caller refreshes the route. */
export function insertAt(routes: Routes, v: number, s: number, p: number): void {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const { visitAt } = routes;
  // Routes are short: a loop beats the built-in copy.
  for (let i = row + n; i > row + p; i--) visitAt[i + 1] = visitAt[i]!;
  visitAt[row + p + 1] = v;
  routes.count[s] = n + 1;
  routes.shiftOf[v] = s;
}

/** Takes the visit at position p (from 1) out of shift s. The caller refreshes the route. */
export function removeAt(routes: Routes, s: number, p: number): number {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const { visitAt } = routes;
  const v = visitAt[row + p]!;
  for (let i = row + p; i < row + n; i++) visitAt[i] = visitAt[i + 1]!;
  routes.count[s] = n - 1;
  routes.shiftOf[v] = -1;
  return v;
}

/** Position of a planned visit on its shift, from 1. */
export function positionOf(routes: Routes, v: number): number {
  const row = routes.rowOf[routes.shiftOf[v]!]!;
  let p = 1;
  while (routes.visitAt[row + p] !== v) p++;
  return p;
}

/** A copy of sequences, and of the moments to which their visits are pinned. */
export interface Snapshot {
  readonly room: number;
  readonly visitAt: Int32Array;
  readonly count: Int32Array;
  readonly beginAt: Int32Array;
  readonly unitsOf: (readonly number[])[];
}

export function createSnapshot(prep: Prepared, routes: Routes): Snapshot {
  return {
    room: routes.room,
    visitAt: new Int32Array(routes.room * prep.shifts),
    count: new Int32Array(prep.shifts),
    beginAt: new Int32Array(prep.visits).fill(NEVER),
    unitsOf: Array.from({ length: prep.visits }, () => []),
  };
}

export function copyRoute(routes: Routes, s: number, into: Snapshot): void {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const to = s * into.room;
  for (let p = 1; p <= n; p++) into.visitAt[to + p] = routes.visitAt[row + p]!;
  into.count[s] = n;
}

export function copyPins(pins: Pins, into: Snapshot): void {
  into.beginAt.set(pins.beginAt);
  for (let v = 0; v < pins.unitsOf.length; v++) into.unitsOf[v] = pins.unitsOf[v]!;
}
