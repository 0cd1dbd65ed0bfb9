import { execFileSync } from 'node:child_process';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { type Solution, solve } from '@/core/engine/index';
import type { Plan, Problem } from '@/core/index';
import type { ToThread } from '@/host/thread-messages';

/** The program of the threads. */
export const program = pathToFileURL(`${process.cwd()}/dist/solve-thread.mjs`);

export function buildProgram(): void {
  execFileSync('node', ['bin/bundle.mjs', 'solve-thread']);
}

/** Threads that take part in one search after the other. */
export interface Helpers {
  solve(problem: Problem, how: { seed: number; iterations: number; start?: Plan }): Solution;
  dismiss(): Promise<void>;
}

export function hireHelpers(count: number): Helpers {
  const workers = Array.from({ length: count }, () => new Worker(program));
  return {
    solve: (problem, { seed, iterations, start }) => {
      const result = solve(problem, {
        seed,
        start,
        budget: { kind: 'iterations', iterations },
        team: {
          members: count + 1,
          invite: (invitation) => {
            for (const [i, worker] of workers.entries()) {
              const order: ToThread = { kind: 'assist', invitation, member: i + 1 };
              worker.postMessage(order);
            }
          },
        },
      });
      if (!result.ok) throw new Error('nothing is held');
      return result.solution;
    },
    dismiss: async () => {
      await Promise.all(workers.map((worker) => worker.terminate()));
    },
  };
}
