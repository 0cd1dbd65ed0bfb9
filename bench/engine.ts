/**
 * Speed and quality of the search: `bin/lime bench [routes|S|M|L|FILE ...] [--seconds N] [--seeds K] [--long SECONDS]
 * [--bound SECONDS] [--quick] [--json FILE]`. By default routes, S and M.
 *
 * `--quick` leaves out the slow baseline; `--long` measures gaps against one long run; `--bound` proves a lower
 * bound of the first plan. L is also solved by two threads.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { z } from 'zod';
import { UsageError } from '@/cli/arguments';
import { readText } from '@/cli/read-text';
import { must } from '@/cli/solve-command';
import { readProblem } from '@/contract/files/read-problem';
import { readSolomon, solomonCost } from '@/contract/files/solomon';
import { insertCheapest, solve, usesLinearModels } from '@/core/engine/index';
import { prepare } from '@/core/engine/prepare/prepare';
import { type Plan, type Problem, verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import { solveInThreads } from '@/host/parallel-solve';
import { regretAndLocalSearch } from './baselines';
import { FIELD_SIZES, fieldProblem } from './field-problem';

const secondsOf = z.coerce.number({ error: 'expected a number' }).positive();
const call = z.object({
  seconds: secondsOf.default(10),
  seeds: z.coerce.number({ error: 'expected a number' }).int().min(1).max(100).default(5),
  long: secondsOf.optional(),
  bound: secondsOf.optional(),
  json: z.string().optional(),
  quick: z.boolean().default(false),
});

function readCall() {
  try {
    const text = { type: 'string' } as const;
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        seconds: text,
        seeds: text,
        long: text,
        bound: text,
        json: text,
        quick: { type: 'boolean' },
      },
    });
    const parsed = call.safeParse(values);
    const issue = parsed.error?.issues[0];
    if (!parsed.success) throw new UsageError(`--${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`);
    return { values: parsed.data, sets: positionals.length > 0 ? positionals : ['routes', 'S', 'M'] };
  } catch (cause) {
    console.error(cause instanceof Error ? cause.message : String(cause));
    process.exit(2);
  }
}

const { values, sets } = readCall();
const { seconds } = values;
const seeds = Array.from({ length: values.seeds }, (_, i) => i + 1);
const OPTIMA = { R101: 1637.7, C101: 827.3 } as const;
const now = (): number => performance.now();
const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;
const share = (own: number, other: number): number => Math.round((own / other - 1) * 100_000) / 1000;

type Row = Record<string, string | number>;
const rows: Row[] = [];
function tell(row: Row): void {
  rows.push(row);
  console.log(
    Object.entries(row)
      .map(([key, value]) => `${key} ${value}`)
      .join(' · '),
  );
}

function judged(problem: Problem, plan: Plan): { price: number; travelSec: number } {
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0 || !verdict.priceAgrees)
    throw new Error('the checker refuses a plan');
  return { price: verdict.price, travelSec: verdict.parts.travelTime.amount };
}

async function run(problem: Problem, seed: number, length = seconds) {
  const linear = usesLinearModels(problem) ? await createLinearModels() : undefined;
  const before = process.cpuUsage();
  const result = solve(problem, { seed, budget: { kind: 'seconds', seconds: length, now }, linear });
  const used = process.cpuUsage(before);
  if (!result.ok) throw new Error('nothing is held');
  const { plan, state, constructedPrice } = result.solution;
  const speed = state.iterations / ((used.user + used.system) / 1e6);
  return { plan, constructedPrice, speed, ...judged(problem, plan) };
}

async function runsOf(problem: Problem) {
  const runs: Awaited<ReturnType<typeof run>>[] = [];
  for (const seed of seeds) runs.push(await run(problem, seed));
  return runs;
}

async function boundOf(problem: Problem, start: Plan): Promise<Row> {
  if (values.bound === undefined) return {};
  const begun = now();
  const result = solve(problem, {
    seed: 1,
    start,
    budget: { kind: 'iterations', iterations: 0 },
    prove: {
      seconds: values.bound,
      now,
      linear: usesLinearModels(problem) ? await createLinearModels() : undefined,
    },
  });
  const bound = result.ok ? result.solution.bound : null;
  const took = `${((now() - begun) / 1000).toFixed(1)} s`;
  return bound === null
    ? { 'bound, none in': took }
    : { 'above bound, %': share(start.price, bound), in: took };
}

async function routes(name: keyof typeof OPTIMA): Promise<void> {
  const text = readFileSync(new URL(`../tests/outside/solomon/${name}.txt`, import.meta.url), 'utf8');
  const read = readSolomon(text, name, { rounding: 'trunc1', objective: 'distance' });
  if (!read.ok) throw new Error(read.error.message);
  const runs = await runsOf(read.value.problem);
  const gaps = runs.map((r) => share(solomonCost(read.value, r.plan, 'trunc1'), OPTIMA[name]));
  tell({
    set: name,
    seconds,
    'gap to the optimum, %': median(gaps),
    worst: Math.max(...gaps),
    'iterations a processor second': Math.round(median(runs.map((r) => r.speed))),
    ...(await boundOf(read.value.problem, runs[0]!.plan)),
  });
}

async function field(name: string, problem: Problem): Promise<void> {
  // First of all, so that the most that was ever resident is theirs.
  const two = name === 'S' ? null : await byTwo(problem);
  let at = now();
  prepare(problem);
  const prepared = Math.round(now() - at);
  at = now();
  solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 0 } });
  const first = Math.round(now() - at - prepared);
  const insertion = insertCheapest(problem);
  if (!insertion.ok) throw new Error('nothing is held');
  const listed = judged(problem, insertion.solution.plan);
  const careful = values.quick ? null : judged(problem, regretAndLocalSearch(problem));
  const runs = await runsOf(problem);
  const price = median(runs.map((r) => r.price));
  const travel = median(runs.map((r) => r.travelSec));
  const prices = runs.map((r) => r.price);
  const long = values.long === undefined ? null : (await run(problem, 1, values.long)).price;
  tell({
    set: name,
    seconds,
    'prepared in ms': prepared,
    'first plan in ms': first,
    'price to insertion as listed, %': share(price, listed.price),
    'travel, %': share(travel, listed.travelSec),
    'price to insertion hardest first, %': share(price, runs[0]!.constructedPrice),
    ...(careful
      ? {
          'price to regret and local search, %': share(price, careful.price),
          'its travel, %': share(travel, careful.travelSec),
        }
      : {}),
    ...(long === null ? {} : { [`price to ${values.long} s, %`]: share(price, long) }),
    'spread of prices, %': share(Math.max(...prices), Math.min(...prices)),
    loose: median(runs.map((r) => r.plan.unplannedVisitIds.length)),
    'iterations a processor second': Math.round(median(runs.map((r) => r.speed))),
    'resident MB': Math.round(process.memoryUsage().rss / 1e6),
    ...(await boundOf(problem, runs[0]!.plan)),
  });
  if (!two) return;
  tell({
    set: `${name}, two threads`,
    seconds,
    'price to one thread, %': share(median(two.prices), price),
    'price to insertion as listed, %': share(median(two.prices), listed.price),
    ...(long === null ? {} : { [`price to ${values.long} s by one, %`]: share(median(two.prices), long) }),
    'spread of prices, %': share(Math.max(...two.prices), Math.min(...two.prices)),
    'iterations a second': Math.round(median(two.speeds)),
    'resident at most MB, first run': two.residentMb,
  });
}

async function byTwo(problem: Problem) {
  const prices: number[] = [];
  const speeds: number[] = [];
  let residentMb = 0;
  for (const seed of seeds) {
    const program = new URL('./solve-thread.mjs', import.meta.url);
    const result = await solveInThreads(problem, {
      threads: 2,
      seed,
      budget: { kind: 'seconds', seconds },
      program,
    });
    if (!result.ok) throw new Error('nothing is held');
    // In KB; later runs come on top of what is not let go of yet.
    residentMb ||= Math.round((process.resourceUsage().maxRSS * 1024) / 1e6);
    prices.push(judged(problem, result.plan).price);
    speeds.push(result.iterations / seconds);
  }
  return { prices, speeds, residentMb };
}

const isSize = (set: string): set is keyof typeof FIELD_SIZES => set in FIELD_SIZES;

/** What a name stands for; a file is read before anything is measured. */
function jobOf(set: string): () => Promise<void> {
  if (set === 'routes') {
    return async () => {
      for (const name of ['R101', 'C101'] as const) await routes(name);
    };
  }
  if (isSize(set)) return () => field(set, fieldProblem(FIELD_SIZES[set], 1));
  const problem = must(set, readProblem(readText(set)));
  return () => field(set, problem);
}

function jobs(): (() => Promise<void>)[] {
  try {
    return sets.map(jobOf);
  } catch (cause) {
    if (!(cause instanceof UsageError)) throw cause;
    console.error(`${cause.message}; expected routes, S, M, L or a problem file`);
    process.exit(2);
  }
}

for (const job of jobs()) await job();
if (values.json !== undefined) writeFileSync(values.json, `${JSON.stringify(rows, null, 1)}\n`);
