/**
 * Speed and quality of the search: `npx tsx bench/engine.ts [seconds] [problem.json ...]`.
 * `--quick` leaves out the slow baseline. Published instances from tests/outside/solomon, made-up fields S, M (L with --large), and any files given.
 */
import { readFileSync } from 'node:fs';
import { readSolomon, solomonCost } from '@/contract/solomon';
import { insertCheapest, solve } from '@/core/engine/index';
import { prepare } from '@/core/engine/prepare/prepare';
import { type Plan, type Problem, verifyPlan } from '@/core/index';
import { regretAndLocalSearch } from './baselines';
import { FIELD_SIZES, fieldProblem } from './field-problem';

const isQuick = process.argv.includes('--quick');
const words = process.argv.slice(2).filter((w) => !w.startsWith('--'));
const seconds = Number(words[0] ?? 10);
const SEEDS = [1, 2, 3, 4, 5];
const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;

function run(problem: Problem, seed: number) {
  const before = process.cpuUsage();
  const result = solve(problem, { seed, budget: { kind: 'seconds', seconds, now: () => performance.now() } });
  const used = process.cpuUsage(before);
  if (!result.ok) throw new Error('nothing is held');
  const verdict = verifyPlan(problem, result.solution.plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0 || !verdict.priceAgrees)
    throw new Error('the checker refuses');
  return { ...result.solution, cpu: (used.user + used.system) / 1e6, parts: verdict.parts };
}

function routes(name: string, optimum: number): void {
  const text = readFileSync(`tests/outside/solomon/${name}.txt`, 'utf8');
  const read = readSolomon(text, name, { rounding: 'trunc1', objective: 'distance' });
  if (!read.ok) throw new Error(read.error.message);
  const runs = SEEDS.map((seed) => run(read.value.problem, seed));
  const gaps = runs.map((r) => (solomonCost(read.value, r.plan, 'trunc1') / optimum - 1) * 100);
  const speed = median(runs.map((r) => r.state.iterations / r.cpu));
  console.log(
    `${name}: median gap ${median(gaps).toFixed(3)} %, ${Math.round(speed).toLocaleString('en')} iterations a processor second`,
  );
}

function judged(problem: Problem, plan: Plan): { price: number; travelSec: number } {
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0 || !verdict.priceAgrees)
    throw new Error('the checker refuses a baseline');
  return { price: verdict.price, travelSec: verdict.parts.travelTime.amount };
}

function field(name: string, problem: Problem): void {
  let at = performance.now();
  prepare(problem);
  const prepared = performance.now() - at;
  at = performance.now();
  solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 0 } });
  const first = performance.now() - at - prepared;
  const insertion = insertCheapest(problem);
  if (!insertion.ok) throw new Error('nothing is held');
  const listed = judged(problem, insertion.solution.plan);
  const careful = isQuick ? null : judged(problem, regretAndLocalSearch(problem));
  const runs = SEEDS.map((seed) => run(problem, seed));
  const prices = runs.map((r) => r.plan.price);
  const price = median(prices);
  const travelSec = median(runs.map((r) => r.parts.travelTime.amount));
  const loose = median(runs.map((r) => r.plan.unplannedVisitIds.length));
  const speed = median(runs.map((r) => r.state.iterations / r.cpu));
  const below = (own: number, other: number): string => `${((1 - own / other) * 100).toFixed(1)} %`;
  console.log(
    `${name}: prepared in ${Math.round(prepared)} ms, first plan ${Math.round(first)} ms later; after ${seconds} s price ${below(price, listed.price)} and travel ${below(travelSec, listed.travelSec)} below ` +
      `best insertion as listed, price ${below(price, runs[0]!.constructedPrice)} below best insertion hardest first` +
      (careful
        ? `, price ${below(price, careful.price)} and travel ${below(travelSec, careful.travelSec)} below regret insertion + local search`
        : '') +
      `; spread of prices ${((Math.max(...prices) / Math.min(...prices) - 1) * 100).toFixed(1)} %; ${loose} loose; ${Math.round(speed).toLocaleString('en')} iterations a processor second`,
  );
}

routes('R101', 1637.7);
routes('C101', 827.3);
field('S', fieldProblem(FIELD_SIZES.S, 1));
field('M', fieldProblem(FIELD_SIZES.M, 1));
if (process.argv.includes('--large')) field('L', fieldProblem(FIELD_SIZES.L, 1));
for (const file of words.slice(1)) field(file, JSON.parse(readFileSync(file, 'utf8')) as Problem);
