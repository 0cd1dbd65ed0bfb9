import type { Plan, Problem } from '@/core/index';
import type { PlanDayRow } from '@/db/repositories/plan/plans';
import { dayOfShift } from '../make-shifts';

/** A visit on a shift as it is stored, seconds from the origin. */
export interface Seat {
  readonly visitId: string;
  readonly shiftId: string;
  readonly startSec: number;
  readonly equipmentIds: readonly string[];
}

/** The stored plan in the core's form, with its stored times taken as they are. */
export function planOf(
  problem: Problem,
  seats: readonly Seat[],
  planDays: readonly PlanDayRow[],
  originSec: number,
): Plan {
  const byShift = new Map<string, Seat[]>();
  for (const seat of seats) byShift.set(seat.shiftId, [...(byShift.get(seat.shiftId) ?? []), seat]);
  const driven = new Map<string, PlanDayRow[]>();
  for (const d of planDays) {
    const key = `${d.personId}@${d.date}`;
    driven.set(key, [...(driven.get(key) ?? []), d]);
  }
  const routes = problem.shifts.flatMap((shift) => {
    const stops = byShift.get(shift.id)?.sort((a, b) => a.startSec - b.startSec);
    if (!stops) return [];
    const first = stops[0]!.startSec;
    const day = (driven.get(dayOfShift(shift.id)) ?? [])
      .filter((d) => d.departAt - originSec <= first)
      .sort((a, b) => b.departAt - a.departAt)[0];
    return [
      {
        shiftId: shift.id,
        departSec: day ? day.departAt - originSec : first,
        breakStartSecs: day ? day.breakAts.map((b) => b - originSec) : [],
        stops: stops.map(({ visitId, startSec, equipmentIds }) => ({
          visitId,
          startSec,
          ...(equipmentIds.length > 0 ? { equipmentIds } : {}),
        })),
        arriveSec: day ? day.arriveAt - originSec : stops.at(-1)!.startSec,
      },
    ];
  });
  const planned = new Set(seats.map((s) => s.visitId));
  const unplannedVisitIds = problem.visits.filter((v) => !planned.has(v.id)).map((v) => v.id);
  return { format: 'lime-plan', version: 1, routes, unplannedVisitIds, price: 0 };
}
