import { execFileSync } from 'node:child_process';
import { pathToFileURL } from 'node:url';
import { type Problem, verifyPlan } from '@/core/index';
import { type PieceBudget, solveInThreads } from '@/host/parallel-solve';
import { fieldProblem } from '../../bench/field-problem';
import { randomProblem } from '../support/random-problem';

const program = pathToFileURL(`${process.cwd()}/dist/solve-thread.mjs`);
beforeAll(() => {
  execFileSync('node', ['bin/bundle.mjs', 'solve-thread']);
});

async function solved(problem: Problem, budget: PieceBudget, stopFlag?: SharedArrayBuffer) {
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

  it('share a large problem out in parts, and cut it anew', async () => {
    const problem = fieldProblem({ persons: 80, days: 5, visits: 2000 }, 2);
    const plans: number[] = [];
    const result = await solveInThreads(problem, {
      threads: 2,
      seed: 1,
      budget: { kind: 'iterations', iterations: 600 },
      program,
      onPlan: (plan) => plans.push(plan.price),
    });
    if (!result.ok) throw new Error('nothing is held');
    expect(verifyPlan(problem, result.plan)).toMatchObject({ violations: [], priceAgrees: true });
    expect(plans).toHaveLength(2);
    expect(plans[1]).toBeLessThanOrEqual(plans[0]!);
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
