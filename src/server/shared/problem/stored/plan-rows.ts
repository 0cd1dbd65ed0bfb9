import { durationOf, type Plan, type Problem } from '@/core/index';
import type { DraftRows } from '@/db/repositories/plan/drafts';
import type { PlacementRow } from '@/db/repositories/plan/plans';
import { visitOfId } from '../links';
import { personAndDate } from '../make-shifts';

const at = (sec: number): Date => new Date(sec * 1000);

/**
 * A core plan as rows: placements of the visits that it decides, days as they are driven, and the pairs of
 * person and date that it decided. What only blocks time is not its to place; seats that stay outside are kept.
 */
export function planRows(
  problem: Omit<Problem, 'travel'>,
  plan: Plan,
  staying: readonly PlacementRow[] = [],
): DraftRows {
  const originSec = Date.parse(problem.originAt) / 1000;
  const shifts = new Map(problem.shifts.map((s) => [s.id, s]));
  const visits = new Map(problem.visits.map((v) => [v.id, v]));
  const placements: DraftRows['placements'][number][] = [];
  const days: DraftRows['days'][number][] = [];
  const seatsTaken = new Map<string, number>();
  for (const route of plan.routes) {
    const shift = shifts.get(route.shiftId)!;
    const { personId, date } = personAndDate(route.shiftId);
    days.push({
      personId,
      date,
      departAt: at(originSec + route.departSec),
      breakStarts: route.breakStartSecs.map((sec) => at(originSec + sec)),
      arriveAt: at(originSec + route.arriveSec),
    });
    for (const stop of route.stops) {
      const own = visitOfId(stop.visitId);
      if (!own) continue;
      const seat = (seatsTaken.get(stop.visitId) ?? 0) + 1;
      seatsTaken.set(stop.visitId, seat);
      const startSec = originSec + stop.startSec;
      placements.push({
        ...own,
        seat,
        personId,
        date,
        startsAt: at(startSec),
        endsAt: at(startSec + durationOf(visits.get(stop.visitId)!, shift)),
        equipmentIds: [...(stop.equipmentIds ?? [])],
      });
    }
  }
  for (const s of staying) {
    placements.push({
      visitId: s.visitId,
      part: s.part,
      seat: s.seat,
      personId: s.personId,
      date: s.date,
      startsAt: at(s.startAt!),
      endsAt: at(s.endAt!),
      equipmentIds: [...s.equipmentIds],
      overlapReason: s.overlapReason,
    });
  }
  for (const id of plan.unplannedVisitIds) {
    const own = visitOfId(id);
    if (own) placements.push({ ...own, seat: 1, personId: null, date: null, startsAt: null, endsAt: null });
  }
  const pairs = new Map(problem.shifts.map((s) => [s.id.split('#')[0]!, personAndDate(s.id)]));
  return { placements, days, scope: [...pairs.values()] };
}
