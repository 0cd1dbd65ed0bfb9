import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { reminders } from '../../models/desk';
import { type NewRowOf, type RowOf, rowsOf } from '../../models/table';

const shape = z.strictObject({
  id: z.string(),
  note: z.string(),
  dueAt: z.date(),
  visitId: z.string().nullable(),
  personId: z.string().nullable(),
  about: z.string().nullable(),
  isDone: z.boolean(),
  version: z.int(),
});
export type ReminderState = z.infer<typeof shape>;

const COLUMNS = `r.id, r.note, r.due_at as "dueAt", r.visit_id as "visitId", r.person_id as "personId",
  coalesce('W-' || o.number || case when v.part > 1 then '.' || v.part else '' end, t.name, c.name) as about,
  r.done_at is not null as "isDone", r.version
  from reminders r left join visits v on v.id = r.visit_id left join work_orders o on o.id = v.work_order_id
  left join technicians t on t.id = r.person_id left join crews c on c.id = r.person_id`;

/** What somebody has to think of: all that is open, and what was done since a moment. */
export function readReminders(
  transaction: Transaction,
  ownerId: string,
  doneSince: Date,
): Promise<ReminderState[]> {
  return select(
    transaction,
    shape,
    `select ${COLUMNS} where r.owner_id = :ownerId and (r.done_at is null or r.done_at >= :doneSince)
     order by r.due_at, r.id limit 300`,
    { ownerId, doneSince },
  );
}

export async function lockReminder(
  transaction: Transaction,
  id: string,
  ownerId: string,
): Promise<ReminderState | null> {
  const rows = await select(
    transaction,
    shape,
    `select ${COLUMNS} where r.id = :id and r.owner_id = :ownerId for update of r`,
    { id, ownerId },
  );
  return rows[0] ?? null;
}

export async function addReminder(transaction: Transaction, row: NewRowOf<typeof reminders>): Promise<void> {
  await rowsOf(transaction, reminders).insert([row]);
}

export async function updateReminder(
  transaction: Transaction,
  id: string,
  values: Partial<RowOf<typeof reminders>>,
): Promise<void> {
  await rowsOf(transaction, reminders).update({ id }, values);
}

export async function dropReminder(transaction: Transaction, id: string): Promise<void> {
  await rowsOf(transaction, reminders).remove({ id });
}
