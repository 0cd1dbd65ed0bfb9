/**
 * Random problems with features at random, solved and judged by the checker:
 * `npm run bench:agreement -- [problems] [first seed]`. Ends with 1 at the first plan that breaks a rule or whose price is not the engine's.
 */
import { firstNonsense } from '@/contract/files/read-problem';
import { solve } from '@/core/engine/index';
import { verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import { everyFeature, FEATURES, type Feature } from '../tests/support/every-feature';

const count = Number(process.argv[2] ?? 10_000);
const first = Number(process.argv[3] ?? 1);
const only = process.argv[4]?.split(',') as Feature[] | undefined;
async function main(): Promise<void> {
  const linear = await createLinearModels();
  const startedAt = performance.now();
  let planned = 0;
  let wrong = 0;
  for (let seed = first; seed < first + count; seed++) {
    const size = { visits: 1 + (seed % 17), persons: 1 + (seed % 5), days: 1 + (seed % 3) };
    const problem = everyFeature(seed, size, only);
    const nonsense = firstNonsense(problem);
    if (nonsense) throw new Error(`seed ${seed}: ${JSON.stringify(nonsense)}`);
    try {
      // Enough in some for several starts, between which days are put together anew.
      const iterations = seed % 4 === 0 ? 120 * size.visits : 120;
      const result = solve(problem, { seed, budget: { kind: 'iterations', iterations }, linear });
      if (!result.ok) throw new Error('nothing is held');
      const { plan } = result.solution;
      const verdict = verifyPlan(problem, plan);
      if (verdict.kind !== 'judged') throw new Error('unreadable');
      if (verdict.violations.length > 0) throw new Error(JSON.stringify(verdict.violations));
      if (!verdict.priceAgrees) throw new Error(`price ${plan.price}, the checker says ${verdict.price}`);
      planned += plan.routes.reduce((sum, r) => sum + r.stops.length, 0);
    } catch (cause) {
      wrong++;
      console.error(`seed ${seed} ${JSON.stringify(size)}: ${(cause as Error).message.slice(0, 300)}`);
      if (wrong >= 12) break;
    }
  }
  const seconds = ((performance.now() - startedAt) / 1000).toFixed(0);
  console.log(
    `${count} problems, ${FEATURES.length} features, ${planned} visits planned, ${wrong} wrong, ${seconds} s`,
  );
  process.exit(wrong > 0 ? 1 : 0);
}

void main();
