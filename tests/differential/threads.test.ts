import { type Problem, verifyPlan } from '@/core/index';
import { solveInThreads } from '@/host/parallel-solve';
import type { ThreadBudget } from '@/host/thread-messages';
import { fieldProblem } from '../../bench/field-problem';
import { randomProblem } from '../support/random-problem';
import { buildProgram, program } from '../support/team';

beforeAll(buildProgram);

async function solved(problem: Problem, budget: ThreadBudget, stopFlag?: SharedArrayBuffer) {
  const result = await solveInThreads(problem, { threads: 2, seed: 1, budget, program, stopFlag });
  if (!result.ok) throw new Error('nothing is held');
  expect(verifyPlan(problem, result.plan)).toMatchObject({
    kind: 'judged',
    violations: [],
    priceAgrees: true,
  });
  return result;
}

describe('several threads', () => {
  it('search a small problem side by side, and do the same again for the same seed', async () => {
    const problem = fieldProblem({ persons: 8, days: 1, visits: 40 }, 2);
    const once = await solved(problem, { kind: 'iterations', iterations: 1500 });
    const again = await solved(problem, { kind: 'iterations', iterations: 1500 });
    expect(again.plan).toEqual(once.plan);
    expect(once.iterations).toBe(3000);
    expect(once.plan.price).toBeLessThan(once.constructedPrice);
  });

  it('work together on a large one, and tell of their plan', async () => {
    const problem = fieldProblem({ persons: 30, days: 3, visits: 450 }, 2);
    const prices: number[] = [];
    const result = await solveInThreads(problem, {
      threads: 2,
      seed: 1,
      budget: { kind: 'iterations', iterations: 2000 },
      program,
      onProgress: (state, plan) => prices.push(state.iterations > 1000 ? plan().price : state.bestPrice),
    });
    if (!result.ok) throw new Error('nothing is held');
    expect(verifyPlan(problem, result.plan)).toMatchObject({ violations: [], priceAgrees: true });
    expect(result.iterations).toBe(4000);
    expect(result.plan.price).toBeLessThan(result.constructedPrice);
    expect(prices.at(-1)).toBe(result.plan.price);
  });

  it('stop together, with a plan', async () => {
    const problem = fieldProblem({ persons: 30, days: 3, visits: 450 }, 2);
    const stopFlag = new SharedArrayBuffer(4);
    const result = await solveInThreads(problem, {
      threads: 2,
      seed: 1,
      budget: { kind: 'seconds', seconds: 60 },
      program,
      stopFlag,
      onProgress: (state) => {
        if (state.iterations > 500) Atomics.store(new Int32Array(stopFlag), 0, 1);
      },
    });
    if (!result.ok) throw new Error('nothing is held');
    expect(result.iterations).toBeLessThan(20_000);
    expect(verifyPlan(problem, result.plan)).toMatchObject({ violations: [], priceAgrees: true });
  });

  it('do not wait for one that has failed', async () => {
    const problem = fieldProblem({ persons: 30, days: 3, visits: 450 }, 2);
    const broken = new URL('data:text/javascript,throw new Error("gone")');
    const budget = { kind: 'iterations', iterations: 500 } as const;
    await expect(solveInThreads(problem, { threads: 2, seed: 1, budget, program: broken })).rejects.toThrow(
      'gone',
    );
  });

  it('end when they are told to, with a plan', async () => {
    const flag = new SharedArrayBuffer(4);
    Atomics.store(new Int32Array(flag), 0, 1);
    const begun = performance.now();
    await solved(
      fieldProblem({ persons: 8, days: 1, visits: 40 }, 2),
      { kind: 'seconds', seconds: 30 },
      flag,
    );
    expect(performance.now() - begun).toBeLessThan(15_000);
  });

  it('say which held visits have no place', async () => {
    const plain = randomProblem(4, { visits: 8, persons: 2, days: 1 });
    const problem = { ...plain, visits: plain.visits.map((v) => ({ ...v, held: true })) };
    const start = {
      format: 'lime-plan' as const,
      version: 1 as const,
      routes: [],
      unplannedVisitIds: [],
      price: 0,
    };
    const result = await solveInThreads(problem, {
      threads: 2,
      seed: 1,
      budget: { kind: 'iterations', iterations: 10 },
      start,
      program,
    });
    expect(result.ok).toBe(false);
  });
});
