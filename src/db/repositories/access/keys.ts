import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { programKeys } from '../../models/access';
import { type NewRowOf, rowsOf } from '../../models/table';

const shape = z.strictObject({
  id: z.string(),
  name: z.string(),
  userId: z.string(),
  owner: z.string(),
  mayChange: z.boolean(),
  objects: z.array(z.string()),
  endsOn: z.string(),
  isOver: z.boolean(),
  lastUsedAt: z.date().nullable(),
});
export type KeyRow = z.infer<typeof shape>;

const KEY = `select k.id, k.name, k.user_id as "userId", u.name as owner, k.may_change as "mayChange", k.objects,
  k.ends_on::text as "endsOn", k.ends_on < current_date as "isOver", k.last_used_at as "lastUsedAt"
  from program_keys k join users u on u.id = k.user_id`;

export async function addKey(transaction: Transaction, row: NewRowOf<typeof programKeys>): Promise<void> {
  await rowsOf(transaction, programKeys).insert([row]);
}

/** The key behind a hash, while it works. */
export async function readKey(transaction: Transaction, tokenHash: string): Promise<KeyRow | null> {
  const rows = await select(
    transaction,
    shape,
    `${KEY} where k.token_hash = :tokenHash and k.ends_on >= current_date`,
    { tokenHash },
  );
  return rows[0] ?? null;
}

/** Keys of somebody, or of everybody, newest first. */
export async function listKeys(transaction: Transaction, userId: string | null): Promise<KeyRow[]> {
  return select(
    transaction,
    shape,
    `${KEY} where :userId::text is null or k.user_id = :userId order by k.created_at desc, k.id`,
    { userId },
  );
}

export async function removeKey(transaction: Transaction, id: string): Promise<void> {
  await rowsOf(transaction, programKeys).remove({ id });
}

/** Notes that a key was used, at most once a minute. */
export async function noteUse(transaction: Transaction, tokenHash: string): Promise<void> {
  await execute(
    transaction,
    `update program_keys set last_used_at = now()
     where token_hash = :tokenHash and (last_used_at is null or last_used_at < now() - interval '1 minute')`,
    { tokenHash },
  );
}
