import type { Prices, Shift, Visit } from '../model/problem';
import { durationOf } from '../model/work-of';
import { priceStop, routePrice } from '../objectives/price-plan';
import { fetchPlace, timePrice, timeRoute, waysToTime } from '../timing/time-route';
import type { TimedRoute, TimedStop } from '../timing/timed-plan';
import { startWindows } from '../timing/windows';
import type { ProblemIndex } from '../travel/problem-index';
import { type Board, givenOf } from './board';

/** A place in one shift: after so many stops. */
export interface Spot {
  readonly shiftId: string;
  readonly position: number;
}

/** A place in one shift that has been timed. */
export interface Try extends Spot {
  readonly shift: Shift;
  readonly route: TimedRoute;
  readonly startSec: number;
  readonly price: number;
}

/** A place that may do, and what it costs at least. */
export interface Candidate extends Spot {
  readonly shift: Shift;
  readonly bound: number;
}

/** Measures of a stop that hang on who does it on which day, and on no moment. */
const STANDING = ['daysWaited', 'favoured', 'avoided', 'cover', 'loan', 'levelsToSpare', 'changed'] as const;

/** What a visit costs in a shift wherever in the day it is, micros. */
function standingPrice(index: ProblemIndex, visit: Visit, shift: Shift): number {
  const stop: TimedStop = {
    visit,
    fromPlaceId: visit.placeId,
    travelSec: 0,
    travelM: 0,
    arriveSec: shift.startSec,
    startSec: shift.startSec,
    finishSec: shift.startSec,
    lateSec: 0,
    equipmentIds: [],
  };
  const route: TimedRoute = {
    shift,
    departSec: shift.startSec,
    stops: [stop],
    breaks: [],
    endTravelSec: 0,
    endTravelM: 0,
    arriveSec: shift.startSec,
    workStartSec: shift.startSec,
    workEndSec: shift.startSec,
    overtimeSec: 0,
    workSec: 0,
  };
  const parts = priceStop(stop, route, index);
  return STANDING.reduce((sum, o) => sum + parts[o].price, 0);
}

/** Every place in a shift's day for a visit that a cheap look does not rule out. */
function candidatesIn(board: Board, visit: Visit, shift: Shift, startSec: number | undefined): Candidate[] {
  const { index } = board;
  const { prices } = index.problem;
  const route = board.routeOf.get(shift.id);
  const stops = route?.stops ?? [];
  const hours = hoursOf(visit, shift, startSec);
  const out: Candidate[] = [];
  const leg = (from: string, to: string): number =>
    index.usualSec(from, to) * prices.travelPerSec + index.travelM(from, to) * prices.travelPerM;
  const isRoundabout = fetchPlace(shift, [visit, ...stops.map((s) => s.visit)]) !== null;
  const atLeast = standingPrice(index, visit, shift) - couldSave(index, visit, shift, route, isRoundabout);
  const paid = route ? momentsPrice(route, prices) : 0;
  for (let position = 0; position <= stops.length; position++) {
    if (!mayFit(index, route, visit, position, hours)) continue;
    const from = stops[position - 1]?.visit.placeId ?? shift.startPlaceId;
    const to = stops[position]?.visit.placeId ?? shift.endPlaceId;
    const old = stops.length === 0 ? 0 : leg(from, to);
    let bound = atLeast;
    if (!index.problem.travel.byTime) {
      const { overtimeSec, workSec } = dayWith(index, shift, route, visit, position, hours.durationSec);
      if (!isRoundabout && overtimeSec > shift.overtimeLimitSec) continue;
      if (!isRoundabout || position > 0) bound += leg(from, visit.placeId) + leg(visit.placeId, to) - old;
      if (!isRoundabout) {
        bound += Math.max(0, overtimeSec * (shift.overtimePerSec ?? prices.overtimePerSec) - paid);
      }
      bound += workSec * (shift.payPerSec ?? 0);
    }
    out.push({ shiftId: shift.id, position, shift, bound });
  }
  return out;
}

/**
 * What a visit more could save in a day, micros: trips to its site, what moments near a promise or away from the plan
 * before cost, all hours paid, and legs that come to be driven at other hours or another way.
 */
function couldSave(
  index: ProblemIndex,
  visit: Visit,
  shift: Shift,
  route: TimedRoute | undefined,
  isRoundabout: boolean,
): number {
  const { prices, travel } = index.problem;
  let saved = visit.prices?.siteTrip ?? prices.siteTrip ?? 0;
  if (!route) return saved;
  for (const { visit: other, travelSec, travelM } of route.stops) {
    const own = other.prices;
    if (other.base?.startSec !== undefined) saved += own?.moved ?? prices.moved ?? 0;
    saved += (own?.marginPerSec ?? prices.marginPerSec ?? 0) * (prices.marginSec ?? 0);
    if (travel.byTime) saved += travelSec * prices.travelPerSec + travelM * prices.travelPerM;
  }
  const [first] = route.stops;
  if (travel.byTime) saved += route.endTravelSec * prices.travelPerSec + route.endTravelM * prices.travelPerM;
  else if (isRoundabout) saved += first!.travelSec * prices.travelPerSec + first!.travelM * prices.travelPerM;
  return saved + route.workSec * (shift.payPerSec ?? 0);
}

