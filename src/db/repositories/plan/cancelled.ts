import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const cancelledShape = z.strictObject({
  visitId: z.string(),
  label: z.string(),
  jobKind: z.string(),
  site: z.string(),
  personId: z.string(),
  date: z.string(),
  startAt: z.number(),
  finishAt: z.number(),
});

/** Visits of the territories that are cancelled, where they were in the live plan before: by the last change that took them off. */
export function readCancelled(
  transaction: Transaction,
  extent: { readonly territoryIds: readonly string[]; readonly firstDate: string; readonly lastDate: string },
): Promise<z.infer<typeof cancelledShape>[]> {
  return select(
    transaction,
    cancelledShape,
    `select v.id as "visitId", 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end as label,
       k.name as "jobKind", s.name as site, x.seat->>'personId' as "personId", x.seat->>'date' as date,
       extract(epoch from (x.seat->>'startsAt')::timestamptz)::float8 as "startAt",
       extract(epoch from coalesce(x.seat->>'endsAt', x.seat->>'startsAt')::timestamptz)::float8 as "finishAt"
     from visits v join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
     join job_kinds k on k.id = w.job_kind_id
     left join depots pd on pd.id = v.premises_id
     join lateral (select c.before, m.facts from changes c join commands m on m.id = c.command_id where c.object = 'live-visits' and c.object_id = v.id
       order by c.id desc limit 1) l on jsonb_typeof(l.before) = 'array'
       and coalesce(l.facts->>'deed', l.facts->'ofFacts'->>'deed') = 'cancel'
     join lateral jsonb_array_elements(l.before) as x(seat) on true
     where v.status = 'cancelled' and v.archived_at is null
       and coalesce(pd.territory_id, s.territory_id) in (:territoryIds)
       and x.seat->>'date' between :firstDate and :lastDate
     order by v.id, x.seat->>'personId'`,
    { ...extent },
  );
}
