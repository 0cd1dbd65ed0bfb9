import { z } from 'zod';
import type { HandRequest } from '@/contract/plan/hand';
import type { Random } from '@/core/index';
import { select, type Transaction } from '@/db/connection';
import { openHand } from '@/server/shared/hand/hand-board';
import type { Unit } from '@/server/shared/unit';

export const EXTENT = { territoryIds: ['quay', 'sallow'], firstDate: '2026-06-10', lastDate: '2026-06-11' };

/** All that the live plan is, as text. */
export async function wholePlan(transaction: Transaction): Promise<string> {
  const rows = await select(
    transaction,
    z.strictObject({ text: z.string() }),
    `select coalesce(jsonb_agg(to_jsonb(x) order by x.k), '[]')::text as text from (
       select p.visit_id || '/' || p.part || '/' || p.seat as k, p.person_id, p.date, p.starts_at, p.ends_at, p.equipment_ids, p.overlap_reason
         from placements p join plans l on l.id = p.plan_id and l.kind = 'live'
       union all select d.person_id || '@' || d.date, d.person_id, d.date, d.depart_at, d.arrive_at, d.break_starts::text[], null
         from plan_days d join plans l on l.id = d.plan_id and l.kind = 'live'
       union all select 'v ' || v.id, v.tied_person_id, null, v.tied_start_at, null, array[v.duration_min::text, v.status], null from visits v) x`,
  );
  return rows[0]!.text;
}

/** Any open visit anywhere at any moment of the working day; now and then off its cord, or for another time. */
export async function anyRequest(unit: Unit, random: Random): Promise<HandRequest> {
  const { board, kept } = await openHand(unit, EXTENT);
  const { originSec } = kept.built;
  const own = board.index.problem.visits.filter((v) => !v.id.includes('~'));
  const visit = own[random.below(own.length)]!;
  const seen = (board.shiftsOf.get(visit.id) ?? []).map((id) => {
    const route = board.routeOf.get(id)!;
    const stop = route.stops.find((s) => s.visit.id === visit.id)!;
    return { personId: route.shift.personId, startAt: stop.startSec + originSec };
  });
  const ask = (what: Partial<HandRequest['visits'][number]>, deed: HandRequest['deed']): HandRequest => ({
    extent: EXTENT,
    deed,
    visits: [{ visitId: visit.id, seen, ...what }],
    reason: 'a test asks for it',
  });
  if (seen.length > 0 && random.below(6) === 0)
    return ask({ seats: [] }, random.below(3) === 0 ? 'cancel' : 'take-off');
  if (random.below(6) === 0) return ask({ durationMin: 15 * (1 + random.below(20)) }, 'stretch');
  const { shifts } = board.index.problem;
  const chosen = Array.from({ length: visit.people ?? 1 }, () => shifts[random.below(shifts.length)]!);
  const fromAt = originSec + chosen[0]!.startSec + 300 * random.below(100);
  const ids = [...new Set(chosen.map((s) => s.id))];
  return ask({ seats: ids.map((shiftId) => ({ shiftId, fromAt })) }, 'move');
}

/** Where a visit is, as whoever takes it up has seen it. */
export async function seenOf(unit: Unit, visitId: string): Promise<HandRequest['visits'][number]['seen']> {
  const { board, kept } = await openHand(unit, EXTENT);
  return (board.shiftsOf.get(visitId) ?? []).map((id) => {
    const route = board.routeOf.get(id)!;
    const stop = route.stops.find((s) => s.visit.id === visitId)!;
    return { personId: route.shift.personId, startAt: stop.startSec + kept.built.originSec };
  });
}
