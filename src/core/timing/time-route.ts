import type { Prices, Shift, Visit } from '../model/problem';
import { durationOf, partsToFetch } from '../model/work-of';
import type { ProblemIndex } from '../travel/problem-index';
import { type Driven, drive, driveHome, type Leg, legLeave, legM } from './leg';
import { type TimedBreak, type TimedRoute, type TimedStop, workSecOf } from './timed-plan';
import { earliestStart, hasMoved, lateSecAt, marginShortSec } from './windows';

/** What is settled outside the route. */
export interface Given {
  /** Starts agreed with other routes, by visit. */
  readonly starts?: ReadonlyMap<string, number> | undefined;
  readonly equipment?: ReadonlyMap<string, readonly string[]> | undefined;
  /** Moments before which visits do not begin, whatever would be possible. */
  readonly floors?: ReadonlyMap<string, number> | undefined;
  /** End of the rest after the day before. */
  readonly notBeforeSec?: number | undefined;
}

interface Day {
  readonly index: ProblemIndex;
  readonly shift: Shift;
  readonly visits: readonly Visit[];
  readonly given: Given;
  readonly via: string | null;
  readonly startSec: number;
  readonly ownSec: number;
}

/**
 * Times a sequence of visits on a shift; the plain definition of a day.
 *
 *   leave ── travel ── arrive ── (breaks) ── buffer ── wait ── start ── finish ── buffer ── … ── home
 *
 * The first leg may begin before the shift on own time, the last may end after it, each up to its
 * allowance. Breaks are taken in order, on arrival at a stop or before leaving for it; a break that is
 * not due when the person is home may be left out. Of all ways to place the breaks the one that
 * costs least is chosen, then the earliest end of work, then the earliest breaks.
 *
 * Returns null when no way keeps the windows and the overtime limit.
 */
export function timeRoute(
  index: ProblemIndex,
  shift: Shift,
  visits: readonly Visit[],
  given: Given = {},
): TimedRoute | null {
  let best: TimedRoute | null = null;
  let bestPrice = Number.POSITIVE_INFINITY;
  for (const route of waysToTime(index, shift, visits, given)) {
    const price = timePrice(route, index.problem.prices);
    if (price < bestPrice || (price === bestPrice && best && route.workEndSec < best.workEndSec)) {
      best = route;
      bestPrice = price;
    }
  }
  return best;
}

/** Every way to time a sequence of visits on a shift: with each break before each visit that it can come before. */
export function* waysToTime(
  index: ProblemIndex,
  shift: Shift,
  visits: readonly Visit[],
  given: Given = {},
): Generator<TimedRoute> {
  if (visits.length === 0) return;
  const { notBeforeSec = shift.startSec } = given;
  const rested = notBeforeSec > shift.startSec;
  const day: Day = {
    index,
    shift,
    visits,
    given,
    via: fetchPlace(shift, visits),
    startSec: rested ? notBeforeSec : shift.startSec,
    ownSec: rested ? 0 : shift.allowanceBeforeSec,
  };
  yield* waysOn(day, [], []);
}

/** Where parts are fetched on the way to the first visit; null when everything is aboard. */
export function fetchPlace(shift: Shift, visits: readonly Visit[]): string | null {
  const needed = visits.some((v) => partsToFetch(v, shift).length > 0);
  return needed ? (shift.partsPlaceId ?? null) : null;
}

/** The leg to the visit at a position of the day. */
export function legOf(day: Pick<Day, 'shift' | 'visits' | 'via'>, i: number): Leg {
  const { shift, visits } = day;
  return {
    from: i === 0 ? shift.startPlaceId : visits[i - 1]!.placeId,
    to: i < visits.length ? visits[i]!.placeId : shift.endPlaceId,
    via: i === 0 ? day.via : null,
  };
}

/** Every way to go on from the stops made and the legs driven so far, earliest breaks first. */
function* waysOn(day: Day, legs: readonly Driven[], stops: readonly TimedStop[]): Generator<TimedRoute> {
  const { index, shift, visits } = day;
  const i = stops.length;
  const taken = legs.reduce((sum, leg) => sum + leg.breaks.length, 0);
  const leg = legOf(day, i);
  if (i === visits.length) {
    const home = driveHome(index, leg, freeAfter(day, stops), shift.breaks.slice(taken));
    const route = home && finish(day, [...legs, home], stops);
    if (route) yield route;
    return;
  }
  const at = { freeSec: freeAfter(day, stops), ownSec: i === 0 ? day.ownSec : 0 };
  for (let until = shift.breaks.length; until >= taken; until--) {
    const driven = drive(index, leg, at, shift.breaks.slice(taken, until));
    const stop = driven && stopAt(day, i, driven);
    if (stop) yield* waysOn(day, [...legs, driven], [...stops, stop]);
  }
}

function freeAfter(day: Day, stops: readonly TimedStop[]): number {
  const last = stops.at(-1);
  return last ? last.finishSec + (last.visit.bufferAfterSec ?? 0) : day.startSec;
}