/** What a day as it is pays for its moments, micros: overtime, lateness and the like, but neither driving nor hours. */
function momentsPrice(route: TimedRoute, prices: Prices): number {
  const driven = route.stops.reduce((sum, s) => sum + s.travelSec, route.endTravelSec);
  return (
    timePrice(route, prices) - driven * prices.travelPerSec - route.workSec * (route.shift.payPerSec ?? 0)
  );
}

/**
 * Overtime and work of a day with a visit more, seconds, at least: all that is done and driven one after the other,
 * without waiting, and the breaks that are due by then; of the work, what lies between the first visit and the last.
 */
function dayWith(
  index: ProblemIndex,
  shift: Shift,
  route: TimedRoute | undefined,
  visit: Visit,
  position: number,
  durationSec: number,
): { overtimeSec: number; workSec: number } {
  const stops = route?.stops ?? [];
  let workSec = 0;
  let firstSec = 0;
  let from: string | null = null;
  const goTo = (placeId: string, sec: number): void => {
    const legSec = index.usualSec(from ?? shift.startPlaceId, placeId);
    if (from === null) firstSec = Math.max(0, legSec - shift.allowanceBeforeSec);
    else workSec += legSec;
    workSec += sec;
    from = placeId;
  };
  for (let i = 0; i <= stops.length; i++) {
    if (i === position) goTo(visit.placeId, durationSec + buffersOf(visit));
    const stop = stops[i];
    if (stop) goTo(stop.visit.placeId, stop.finishSec - stop.startSec + buffersOf(stop.visit));
  }
  const homeSec = index.usualSec(from ?? shift.startPlaceId, shift.endPlaceId);
  let home = shift.startSec + firstSec + workSec + homeSec;
  for (const rule of shift.breaks) {
    if (home <= (rule.dueSec ?? rule.latestSec)) break;
    home += rule.durationSec;
  }
  return { overtimeSec: home - Math.min(homeSec, shift.allowanceAfterSec) - shift.endSec, workSec };
}

const buffersOf = ({ bufferBeforeSec = 0, bufferAfterSec = 0 }: Visit): number =>
  bufferBeforeSec + bufferAfterSec;

/** A moment at which a visit could begin in a place, and the least that beginning then or sooner costs there. */
interface Beginning {
  readonly startSec: number;
  readonly price: number;
}

/** The moments at which a visit could begin in one place as soon as the breaks before it allow, in order. */
export function beginningsAt(board: Board, visit: Visit, at: Candidate): Beginning[] {
  const { index } = board;
  const { shiftId, shift, position } = at;
  const visits = board.routeOf.get(shiftId)?.stops.map((s) => s.visit) ?? [];
  const sequence = [...visits.slice(0, position), visit, ...visits.slice(position)];
  const before = board.priceOf.get(shiftId) ?? 0;
  const ways = [...waysToTime(index, shift, sequence, givenOf(board))]
    .map((route) => ({
      startSec: route.stops[position]!.startSec,
      price: routePrice(route, index) - before,
    }))
    .sort((a, b) => a.startSec - b.startSec);
  let price = Number.POSITIVE_INFINITY;
  return ways.map((way) => {
    price = Math.min(price, way.price);
    return { startSec: way.startSec, price };
  });
}

/** Times one place; null when the day cannot be done with it. */
export function tryAt(
  board: Board,
  visit: Visit,
  at: Spot & { readonly shift: Shift },
  startSec: number | undefined,
): Try | null {
  const { index } = board;
  const { shiftId, position, shift } = at;
  const given = givenOf(board, startSec === undefined ? null : { visitId: visit.id, startSec });
  const visits = board.routeOf.get(shiftId)?.stops.map((s) => s.visit) ?? [];
  const route = timeRoute(
    index,
    shift,
    [...visits.slice(0, position), visit, ...visits.slice(position)],
    given,
  );
  if (!route) return null;
  const price = routePrice(route, index) - (board.priceOf.get(shiftId) ?? 0);
  return { shiftId, position, shift, route, startSec: route.stops[position]!.startSec, price };
}

/** Every place on some shifts for a visit that a cheap look does not rule out, in the order of what they cost at least. */
export function candidatesFor(
  board: Board,
  visit: Visit,
  shifts: readonly Shift[],
  startSec: number | undefined,
): Candidate[] {
  return shifts.flatMap((s) => candidatesIn(board, visit, s, startSec)).sort((a, b) => a.bound - b.bound);
}

/** The cheapest place of each shift, of the `most` shifts where it costs least. */
export function cheapestTries(
  board: Board,
  visit: Visit,
  shifts: readonly Shift[],
  options: { readonly startSec?: number | undefined; readonly most: number },
): Try[] {
  return cheapestOf(board, visit, candidatesFor(board, visit, shifts, options.startSec), options);
}

/**
 * The same of candidates in order, and only of those that cost less than `below`. They are timed in the order
 * of what they cost at least, until none that is left can be among the cheapest. Candidates for any moment may be
 * given for one: those that cannot begin then are passed over.
 */
