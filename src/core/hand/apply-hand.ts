import { assert } from '../base/assert';
import { type Board, keyOf, shiftsWith, violationsIn } from '../explain/board';
import { freeUnits } from '../explain/free-units';
import { changeOf } from '../explain/places';
import type { Parts, Plan } from '../model/plan';
import type { Shift, Visit } from '../model/problem';
import { durationOf } from '../model/work-of';
import { pricePlan, totalPrice } from '../objectives/price-plan';
import { ALL_RULES } from '../rules/all';
import type { Violation } from '../rules/violation';
import { plannedRoute } from '../timing/planned-route';
import type { TimedPlan, TimedRoute } from '../timing/timed-plan';
import { indexProblem, type ProblemIndex } from '../travel/problem-index';
import { type HandStop, pushedDay, statedDay } from './day';
import type { HandEdit, WantedSeat } from './edit';

/** A visit that begins at another time because of what was done elsewhere in its day. */
export interface Pushed {
  readonly visitId: string;
  readonly shiftId: string;
  readonly wasSec: number;
  readonly startSec: number;
}

/** What a change by hand comes to, before it is made. */
export interface HandResult {
  /** The problem with the visits as they were changed. */
  readonly index: ProblemIndex;
  readonly timed: TimedPlan;
  /** Days that differ, by shift; one that became empty is not among the plan's routes. */
  readonly shiftIds: ReadonlySet<string>;
  readonly pushed: readonly Pushed[];
  /** Rules that were kept before and are not now. */
  readonly broken: readonly Violation[];
  /** Rules that were broken before, on the days that differ or across days, and still are. */
  readonly left: readonly Violation[];
  /** Change of the whole plan's price, micros. */
  readonly price: number;
  readonly change: Parts;
}

/** Times tried for several people to begin at one moment. */
const MOST_ROUNDS = 8;

const BY_HOURS = new Set(['windows', 'access', 'tie']);

/** The problem with some of its visits changed. */
function changedIndex(index: ProblemIndex, { changes }: HandEdit): ProblemIndex {
  if (!changes || changes.size === 0) return index;
  const visits = index.problem.visits.map((v) => {
    const change = changes.get(v.id);
    return change ? { ...v, ...change } : v;
  });
  return indexProblem({ ...index.problem, visits });
}

/**
 * What an edit makes of the plan on a board that keeps its times (`keptBoardOf`). Days that change are timed anew: each visit stays
 * where it has room and is pushed later where it has not. Where no such day keeps the rules on hours, every visit stands at its
 * own moment and what does not fit is among the rules broken. Throws for visits and shifts that are not on the board.
 */
export function applyHand(board: Board, edit: HandEdit): HandResult {
  const index = changedIndex(board.index, edit);
  const touched = new Set([...edit.seats.keys(), ...(edit.changes?.keys() ?? [])]);
  const seatsOf = new Map([...touched].map((id) => [id, edit.seats.get(id) ?? seatsAsTheyAre(board, id)]));
  const shiftIds = new Set<string>();
  for (const [id, seats] of seatsOf) {
    for (const shiftId of shiftsWith(board, id)) shiftIds.add(shiftId);
    for (const { shiftId } of seats) shiftIds.add(shiftId);
  }
  const days = timeDays(board, index, edit, { seatsOf, shiftIds });
  const timed = planWith(board, index, days, seatsOf);
  const { broken, left } = brokenThen(board, index, timed, shiftIds);
  const change = changeOf(board, timed, countedWith(board, shiftIds, timed), index);
  return {
    index,
    timed,
    shiftIds,
    pushed: pushedIn(board, days, touched),
    broken,
    left,
    price: totalPrice(change),
    change,
  };
}

/** Days that are counted together: a visit of several people is counted with the first of them, wherever that is. */
function countedWith(board: Board, shiftIds: ReadonlySet<string>, timed: TimedPlan): ReadonlySet<string> {
  const shared = new Set(
    [...board.timed.routes, ...timed.routes]
      .filter((r) => shiftIds.has(r.shift.id))
      .flatMap((r) => r.stops.flatMap((s) => ((s.visit.people ?? 1) > 1 ? [s.visit.id] : []))),
  );
  return shared.size === 0
    ? shiftIds
    : new Set([...shiftIds, ...[...shared].flatMap((id) => shiftsWith(board, id))]);
}

