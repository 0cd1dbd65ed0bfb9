import { legPriceAt } from '../evaluate/around';
import { freeAt } from '../evaluate/lanes';
import { readyOver } from '../evaluate/legs';
import { lateBeginning } from '../evaluate/slots';
import { startAt } from '../evaluate/starts';
import { FOUND_POSITION, FOUND_PRICE } from '../hot/table';
import { NEVER } from '../prepare/prepared';
import { CELL, PLACE } from '../state/cells';
import { positionOf, removeAt } from '../state/edit';
import { erasePin, pin, writePin } from '../state/pins';
import { refresh, setLoose, touch, type Workspace } from '../state/workspace';
import { place } from './place';

/** Moments at which a linked visit is tried, the promising first. */
const MOMENTS = 8;
/** Places whose moment is looked at for them. */
const LOOKED_AT = 60;

/** Puts the loose visits of a group back, nobody before what they follow. */
export function placeGroup(work: Workspace, group: number): void {
  const { links, routes, prep } = work;
  for (const v of links.groups[group]!) {
    if (prep.leadOf[v] === v && routes.shiftOf[v] === -1) placeTogether(work, v);
  }
}

interface Bounds {
  readonly from: number;
  readonly to: number;
  readonly person: number;
}

/** Between which beginnings a visit must lie for what it follows, and whose it must be; null when it cannot be placed now. */
function boundsOf(work: Workspace, v: number): Bounds | null {
  const { links, routes, prep } = work;
  let from = -NEVER;
  let to: number = NEVER;
  const before = links.after[v]!;
  const buffer = bufferBefore(work, v);
  if (before >= 0) {
    if (routes.shiftOf[before] === -1) return null;
    const over = finishOf(work, before);
    from = over + links.gapSec[v]! - buffer;
    to = Math.min(NEVER, over + links.maxGapSec[v]! - buffer);
  }
  let person = -1;
  const same = links.sameOf[v]!;
  if (same >= 0) {
    for (const w of links.groups[links.groupOf[v]!]!) {
      const s = routes.shiftOf[w]!;
      if (w !== v && s >= 0 && links.sameOf[w] === same) person = prep.shiftPerson[s]!;
    }
  }
  return { from, to, person };
}

function bufferBefore(work: Workspace, v: number): number {
  return work.prep.bufferBefore[v]!;
}

/** When the last of the people of a placed visit is done with the work itself. */
export function finishOf(work: Workspace, lead: number): number {
  const { prep, pins } = work;
  let finish = -NEVER;
  for (let v = lead; v < prep.visits && prep.leadOf[v] === lead; v++) {
    const end = pins.beginAt[v]! + bufferBefore(work, v) + prep.workDuration[pins.cellOf[v]!]!;
    finish = Math.max(finish, end);
  }
  return finish;
}

interface Choice {
  price: number;
  begin: number;
  units: number[];
  spots: { s: number; p: number }[];
}

/** Places a visit with all its people at the moment that costs least, if that is cheaper than leaving it. */
export function placeTogether(work: Workspace, lead: number): boolean {
  const bounds = boundsOf(work, lead);
  if (!bounds) return false;
  const people = peopleOf(work, lead);
  const best: Choice = { price: work.prep.visitUnplannedPrice[lead]!, begin: NEVER, units: [], spots: [] };
  for (const begin of momentsFor(work, lead, bounds)) {
    const units = freeUnits(work, lead, begin);
    if (units) tryMoment(work, lead, begin, { bounds, people, units, best });
  }
  return best.begin < NEVER && commit(work, lead, best);
}

function peopleOf(work: Workspace, lead: number): number {
  let n = 0;
  while (lead + n < work.prep.visits && work.prep.leadOf[lead + n] === lead) n++;
  return n;
}

function isFor(work: Workspace, v: number, s: number, bounds: Bounds): boolean {
  const { prep } = work;
  return (
    work.near.open[s] === 1 &&
    prep.eligible[v * prep.shifts + s] === 1 &&
    (bounds.person < 0 || prep.shiftPerson[s] === bounds.person)
  );
}

/**
 * Earliest beginnings over all shifts and places, the cheapest places first, each moment once. Only the
 * promising ones are moved on to where equipment is free.
 */
function momentsFor(work: Workspace, v: number, bounds: Bounds): number[] {
  const found: { begin: number; cell: number; price: number }[] = [];
  for (let s = 0; s < work.prep.shifts; s++)
    if (isFor(work, v, s, bounds)) placesIn(work, v, s, bounds, found);
  found.sort((a, b) => a.price - b.price || a.begin - b.begin);
  const moments: number[] = [];
  for (const { begin, cell } of found.slice(0, LOOKED_AT)) {
    const free = earliestWithUnits(work, v, cell, begin);
    if (free <= bounds.to && free < NEVER && !moments.includes(free)) moments.push(free);
    if (moments.length === MOMENTS) break;
  }
  return moments;
}

/** Notes for each place of a shift's day how early the visit could begin there, and what the way would cost. */
function placesIn(
  work: Workspace,
  v: number,
  s: number,
  bounds: Bounds,
  found: { begin: number; cell: number; price: number }[],
): void {
  const { prep, routes } = work;
  const cell = v * prep.classes + prep.shiftClass[s]!;
  if (routes.windowCount[cell] === 0) return;
  const place = prep.visitPlace[v]!;
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const last = lateBeginning(routes, cell);
  for (let p = 0; p <= n; p++) {
    const from = routes.cells[(row + p) * CELL + PLACE]!;
    const leg = from * prep.places + place;
    let ready = NEVER;
    for (let i = 0; i <= prep.breakCount[s]!; i++) {
      const free = freeAt(prep, routes, s, i, row + p);
      if (free >= NEVER) continue;
      ready = Math.min(ready, readyOver(prep, s, i, i, free, leg, p === 0 ? routes.beforeSec[s]! : 0));
    }
    if (ready > last) return;
    const begin = startAt(routes, cell, Math.max(ready, bounds.from));
    if (begin >= NEVER || begin > bounds.to) continue;
    const on = place * prep.places + routes.cells[(row + p + 1) * CELL + PLACE]!;
    const legs = (prep.travelSec[leg]! + prep.travelSec[on]!) * prep.secPrice[s]!;
    const price = legs - legPriceAt(prep, routes, s, row + p) + prep.standing[v * prep.shifts + s]!;
    found.push({ begin, cell, price });
  }
}

