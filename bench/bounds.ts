/**
 * Bounds of random problems with features at random, held against a longer search from elsewhere:
 * `npm run bench:bounds -- [SECONDS] [FIRST SEED]`. A plan below a bound ends it with exit code 1.
 */
import { solve } from '@/core/engine/index';
import { verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import { everyFeature } from '../tests/support/every-feature';
import { randomProblem } from '../tests/support/random-problem';

const [seconds = '60', first = '1'] = process.argv.slice(2);
const now = (): number => performance.now();
const until = now() + Number(seconds) * 1000;
async function main(): Promise<void> {
  const linear = await createLinearModels();
  const count = { problems: 0, told: 0, proven: 0, 'better than the longer search': 0, wrong: 0 };

  for (let seed = Number(first); now() < until; seed++) {
    const size = { visits: 14 + (seed % 8), persons: 3 + (seed % 3), days: 1 + (seed % 2) };
    const problem = seed % 3 === 0 ? randomProblem(seed, size) : everyFeature(seed, size);
    const result = solve(problem, {
      seed,
      budget: { kind: 'iterations', iterations: 400 },
      prove: { seconds: 4, now, linear },
    });
    const longer = solve(problem, { seed: seed + 1, budget: { kind: 'iterations', iterations: 15_000 } });
    if (!result.ok || !longer.ok) continue;
    const { bound, plan } = result.solution;
    const verdict = verifyPlan(problem, plan);
    const isLegal = verdict.kind === 'judged' && verdict.violations.length === 0 && verdict.priceAgrees;
    const other = longer.solution.plan.price;
    count.problems++;
    if (bound !== null) count.told++;
    if (bound !== null && bound > plan.price * 0.9999) count.proven++;
    if (plan.price < other) count['better than the longer search']++;
    if (isLegal && (bound === null || bound <= other)) continue;
    count.wrong++;
    console.log(`seed ${seed}: legal ${isLegal}, bound ${bound}, but ${other}`);
  }
  console.log(count);
  process.exitCode = count.wrong > 0 ? 1 : 0;
}

void main();
