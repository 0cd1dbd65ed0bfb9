import { execute, type Transaction } from '../../connection';
import { needsAside } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';

/** Needs of a day that somebody has put aside, with why. */
export async function readAsides(
  transaction: Transaction,
  date: string,
): Promise<ReadonlyMap<string, string>> {
  const rows = await rowsOf(transaction, needsAside).find({ date });
  return new Map(rows.map((r) => [r.key, r.reason]));
}

export async function writeAside(transaction: Transaction, row: NewRowOf<typeof needsAside>): Promise<void> {
  await dropAside(transaction, row.key);
  await rowsOf(transaction, needsAside).insert([row]);
}

export function dropAside(transaction: Transaction, key: string): Promise<void> {
  return execute(transaction, 'delete from needs_aside where key = :key', { key });
}
