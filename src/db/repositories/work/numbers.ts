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

/** The work order with a number in another program, and its visit where it has one open one only; null where there is none. */
export async function findOrderOutside(
  transaction: Transaction,
  outsideNumber: string,
): Promise<{ readonly id: string; readonly visitId: string | null } | null> {
  const [row] = await select(
    transaction,
    z.strictObject({ id: z.string(), visitId: z.string().nullable() }),
    `select w.id, case when count(v.id) = 1 then min(v.id) end as "visitId" from work_orders w
     left join visits v on v.work_order_id = w.id and v.status = 'open' and v.archived_at is null
     where w.outside_number = :outsideNumber and w.archived_at is null group by w.id`,
    { outsideNumber },
  );
  return row ?? null;
}

/** The part that a further visit of a work order would be. */
export async function nextPart(transaction: Transaction, workOrderId: string): Promise<number> {
  const [row] = await select(
    transaction,
    z.strictObject({ n: z.int() }),
    'select coalesce(max(part), 0)::int + 1 as n from visits where work_order_id = :workOrderId',
    { workOrderId },
  );
  return row?.n ?? 1;
}
