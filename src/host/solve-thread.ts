import { parentPort } from 'node:worker_threads';
import { solve, usesLinearModels } from '@/core/engine/index';
import { createLinearModels } from './linear-models';
import type { PieceOrder, PieceResult } from './parallel-solve';

/** Seconds that a piece needs before its search begins, learnt from the piece before. */
let readySec = 0;

async function carryOut(order: PieceOrder): Promise<PieceResult> {
  const { problem, plan, seed, budget, cooling } = order;
  const linear = usesLinearModels(order.problem) ? await createLinearModels() : undefined;
  const begunAt = performance.now();
  const flag = new Int32Array(order.stopFlag);
  const seconds =
    budget.kind === 'seconds'
      ? Math.max(budget.seconds * 0.3, budget.seconds - readySec)
      : Number.POSITIVE_INFINITY;
  let searchingAt = 0;
  const now = (): number => {
    if (searchingAt === 0) searchingAt = performance.now();
    return performance.now();
  };
  const result = solve(problem, {
    seed,
    start: plan ?? undefined,
    cooling,
    linear,
    budget: budget.kind === 'seconds' ? { kind: 'seconds', seconds, now } : budget,
    shouldStop: () => Atomics.load(flag, 0) !== 0,
  });
  if (searchingAt > 0) readySec = (searchingAt - begunAt) / 1000;
  if (!result.ok) return { ok: false, visitIds: result.conflict.visitIds };
  const { solution } = result;
  return {
    ok: true,
    plan: solution.plan,
    iterations: solution.state.iterations,
    constructedPrice: solution.constructedPrice,
  };
}

parentPort?.on('message', async (order: PieceOrder) => parentPort?.postMessage(await carryOut(order)));
