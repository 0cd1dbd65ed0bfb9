import type { Prices, Shift, Visit } from '../model/problem';
import type { ProblemIndex } from '../model/problem-index';
import type { TimedBreak, TimedRoute, TimedStop } from './timed-plan';
import { earliestStart, lateSecAt } from './windows';

/**
 * Times a sequence of visits on a shift; the plain definition of a day.
 *
 *   leave ── travel ── arrive ── (break) ── wait ── start ── finish ── … ── home
 *
 * The first leg may begin before the shift on own time, the last may end after it, each up to its
 * allowance. The break is taken on arrival at a stop where it can still start in time, otherwise
 * before leaving for it; when the person is home by the latest start of the break none is due.
 * Of all stops before which the break can be taken, the one with the least overtime and lateness
 * in price is chosen, then the earliest end of work, then the first.
 *
 * Returns null when no break position keeps the windows and the overtime limit.
 */
export function timeRoute(index: ProblemIndex, shift: Shift, visits: readonly Visit[]): TimedRoute | null {
  if (visits.length === 0) return null;
  const slots = shift.break ? visits.map((_, i) => i).concat(visits.length) : [null];
  let best: TimedRoute | null = null;
  let bestPenalty = Number.POSITIVE_INFINITY;
  for (const slot of slots) {
    const route = timeWithBreak(index, shift, visits, slot);
    if (!route) continue;
    const penalty = penaltyOf(route, index.problem.prices);
    if (penalty < bestPenalty || (penalty === bestPenalty && best && route.workEndSec < best.workEndSec)) {
      best = route;
      bestPenalty = penalty;
    }
  }
  return best;
}

/** Price in micros of the overtime and lateness of a day. */
function penaltyOf(route: TimedRoute, prices: Prices): number {
  const late = route.stops.reduce((sum, s) => sum + s.lateSec, 0);
  const missed = route.stops.filter((s) => s.lateSec > 0).length;
  return route.overtimeSec * prices.overtimePerSec + late * prices.latePerSec + missed * prices.missedWindow;
}

interface Cursor {
  atPlaceId: string;
  freeSec: number;
  break: TimedBreak | null;
}

function timeWithBreak(
  index: ProblemIndex,
  shift: Shift,
  visits: readonly Visit[],
  slot: number | null,
): TimedRoute | null {
  const cursor: Cursor = { atPlaceId: shift.startPlaceId, freeSec: shift.startSec, break: null };
  const stops: TimedStop[] = [];
  for (const [i, visit] of visits.entries()) {
    const stop = timeStop(index, shift, visit, { cursor, isFirst: i === 0, hasBreak: i === slot });
    if (!stop) return null;
    stops.push(stop);
    cursor.atPlaceId = visit.placeId;
    cursor.freeSec = stop.finishSec;
  }
  const end = timeEnd(index, shift, cursor, slot === visits.length);
  if (!end) return null;
  return { shift, stops, ...leave(shift, stops, cursor.break), ...end };
}

interface Leg {
  readonly cursor: Cursor;
  readonly isFirst: boolean;
  readonly hasBreak: boolean;
}

function timeStop(index: ProblemIndex, shift: Shift, visit: Visit, leg: Leg): TimedStop | null {
  const { cursor } = leg;
  const travelSec = index.travelSec(cursor.atPlaceId, visit.placeId);
  const ownSec = leg.isFirst ? Math.min(shift.allowanceBeforeSec, travelSec) : 0;
  let arriveSec = cursor.freeSec + travelSec - ownSec;
  let readySec = arriveSec;
  if (leg.hasBreak && shift.break) {
    const rule = shift.break;
    if (arriveSec <= rule.latestSec) {
      const startSec = Math.max(arriveSec, rule.earliestSec);
      cursor.break = { startSec, endSec: startSec + rule.durationSec };
      readySec = cursor.break.endSec;
    } else {
      const startSec = Math.max(cursor.freeSec, rule.earliestSec);
      if (startSec > rule.latestSec) return null;
      cursor.break = { startSec, endSec: startSec + rule.durationSec };
      // Whoever leaves after a break is at work already: no own-time travel on this leg.
      arriveSec = cursor.break.endSec + travelSec;
      readySec = arriveSec;
    }
  }
  const startSec = earliestStart(visit, readySec);
  if (startSec === null) return null;
  return {
    visit,
    travelSec,
    travelM: index.travelM(cursor.atPlaceId, visit.placeId),
    arriveSec,
    startSec,
    finishSec: startSec + visit.durationSec,
    lateSec: lateSecAt(visit, startSec),
  };
}

type RouteEnd = Pick<TimedRoute, 'endTravelSec' | 'endTravelM' | 'arriveSec' | 'workEndSec' | 'overtimeSec'>;

function timeEnd(index: ProblemIndex, shift: Shift, cursor: Cursor, hasBreak: boolean): RouteEnd | null {
  const endTravelSec = index.travelSec(cursor.atPlaceId, shift.endPlaceId);
  let leaveSec = cursor.freeSec;
  if (hasBreak && shift.break && leaveSec + endTravelSec > shift.break.latestSec) {
    const startSec = Math.max(leaveSec, shift.break.earliestSec);
    if (startSec > shift.break.latestSec) return null;
    cursor.break = { startSec, endSec: startSec + shift.break.durationSec };
    leaveSec = cursor.break.endSec;
  }
  const arriveSec = leaveSec + endTravelSec;
  const workEndSec = arriveSec - Math.min(shift.allowanceAfterSec, endTravelSec);
  const overtimeSec = Math.max(0, workEndSec - shift.endSec);
  if (overtimeSec > shift.overtimeLimitSec) return null;
  const endTravelM = index.travelM(cursor.atPlaceId, shift.endPlaceId);
  return { endTravelSec, endTravelM, arriveSec, workEndSec, overtimeSec };
}

/** Leaves home as late as the first start allows, and moves an early break to before leaving. */
function leave(
  shift: Shift,
  stops: TimedStop[],
  taken: TimedBreak | null,
): Pick<TimedRoute, 'departSec' | 'break'> {
  const first = stops[0]!;
  const earliestSec = shift.startSec - Math.min(shift.allowanceBeforeSec, first.travelSec);
  const latestSec = first.startSec - first.travelSec;
  if (!taken || taken.startSec >= first.finishSec) {
    stops[0] = { ...first, arriveSec: Math.max(earliestSec, latestSec) + first.travelSec };
    return { departSec: Math.max(earliestSec, latestSec), break: taken };
  }
  const startSec = Math.max(shift.startSec, shift.break?.earliestSec ?? 0);
  const endSec = startSec + (shift.break?.durationSec ?? 0);
  if (startSec <= (shift.break?.latestSec ?? 0) && endSec <= latestSec) {
    stops[0] = { ...first, arriveSec: first.startSec };
    return { departSec: latestSec, break: { startSec, endSec } };
  }
  const departSec = Math.max(earliestSec, taken.startSec - first.travelSec);
  stops[0] = { ...first, arriveSec: departSec + first.travelSec };
  return { departSec, break: taken };
}