export function cheapestOf(
  board: Board,
  visit: Visit,
  candidates: readonly Candidate[],
  options: {
    readonly startSec?: number | undefined;
    readonly most: number;
    readonly below?: number | undefined;
  },
): Try[] {
  const { startSec, most, below = Number.POSITIVE_INFINITY } = options;
  const best = new Map<string, Try>();
  let border = below;
  for (const candidate of candidates) {
    if (candidate.bound >= border) break;
    const known = best.get(candidate.shiftId);
    if (known && candidate.bound >= known.price) continue;
    const { shift, position } = candidate;
    const hours = hoursOf(visit, shift, startSec);
    if (!mayFit(board.index, board.routeOf.get(shift.id), visit, position, hours)) continue;
    const found = tryAt(board, visit, candidate, startSec);
    if (!found || (known && found.price >= known.price)) continue;
    best.set(candidate.shiftId, found);
    if (best.size >= most) {
      border = Math.min(below, [...best.values()].map((t) => t.price).sort((a, b) => a - b)[most - 1]!);
    }
  }
  return [...best.values()].sort((a, b) => a.price - b.price).slice(0, most);
}

interface Hours {
  readonly firstSec: number;
  readonly lastSec: number;
  readonly durationSec: number;
}

function hoursOf(visit: Visit, shift: Shift, startSec: number | undefined): Hours {
  const durationSec = durationOf(visit, shift);
  if (startSec !== undefined) return { firstSec: startSec, lastSec: startSec, durationSec };
  const windows = startWindows(visit, durationSec);
  return {
    firstSec: Math.min(...windows.map((w) => w.startSec)),
    lastSec: Math.max(...windows.map((w) => w.latestSec)),
    durationSec,
  };
}

/** When the stops of a day can be at the earliest and the latest, breaks left aside: nobody is sooner free, nor may begin later. */
interface Room {
  /** Earliest moment of being free after each stop. */
  readonly free: readonly number[];
  /** Latest moment of being ready at each stop, buffer included. */
  readonly latest: readonly number[];
}

const roomOfRoute = new WeakMap<TimedRoute, Room>();

function roomOf(index: ProblemIndex, route: TimedRoute): Room {
  const known = roomOfRoute.get(route);
  if (known) return known;
  const { shift, stops } = route;
  const sec = (a: TimedStop, b: TimedStop): number => index.usualSec(a.visit.placeId, b.visit.placeId);
  const lengthOf = (s: TimedStop): number => s.finishSec - s.startSec + (s.visit.bufferAfterSec ?? 0);
  const free: number[] = [];
  for (const [i, stop] of stops.entries()) {
    const begin = i === 0 ? shift.startSec : free[i - 1]! + sec(stops[i - 1]!, stop);
    const ready = begin + (i === 0 ? 0 : (stop.visit.bufferBeforeSec ?? 0));
    free.push(Math.max(ready, firstStart(stop.visit, shift)) + lengthOf(stop));
  }
  const latest: number[] = [];
  for (let i = stops.length - 1; i >= 0; i--) {
    const stop = stops[i]!;
    const next = stops[i + 1];
    const leave = next ? latest[i + 1]! - sec(stop, next) : lastLeave(index, shift, stop.visit);
    const windows = startWindows(stop.visit, stop.finishSec - stop.startSec).map((w) => w.latestSec);
    latest[i] = Math.min(Math.max(...windows), leave - lengthOf(stop)) - (stop.visit.bufferBeforeSec ?? 0);
  }
  const room = { free, latest };
  roomOfRoute.set(route, room);
  return room;
}

/** When somebody must leave the last visit for home at the latest. */
function lastLeave(index: ProblemIndex, shift: Shift, { placeId }: Visit): number {
  const end = shift.endSec + shift.overtimeLimitSec;
  return Math.min(end, end + shift.allowanceAfterSec - index.usualSec(placeId, shift.endPlaceId));
}

/** A cheap look at the room between the neighbours before the whole day is timed: false only where it cannot fit. */
function mayFit(
  index: ProblemIndex,
  route: TimedRoute | undefined,
  visit: Visit,
  position: number,
  hours: Hours,
): boolean {
  if (!route || index.problem.travel.byTime) return true;
  const { free, latest } = roomOf(index, route);
  const before = route.stops[position - 1];
  const ready = before
    ? free[position - 1]! + index.usualSec(before.visit.placeId, visit.placeId) + (visit.bufferBeforeSec ?? 0)
    : route.shift.startSec;
  if (ready > hours.lastSec) return false;
  const done = Math.max(ready, hours.firstSec) + hours.durationSec + (visit.bufferAfterSec ?? 0);
  const after = route.stops[position];
  if (!after) return done <= lastLeave(index, route.shift, visit);
  return done + index.usualSec(visit.placeId, after.visit.placeId) <= latest[position]!;
}

function firstStart(visit: Visit, shift: Shift): number {
  return Math.min(...startWindows(visit, durationOf(visit, shift)).map((w) => w.startSec));
}
