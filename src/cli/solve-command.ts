import { writeFileSync } from 'node:fs';
import type { Read } from '@/contract/files/file-error';
import { readPlan, readProblem } from '@/contract/files/read-problem';
import { readSolomon, solomonText } from '@/contract/files/solomon';
import { readTsplib, tourText } from '@/contract/files/tsplib';
import {
  type Budget,
  type ProveOptions,
  type SearchState,
  type SolveResult,
  solve,
  usesLinearModels,
} from '@/core/engine/index';
import type { Plan, Problem } from '@/core/index';
import { verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import { solveInThreads } from '@/host/parallel-solve';
import { type SolveArguments, UsageError } from './arguments';
import { mustBeWritable, printable, readText } from './read-text';

/** Takes a file's value or ends the call with the place and the reason. */
export function must<T>(path: string, read: Read<T>): T {
  if (read.ok) return read.value;
  throw new UsageError(`${path}: ${read.error.where}: ${read.error.message}`);
}

function budgetOf(options: SolveArguments): Budget {
  if (options.iterations !== undefined) return { kind: 'iterations', iterations: options.iterations };
  return { kind: 'seconds', seconds: options.seconds ?? 10, now: () => performance.now() };
}

interface Job {
  readonly problem: Problem;
  readonly print: (plan: Plan) => string;
}

function readJob(path: string, options: SolveArguments): Job {
  const text = readText(path);
  if (options.format === 'lime') {
    return { problem: must(path, readProblem(text)), print: (plan) => `${JSON.stringify(plan, null, 1)}\n` };
  }
  if (options.format === 'tsplib') {
    const tour = must(path, readTsplib(text));
    return { problem: tour.problem, print: (plan) => tourText(tour, plan) };
  }
  const { rounding, objective, customers } = options;
  const solomon = must(path, readSolomon(text, path, { rounding, objective, customers }));
  return { problem: solomon.problem, print: (plan) => solomonText(solomon, plan, rounding) };
}

const QUICK_PROOF_SECONDS = 2;
/** Visits up to which a proof is tried unasked. */
const SMALL = 13;

function proofOf(price: number, bound: number | null): string {
  if (bound === null) return 'no bound proven';
  if (bound >= price) return 'proven optimal';
  return `no plan costs less than ${bound}: gap ${((price / bound - 1) * 100).toFixed(2)} %`;
}

interface Found {
  readonly plan: Plan;
  readonly constructedPrice: number;
  readonly iterations: number;
  readonly bound: number | null;
}

/** What was found, or the visits that are held and have no place. */
type Searched = Found | readonly string[];

function foundBy(result: SolveResult): Searched {
  if (!result.ok) return result.conflict.visitIds;
  const { plan, constructedPrice, state, bound } = result.solution;
  return { plan, constructedPrice, iterations: state.iterations, bound };
}

/** The same by several threads; a proof follows on the plan that they found. */
async function inThreads(
  problem: Problem,
  options: SolveArguments,
  start: Plan | undefined,
  proof: ProveOptions,
): Promise<Searched> {
  const { iterations, seconds = 10, threads, seed } = options;
  const found = await solveInThreads(problem, {
    threads,
    seed,
    start,
    budget: iterations === undefined ? { kind: 'seconds', seconds } : { kind: 'iterations', iterations },
    program: new URL('./solve-thread.mjs', import.meta.url),
  });
  if (!found.ok) return found.visitIds;
  const { plan, constructedPrice } = found;
  const isProvable = options.prove > 0 || problem.visits.length <= SMALL;
  if (!isProvable) return { plan, constructedPrice, iterations: found.iterations, bound: null };
  const none = { kind: 'iterations', iterations: 0 } as const;
  const proven = foundBy(solve(problem, { seed, budget: none, start: plan, prove: proof }));
  return 'plan' in proven ? { ...proven, constructedPrice, iterations: found.iterations } : proven;
}

/** `lime solve FILE`: writes the plan, and says on the error stream how it went. */
export async function solveCommand(path: string, options: SolveArguments): Promise<number> {
  mustBeWritable(options.out);
  mustBeWritable(options.trace);
  const { problem, print } = readJob(path, options);
  const start =
    options.start === undefined ? undefined : must(options.start, readPlan(readText(options.start)));
  const trace: string[] = ['iterations,temperature,current,best'];
  const record = (s: SearchState): void => {
    if (options.trace === undefined || s.iterations % 4096 !== 0) return;
    trace.push([s.iterations, Math.round(s.temperature), s.currentPrice, s.bestPrice].join(','));
  };
  const linear = usesLinearModels(problem) ? await createLinearModels() : undefined;
  const prove = {
    // A problem of a few visits is proven in a moment; for more, somebody must ask.
    seconds: Math.max(options.prove, QUICK_PROOF_SECONDS),
    now: () => performance.now(),
    linear: options.prove > 0 ? linear : undefined,
  };
  const startedAt = performance.now();
  const searched =
    options.threads > 1
      ? await inThreads(problem, options, start, prove)
      : foundBy(
          solve(problem, {
            seed: options.seed,
            budget: budgetOf(options),
            start,
            prove,
            linear,
            onProgress: record,
          }),
        );
  if (!('plan' in searched)) {
    throw new UsageError(`${options.start ?? path}: held visits break rules: ${searched.join(', ')}`);
  }
  const { plan, iterations, constructedPrice, bound } = searched;
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0 || !verdict.priceAgrees) {
    console.error(
      'The checker does not accept this plan; nothing was written.',
      printable(JSON.stringify(verdict).slice(0, 2000)),
    );
    return 1;
  }
  const text = print(plan);
  // Ids come from the file, and JSON shows what a terminal would obey; the text forms do not.
  if (options.out === undefined) process.stdout.write(options.format === 'lime' ? text : printable(text));
  else writeFileSync(options.out, text);
  if (options.trace !== undefined) writeFileSync(options.trace, `${trace.join('\n')}\n`);
  const seconds = (performance.now() - startedAt) / 1000;
  console.error(
    `${problem.visits.length} visits, ${plan.unplannedVisitIds.length} loose; first plan ${constructedPrice}, best ${plan.price}; ` +
      `${iterations} iterations in ${seconds.toFixed(1)} s (${Math.round(iterations / seconds)}/s); ${proofOf(plan.price, bound)}`,
  );
  return 0;
}
