import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { toldDays } from '../../models/field';
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
  seen: z.array(seenStop),
  seenAt: z.number(),
  noticed: z.array(seenStop).nullable(),
  noticedAt: z.number().nullable(),
  told: z.array(seenStop).nullable(),
  toldAt: z.number().nullable(),
});
export type ToldDay = z.infer<typeof shape>;

/** Days from a date on that their people have seen: as they were seen, as they were told of since, and as they are. */
export function readToldDays(transaction: Transaction, fromDate: string): Promise<ToldDay[]> {
  return select(
    transaction,
    shape,
    `select d.person_id as "personId", d.date::text as date, d.stops as seen, ${epoch('d.seen_at')} as "seenAt",
       t.noticed, ${epoch('t.noticed_at')} as "noticedAt", t.told, ${epoch('t.told_at')} as "toldAt",
       coalesce((select jsonb_agg(jsonb_build_object('visitId', p.visit_id, 'part', p.part, 'site', s.name, 'startAt', ${epoch('p.starts_at')}, 'beganAt', ${epoch('f.began_at')},
           'label', 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end) order by p.starts_at, p.visit_id)
         from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id and v.status = 'open'
         join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
         left join visit_fields f on f.visit_id = p.visit_id and f.part = p.part and f.person_id = p.person_id and f.date = p.date
         where p.person_id = d.person_id and p.date = d.date), '[]') as now
     from seen_days d left join told_days t on t.person_id = d.person_id and t.date = d.date
     where d.date >= :fromDate order by d.person_id, d.date`,
    { fromDate },
  );
}

/** Notes what was noticed of a day, and what its person was told. */
export async function writeToldDay(transaction: Transaction, row: NewRowOf<typeof toldDays>): Promise<void> {
  const rows = rowsOf(transaction, toldDays);
  await rows.remove({ personId: row.personId, date: row.date });
  await rows.insert([row]);
}
