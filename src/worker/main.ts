import { closeDatabase } from '@/db/connection';
import { closeQueue, openQueue, RUN_QUEUE } from '@/server/queue';
import { claimRun, rescueLostRuns } from '@/server/work-run';
import { runSearch } from './run-search';

const RESCUE_MS = 5000;

async function main(): Promise<void> {
  const boss = await openQueue();
  await boss.work<{ runId: string }>(
    RUN_QUEUE,
    { batchSize: 1, pollingIntervalSeconds: 0.5 },
    async ([job]) => {
      const claimed = job ? await claimRun(job.data.runId) : null;
      if (claimed) await runSearch(claimed);
    },
  );
  const rescue = (): void => void rescueLostRuns().catch((cause: unknown) => console.error('Rescue:', cause));
  rescue();
  const timer = setInterval(rescue, RESCUE_MS);
  const stop = async (): Promise<void> => {
    clearInterval(timer);
    await closeQueue();
    await closeDatabase();
    process.exit(0);
  };
  process.once('SIGTERM', () => void stop());
  process.once('SIGINT', () => void stop());
  console.log('Worker ready');
}

await main();
