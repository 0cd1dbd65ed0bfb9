/**
 * Speed and quality of the search: `npx tsx bench/engine.ts [seconds] [problem.json ...]`.
 * Published instances from tests/outside/solomon, made-up fields S, M (L with --large), and any files given.
 */
import { readFileSync } from 'node:fs';
import { readSolomon, solomonCost } from '@/contract/solomon';
import { insertCheapest, solve } from '@/core/engine/index';
import { prepare } from '@/core/engine/prepare/prepare';
import { type Problem, verifyPlan } from '@/core/index';
import { FIELD_SIZES, fieldProblem } from './field-problem';

const words = process.argv.slice(2).filter((w) => w !== '--large');
const seconds = Number(words[0] ?? 10);
const SEEDS = [1, 2, 3];
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

function field(name: string, problem: Problem): void {
  let at = performance.now();
  prepare(problem);
  const prepared = performance.now() - at;
  at = performance.now();
  solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 0 } });
  const first = performance.now() - at - prepared;
  const listed = insertCheapest(problem);
  if (!listed.ok) throw new Error('nothing is held');
  const runs = SEEDS.map((seed) => run(problem, seed));
  const price = median(runs.map((r) => r.plan.price));
  const loose = median(runs.map((r) => r.plan.unplannedVisitIds.length));
  const speed = median(runs.map((r) => r.state.iterations / r.cpu));
  const below = (other: number): string => `${((1 - price / other) * 100).toFixed(1)} %`;
  console.log(
    `${name}: prepared in ${Math.round(prepared)} ms, first plan ${Math.round(first)} ms later; after ${seconds} s ${below(listed.solution.plan.price)} below ` +
      `cheapest insertion as listed, ${below(runs[0]!.constructedPrice)} below cheapest insertion hardest first; ${loose} loose; ${Math.round(speed).toLocaleString('en')} iterations a processor second`,
  );
}

routes('R101', 1637.7);
routes('C101', 827.3);
field('S', fieldProblem(FIELD_SIZES.S, 1));
field('M', fieldProblem(FIELD_SIZES.M, 1));
if (process.argv.includes('--large')) field('L', fieldProblem(FIELD_SIZES.L, 1));
for (const file of words.slice(1)) field(file, JSON.parse(readFileSync(file, 'utf8')) as Problem);
