import { environment } from '@/config/environment';
import { inTransaction, openDatabase } from '@/db/connection';
import { clockIn } from '@/server/shared/clock';
import type { SystemUnit } from '@/server/shared/unit';

/** Runs a use case in nobody's name, in a transaction of its own. */
export function systemUnit<T>(work: (unit: SystemUnit) => Promise<T>): Promise<T> {
  const db = openDatabase(environment().databaseUrl);
  return inTransaction(db, 'write', async (transaction) =>
    work({ transaction, now: (await clockIn(transaction)).now }),
  );
}
