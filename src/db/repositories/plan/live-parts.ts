import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { placements, planDays } from '../../models/plan';
import { rowsOf } from '../../models/table';
import { readLivePlan } from './plans';

/** Where the people of a visit are, as history keeps it. */
const seatShape = z.strictObject({
  part: z.int(),
  seat: z.int(),
  personId: z.string(),
  date: z.string(),
  startsAt: z.string(),
  endsAt: z.string().optional(),
  equipmentIds: z.array(z.string()).default([]),
  overlapReason: z.string().nullable().default(null),
});
export type LiveSeat = z.output<typeof seatShape>;
export const liveVisit = z.array(seatShape);

const drivenShape = z.strictObject({
  departAt: z.string(),
  breakStarts: z.array(z.string()),
  arriveAt: z.string(),
});
export type DrivenDay = z.infer<typeof drivenShape>;
export const liveDay = z.array(drivenShape);

const iso = (column: string): string =>
  `to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;

/** Seats of visits in the live plan by visit; those that nobody has are left out. */
export async function readLiveVisits(
  transaction: Transaction,
  visitIds: readonly string[],
): Promise<Map<string, LiveSeat[]>> {
  if (visitIds.length === 0) return new Map();
  const rows = await select(
    transaction,
    z.strictObject({ visitId: z.string(), seats: liveVisit }),
    `select p.visit_id as "visitId", jsonb_agg(jsonb_build_object('part', p.part, 'seat', p.seat, 'personId', p.person_id,
       'date', p.date, 'startsAt', ${iso('p.starts_at')}, 'endsAt', ${iso('p.ends_at')},
       'equipmentIds', to_jsonb(p.equipment_ids), 'overlapReason', p.overlap_reason) order by p.part, p.seat) as seats
     from placements p join plans l on l.id = p.plan_id and l.kind = 'live'
     where p.person_id is not null and p.visit_id = any(array[:visitIds]) group by p.visit_id`,
    { visitIds },
  );
  return new Map(rows.map((r) => [r.visitId, r.seats]));
}

/** Puts visits where the seats say; none takes a visit off the live plan. */
export async function writeLiveVisits(
  transaction: Transaction,
  visits: ReadonlyMap<string, readonly LiveSeat[]>,
): Promise<void> {
  if (visits.size === 0) return;
  const live = await readLivePlan(transaction);
  const rows = rowsOf(transaction, placements);
  await rows.remove({ planId: live.id, visitId: [...visits.keys()] });
  await rows.insert(
    [...visits].flatMap(([visitId, seats]) =>
      seats.map(({ startsAt, endsAt, ...seat }) => ({
        ...seat,
        planId: live.id,
        visitId,
        startsAt: new Date(startsAt),
        endsAt: new Date(endsAt ?? startsAt),
        changedRevision: live.revision,
      })),
    ),
  );
}

export function writeLiveVisit(transaction: Transaction, id: string, value: unknown): Promise<void> {
  return writeLiveVisits(transaction, new Map([[id, value === null ? [] : liveVisit.parse(value)]]));
}

const dayKey = (id: string): { personId: string; date: string } => {
  const at = id.lastIndexOf('@');
  return { personId: id.slice(0, at), date: id.slice(at + 1) };
};

/** How days are driven in the live plan, by "person@date". */
export async function readLiveDays(
  transaction: Transaction,
  ids: readonly string[],
): Promise<Map<string, DrivenDay[]>> {
  if (ids.length === 0) return new Map();
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string(), driven: liveDay }),
    `select d.person_id || '@' || d.date as id, jsonb_agg(jsonb_build_object('departAt', ${iso('d.depart_at')},
       'breakStarts', coalesce((select jsonb_agg(${iso('b')} order by b) from unnest(d.break_starts) b), '[]'),
       'arriveAt', ${iso('d.arrive_at')}) order by d.depart_at) as driven
     from plan_days d join plans l on l.id = d.plan_id and l.kind = 'live'
     where d.person_id || '@' || d.date = any(array[:ids]) group by d.person_id, d.date`,
    { ids },
  );
  return new Map(rows.map((r) => [r.id, r.driven]));
}

/** Says how days are driven; none leaves a day empty. */
export async function writeLiveDays(
  transaction: Transaction,
  days: ReadonlyMap<string, readonly DrivenDay[]>,
): Promise<void> {
  if (days.size === 0) return;
  const live = await readLivePlan(transaction);
  const rows = rowsOf(transaction, planDays);
  const datesOf = new Map<string, string[]>();
  for (const id of days.keys()) {
    const { personId, date } = dayKey(id);
    datesOf.set(date, [...(datesOf.get(date) ?? []), personId]);
  }
  // By the pairs themselves: the same people have other days, which are not spoken of.
  for (const [date, personId] of datesOf) await rows.remove({ planId: live.id, date, personId });
  await rows.insert(
    [...days].flatMap(([id, driven]) =>
      driven.map((d) => ({
        planId: live.id,
        ...dayKey(id),
        departAt: new Date(d.departAt),
        breakStarts: d.breakStarts.map((b) => new Date(b)),
        arriveAt: new Date(d.arriveAt),
      })),
    ),
  );
}

export function writeLiveDay(transaction: Transaction, id: string, value: unknown): Promise<void> {
  return writeLiveDays(transaction, new Map([[id, value === null ? [] : liveDay.parse(value)]]));
}
