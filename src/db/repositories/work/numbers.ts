import { z } from 'zod';
import { select, type Transaction } from '../../connection';

/** The highest number that a work order has; 0 where there is none. */
export async function newestOrderNumber(transaction: Transaction): Promise<number> {
  const shape = z.strictObject({ n: z.int() });
  const [row] = await select(
    transaction,
    shape,
    'select coalesce(max(number), 0)::int as n from work_orders',
  );
  return row?.n ?? 0;
}