/** Earliest beginning from `ready` on that a window allows and for which equipment is free. */
function earliestWithUnits(work: Workspace, v: number, cell: number, ready: number): number {
  const { links, routes } = work;
  let begin = startAt(routes, cell, ready);
  for (let round = 0; round < 20 && begin < NEVER; round++) {
    if (links.kindsOf[v]!.length === 0 || freeUnits(work, v, begin)) return begin;
    const later = nextRelease(work, v, begin);
    if (later >= NEVER) return NEVER;
    begin = startAt(routes, cell, later);
  }
  return NEVER;
}

function spanOf(work: Workspace, v: number, begin: number): { from: number; to: number } {
  const from = begin + bufferBefore(work, v);
  return { from, to: from + work.links.longest[v]! };
}

/** A free unit of each kind that the visit needs, or null. */
export function freeUnits(work: Workspace, v: number, begin: number): number[] | null {
  const { links } = work;
  const chosen: number[] = [];
  for (const [i, kind] of links.kindsOf[v]!.entries()) {
    const unit = links.units[kind]!.findIndex((u, ix) => {
      if (links.kindsOf[v]!.some((k, before) => before < i && k === kind && chosen[before] === ix))
        return false;
      const { from, to } = spanOf(work, v, begin);
      return u.free.some((f) => f.startSec <= from && f.endSec >= to) && !isHeld(work, v, kind, ix, begin);
    });
    if (unit < 0) return null;
    chosen.push(unit);
  }
  return chosen;
}

function isHeld(work: Workspace, v: number, kind: number, unit: number, begin: number): boolean {
  const { from, to } = spanOf(work, v, begin);
  for (const other of work.pins.holders[kind]![unit]!) {
    const held = spanOf(work, other, work.pins.beginAt[other]!);
    if (held.from < to && from < held.to) return true;
  }
  return false;
}

/** First moment after `begin` at which some unit comes free again, as a beginning. */
function nextRelease(work: Workspace, v: number, begin: number): number {
  const { links, pins } = work;
  const { from } = spanOf(work, v, begin);
  let next: number = NEVER;
  for (const kind of links.kindsOf[v]!) {
    for (const [ix, unit] of links.units[kind]!.entries()) {
      for (const f of unit.free) if (f.startSec > from && f.startSec < next) next = f.startSec;
      for (const other of pins.holders[kind]![ix]!) {
        const end = spanOf(work, other, pins.beginAt[other]!).to;
        if (end > from && end < next) next = end;
      }
    }
  }
  return next >= NEVER ? NEVER : next - bufferBefore(work, v);
}

interface Trial {
  readonly bounds: Bounds;
  readonly people: number;
  readonly units: number[];
  readonly best: Choice;
}

/** Finds the cheapest people, each another one, who can begin at a moment. */
function tryMoment(work: Workspace, v: number, begin: number, { bounds, people, units, best }: Trial): void {
  const { prep, routes } = work;
  const found: { s: number; p: number; price: number }[] = [];
  const { hot } = routes;
  const { from } = spanOf(work, v, begin);
  for (let s = 0; s < prep.shifts; s++) {
    if (!isFor(work, v, s, bounds)) continue;
    if (from < prep.shiftStart[s]! || from > routes.endLimit[s]!) continue;
    const cell = v * prep.classes + prep.shiftClass[s]!;
    if (startAt(routes, cell, begin) !== begin) continue;
    writePin(work, v, cell, begin);
    hot.scanPositions(v, s, Number.POSITIVE_INFINITY);
    erasePin(work, cell);
    const price = hot.floats[FOUND_PRICE / 8]!;
    if (price < Number.POSITIVE_INFINITY) found.push({ s, p: hot.ints[FOUND_POSITION / 4]!, price });
  }
  found.sort((a, b) => a.price - b.price || a.s - b.s);
  let price = 0;
  const spots: { s: number; p: number }[] = [];
  const busy = new Set<number>();
  for (const { s, p, price: own } of found) {
    if (spots.length === people) break;
    const others = prep.busyOf[s]!;
    if (others.some((q) => busy.has(q))) continue;
    for (const q of others) busy.add(q);
    spots.push({ s, p });
    price += own;
  }
  if (spots.length < people || price >= best.price) return;
  Object.assign(best, { price, begin, units, spots });
}

/** Pins and places every part; takes all back when one of the days cannot be done after all. */
function commit(work: Workspace, lead: number, { begin, units, spots }: Choice): boolean {
  const { prep, routes } = work;
  for (const [k, { s, p }] of spots.entries()) {
    const v = lead + k;
    pin(work, v, v * prep.classes + prep.shiftClass[s]!, begin, k === 0 ? units : []);
    if (place(work, v, s, p)) continue;
    pin(work, v, -1, NEVER, []);
    for (let w = lead; w < v; w++) {
      const t = routes.shiftOf[w]!;
      touch(work, t);
      removeAt(routes, t, positionOf(routes, w));
      setLoose(work, w, true);
      pin(work, w, -1, NEVER, []);
      refresh(work, t);
    }
    return false;
  }
  return true;
}
