import type { EffectView } from '@/contract/set-up/answers/effect';
import type { Problem, Shift, Visit } from '@/core/index';
import { createNames, MOST_NAMED, newlyBroken, type Replayed } from '../../shared/plans/broken';
import type { WhoCould } from './who-could';

/** A plan of the next days with what it breaks, and who could do its work. */
export interface World extends Replayed {
  readonly who: WhoCould;
}

const MICRO = 1_000_000;

/** Every shift and visit as text with places in place of their numbers, so that two problems can be compared. */
function printsOf({ places, shifts, visits }: Problem) {
  const at = new Map(places.map((p) => [p.id, `${p.lat},${p.lon}`]));
  const shiftText = ({ id, startPlaceId, endPlaceId, partsPlaceId, ...rest }: Shift): string =>
    JSON.stringify([at.get(startPlaceId), at.get(endPlaceId), at.get(partsPlaceId ?? ''), rest]);
  const visitText = ({ id, placeId, base, tie, prices, ...rest }: Visit): string =>
    JSON.stringify([at.get(placeId), rest]);
  return {
    shifts: new Map(shifts.map((s) => [s.id, { personId: s.personId, text: shiftText(s) }])),
    visits: new Map(visits.map((v) => [v.id, visitText(v)])),
  };
}

const printed = new WeakMap<Problem, ReturnType<typeof printsOf>>();
function printsKept(problem: Problem): ReturnType<typeof printsOf> {
  const known = printed.get(problem) ?? printsOf(problem);
  printed.set(problem, known);
  return known;
}

/** People whose days differ, and visits that do, from one problem to another. */
function differences(a: World, b: World): { people: Set<string>; visits: Set<string> } {
  const [before, after] = [printsKept(a.built.problem), printsKept(b.built.problem)];
  const people = new Set<string>();
  for (const [id, { personId, text }] of after.shifts)
    if (before.shifts.get(id)?.text !== text) people.add(personId);
  for (const [id, { personId }] of before.shifts) if (!after.shifts.has(id)) people.add(personId);
  // Whoever was opened to planning or closed has the same days, and counts otherwise.
  const open = [new Set(a.who.people), new Set(b.who.people)];
  for (const id of open[0]!) if (!open[1]!.has(id)) people.add(id);
  for (const id of open[1]!) if (!open[0]!.has(id)) people.add(id);
  const visits = new Set<string>();
  for (const [id, text] of after.visits) if (before.visits.get(id) !== text) visits.add(id);
  // Members of a crew are taken by it: a crew that changed changes them.
  for (const w of [a, b])
    for (const s of w.built.problem.shifts)
      if (s.memberIds && people.has(s.personId)) for (const id of s.memberIds) people.add(id);
  return { people, visits };
}

interface Moves {
  readonly gained: string[];
  readonly lost: string[];
  readonly nowSomebody: string[];
  readonly nowNobody: string[];
}

/** Visits that some more, or fewer, people could do. */
function moves(a: World, b: World): Moves {
  const { people, visits } = differences(a, b);
  const out: Moves = { gained: [], lost: [], nowSomebody: [], nowNobody: [] };
  const was = new Map(a.who.visits.map((v) => [v.id, v]));
  for (const visit of b.who.visits) {
    const old = was.get(visit.id);
    if (!old) continue;
    const asked = visits.has(visit.id) ? new Set([...a.who.people, ...b.who.people]) : people;
    let more = 0;
    let fewer = 0;
    for (const id of asked) {
      const [before, after] = [a.who.could(id, old), b.who.could(id, visit)];
      if (after && !before) more++;
      if (before && !after) fewer++;
    }
    if (more > 0) out.gained.push(visit.id);
    if (fewer > 0) out.lost.push(visit.id);
    if (more > 0 && !a.who.anybody(old)) out.nowSomebody.push(visit.id);
    if (fewer > 0 && !b.who.anybody(visit)) out.nowNobody.push(visit.id);
  }
  return out;
}

function hoursOf({ built, who }: World): number {
  const open = new Set(who.people);
  const sec = built.problem.shifts
    .filter((s) => s.memberIds === undefined && open.has(s.personId))
    .reduce((sum, s) => sum + s.endSec - s.startSec, 0);
  return Math.round(sec / 360) / 10;
}

function drivenMin({ verdict }: World): number {
  const sec = verdict.timed.routes.reduce(
    (sum, r) => sum + r.endTravelSec + r.stops.reduce((s, stop) => s + stop.travelSec, 0),
    0,
  );
  return Math.round(sec / 60);
}

/** What the step from one state of the settings to another does to the work. */
export function compareWorlds(
  a: World,
  b: World,
  days: Pick<EffectView, 'firstDate' | 'lastDate'>,
): EffectView {
  const names = createNames(b.data);
  const list = (ids: readonly string[]): EffectView['gained'] => {
    const named = new Map(ids.map(names.visit).map((n) => [n.id, n]));
    return { count: named.size, first: [...named.values()].slice(0, MOST_NAMED) };
  };
  const moved = moves(a, b);
  return {
    ...days,
    broken: newlyBroken(a, b, names),
    mended: newlyBroken(b, a, createNames(a.data)),
    gained: list(moved.gained),
    lost: list(moved.lost),
    nowSomebody: list(moved.nowSomebody),
    nowNobody: list(moved.nowNobody),
    hoursBefore: hoursOf(a),
    hoursAfter: hoursOf(b),
    drivenBefore: drivenMin(a),
    drivenAfter: drivenMin(b),
    priceBefore: a.verdict.price / MICRO,
    priceAfter: b.verdict.price / MICRO,
  };
}
