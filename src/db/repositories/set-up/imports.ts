import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { imports } from '../../models/set-up';
import { type NewRowOf, rowsOf } from '../../models/table';

const shape = z.strictObject({
  id: z.string(),
  userId: z.string(),
  target: z.string(),
  fileName: z.string(),
  content: z.instanceof(Buffer),
  settings: z.unknown(),
  status: z.enum(['open', 'checking', 'checked', 'bringing', 'done', 'failed']),
  done: z.number(),
  result: z.unknown(),
});
export type ImportRow = z.infer<typeof shape>;

const COLUMNS = `id, user_id as "userId", target, file_name as "fileName", content, settings, status, done, result`;

export async function addImport(transaction: Transaction, row: NewRowOf<typeof imports>): Promise<void> {
  await rowsOf(transaction, imports).insert([row]);
}

/** A file that somebody is bringing in; held until the transaction ends where it is to be written. */
export async function readImport(
  transaction: Transaction,
  id: string,
  hold = false,
): Promise<ImportRow | null> {
  const rows = await select(
    transaction,
    shape,
    `select ${COLUMNS} from imports where id = :id${hold ? ' for update' : ''}`,
    { id },
  );
  return rows[0] ?? null;
}

export async function writeImport(
  transaction: Transaction,
  id: string,
  values: Partial<Pick<ImportRow, 'settings' | 'status' | 'done' | 'result'>>,
): Promise<void> {
  await rowsOf(transaction, imports).update({ id }, values as never);
}

/**
 * Takes the oldest that waits to be looked at or brought in, past those that others work on. It is held by an
 * advisory lock until the transaction ends, not by its row: how far it is may be written meanwhile.
 */
export async function claimImport(transaction: Transaction): Promise<ImportRow | null> {
  const ids = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    "select id from imports where status in ('checking', 'bringing') order by created_at limit 20",
  );
  for (const { id } of ids) {
    const lock = z.strictObject({ got: z.boolean() });
    const [answer] = await select(
      transaction,
      lock,
      'select pg_try_advisory_xact_lock(hashtextextended(:id, 7)) as got',
      { id },
    );
    if (!answer?.got) continue;
    // Between the list and the lock somebody may have finished it.
    const row = await readImport(transaction, id);
    if (row?.status === 'checking' || row?.status === 'bringing') return row;
  }
  return null;
}

/** Files of days ago are nobody's any more. */
export async function dropOldImports(transaction: Transaction, before: Date): Promise<void> {
  await execute(transaction, 'delete from imports where created_at < :before', { before });
}
