import PgBoss from 'pg-boss';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '@/db/connection';

/** Work waits in tables of ours; a job in a queue is only a nudge to look there. */
export const QUEUES = ['runs', 'imports'] as const;
export type QueueName = (typeof QUEUES)[number];
const SCHEMA = 'queue';

/** A client of the queue; `migrate` only where the schema may be changed. */
export function createQueue(connectionString: string, options: { readonly migrate: boolean }): PgBoss {
  const boss = new PgBoss({ connectionString, schema: SCHEMA, max: 2, migrate: options.migrate });
  boss.on('error', () => undefined);
  return boss;
}

/** Brings the queue's own schema to where this release expects it. */
export async function prepareQueue(connectionString: string): Promise<void> {
  const boss = createQueue(connectionString, { migrate: true });
  await boss.start();
  // One nudge waits at most: whoever takes it goes on until nothing waits.
  for (const name of QUEUES)
    if (!(await boss.getQueue(name))) await boss.createQueue(name, { name, policy: 'short' });
  await boss.stop({ graceful: false, wait: true });
}

/** Nudges a worker when the transaction commits, over the transaction's own connection. */
export async function nudge({ sequelize, handle }: Transaction, queue: QueueName): Promise<void> {
  const executeSql = async (text: string, values: unknown[]): Promise<{ rows: unknown[] }> => {
    const bind = values.map((v) => v ?? null);
    const [rows] = await sequelize.query(text, { bind, transaction: handle, type: QueryTypes.RAW });
    return { rows: rows as unknown[] };
  };
  await new PgBoss({ schema: SCHEMA, db: { executeSql } as never }).send(queue, {}, { retryLimit: 0 });
}
