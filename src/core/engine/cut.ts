import { createRandom } from '../base/random';
import type { Plan, PlannedRoute } from '../model/plan';
import type { Problem, TravelMatrix } from '../model/problem';
import { busyIds } from '../model/work-of';

/** A part of a problem that can be planned alone, with the part of the plan that belongs to it. */
export interface Piece {
  readonly problem: Problem;
  /** Null when there is no plan yet. */
  readonly plan: Plan | null;
}

/** Whether people can be divided into parts without anything tying one part's plan or price to another's. */
export function canCut({ visits, prices, equipment }: Problem): boolean {
  const isTied = visits.some(
    (v) => (v.people ?? 1) > 1 || v.after !== undefined || v.samePersonAs !== undefined || v.prices?.siteTrip,
  );
  const isShared =
    (equipment ?? []).length > 0 || (prices.unfairPerSec ?? 0) > 0 || (prices.siteTrip ?? 0) > 0;
  return !isTied && !isShared;
}

/**
 * Cuts a problem into parts of about equal working time along a line between two places far from each
 * other; another seed cuts elsewhere. Planned visits go with their person, others with those who start
 * nearest to that line's side.
 */
export function cutProblem(problem: Problem, plan: Plan | null, parts: number, seed: number): Piece[] {
  const groups = groupsOf(problem);
  const along = scoreAlong(problem, seed);
  const startOf = new Map<string, number>();
  const load = new Map<string, number>();
  for (const s of problem.shifts) {
    const group = groups.get(s.personId)!;
    if (!startOf.has(group)) startOf.set(group, along(s.startPlaceId));
    load.set(group, (load.get(group) ?? 0) + s.endSec - s.startSec);
  }
  const order = [...startOf].sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1));
  const total = [...load.values()].reduce((sum, sec) => sum + sec, 0);
  const partOf = new Map<string, number>();
  const borders: number[] = [];
  let done = 0;
  for (const [group, score] of order) {
    const part = Math.min(parts - 1, Math.floor((done * parts) / Math.max(1, total)));
    if (part > borders.length) borders.push(score);
    partOf.set(group, part);
    done += load.get(group)!;
  }
  const partOfShift = new Map(problem.shifts.map((s) => [s.id, partOf.get(groups.get(s.personId)!)!]));
  const partOfVisit = new Map<string, number>();
  for (const route of plan?.routes ?? []) {
    for (const stop of route.stops) partOfVisit.set(stop.visitId, partOfShift.get(route.shiftId)!);
  }
  for (const v of problem.visits) {
    if (partOfVisit.has(v.id)) continue;
    const score = along(v.placeId);
    partOfVisit.set(v.id, borders.filter((border) => score >= border).length);
  }
  return Array.from({ length: parts }, (_, part) => pieceOf(problem, plan, part, partOfShift, partOfVisit));
}

/** Puts the plans of all parts together; the price is their sum. */
export function joinPlans(problem: Problem, plans: readonly Plan[]): Plan {
  const routeOf = new Map<string, PlannedRoute>();
  for (const plan of plans) for (const route of plan.routes) routeOf.set(route.shiftId, route);
  const routes = problem.shifts.map((s) => routeOf.get(s.id)).filter((r) => r !== undefined);
  const planned = new Set(routes.flatMap((r) => r.stops.map((stop) => stop.visitId)));
  return {
    format: 'lime-plan',
    version: 1,
    routes,
    unplannedVisitIds: problem.visits.filter((v) => !planned.has(v.id)).map((v) => v.id),
    price: plans.reduce((sum, plan) => sum + plan.price, 0),
  };
}

/** People who must stay together: crews with their members, and whoever shares a limit. */
function groupsOf(problem: Problem): Map<string, string> {
  const parent = new Map<string, string>();
  const find = (id: string): string => {
    let at = id;
    while (parent.get(at) !== undefined && parent.get(at) !== at) at = parent.get(at)!;
    return at;
  };
  const join = (ids: readonly string[]): void => {
    for (const id of ids) {
      if (!parent.has(id)) parent.set(id, id);
      parent.set(find(id), find(ids[0]!));
    }
  };
  const personOf = new Map(problem.shifts.map((s) => [s.id, s.personId]));
  for (const s of problem.shifts) join([s.personId, ...busyIds(s)]);
  for (const limit of problem.limits ?? []) {
    const ids = limit.shiftIds.map((id) => personOf.get(id)).filter((id) => id !== undefined);
    if (ids.length > 0) join(ids);
  }
  return new Map(problem.shifts.map((s) => [s.personId, find(s.personId)]));
}

