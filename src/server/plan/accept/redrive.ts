import { timeRoute, type Visit } from '@/core/index';
import type { DrivenDay } from '@/db/repositories/plan/live-parts';
import type { KeptPlan } from '../../shared/judged-plans';
import { visitOfId } from '../../shared/problem/links';
import { dayOfShift } from '../../shared/problem/make-shifts';
import { iso } from './drafted';

/** A day that is neither as the draft has it nor as it was, timed anew. */
export interface Redriven {
  readonly driven: readonly DrivenDay[];
  /** Visits, by core id, that begin at another time than before, seconds since 1970. */
  readonly starts: ReadonlyMap<string, number>;
}

/**
 * Times the days of one person and date anew around what is on them: each visit keeps its time where the day can be
 * done so, and otherwise all that is not tied moves. Null where it cannot be done at all.
 */
export function redrive({ built, index }: Pick<KeptPlan, 'built' | 'index'>, day: string): Redriven | null {
  const { originSec, plan } = built;
  const driven: DrivenDay[] = [];
  const moved = new Map<string, number>();
  for (const route of plan.routes.filter((r) => dayOfShift(r.shiftId) === day)) {
    const shift = index.shiftById.get(route.shiftId)!;
    const stops = [...route.stops].sort((a, b) => a.startSec - b.startSec);
    const visits = stops.map((s) => index.visitById.get(s.visitId)!);
    const equipment = new Map(stops.map((s) => [s.visitId, s.equipmentIds ?? []]));
    const as = (keeps: (v: Visit) => boolean) =>
      timeRoute(index, shift, visits, {
        starts: new Map(
          stops.flatMap((s, i) => (keeps(visits[i]!) ? [[s.visitId, s.startSec] as const] : [])),
        ),
        equipment,
      });
    const isBound = (v: Visit): boolean =>
      v.tie.startSec !== undefined ||
      (v.people ?? 1) > 1 ||
      v.after !== undefined ||
      (v.equipment ?? []).length > 0;
    const timed = as(() => true) ?? as(isBound);
    if (!timed) return null;
    for (const stop of timed.stops) {
      const was = stops.find((s) => s.visitId === stop.visit.id)!.startSec;
      if (was !== stop.startSec && visitOfId(stop.visit.id))
        moved.set(stop.visit.id, originSec + stop.startSec);
    }
    driven.push({
      departAt: iso(originSec + timed.departSec),
      breakStarts: timed.breaks.map((b) => iso(originSec + b.startSec)),
      arriveAt: iso(originSec + timed.arriveSec),
    });
  }
  return { driven, starts: moved };
}
