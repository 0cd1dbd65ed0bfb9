import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const shape = z.strictObject({ date: z.string(), hours: z.number() });

/** Hours of work on each date: planned on it in the live plan, or due on it and planned nowhere. */
export async function readAskedHours(
  transaction: Transaction,
  asked: {
    readonly liveId: string;
    readonly territoryIds: readonly string[];
    readonly firstDate: string;
    readonly lastDate: string;
  },
): Promise<ReadonlyMap<string, number>> {
  const rows = await select(
    transaction,
    shape,
    `select to_char(d.date, 'YYYY-MM-DD') as date, sum(d.hours)::float8 as hours from (
       select p.date, extract(epoch from p.ends_at - p.starts_at) / 3600 as hours
       from placements p join visits v on v.id = p.visit_id join work_orders w on w.id = v.work_order_id
         join sites s on s.id = w.site_id left join depots pd on pd.id = v.premises_id
       where p.plan_id = :liveId and p.date between :firstDate and :lastDate and v.status = 'open'
         and coalesce(pd.territory_id, s.territory_id) in (:territoryIds)
       union all
       select (v.due_at at time zone s.zone)::date, v.duration_min / 60.0
       from visits v join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
         left join depots pd on pd.id = v.premises_id
       where v.status = 'open' and v.archived_at is null and coalesce(pd.territory_id, s.territory_id) in (:territoryIds)
         and (v.due_at at time zone s.zone)::date between :firstDate and :lastDate
         and not exists (select 1 from placements p where p.plan_id = :liveId and p.visit_id = v.id and p.person_id is not null)
     ) d group by d.date`,
    { ...asked, territoryIds: ['', ...asked.territoryIds] },
  );
  return new Map(rows.map((r) => [r.date, r.hours]));
}
