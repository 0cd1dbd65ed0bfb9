import { parentPort } from 'node:worker_threads';
import { assist, solve, usesLinearModels } from '@/core/engine/index';
import { createLinearModels } from './linear-models';
import { threadResult } from './parallel-solve';
import type { FromThread, SolveOrder, ThreadResult, ToThread } from './thread-messages';

const say = (message: FromThread): void => parentPort?.postMessage(message);

async function carryOut(order: SolveOrder): Promise<ThreadResult> {
  const { problem, plan, seed, budget } = order;
  const linear = usesLinearModels(problem) ? await createLinearModels() : undefined;
  const flag = new Int32Array(order.stopFlag);
  const result = solve(problem, {
    seed,
    start: plan ?? undefined,
    linear,
    budget: budget.kind === 'seconds' ? { ...budget, now: () => performance.now() } : budget,
    shouldStop: () => Atomics.load(flag, 0) !== 0,
  });
  return threadResult(result);
}

parentPort?.on('message', async (order: ToThread) => {
  if (order.kind === 'assist') assist(order.invitation, order.member);
  else say({ kind: 'result', result: await carryOut(order) });
});
say({ kind: 'ready' });