/** What an edit breaks, and leaves broken: too few or too many people for a visit included, which no search ever tries. */
function brokenThen(
  board: Board,
  index: ProblemIndex,
  timed: TimedPlan,
  shiftIds: ReadonlySet<string>,
): Pick<HandResult, 'broken' | 'left'> {
  const shape = structureOf(index, timed, shiftIds);
  const was = shape.length > 0 ? new Set(ALL_RULES.structure(board.index, board.timed).map(keyOf)) : null;
  const rules = violationsIn(index, timed, shiftIds);
  return {
    broken: [...shape.filter((v) => !was?.has(keyOf(v))), ...rules.filter((v) => !board.known.has(keyOf(v)))],
    left: rules.filter((v) => board.known.has(keyOf(v))),
  };
}

/** What is wrong with the shape of a plan, of the visits on some days and those that are loose: nothing else of it has changed. */
function structureOf(
  index: ProblemIndex,
  timed: TimedPlan,
  shiftIds: ReadonlySet<string>,
): readonly Violation[] {
  const concerned = new Set(timed.unplanned.map((v) => v.id));
  for (const r of timed.routes)
    if (shiftIds.has(r.shift.id)) for (const s of r.stops) concerned.add(s.visit.id);
  const routes = timed.routes.flatMap((r) => {
    const stops = r.stops.filter((s) => concerned.has(s.visit.id));
    return stops.length > 0 || shiftIds.has(r.shift.id) ? [{ ...r, stops }] : [];
  });
  const visits = [...concerned].map((id) => index.visitById.get(id)!);
  return ALL_RULES.structure({ ...index, problem: { ...index.problem, visits } }, { ...timed, routes });
}

function seatsAsTheyAre(board: Board, visitId: string): WantedSeat[] {
  return shiftsWith(board, visitId).map((shiftId) => ({
    shiftId,
    fromSec: board.routeOf.get(shiftId)!.stops.find((s) => s.visit.id === visitId)!.startSec,
  }));
}

interface Asked {
  readonly seatsOf: ReadonlyMap<string, readonly WantedSeat[]>;
  readonly shiftIds: ReadonlySet<string>;
}

type Days = ReadonlyMap<string, TimedRoute | null>;

function timeDays(board: Board, index: ProblemIndex, edit: HandEdit, asked: Asked): Days {
  // Several people begin together: whoever can begin last says when.
  const floors = new Map<string, number>();
  for (let round = 0; ; round++) {
    const days = new Map(
      [...asked.shiftIds].map((id) => [id, timeDay(board, index, edit, { ...asked, shiftId: id, floors })]),
    );
    let isSettled = true;
    for (const [visitId, seats] of asked.seatsOf) {
      if (seats.length < 2) continue;
      const starts = seats.flatMap(
        (s) => days.get(s.shiftId)?.stops.find((x) => x.visit.id === visitId)?.startSec ?? [],
      );
      const latest = Math.max(...starts);
      if (starts.every((s) => s === latest) || round >= MOST_ROUNDS) continue;
      floors.set(visitId, latest);
      isSettled = false;
    }
    if (isSettled) return days;
  }
}

interface OneDay extends Asked {
  readonly shiftId: string;
  readonly floors: ReadonlyMap<string, number>;
}

function timeDay(board: Board, index: ProblemIndex, edit: HandEdit, one: OneDay): TimedRoute | null {
  const shift = index.shiftById.get(one.shiftId);
  assert(shift !== undefined, `shift ${one.shiftId} is on the board`);
  const was = board.routeOf.get(shift.id);
  const stops = stopsOf(board, index, edit, { ...one, shift });
  if (stops.length === 0) return null;
  // Whoever works longer than allowed already may go on doing so, and no longer.
  const overtimeSec = board.known.has(`overtime-limit ${shift.id} `) ? (was?.overtimeSec ?? 0) : 0;
  const limitSec = Math.max(shift.overtimeLimitSec, overtimeSec);
  return pushedDay(index, shift, stops, limitSec) ?? statedDay(index, shift, stops, was);
}

