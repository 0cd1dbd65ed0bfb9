import type { PlannedRoute, PlannedStop } from '../model/plan';
import type { TimedRoute } from './timed-plan';

/** Writes a timed day down as a plan's route. */
export function plannedRoute(timed: TimedRoute): PlannedRoute {
  return {
    shiftId: timed.shift.id,
    departSec: timed.departSec,
    breakStartSecs: timed.breaks.map((b) => b.startSec),
    stops: timed.stops.map(
      ({ visit, startSec, equipmentIds }): PlannedStop =>
        equipmentIds.length > 0
          ? { visitId: visit.id, startSec, equipmentIds }
          : { visitId: visit.id, startSec },
    ),
    arriveSec: timed.arriveSec,
  };
}
