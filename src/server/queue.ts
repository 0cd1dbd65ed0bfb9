import PgBoss from 'pg-boss';
import { environment } from '@/config/environment';

/** Runs wait in a queue on the same PostgreSQL. What they are is in our own table; a job is only a nudge. */
export const RUN_QUEUE = 'runs';

const holder = globalThis as { limeQueue?: Promise<PgBoss> };

/** Starts the queue's client once a process. */
export function openQueue(): Promise<PgBoss> {
  holder.limeQueue ??= (async () => {
    const boss = new PgBoss({ connectionString: environment().databaseUrl, schema: 'queue', max: 3 });
    boss.on('error', (cause) => console.error('Queue:', cause));
    await boss.start();
    await boss.createQueue(RUN_QUEUE);
    return boss;
  })().catch((cause: unknown) => {
    delete holder.limeQueue;
    throw cause;
  });
  return holder.limeQueue;
}

export async function enqueueRun(runId: string): Promise<void> {
  const boss = await openQueue();
  await boss.send(RUN_QUEUE, { runId }, { retryLimit: 0, expireInHours: 1 });
}

export async function closeQueue(): Promise<void> {
  const boss = await holder.limeQueue;
  await boss?.stop({ graceful: false, wait: true });
  delete holder.limeQueue;
}