/** The visits of a day as the edit leaves them, in order. */
function stopsOf(
  board: Board,
  index: ProblemIndex,
  edit: HandEdit,
  { shift, seatsOf, floors }: OneDay & { readonly shift: Shift },
): HandStop[] {
  const { nowSec = Number.NEGATIVE_INFINITY } = edit;
  const staying = (board.routeOf.get(shift.id)?.stops ?? []).filter((s) => !edit.seats.has(s.visit.id));
  const stops = staying.map(
    ({ visit, startSec, equipmentIds }): HandStop => ({
      visit: index.visitById.get(visit.id)!,
      fromSec: startSec,
      isExact: startSec < nowSec || board.agreed.has(visit.id),
      equipmentIds,
      isAgainst: isAgainstHours(board, shift.id, visit.id),
    }),
  );
  const put: { readonly stop: HandStop; readonly position: number }[] = [];
  for (const [visitId] of edit.seats) {
    const seat = seatsOf.get(visitId)!.find((s) => s.shiftId === shift.id);
    if (!seat) continue;
    const visit = index.visitById.get(visitId);
    assert(visit !== undefined, `visit ${visitId} is on the board`);
    const fromSec = Math.max(seat.fromSec, floors.get(visitId) ?? seat.fromSec, nowSec);
    const stop: HandStop = {
      visit,
      fromSec: visit.tie.startSec ?? fromSec,
      isExact: false,
      equipmentIds:
        freeUnits(board, visit, { startSec: fromSec, endSec: fromSec + durationOf(visit, shift) }) ?? [],
      isAgainst: false,
    };
    put.push({ stop, position: seat.position ?? positionAt(stops, shift, seat.fromSec) });
  }
  put.sort((a, b) => a.position - b.position || a.stop.fromSec - b.stop.fromSec);
  return stops
    .flatMap((s, i) => [...put.filter((p) => p.position === i).map((p) => p.stop), s])
    .concat(put.filter((p) => p.position >= stops.length).map((p) => p.stop));
}

function isAgainstHours({ known }: Board, shiftId: string, visitId: string): boolean {
  return [...BY_HOURS].some((rule) => known.has(`${rule} ${shiftId} ${visitId}`));
}

/** Behind every visit whose middle has passed by then. */
function positionAt(stops: readonly HandStop[], shift: Shift, fromSec: number): number {
  const at = stops.findIndex((s) => fromSec < s.fromSec + durationOf(s.visit, shift) / 2);
  return at < 0 ? stops.length : at;
}

function planWith(
  board: Board,
  index: ProblemIndex,
  days: Days,
  seatsOf: ReadonlyMap<string, readonly WantedSeat[]>,
): TimedPlan {
  const routes = board.timed.routes.flatMap((r) => {
    const day = days.get(r.shift.id);
    return day === undefined ? [r] : day === null ? [] : [day];
  });
  const fresh = [...days].flatMap(([id, day]) => (day && !board.routeOf.has(id) ? [day] : []));
  if (fresh.length > 0) {
    // In the order of the shifts, as plans are put together: of a visit on several days the first one counts.
    const rank = new Map(index.problem.shifts.map((s, i) => [s.id, i]));
    routes.push(...fresh);
    routes.sort((a, b) => rank.get(a.shift.id)! - rank.get(b.shift.id)!);
  }
  const unplanned: Visit[] = board.timed.unplanned
    .filter((v) => (seatsOf.get(v.id)?.length ?? 0) === 0)
    .map((v) => index.visitById.get(v.id)!);
  const known = new Set(unplanned.map((v) => v.id));
  for (const [id, seats] of seatsOf)
    if (seats.length === 0 && !known.has(id)) unplanned.push(index.visitById.get(id)!);
  return { routes, unplanned };
}

function pushedIn(board: Board, days: Days, touched: ReadonlySet<string>): Pushed[] {
  const out: Pushed[] = [];
  for (const [shiftId, day] of days) {
    const was = new Map(board.routeOf.get(shiftId)?.stops.map((s) => [s.visit.id, s.startSec]));
    for (const { visit, startSec } of day?.stops ?? []) {
      const wasSec = was.get(visit.id);
      if (wasSec === undefined || touched.has(visit.id) || wasSec === startSec) continue;
      out.push({ visitId: visit.id, shiftId, wasSec, startSec });
    }
  }
  return out;
}

/** The plan that an edit comes to, in the form of a file. */
export function planOfHand({ timed, index }: Pick<HandResult, 'timed' | 'index'>): Plan {
  return {
    format: 'lime-plan',
    version: 1,
    routes: timed.routes.map(plannedRoute),
    unplannedVisitIds: timed.unplanned.map((v) => v.id),
    price: totalPrice(pricePlan(timed, index)),
  };
}
