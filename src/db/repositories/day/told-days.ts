import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { type SeenStop, toldDays } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';
import { seenStop } from './papers';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

const nowStop = z.object({
  visitId: z.string(),
  part: z.int(),
  label: z.string(),
  site: z.string(),
  startAt: z.number(),
  beganAt: z.number().nullable(),
});
const shape = z.strictObject({
  personId: z.string(),
  date: z.string(),
  now: z.array(nowStop),
  seen: z.array(seenStop).nullable(),
  seenAt: z.number().nullable(),
  noticed: z.array(seenStop).nullable(),
  noticedAt: z.number().nullable(),
  told: z.array(seenStop).nullable(),
  toldAt: z.number().nullable(),
});
export type ToldDay = z.infer<typeof shape>;

/** What is open in the live plan, a row a visit; `p` is the placement. */
const STOPS = `placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id and v.status = 'open'
  join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
  left join visit_fields f on f.visit_id = p.visit_id and f.part = p.part and f.person_id = p.person_id and f.date = p.date`;
const LISTED = `jsonb_agg(jsonb_build_object('visitId', p.visit_id, 'part', p.part, 'site', s.name,
  'startAt', ${epoch('p.starts_at')}, 'beganAt', ${epoch('f.began_at')},
  'label', 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end) order by p.starts_at, p.visit_id)`;

/** Days from a date on that their people have seen, or were told of: as they were seen, as they were told of since, and as they are. */
export function readToldDays(transaction: Transaction, fromDate: string): Promise<ToldDay[]> {
  return select(
    transaction,
    shape,
    `select k.person_id as "personId", k.date::text as date, d.stops as seen, ${epoch('d.seen_at')} as "seenAt",
       t.noticed, ${epoch('t.noticed_at')} as "noticedAt", t.told, ${epoch('t.told_at')} as "toldAt",
       coalesce((select ${LISTED} from ${STOPS} where p.person_id = k.person_id and p.date = k.date), '[]') as now
     from (select person_id, date from seen_days union select person_id, date from told_days where told is not null) k
     left join seen_days d on d.person_id = k.person_id and d.date = k.date
     left join told_days t on t.person_id = k.person_id and t.date = k.date
     where k.date >= :fromDate order by k.person_id, k.date`,
    { fromDate },
  );
}

const plannedShape = z.strictObject({ personId: z.string(), date: z.string(), stops: z.array(seenStop) });
export type PlannedDay = z.infer<typeof plannedShape>;

/** The days of the live plan between two dates, as their people would see them. */
export function readPlannedDays(
  transaction: Transaction,
  dates: { readonly from: string; readonly to: string },
): Promise<PlannedDay[]> {
  return select(
    transaction,
    plannedShape,
    `select p.person_id as "personId", p.date::text as date, ${LISTED} as stops from ${STOPS}
     where p.date between :from and :to group by p.person_id, p.date`,
    dates,
  );
}

/** Notes what was noticed of days, and what their people were told. */
export async function writeToldDays(
  transaction: Transaction,
  days: readonly NewRowOf<typeof toldDays>[],
): Promise<void> {
  const rows = rowsOf(transaction, toldDays);
  const datesOf = new Map<string, string[]>();
  for (const { personId, date } of days) datesOf.set(personId, [...(datesOf.get(personId) ?? []), date]);
  for (const [personId, date] of datesOf) await rows.remove({ personId, date });
  await rows.insert(days);
}

/**
 * From now on whoever these days belong to is told what becomes different from how they were. Days that somebody has seen or was told of
 * already stay as they are.
 */
export async function beginTelling(
  transaction: Transaction,
  days: readonly (PlannedDay & { readonly was: readonly SeenStop[] })[],
  at: { readonly wall: Date; readonly now: Date },
): Promise<void> {
  await execute(
    transaction,
    `insert into told_days (person_id, date, noticed, noticed_at, told, told_at)
     select r."personId", r.date, r.stops, :wall, r.was, :now
     from jsonb_to_recordset(cast(:days as jsonb)) as r("personId" text, date date, stops jsonb, was jsonb)
     where not exists (select 1 from seen_days s where s.person_id = r."personId" and s.date = r.date)
     on conflict do nothing`,
    { days: JSON.stringify(days), ...at },
  );
}
