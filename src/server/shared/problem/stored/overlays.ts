import type { Plan } from '@/core/index';
import type { Transaction } from '@/db/connection';
import { liveDay, liveVisit } from '@/db/repositories/plan/live-parts';
import type { Overlay, PlacementRow, PlanDayRow } from '@/db/repositories/plan/plans';
import { readBestPlan } from '@/db/repositories/runs/runs';
import { readPlanChangesSince } from '@/db/repositories/shared/commands';
import { readPackedRun } from '../../run-problem';
import { planRows } from './plan-rows';

/** Plans that are not stored as such: what a run has found so far, and the live plan as it was before a command. */
export const BEST = 'best-';
export const PAST = 'past-';

const sec = (at: Date | string): number => new Date(at).getTime() / 1000;

function grouped<T>(
  rows: readonly T[],
  keyOf: (row: T) => string,
  keys: readonly string[],
): Map<string, T[]> {
  const out = new Map<string, T[]>(keys.map((k) => [k, []]));
  for (const row of rows) {
    const key = keyOf(row);
    out.set(key, [...(out.get(key) ?? []), row]);
  }
  return out;
}

/** What a run has found so far, over the live plan; null while it has found nothing. */
async function bestOf(transaction: Transaction, runId: string): Promise<Overlay | null> {
  const best = await readBestPlan(transaction, runId);
  if (!best) return null;
  const { problem, staying } = await readPackedRun(transaction, runId);
  const rows = planRows(problem, best.plan as Plan, staying);
  const placements = rows.placements.map(
    (p): PlacementRow => ({
      visitId: p.visitId,
      part: p.part,
      seat: p.seat,
      personId: p.personId ?? null,
      date: p.date ?? null,
      startAt: p.startsAt ? sec(p.startsAt) : null,
      endAt: p.endsAt ? sec(p.endsAt) : null,
      equipmentIds: [...(p.equipmentIds ?? [])],
      overlapReason: p.overlapReason ?? null,
    }),
  );
  const days = rows.days.map(
    (d): PlanDayRow => ({
      personId: d.personId,
      date: d.date,
      departAt: sec(d.departAt),
      breakAts: (d.breakStarts ?? []).map(sec),
      arriveAt: sec(d.arriveAt),
    }),
  );
  return {
    key: `${BEST}${runId} ${best.foundAt}`,
    visits: grouped(placements, (p) => p.visitId, []),
    days: grouped(
      days,
      (d) => `${d.personId}@${d.date}`,
      rows.scope.map((s) => `${s.personId}@${s.date}`),
    ),
  };
}

/** The live plan as it was before a command: of all that was changed since, what it was at first. */
async function pastOf(transaction: Transaction, commandId: number): Promise<Overlay> {
  const changes = await readPlanChangesSince(transaction, commandId);
  const visits = new Map<string, readonly PlacementRow[]>();
  const days = new Map<string, readonly PlanDayRow[]>();
  for (const { object, objectId, before } of changes) {
    if (object === 'live-visits' && !visits.has(objectId)) {
      const seats = before === null ? [] : liveVisit.parse(before);
      visits.set(
        objectId,
        seats.map((s) => ({
          visitId: objectId,
          part: s.part,
          seat: s.seat,
          personId: s.personId,
          date: s.date,
          startAt: sec(s.startsAt),
          endAt: s.endsAt === undefined ? sec(s.startsAt) : sec(s.endsAt),
          equipmentIds: s.equipmentIds,
          overlapReason: s.overlapReason,
        })),
      );
    }
    if (object === 'live-days' && !days.has(objectId)) {
      const at = objectId.lastIndexOf('@');
      const driven = before === null ? [] : liveDay.parse(before);
      days.set(
        objectId,
        driven.map((d) => ({
          personId: objectId.slice(0, at),
          date: objectId.slice(at + 1),
          departAt: sec(d.departAt),
          breakAts: d.breakStarts.map(sec),
          arriveAt: sec(d.arriveAt),
        })),
      );
    }
  }
  return { key: `${PAST}${commandId} ${changes.length}`, visits, days };
}

/** What is laid over the live plan for a plan that is not stored; null for one that is. */
export async function overlayOf(transaction: Transaction, planId: string): Promise<Overlay | null> {
  if (planId.startsWith(BEST)) return bestOf(transaction, planId.slice(BEST.length));
  if (planId.startsWith(PAST)) return pastOf(transaction, Number(planId.slice(PAST.length)));
  return null;
}
