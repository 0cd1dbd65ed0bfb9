import type { Plan, PlannedRoute } from '../model/plan';
import type { Shift } from '../model/problem';
import type { ProblemIndex } from '../model/problem-index';
import type { TimedPlan, TimedRoute, TimedStop } from '../timing/timed-plan';
import { lateSecAt } from '../timing/windows';

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

function replayRoute(index: ProblemIndex, shift: Shift, route: PlannedRoute): TimedRoute {
  const stops: TimedStop[] = [];
  const pause =
    shift.break && route.breakStartSec !== null
      ? { startSec: route.breakStartSec, endSec: route.breakStartSec + shift.break.durationSec }
      : null;
  let placeId = shift.startPlaceId;
  let freeSec = route.departSec;
  for (const planned of route.stops) {
    const visit = index.visitById.get(planned.visitId)!;
    const travelSec = index.travelSec(placeId, visit.placeId);
    const pauseFirst = pause && pause.startSec >= freeSec && pause.endSec + travelSec <= planned.startSec;
    const pauseFits = pauseFirst && pause.startSec < freeSec + travelSec;
    stops.push({
      visit,
      travelSec,
      travelM: index.travelM(placeId, visit.placeId),
      arriveSec: (pauseFits ? pause.endSec : freeSec) + travelSec,
      startSec: planned.startSec,
      finishSec: planned.startSec + visit.durationSec,
      lateSec: lateSecAt(visit, planned.startSec),
    });
    placeId = visit.placeId;
    freeSec = planned.startSec + visit.durationSec;
  }
  const endTravelSec = index.travelSec(placeId, shift.endPlaceId);
  const workEndSec = route.arriveSec - Math.min(shift.allowanceAfterSec, endTravelSec);
  return {
    shift,
    departSec: route.departSec,
    stops,
    break: pause,
    endTravelSec,
    endTravelM: index.travelM(placeId, shift.endPlaceId),
    arriveSec: route.arriveSec,
    workEndSec,
    overtimeSec: Math.max(0, workEndSec - shift.endSec),
  };
}
