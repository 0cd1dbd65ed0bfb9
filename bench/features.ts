/**
 * What each feature costs: `npm run bench:features -- [seconds]`. Set S with one feature at a time switched on
 * in a share of its shifts and visits, against S without, in turns in one process; medians.
 */
import { solve } from '@/core/engine/index';
import { createRandom, verifyPlan } from '@/core/index';
import { FEATURES, type Feature, withFeatures } from '../tests/support/every-feature';
import { FIELD_SIZES, fieldProblem } from './field-problem';

const seconds = Number(process.argv[2] ?? 1);
const ROUNDS = 3;
const plain = fieldProblem(FIELD_SIZES.S, 1);
const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;

function speedOf(features: readonly Feature[], seed: number): number {
  const problem = withFeatures(plain, features, createRandom(7));
  const before = process.cpuUsage();
  const result = solve(problem, { seed, budget: { kind: 'seconds', seconds, now: () => performance.now() } });
  const used = process.cpuUsage(before);
  if (!result.ok) throw new Error('nothing is held');
  const verdict = verifyPlan(problem, result.solution.plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0 || !verdict.priceAgrees) {
    throw new Error(`${features.join()}: the checker refuses`);
  }
  return result.solution.state.iterations / ((used.user + used.system) / 1e6);
}

speedOf([], 1);
for (const features of [...FEATURES.map((f) => [f]), [...FEATURES]]) {
  const ratios: number[] = [];
  const speeds: number[] = [];
  for (let round = 1; round <= ROUNDS; round++) {
    const base = speedOf([], round);
    const own = speedOf(features, round);
    ratios.push(own / base);
    speeds.push(own);
  }
  const name = features.length === 1 ? features[0] : 'all of them';
  console.log(
    `${name}: ${Math.round(median(ratios) * 100)} % of the plain speed, ${Math.round(median(speeds)).toLocaleString('en')} iterations a processor second`,
  );
}
