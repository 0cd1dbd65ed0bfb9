import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const labelShape = z.strictObject({
  visitId: z.string(),
  label: z.string(),
  territoryId: z.string().nullable(),
});

/** What visits are called, and where they are. */
export async function labelsOf(
  transaction: Transaction,
  visitIds: readonly string[],
): Promise<z.infer<typeof labelShape>[]> {
  if (visitIds.length === 0) return [];
  return select(
    transaction,
    labelShape,
    `select v.id as "visitId", 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end as label,
       s.territory_id as "territoryId"
     from visits v join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
     where v.id in (:visitIds) order by w.number, v.part`,
    { visitIds },
  );
}
