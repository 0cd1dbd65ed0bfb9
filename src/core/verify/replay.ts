import type { Plan, PlannedRoute } from '../model/plan';
import type { Shift } from '../model/problem';
import { durationOf } from '../model/work-of';
import { breaksIn, crossGap } from '../timing/gap';
import { legM } from '../timing/leg';
import { fetchPlace, legOf } from '../timing/time-route';
import { type TimedPlan, type TimedRoute, type TimedStop, workSecOf } from '../timing/timed-plan';
import { lateSecAt } from '../timing/windows';
import type { ProblemIndex } from '../travel/problem-index';

/** Why a plan file cannot be replayed at all. */
export interface ReplayError {
  readonly code: 'unknown-shift' | 'unknown-visit' | 'empty-route';
  readonly path: string;
  readonly id: string;
}

/** Takes the times in a plan at their word and adds what follows from them. No time is computed anew. */
export function replay(
  index: ProblemIndex,
  plan: Plan,
): { ok: true; timed: TimedPlan } | { ok: false; errors: ReplayError[] } {
  const errors: ReplayError[] = [];
  const routes: TimedRoute[] = [];
  for (const [i, route] of plan.routes.entries()) {
    const shift = index.shiftById.get(route.shiftId);
    if (!shift) errors.push({ code: 'unknown-shift', path: `routes[${i}].shiftId`, id: route.shiftId });
    if (route.stops.length === 0) {
      errors.push({ code: 'empty-route', path: `routes[${i}].stops`, id: route.shiftId });
    }
    for (const [k, stop] of route.stops.entries()) {
      if (!index.visitById.has(stop.visitId)) {
        errors.push({ code: 'unknown-visit', path: `routes[${i}].stops[${k}].visitId`, id: stop.visitId });
      }
    }
    if (shift && errors.length === 0) routes.push(replayRoute(index, shift, route));
  }
  const unplanned = plan.unplannedVisitIds.flatMap((id, i) => {
    const visit = index.visitById.get(id);
    if (!visit) errors.push({ code: 'unknown-visit', path: `unplannedVisitIds[${i}]`, id });
    return visit ? [visit] : [];
  });
  return errors.length > 0 ? { ok: false, errors } : { ok: true, timed: { routes, unplanned } };
}

/** Takes the times of one day at their word. */
export function replayRoute(index: ProblemIndex, shift: Shift, route: PlannedRoute): TimedRoute {
  const visits = route.stops.map((s) => index.visitById.get(s.visitId)!);
  const day = { shift, visits, via: fetchPlace(shift, visits) };
  const breaks = route.breakStartSecs.map((startSec, k) => ({
    startSec,
    endSec: startSec + (shift.breaks[k]?.durationSec ?? 0),
  }));
  const crossing = (i: number, fromSec: number, toSec: number) =>
    crossGap(index, { leg: legOf(day, i), fromSec, toSec, breaks: breaksIn(breaks, fromSec, toSec) });
  const stops: TimedStop[] = [];
  let freeSec = route.departSec;
  for (const [i, { startSec, equipmentIds = [] }] of route.stops.entries()) {
    const visit = visits[i]!;
    const durationSec = durationOf(visit, shift);
    const way = crossing(i, freeSec, startSec - (visit.bufferBeforeSec ?? 0));
    stops.push({
      visit,
      fromPlaceId: legOf(day, i).from,
      travelSec: way.arriveSec - way.leaveSec,
      travelM: legM(index, legOf(day, i)),
      arriveSec: way.arriveSec,
      startSec,
      finishSec: startSec + durationSec,
      lateSec: lateSecAt(visit, durationSec, startSec),
      equipmentIds,
    });
    freeSec = startSec + durationSec + (visit.bufferAfterSec ?? 0);
  }
  const home = crossing(visits.length, freeSec, route.arriveSec);
  const endTravelSec = home.arriveSec - home.leaveSec;
  const workEndSec = route.arriveSec - Math.min(shift.allowanceAfterSec, endTravelSec);
  const replayed = {
    shift,
    departSec: route.departSec,
    stops,
    breaks,
    endTravelSec,
    endTravelM: legM(index, legOf(day, visits.length)),
    arriveSec: route.arriveSec,
    workStartSec: Math.max(route.departSec, shift.startSec),
    workEndSec,
    overtimeSec: Math.max(0, workEndSec - shift.endSec),
  };
  return { ...replayed, workSec: workSecOf(replayed) };
}
