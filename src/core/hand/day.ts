import type { PlannedRoute } from '../model/plan';
import type { Shift, Visit } from '../model/problem';
import { durationOf } from '../model/work-of';
import { legArrival, legLeave } from '../timing/leg';
import { fetchPlace, type Given, legOf, timePrice, waysToTime } from '../timing/time-route';
import type { TimedRoute, TimedStop } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';
import { replayRoute } from '../verify/replay';

/** A visit in a day that is put together by hand, and the moment before which it does not begin. */
export interface HandStop {
  readonly visit: Visit;
  readonly fromSec: number;
  /** It begins at that moment or the day cannot be done so. */
  readonly isExact: boolean;
  readonly equipmentIds: readonly string[];
  /** It stands against its own hours already: they are not asked of it again. */
  readonly isAgainst: boolean;
}

/** A visit that is where it is, whatever its windows say. */
function asItStands({ visit, fromSec, isAgainst }: HandStop): Visit {
  if (!isAgainst) return visit;
  const { access: _access, ...rest } = visit;
  return { ...rest, tie: {}, windows: [{ startSec: fromSec, endSec: fromSec, latestSec: fromSec }] };
}

/**
 * Times a day so that each visit begins as soon as it may after its own moment: what has room stays, what has not is pushed
 * later. Null where that would leave a window, the hours or an agreed beginning.
 */
export function pushedDay(
  index: ProblemIndex,
  shift: Shift,
  stops: readonly HandStop[],
  overtimeLimitSec: number,
): TimedRoute | null {
  const visits = stops.map(asItStands);
  const given = {
    floors: new Map(stops.map((s) => [s.visit.id, s.fromSec])),
    starts: new Map(stops.filter((s) => s.isExact).map((s) => [s.visit.id, s.fromSec])),
    equipment: new Map(stops.map((s) => [s.visit.id, s.equipmentIds])),
  };
  const wider = overtimeLimitSec > shift.overtimeLimitSec ? { ...shift, overtimeLimitSec } : shift;
  const timed = leastPushed(index, wider, visits, given);
  if (!timed) return null;
  // Judged by its own windows and the shift's own limit again, as any plan is.
  return replayRoute(index, shift, {
    shiftId: shift.id,
    departSec: timed.departSec,
    breakStartSecs: timed.breaks.map((b) => b.startSec),
    stops: timed.stops.map((s) => ({
      visitId: s.visit.id,
      startSec: s.startSec,
      ...(s.equipmentIds.length > 0 ? { equipmentIds: s.equipmentIds } : {}),
    })),
    arriveSec: timed.arriveSec,
  });
}

/** Of all ways to place the breaks the one that pushes visits least, then the cheapest, then the one that is over first. */
function leastPushed(
  index: ProblemIndex,
  shift: Shift,
  visits: readonly Visit[],
  given: Given & { readonly floors: ReadonlyMap<string, number> },
): TimedRoute | null {
  let best: TimedRoute | null = null;
  let bestRank: readonly number[] = [];
  for (const route of waysToTime(index, shift, visits, given)) {
    const pushedSec = route.stops.reduce((sum, s) => sum + s.startSec - given.floors.get(s.visit.id)!, 0);
    const rank = [pushedSec, timePrice(route, index.problem.prices), route.workEndSec];
    const differs = rank.findIndex((r, i) => r !== bestRank[i]);
    if (best && (differs < 0 || rank[differs]! > bestRank[differs]!)) continue;
    best = route;
    bestRank = rank;
  }
  return best;
}

/** The day with every visit at its own moment, possible or not: what does not fit shows as rules broken. */
export function statedDay(
  index: ProblemIndex,
  shift: Shift,
  stops: readonly HandStop[],
  was: TimedRoute | undefined,
): TimedRoute {
  const sorted = [...stops].sort((a, b) => a.fromSec - b.fromSec);
  const visits = sorted.map((s) => s.visit);
  const day = { shift, visits, via: fetchPlace(shift, visits) };
  const first = sorted[0]!;
  const last = sorted.at(-1)!;
  const leaveSec = legLeave(index, legOf(day, 0), first.fromSec - (first.visit.bufferBeforeSec ?? 0));
  const isFirstAsBefore = was !== undefined && was.stops[0]!.visit.id === first.visit.id;
  const freeSec = last.fromSec + durationOf(last.visit, shift) + (last.visit.bufferAfterSec ?? 0);
  const homeSec = legArrival(index, legOf(day, visits.length), freeSec);
  const isLastAsBefore = was !== undefined && isSameStop(was.stops.at(-1)!, last);
  const route: PlannedRoute = {
    shiftId: shift.id,
    departSec: isFirstAsBefore
      ? was.departSec
      : Math.max(shift.startSec - shift.allowanceBeforeSec, leaveSec),
    breakStartSecs: was
      ? was.breaks.map((b) => b.startSec)
      : shift.breaks.filter((b) => homeSec > (b.dueSec ?? b.latestSec)).map((b) => b.earliestSec),
    stops: sorted.map((s) => ({
      visitId: s.visit.id,
      startSec: s.fromSec,
      ...(s.equipmentIds.length > 0 ? { equipmentIds: s.equipmentIds } : {}),
    })),
    arriveSec: isLastAsBefore ? was.arriveSec : homeSec,
  };
  return replayRoute(index, shift, route);
}

const isSameStop = (stop: TimedStop, other: HandStop): boolean =>
  stop.visit.id === other.visit.id && stop.startSec === other.fromSec;
