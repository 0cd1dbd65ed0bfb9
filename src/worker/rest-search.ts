import { Worker } from 'node:worker_threads';
import type { Plan, Problem } from '@/core/index';
import { keepRest, nextRest } from '@/server/day/ways/rest';
import { systemUnit } from './in-system-unit';
import { log } from './log';
import type { SearchMessage, SearchOrder } from './search-messages';

function search(problem: Problem, start: Plan, seconds: number): Promise<Plan | null> {
  const order: SearchOrder = {
    problem,
    start,
    seed: 1,
    budget: { kind: 'seconds', seconds },
    threads: 1,
    repair: false,
    stopFlag: new SharedArrayBuffer(4),
  };
  return new Promise((resolve, reject) => {
    const thread = new Worker(new URL('./search-thread.mjs', import.meta.url), { workerData: order });
    let found: Plan | null = null;
    thread.on('message', (said: SearchMessage) => {
      if (said.kind === 'end') found = said.plan;
    });
    thread.once('error', reject);
    thread.once('exit', () => resolve(found));
  });
}

/** Optimizes what is left of a day that somebody asked for; says whether any waited. */
export async function workNextRest(): Promise<boolean> {
  const asked = await systemUnit(nextRest);
  if (!asked) return false;
  const { id, problem, start, seconds } = asked;
  const plan = await search(problem, start, seconds).catch((cause: unknown) => {
    log.error({ cause: String(cause) }, 'The rest of a day was not optimized');
    return null;
  });
  await systemUnit((unit) => keepRest(unit, id, plan));
  return true;
}
