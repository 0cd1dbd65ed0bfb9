import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const shape = z.strictObject({
  id: z.string(),
  durationMin: z.int(),
  priority: z.int(),
  isPlanned: z.boolean(),
  territoryId: z.string().nullable(),
});
export type Follower = z.infer<typeof shape>;

/** Open visits of a kind, and whether the live plan has them. */
export async function readOpenVisitsOfKind(transaction: Transaction, jobKindId: string): Promise<Follower[]> {
  return select(
    transaction,
    shape,
    `select v.id, v.duration_min as "durationMin", v.priority, s.territory_id as "territoryId",
       exists (select 1 from placements p join plans l on l.id = p.plan_id and l.kind = 'live'
         where p.visit_id = v.id and p.person_id is not null) as "isPlanned"
     from visits v join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
     where w.job_kind_id = :jobKindId and v.status = 'open' and v.archived_at is null order by v.id`,
    { jobKindId },
  );
}
