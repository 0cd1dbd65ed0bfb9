import { startAt } from '../evaluate/starts';
import { TOUCHED_COUNT } from '../hot/table';
import { NEVER } from '../prepare/prepared';
import { positionOf, removeAt } from '../state/edit';
import { LOOKED_AT } from '../state/near';
import { pin, workSpan } from '../state/pins';
import { isUnitFree, unitFreeFrom } from '../state/units';
import { refresh, setLoose, touch, type Workspace } from '../state/workspace';
import { place } from './place';

/** Moments at which a linked visit is tried, the promising first. */
const MOMENTS = 8;
/** How often a moment is put off until equipment is free. */
const MOST_ROUNDS = 20;

/**
 * Puts the loose visits of a group back, nobody before what they follow, as far as each costs less than leaving it, and
 * the plan no more than `limit` even if all loose visits of the group but that one came for nothing.
 */
export function placeGroup(work: Workspace, group: number, limit: number): void {
  const { links, routes, prep } = work;
  const visits = links.groups[group]!;
  let most = limit;
  for (const v of visits) if (routes.shiftOf[v] === -1) most += prep.visitUnplannedPrice[v]!;
  for (const v of visits) {
    if (prep.leadOf[v] === v && routes.shiftOf[v] === -1) placeTogether(work, v, most - work.price);
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
  const buffer = work.prep.bufferBefore[v]!;
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

/** When the last of the people of a placed visit is done with the work itself. */
export function finishOf(work: Workspace, lead: number): number {
  const { prep, pins } = work;
  let finish = -NEVER;
  for (let v = lead; v < prep.visits && prep.leadOf[v] === lead; v++) {
    const end = pins.beginAt[v]! + work.prep.bufferBefore[v]! + prep.workDuration[pins.cellOf[v]!]!;
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

/** Places a visit with all its people at the moment that costs least, if that is cheaper than leaving it, and less than `most`. */
function placeTogether(work: Workspace, lead: number, most: number): boolean {
  const bounds = boundsOf(work, lead);
  if (!bounds) return false;
  const people = peopleOf(work, lead);
  const price = Math.min(most, work.prep.visitUnplannedPrice[lead]!);
  const best: Choice = { price, begin: NEVER, units: [], spots: [] };
  for (const begin of momentsFor(work, lead, people, bounds)) {
    const units = freeUnits(work, lead, begin);
    if (units) tryMoment(work, lead, begin, { people, units, best });
  }
  return best.begin < NEVER && commit(work, lead, best);
}

function peopleOf(work: Workspace, lead: number): number {
  let n = 0;
  while (lead + n < work.prep.visits && work.prep.leadOf[lead + n] === lead) n++;
  return n;
}

/**
 * Earliest beginnings over all shifts and places, the cheapest places first, each moment once. Only the
 * promising ones are moved on to where equipment is free.
 */
function momentsFor(work: Workspace, v: number, people: number, { from, to, person }: Bounds): number[] {
  const { momentAt } = work.near;
  // Where equipment is asked for, many are put off to the same moment.
  const hasUnits = work.links.kindsOf[v]!.length > 0;
  const most = hasUnits ? LOOKED_AT : MOMENTS;
  const { hot } = work.routes;
  // Few are left where the moment or the person is given.
  const isNear = !work.near.triesAll && person < 0 && to >= NEVER;
  hot.ints[TOUCHED_COUNT / 4] = work.touchedCount;
  const found = hot.findMoments(v, from, to, person, most, isNear ? 1 : 0, people > 1 ? 1 : 0);
  const moments: number[] = [];
  const known: PutOff[] = [];
  for (let k = 0; k < found && moments.length < MOMENTS; k++) {
    const free = hasUnits ? putOff(work, v, momentAt[2 * k + 1]!, momentAt[2 * k]!, known) : momentAt[2 * k]!;
    if (free <= to && free < NEVER && !moments.includes(free)) moments.push(free);
  }
  return moments;
}

/** A beginning in a class, and the earliest from it on for which equipment is free. */
interface PutOff {
  readonly cell: number;
  readonly begin: number;
  readonly free: number;
}

/** The earliest beginning from one on for which equipment is free; what lies between two that are known is known. */
function putOff(work: Workspace, v: number, cell: number, begin: number, known: PutOff[]): number {
  for (const other of known) {
    if (other.cell === cell && other.begin <= begin && begin <= other.free) return other.free;
  }
  const free = earliestWithUnits(work, v, cell, begin);
  known.push({ cell, begin, free });
  return free;
}

/** Earliest beginning from `ready` on that a window allows and for which equipment is free. */
function earliestWithUnits(work: Workspace, v: number, cell: number, ready: number): number {
  const { routes } = work;
  let begin = startAt(routes, cell, ready);
  for (let round = 0; round < MOST_ROUNDS && begin < NEVER; round++) {
    if (freeUnits(work, v, begin)) return begin;
    const later = unitsFreeFrom(work, v, begin);
    if (later >= NEVER) return NEVER;
    begin = startAt(routes, cell, later);
  }
  return NEVER;
}

/** A beginning from `begin` on before which the equipment that a visit needs is not free. */
function unitsFreeFrom(work: Workspace, v: number, begin: number): number {
  const { links, pins } = work;
  const { from, to } = workSpan(work, v, begin);
  const kinds = links.kindsOf[v]!;
  let latest = from;
  for (const kind of kinds) {
    const wanted = kinds.filter((k) => k === kind).length;
    const moments = links.units[kind]!.map((unit, ix) =>
      unitFreeFrom(unit, pins.held[kind]![ix]!, from, to - from),
    );
    moments.sort((a, b) => a - b);
    latest = Math.max(latest, moments[wanted - 1] ?? NEVER);
  }
  return latest >= NEVER ? NEVER : latest - work.prep.bufferBefore[v]!;
}

/** A free unit of each kind that the visit needs, or null. */
export function freeUnits(work: Workspace, v: number, begin: number): number[] | null {
  const { links, pins } = work;
  const kinds = links.kindsOf[v]!;
  const chosen: number[] = [];
  for (let i = 0; i < kinds.length; i++) {
    const kind = kinds[i]!;
    const span = workSpan(work, v, begin);
    const unit = links.units[kind]!.findIndex(
      (u, ix) =>
        !chosen.some((taken, before) => taken === ix && kinds[before] === kind) &&
        isUnitFree(u, pins.held[kind]![ix]!, span),
    );
    if (unit < 0) return null;
    chosen.push(unit);
  }
  return chosen;
}

interface Trial {
  readonly people: number;
  readonly units: number[];
  readonly best: Choice;
}

/** Finds the cheapest people, each another one, who can begin at a moment. */
function tryMoment(work: Workspace, v: number, begin: number, { people, units, best }: Trial): void {
  const { prep, near, links, routes } = work;
  const { takerAt, takerPrice } = near;
  const { from } = workSpan(work, v, begin);
  const limit = people === 1 ? best.price : Number.POSITIVE_INFINITY;
  // Somebody can be in the way of a crew that he belongs to.
  const most = prep.hasCrews ? prep.shifts : people;
  const found = routes.hot.findTakers(v, begin, from, links.pinSlot[v]!, most, limit);
  let price = 0;
  const spots: { s: number; p: number }[] = [];
  const busy: number[] = [];
  for (let k = 0; k < found && spots.length < people; k++) {
    const s = takerAt[2 * k]!;
    const others = prep.busyOf[s]!;
    if (others.some((q) => busy.includes(q))) continue;
    busy.push(...others);
    spots.push({ s, p: takerAt[2 * k + 1]! });
    price += takerPrice[k]!;
  }
  if (spots.length === people && price < best.price) Object.assign(best, { price, begin, units, spots });
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
