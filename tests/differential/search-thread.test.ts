import { execFileSync } from 'node:child_process';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { type Problem, verifyPlan } from '@/core/index';
import type { SearchMessage, SearchOrder } from '@/worker/search-messages';
import { fieldProblem } from '../../bench/field-problem';

const program = pathToFileURL(`${process.cwd()}/dist/search-thread.mjs`);
beforeAll(() => {
  execFileSync('node', ['bin/bundle.mjs', 'search-thread', 'solve-thread']);
});

/** Everything that the thread of a run says; `onProgress` may ask it to stop. */
async function said(
  order: Omit<SearchOrder, 'stopFlag'>,
  onProgress?: (stop: () => void) => void,
): Promise<SearchMessage[]> {
  const stopFlag = new SharedArrayBuffer(4);
  const thread = new Worker(program, { workerData: { ...order, stopFlag } satisfies SearchOrder });
  const messages: SearchMessage[] = [];
  await new Promise<void>((resolve, reject) => {
    thread.on('message', (message: SearchMessage) => {
      messages.push(message);
      if (message.kind === 'progress') onProgress?.(() => Atomics.store(new Int32Array(stopFlag), 0, 1));
    });
    thread.once('error', reject);
    thread.once('exit', () => resolve());
  });
  return messages;
}

function endOf(messages: readonly SearchMessage[], problem: Problem) {
  const end = messages.at(-1);
  if (end?.kind !== 'end') throw new Error(`the last word was ${end?.kind}`);
  const verdict = verifyPlan(problem, end.plan);
  expect(verdict).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
  return end;
}

const forSeconds = (seconds: number) => ({
  budget: { kind: 'seconds' as const, seconds },
  threads: null,
  repair: false,
});

describe('the thread of a run', () => {
  // Where there is one processor only, it works alone: what it says is the same.
  const large = fieldProblem({ persons: 40, days: 3, visits: 600 }, 3);

  it('plans a large problem with others, tells of it, and goes on from its plan', async () => {
    const messages = await said({ problem: large, start: null, seed: 1, ...forSeconds(3) });
    const end = endOf(messages, large);
    expect(end).toMatchObject({ stopReason: 'budget', startPrice: null, bound: null });
    expect(end.iterations).toBeGreaterThan(1000);
    const points = messages.flatMap((m) => (m.kind === 'progress' ? [m.point] : []));
    expect(points.length).toBeGreaterThan(2);
    expect(points.at(-1)).toMatchObject({ price: end.plan.price, iterations: end.iterations });
    const later = await said({ problem: large, start: end.plan, seed: 2, ...forSeconds(1) });
    const on = endOf(later, large);
    expect(on.startPrice).toBe(end.plan.price);
    expect(on.plan.price).toBeLessThanOrEqual(end.plan.price);
  });

  it('ends soon after it is told to', async () => {
    const begun = performance.now();
    const messages = await said({ problem: large, start: null, seed: 1, ...forSeconds(120) }, (stop) =>
      stop(),
    );
    expect(endOf(messages, large).stopReason).toBe('stopped');
    expect(performance.now() - begun).toBeLessThan(30_000);
  });

  it('proves a small one', async () => {
    const small = fieldProblem({ persons: 3, days: 1, visits: 10 }, 3);
    const end = endOf(await said({ problem: small, start: null, seed: 1, ...forSeconds(2) }), small);
    expect(end.bound).toBe(end.plan.price);
  });

  it('says which held visits have no place', async () => {
    const held = {
      ...large,
      visits: large.visits.map((v, i) => ({
        ...v,
        held: i < 200,
        windows: [{ startSec: 30_000, endSec: 30_600, latestSec: 30_600 }],
      })),
    };
    const none = { format: 'lime-plan', version: 1, routes: [], unplannedVisitIds: [], price: 0 } as const;
    const messages = await said({ problem: held, start: none, seed: 1, ...forSeconds(2) });
    const last = messages.at(-1);
    expect(last?.kind).toBe('held');
    if (last?.kind === 'held') expect(last.visitIds.length).toBeGreaterThan(100);
  });
});