function stopAt(day: Day, i: number, driven: Driven): TimedStop | null {
  const { index, shift, given } = day;
  const visit = day.visits[i]!;
  const durationSec = durationOf(visit, shift);
  const floorSec = given.floors?.get(visit.id) ?? Number.NEGATIVE_INFINITY;
  const readySec = Math.max(driven.readySec + (visit.bufferBeforeSec ?? 0), floorSec);
  const fixed = given.starts?.get(visit.id);
  const possible = earliestStart(visit, durationSec, fixed ?? readySec);
  const startSec = fixed === undefined ? possible : possible === fixed && readySec <= fixed ? fixed : null;
  if (startSec === null) return null;
  const leg = legOf(day, i);
  return {
    visit,
    fromPlaceId: leg.from,
    travelSec: driven.arriveSec - driven.leaveSec,
    travelM: legM(index, leg),
    arriveSec: driven.arriveSec,
    startSec,
    finishSec: startSec + durationSec,
    lateSec: lateSecAt(visit, durationSec, startSec),
    equipmentIds: given.equipment?.get(visit.id) ?? [],
  };
}

function finish(day: Day, legs: readonly Driven[], stops: readonly TimedStop[]): TimedRoute | null {
  const { index, shift } = day;
  const home = legs.at(-1)!;
  const { arriveSec, leaveSec } = home;
  const workEndSec = Math.max(leaveSec, arriveSec - shift.allowanceAfterSec);
  const overtimeSec = Math.max(0, workEndSec - shift.endSec);
  if (overtimeSec > shift.overtimeLimitSec) return null;
  const { departSec, early } = setOff(day, legs[0]!, stops[0]!);
  const legTravel = travelWhen(day, departSec);
  const first = { ...stops[0]!, travelSec: legTravel, arriveSec: departSec + legTravel };
  const route = {
    shift,
    departSec,
    stops: [first, ...stops.slice(1)],
    breaks: [...early, ...legs.slice(1).flatMap((leg) => leg.breaks)],
    endTravelSec: arriveSec - leaveSec,
    endTravelM: legM(index, legOf(day, stops.length)),
    arriveSec,
    workStartSec: Math.max(departSec, shift.startSec),
    workEndSec,
    overtimeSec,
  };
  return { ...route, workSec: workSecOf(route) };
}

function travelWhen(day: Day, leaveSec: number): number {
  const leg = legOf(day, 0);
  const { index } = day;
  const viaSec = leg.via === null ? leaveSec : index.arriveAt(leg.from, leg.via, leaveSec);
  return index.arriveAt(leg.via ?? leg.from, leg.to, viaSec) - leaveSec;
}

/** Leaves as late as the first start allows, and takes the breaks of the first leg at home if they fit there. */
function setOff(
  day: Day,
  leg: Driven,
  first: TimedStop,
): { departSec: number; early: readonly TimedBreak[] } {
  const { index, shift } = day;
  const path = legOf(day, 0);
  const latestSec = legLeave(index, path, first.startSec - (first.visit.bufferBeforeSec ?? 0));
  if (leg.breaks.length === 0) {
    return { departSec: Math.max(day.startSec - day.ownSec, latestSec), early: [] };
  }
  const atHome = breaksFrom(day.startSec, shift.breaks.slice(0, leg.breaks.length));
  if (atHome && atHome.at(-1)!.endSec <= latestSec) return { departSec: latestSec, early: atHome };
  const onArrival = leg.breaks[leg.before]!;
  const freeSec = leg.before === 0 ? day.startSec - day.ownSec : leg.breaks[leg.before - 1]!.endSec;
  return {
    departSec: Math.max(freeSec, legLeave(index, path, onArrival.startSec)),
    early: leg.breaks,
  };
}

function breaksFrom(sec: number, rules: Shift['breaks']): TimedBreak[] | null {
  const out: TimedBreak[] = [];
  let at = sec;
  for (const rule of rules) {
    if (at > rule.latestSec) return null;
    const startSec = Math.max(at, rule.earliestSec);
    at = startSec + rule.durationSec;
    out.push({ startSec, endSec: at });
  }
  return out;
}

/** What of a day's price hangs on its moments, micros: driving, work, overtime, lateness and margins. */
export function timePrice(route: TimedRoute, prices: Prices): number {
  const { shift } = route;
  const overtimePerSec = shift.overtimePerSec ?? prices.overtimePerSec;
  let price = route.overtimeSec * overtimePerSec + route.workSec * (shift.payPerSec ?? 0);
  price += route.endTravelSec * prices.travelPerSec;
  for (const { visit, travelSec, lateSec, startSec, finishSec } of route.stops) {
    const own = visit.prices;
    price += travelSec * prices.travelPerSec;
    if (lateSec > 0) {
      price += lateSec * (own?.latePerSec ?? prices.latePerSec) + (own?.missedWindow ?? prices.missedWindow);
    }
    if (hasMoved(visit, startSec, prices.movedSec ?? 0)) price += own?.moved ?? prices.moved ?? 0;
    const marginPerSec = own?.marginPerSec ?? prices.marginPerSec ?? 0;
    if (marginPerSec > 0) {
      price += marginPerSec * marginShortSec(visit, finishSec - startSec, startSec, prices.marginSec ?? 0);
    }
  }
  return price;
}
