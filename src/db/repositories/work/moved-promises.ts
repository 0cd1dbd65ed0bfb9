import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { movedPromises } from '../../models/requests';
import { type NewRowOf, rowsOf } from '../../models/table';

const shape = z.strictObject({
  visitId: z.string(),
  workOrderId: z.string(),
  /** When it is planned, and how wide what was promised is. */
  startAt: z.number(),
  widthSec: z.number(),
  /** Inside of what was promised, at the moment. */
  isKept: z.boolean(),
  /** Since when it has been seen at this moment and not told, by the wall's clock; null where it was not seen before. */
  seenAt: z.number().nullable(),
  seenStartAt: z.number().nullable(),
  toldAt: z.number().nullable(),
});
export type MovedPromise = z.infer<typeof shape>;

/** Any number that nothing else locks by. */
const LOCK = 20_260_611;

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

/**
 * Open visits of which the customer was told a window, and that the live plan puts outside of it or did when it was looked at last.
 * Instants are seconds since 1970. Those that begin before `now` are over.
 */
export function readMovedPromises(transaction: Transaction, now: number): Promise<MovedPromise[]> {
  return select(
    transaction,
    shape,
    `select * from (
       select v.id as "visitId", v.work_order_id as "workOrderId", ${epoch('p.starts_at')} as "startAt",
         (select max(${epoch('x.ends_at')} - ${epoch('x.starts_at')}) from visit_windows x where x.visit_id = v.id) as "widthSec",
         exists (select 1 from visit_windows x where x.visit_id = v.id and p.starts_at between x.starts_at and x.ends_at) as "isKept",
         ${epoch('m.seen_at')} as "seenAt", ${epoch('m.starts_at')} as "seenStartAt", ${epoch('m.told_at')} as "toldAt"
       from placements p
       join plans l on l.id = p.plan_id and l.kind = 'live'
       join visits v on v.id = p.visit_id and v.status = 'open'
       join work_orders w on w.id = v.work_order_id and w.stage = 'open'
       left join moved_promises m on m.visit_id = v.id
       where p.part = 1 and p.seat = 1 and p.starts_at > to_timestamp(:now)
         and exists (select 1 from visit_windows x where x.visit_id = v.id)
         and exists (select 1 from messages t where t.work_order_id = w.id and t.event in ('promised','moved','booked'))
     ) s where not s."isKept" or s."seenAt" is not null order by s."visitId"`,
    { now },
  );
}

/** Whether nobody else looks at promises in this moment; holds until the transaction ends. */
export async function lockMovedPromises(transaction: Transaction): Promise<boolean> {
  const [row] = await select(
    transaction,
    z.strictObject({ got: z.boolean() }),
    'select pg_try_advisory_xact_lock(:lock) as got',
    { lock: LOCK },
  );
  return row?.got ?? false;
}

/** Notes since when a promise has been moved; what was noted of the visit before is replaced. */
export async function noteMoved(
  transaction: Transaction,
  row: NewRowOf<typeof movedPromises>,
): Promise<void> {
  const rows = rowsOf(transaction, movedPromises);
  await rows.remove({ visitId: row.visitId });
  await rows.insert([row]);
}

export async function dropMoved(transaction: Transaction, visitId: string): Promise<void> {
  await rowsOf(transaction, movedPromises).remove({ visitId });
}
