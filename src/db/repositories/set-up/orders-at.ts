import { z } from 'zod';
import { select, type Transaction } from '../../connection';

/** Work orders of some sites, those put away too, as [site, order]. */
export async function readOrdersAt(
  transaction: Transaction,
  siteIds: readonly string[],
): Promise<{ siteId: string; id: string }[]> {
  return select(
    transaction,
    z.strictObject({ siteId: z.string(), id: z.string() }),
    'select site_id as "siteId", id from work_orders where site_id in (:siteIds) order by id',
    { siteIds: ['', ...siteIds] },
  );
}
