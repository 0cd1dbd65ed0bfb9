import type { Transaction } from '@/db/connection';
import { readAll } from '@/db/repositories/shared/schedule';

/** What territories are called, by id. */
export async function territoryNames(transaction: Transaction): Promise<ReadonlyMap<string, string>> {
  return new Map((await readAll(transaction, 'territories')).map((t) => [t.id, t.name]));
}
