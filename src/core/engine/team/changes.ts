import { copyPins, copyRoute, type Snapshot } from '../state/edit';
import { type Hours, loadSome, type Pinned } from '../state/load';
import type { Workspace } from '../state/workspace';

/*
 * What a member has changed, as cells: the number of shifts, then of each its number, its hours, how many visits, and of each
 * visit its number; behind a linked one its beginning, how many units of equipment it holds, and which.
 */

/** Cells that changes may take at most. */
export function mostChanges({ prep, links }: Workspace): number {
  let cells = 1 + 4 * prep.shifts + prep.visits;
  for (let v = 0; v < prep.visits; v++) if (links.linked[v] === 1) cells += 2 + links.kindsOf[v]!.length;
  return cells;
}

/** Writes down the shifts that are marked. */
export function writeChanges(work: Workspace, changed: Uint8Array, into: Int32Array): void {
  const { prep, routes, links, pins } = work;
  let at = 1;
  let shifts = 0;
  for (let s = 0; s < prep.shifts; s++) {
    if (changed[s] === 0) continue;
    shifts++;
    const n = routes.count[s]!;
    const row = routes.rowOf[s]! + 1;
    into[at++] = s;
    into[at++] = routes.startSec[s]!;
    into[at++] = routes.endLimit[s]!;
    into[at++] = n;
    for (let p = 0; p < n; p++) {
      const v = routes.visitAt[row + p]!;
      into[at++] = v;
      if (links.linked[v] === 0) continue;
      const units = pins.unitsOf[v]!;
      into[at++] = pins.beginAt[v]!;
      into[at++] = units.length;
      for (const unit of units) into[at++] = unit;
    }
  }
  into[0] = shifts;
}

/** Days that others have changed, to be taken over all at once. */
export interface Changes {
  readonly days: Map<number, Int32Array>;
  readonly pinned: Map<number, Pinned>;
  readonly hours: Map<number, Hours>;
}

/** Adds what a member has written down. */
export function readChanges({ links, prep }: Workspace, from: Int32Array, into: Changes): void {
  let at = 1;
  for (let k = 0; k < from[0]!; k++) {
    const s = from[at++]!;
    const hours = { startSec: from[at++]!, endLimit: from[at++]! };
    if (prep.exact[s] === 1) into.hours.set(s, hours);
    const n = from[at++]!;
    if (!links.hasLinks) {
      into.days.set(s, from.subarray(at, at + n));
      at += n;
      continue;
    }
    const visits = new Int32Array(n);
    for (let p = 0; p < n; p++) {
      const v = from[at++]!;
      visits[p] = v;
      if (links.linked[v] === 0) continue;
      const begin = from[at++]!;
      const units = Array.from(from.subarray(at + 1, at + 1 + from[at]!));
      at += 1 + units.length;
      into.pinned.set(v, { begin, units });
    }
    into.days.set(s, visits);
  }
}

/** Takes changes in hand; returns whether all these days can be done. */
export function takeChanges(work: Workspace, { days, pinned, hours }: Changes): boolean {
  return loadSome(work, days, Number.POSITIVE_INFINITY, { pinned, hours });
}

/** Copies some days, and the moments of linked visits. */
export function copyDays(work: Workspace, shifts: Iterable<number>, into: Snapshot): void {
  for (const s of shifts) copyRoute(work.routes, s, into);
  if (work.links.hasLinks) copyPins(work.pins, into);
}
