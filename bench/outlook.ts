/**
 * What a margin before the close of a window buys: `npm run bench:outlook -- problem.json [seconds]`.
 * Solves the same problem with and without a price on margin, and plays both plans 1,000 times.
 */
import { readFileSync } from 'node:fs';
import { solve } from '@/core/engine/index';
import { indexProblem, type Problem, simulatePlan, verifyPlan } from '@/core/index';

const DAYS = 1000;
const MARGIN_SEC = 1800;
/** Micros a second of margin short: 0.2 a minute, a tenth of what a minute late costs in the demo's playbook. */
const MARGIN_PRICE = 3333;
const SEEDS = [1, 2, 3];

const [file = '', seconds = '20'] = process.argv.slice(2);
const problem = JSON.parse(readFileSync(file, 'utf8')) as Problem;
const horizonSec = Math.max(...problem.shifts.map((s) => s.endSec));
const promised = new Set(
  problem.visits
    .filter((v) => v.windows.some((w) => w.endSec - w.startSec < Math.min(24 * 3600, horizonSec)))
    .map((v) => v.id),
);
const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;

for (const marginPerSec of [0, MARGIN_PRICE]) {
  const priced = { ...problem, prices: { ...problem.prices, marginSec: MARGIN_SEC, marginPerSec } };
  const chances: number[] = [];
  const travels: number[] = [];
  const overtimes: number[] = [];
  const times: number[] = [];
  for (const seed of SEEDS) {
    const result = solve(priced, {
      seed,
      budget: { kind: 'seconds', seconds: Number(seconds), now: () => performance.now() },
    });
    if (!result.ok) throw new Error('nothing is held');
    const verdict = verifyPlan(problem, result.solution.plan);
    if (verdict.kind !== 'judged' || verdict.violations.length > 0) throw new Error('the checker refuses');
    const at = performance.now();
    const played = simulatePlan(indexProblem(problem), result.solution.plan, {
      seed,
      days: DAYS,
      travel: { law: 'lognormal', share: 0.2 },
      visit: () => ({ law: 'lognormal', share: 0.3 }),
    });
    times.push(performance.now() - at);
    if (!played.ok) throw new Error('the plan can be read');
    const { visits, shifts } = played.outlook;
    const counted = visits.filter((v) => promised.has(v.visitId));
    chances.push(counted.reduce((sum, v) => sum + v.onTime, 0) / counted.length);
    overtimes.push(shifts.reduce((sum, s) => sum + s.meanOvertimeSec, 0) / 3600);
    travels.push(verdict.parts.travelTime.amount / 3600);
  }
  console.log(
    `margin price ${marginPerSec}: ${promised.size} promised visits begin in their window in ${(median(chances) * 100).toFixed(1)} % of ${DAYS} days; ` +
      `travel ${median(travels).toFixed(1)} h, expected overtime ${median(overtimes).toFixed(1)} h; played in ${Math.round(median(times))} ms`,
  );
}