/** How much nearer a place is to one of two far places than to the other, seconds. */
function scoreAlong(problem: Problem, seed: number): (placeId: string) => number {
  const n = problem.places.length;
  const sec = problem.travel.durationSec;
  const ix = new Map(problem.places.map((p, i) => [p.id, i]));
  const homes = [...new Set(problem.shifts.map((s) => ix.get(s.startPlaceId)!))];
  const farFrom = (from: number): number => {
    let far = from;
    for (const h of homes) if (sec[from * n + h]! > sec[from * n + far]!) far = h;
    return far;
  };
  const middle = homes[createRandom(seed).below(Math.max(1, homes.length))] ?? 0;
  // Odd cuts begin from somewhere, even ones from the far end of it: the lines differ from cut to cut.
  const a = seed % 2 === 0 ? farFrom(middle) : middle;
  const b = farFrom(a);
  return (placeId) => {
    const p = ix.get(placeId)!;
    return sec[a * n + p]! - sec[b * n + p]!;
  };
}

function pieceOf(
  problem: Problem,
  plan: Plan | null,
  part: number,
  partOfShift: ReadonlyMap<string, number>,
  partOfVisit: ReadonlyMap<string, number>,
): Piece {
  const shifts = problem.shifts.filter((s) => partOfShift.get(s.id) === part);
  const visits = problem.visits.filter((v) => partOfVisit.get(v.id) === part);
  const used = new Set<string>(visits.map((v) => v.placeId));
  for (const s of shifts) {
    used.add(s.startPlaceId).add(s.endPlaceId);
    if (s.partsPlaceId !== undefined) used.add(s.partsPlaceId);
  }
  const places: number[] = [];
  for (const [i, p] of problem.places.entries()) if (used.has(p.id)) places.push(i);
  const persons = new Set(shifts.flatMap((s) => [s.personId, ...busyIds(s)]));
  const ids = new Set(shifts.map((s) => s.id));
  const routes = (plan?.routes ?? []).filter((r) => ids.has(r.shiftId));
  return {
    problem: {
      ...problem,
      places: places.map((i) => problem.places[i]!),
      travel: travelBetween(problem, places),
      persons: problem.persons.filter((p) => persons.has(p.id)),
      shifts,
      visits,
      limits: problem.limits?.filter((limit) => limit.shiftIds.some((id) => ids.has(id))),
    },
    plan: plan && { ...plan, routes },
  };
}

/** A fresh copy, so that whoever plans the piece may take it away; metres only where something hangs on them. */
export function travelBetween({ travel, prices, shifts }: Problem, places: readonly number[]): TravelMatrix {
  const { byTime, durationSec, distanceM } = travel;
  const needsM =
    prices.travelPerM > 0 || shifts.some((s) => s.reach?.m !== undefined || s.firstReach?.m !== undefined);
  const seconds = between(durationSec, places);
  return {
    durationSec: seconds,
    distanceM: needsM ? between(distanceM, places) : seconds,
    ...(byTime
      ? { byTime: { ...byTime, slices: byTime.slices.map((cells) => between(cells, places)) } }
      : {}),
  };
}

function between(cells: ArrayLike<number>, places: readonly number[]): Int32Array | Uint16Array {
  const n = Math.sqrt(cells.length);
  const columns = Int32Array.from(places);
  const size = columns.length * columns.length;
  // Large matrices come packed; a loop over one kind of array is many times as fast as one over any.
  if (cells instanceof Uint16Array) return pickPacked(cells, n, columns, new Uint16Array(size));
  const out = new Int32Array(size);
  let at = 0;
  for (const a of columns) for (const b of columns) out[at++] = cells[a * n + b]!;
  return out.every((c) => c < 65_536) ? Uint16Array.from(out) : out;
}

function pickPacked(cells: Uint16Array, n: number, columns: Int32Array, out: Uint16Array): Uint16Array {
  let at = 0;
  for (let i = 0; i < columns.length; i++) {
    const row = columns[i]! * n;
    for (let k = 0; k < columns.length; k++) out[at++] = cells[row + columns[k]!]!;
  }
  return out;
}
