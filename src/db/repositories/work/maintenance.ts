import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const target = z.strictObject({
  assetId: z.string(),
  asset: z.string(),
  siteId: z.string(),
  site: z.string(),
  zone: z.string(),
  isLocated: z.boolean(),
  territoryId: z.string().nullable(),
  customerId: z.string().nullable(),
  lastDoneOn: z.string().nullable(),
});
/** An asset of a plan, where it stands, and when its work was last done by that plan. */
export type MaintenanceTarget = z.infer<typeof target>;

export function readTargets(transaction: Transaction, planId: string): Promise<MaintenanceTarget[]> {
  return select(
    transaction,
    target,
    `select a.id as "assetId", concat_ws(' ', a.name, nullif(a.model, ''), nullif(a.serial, '')) as asset, s.id as "siteId", s.name as site, s.zone,
      s.lat is not null as "isLocated", s.territory_id as "territoryId", s.customer_id as "customerId",
      (select max(w.planned_on)::text from work_orders w where w.plan_id = m.plan_id and w.asset_id = a.id
        and w.stage in ('done','confirmed') and w.archived_at is null) as "lastDoneOn"
     from maintenance_assets m join assets a on a.id = m.asset_id join sites s on s.id = a.site_id
     where m.plan_id = :planId and a.archived_at is null order by s.name, a.name, a.id`,
    { planId },
  );
}

/** Work orders that a plan has made, by asset and day: "asset day" to the number. */
export async function readMade(
  transaction: Transaction,
  planId: string,
): Promise<ReadonlyMap<string, number>> {
  const rows = await select(
    transaction,
    z.strictObject({ assetId: z.string(), on: z.string(), number: z.int() }),
    `select asset_id as "assetId", planned_on::text as on, number from work_orders
     where plan_id = :planId and planned_on is not null and asset_id is not null and archived_at is null`,
    { planId },
  );
  return new Map(rows.map((r) => [`${r.assetId} ${r.on}`, r.number]));
}
