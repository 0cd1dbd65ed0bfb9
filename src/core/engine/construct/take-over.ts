import { assert } from '../../base/assert';
import type { Plan } from '../../model/plan';
import type { Problem } from '../../model/problem';
import { startAt } from '../evaluate/starts';
import { NEVER } from '../prepare/prepared';
import { finishOf, freeUnits } from '../recreate/linked';
import { takeOutGroup } from '../ruin/take-out';
import { insertAt, positionOf, removeAt } from '../state/edit';
import { pin } from '../state/pins';
import { refresh, setLoose, touch, type Workspace } from '../state/workspace';

/** Visits that had to keep their place and cannot. */
export interface HeldConflict {
  readonly code: 'held-visits-break-rules';
  readonly visitIds: readonly string[];
}

interface Wanted {
  readonly v: number;
  readonly startSec: number;
}

/**
 * Takes over a given plan route by route, as far as it holds today's rules; what does not fit
 * becomes a loose end. Returns the held visits among those, which is an error for the caller.
 */
export function takeOver(work: Workspace, problem: Problem, start: Plan): HeldConflict | null {
  const { prep, links } = work;
  const shiftIx = new Map(problem.shifts.map((s, i) => [s.id, i]));
  const wantedOn = wantedByShift(work, problem, start);
  for (const [shiftId, wanted] of wantedOn) {
    const s = shiftIx.get(shiftId);
    if (s === undefined) continue;
    touch(work, s);
    // Held visits first: whatever else is in the way gives way.
    for (const held of [1, 0]) {
      for (const { v, startSec } of wanted) {
        if (prep.visitHeld[v] === held && prep.eligible[v * prep.shifts + s]) {
          tryIn(work, s, v, startSec, wanted);
        }
      }
    }
  }
  for (const [g] of links.groups.entries()) if (!isWhole(work, g)) takeApart(work, g);
  return heldConflict(work, problem);
}

/** The held visits that are loose ends, which is an error for the caller; null when there are none. */
export function heldConflict({ prep, routes }: Workspace, problem: Problem): HeldConflict | null {
  const lost = new Set<number>();
  for (let v = 0; v < prep.visits; v++) {
    if (prep.visitHeld[v] && routes.shiftOf[v] === -1) lost.add(prep.sourceOf[v]!);
  }
  if (lost.size === 0) return null;
  return { code: 'held-visits-break-rules', visitIds: [...lost].map((i) => problem.visits[i]!.id) };
}

function wantedByShift(work: Workspace, problem: Problem, start: Plan): Map<string, Wanted[]> {
  const { prep } = work;
  const leadById = new Map<string, number>();
  for (let v = 0; v < prep.visits; v++) {
    if (prep.leadOf[v] === v) leadById.set(problem.visits[prep.sourceOf[v]!]!.id, v);
  }
  const used = new Map<number, number>();
  const out = new Map<string, Wanted[]>();
  for (const route of start.routes) {
    const list: Wanted[] = [];
    for (const stop of route.stops) {
      const lead = leadById.get(stop.visitId);
      if (lead === undefined) continue;
      const part = used.get(lead) ?? 0;
      used.set(lead, part + 1);
      if (prep.leadOf[lead + part] === lead) list.push({ v: lead + part, startSec: stop.startSec });
    }
    out.set(route.shiftId, list);
  }
  return out;
}

/** Puts one visit in behind those before it in the wanted order, if the day still works. */
function tryIn(work: Workspace, s: number, v: number, startSec: number, wanted: readonly Wanted[]): void {
  const { prep, routes, links } = work;
  if (routes.shiftOf[v] !== -1 || routes.count[s]! + 3 > routes.room) return;
  if (routes.load[s]! + prep.visitDemand[v]! > prep.shiftCapacity[s]!) return;
  if (routes.count[s]! >= prep.shiftMaxVisits[s]!) return;
  const rank = new Map(wanted.map((w, i) => [w.v, i]));
  const own = rank.get(v)!;
  let p = 0;
  const row = (): number => routes.rowOf[s]!;
  while (p < routes.count[s]! && rank.get(routes.visitAt[row() + p + 1]!)! < own) p++;
  const isPinned = links.linked[v] === 1;
  if (isPinned) {
    const cell = v * prep.classes + prep.shiftClass[s]!;
    const begin = startSec - prep.bufferBefore[v]!;
    if (startAt(routes, cell, begin) !== begin) return;
    const units = prep.leadOf[v] === v ? freeUnits(work, v, begin) : [];
    if (!units) return;
    pin(work, v, cell, begin, units);
  }
  insertAt(routes, v, s, p);
  setLoose(work, v, false);
  if (refresh(work, s)) return;
  removeAt(routes, s, p + 1);
  setLoose(work, v, true);
  if (isPinned) pin(work, v, -1, NEVER, []);
  refresh(work, s);
}

/** Whether the placed visits of a group keep what links them. */
function isWhole(work: Workspace, group: number): boolean {
  const { links, routes, prep, pins } = work;
  let person = -1;
  for (const v of links.groups[group]!) {
    const lead = prep.leadOf[v]!;
    const s = routes.shiftOf[v]!;
    if (s < 0 !== routes.shiftOf[lead]! < 0) return false;
    if (s < 0) continue;
    if (pins.beginAt[v] !== pins.beginAt[lead]) return false;
    if (v !== lead && prep.shiftPerson[s] === prep.shiftPerson[routes.shiftOf[v - 1]!]) return false;
    if (links.sameOf[v]! >= 0) {
      if (person >= 0 && person !== prep.shiftPerson[s]) return false;
      person = prep.shiftPerson[s]!;
    }
    const before = links.after[v]!;
    if (before < 0) continue;
    if (routes.shiftOf[before]! < 0) return false;
    const gap = pins.beginAt[v]! + prep.bufferBefore[v]! - finishOf(work, before);
    if (gap < links.gapSec[v]! || gap > links.maxGapSec[v]!) return false;
  }
  return true;
}

/** Makes loose ends of a group whose links the plan does not keep, held or not: held ones are then missed. */
function takeApart(work: Workspace, group: number): void {
  const { links, routes, prep } = work;
  if (!links.groups[group]!.some((v) => prep.visitHeld[v])) {
    takeOutGroup(work, group, -1);
    assert(!work.isStuck, 'what is held can be driven without the others');
    return;
  }
  for (const v of links.groups[group]!) {
    const s = routes.shiftOf[v]!;
    if (s < 0) continue;
    touch(work, s);
    removeAt(routes, s, positionOf(routes, v));
    setLoose(work, v, true);
    pin(work, v, -1, NEVER, []);
    refresh(work, s);
  }
}
