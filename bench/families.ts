/**
 * Made-up instances in the manner of the six families of Solomon, the first CUSTOMERS of each, in both roundings:
 * `npm run bench:families -- [SECONDS] [CUSTOMERS] [FIRST SEED]`. What a run of so many seconds ends at is held against the
 * proven optimum where 10 s of proof tell it, and else against the best of that run, its proof, a run of four times the
 * length from elsewhere, and what earlier runs have found.
 */
import { readSolomon } from '@/contract/files/solomon';
import { solve } from '@/core/engine/index';
import { createLinearModels } from '@/host/linear-models';
import { endedAt } from './ended';
import { madeUpInstance, SHAPES } from './made-up-instance';

const [seconds = '10', customers = '100', first = '1'] = process.argv.slice(2);
/** The best that any run has found for the first seventeen of 100 customers, first seed 1; rounded, so good to 0.01 %. */
const BEST_KNOWN = [
  1794.6, 1491.8, 1200.2, 1042.8, 1387.5, 1072.4, 1000.5, 1223.2, 939.6, 951.8, 1287.2, 1009.7, 1065.7, 837.6,
  1240.6, 796.6, 680.5,
];
const PROOF_SECONDS = 10;
const LONGER = 4;
const now = (): number => performance.now();

async function main(): Promise<void> {
  const linear = await createLinearModels();
  const gaps = new Map<string, number[]>();
  for (const [i, shape] of SHAPES.entries()) {
    const rounding = i % 2 === 0 ? 'trunc1' : 'none';
    const read = readSolomon(madeUpInstance(shape, Number(first) + i), 'made up', {
      rounding,
      objective: 'distance',
      customers: Number(customers),
    });
    if (!read.ok) throw new Error('a made-up instance can be read');
    const { problem, scale } = read.value;
    const price = endedAt(problem, 1, Number(seconds), linear).price;
    const proof = solve(problem, {
      seed: 2,
      budget: { kind: 'seconds', seconds: 2, now },
      linear,
      prove: { seconds: PROOF_SECONDS, now, linear },
    });
    if (!proof.ok) throw new Error('nothing is held');
    const { plan, bound } = proof.solution;
    let best = Math.min(price, plan.price);
    // The linear models are exact to some millionths.
    const isProven = bound !== null && bound >= best * (1 - 1e-5);
    if (bound !== null && bound > price) throw new Error('below a bound');
    if (!isProven) best = Math.min(best, endedAt(problem, 3, LONGER * Number(seconds), linear).price);
    const known = customers === '100' && first === '1' ? BEST_KNOWN[i] : undefined;
    if (!isProven && known !== undefined) best = Math.min(best, known * scale);
    const gap = 100 * (price / best - 1);
    gaps.set(shape.family, [...(gaps.get(shape.family) ?? []), gap]);
    const told = (value: number): string => (value / scale).toFixed(1);
    console.log(
      `${shape.family.padEnd(4)}${shape.share} × ${shape.width} ${rounding}: ${told(price)}, ${isProven ? 'optimum' : 'best'} ${told(best)}, ${gap.toFixed(3)} %`,
    );
  }
  const mean = (values: readonly number[]): string =>
    (values.reduce((sum, value) => sum + value, 0) / values.length).toFixed(3);
  for (const [family, values] of gaps) console.log(`${family.padEnd(4)} mean ${mean(values)} %`);
  console.log(`all  mean ${mean([...gaps.values()].flat())} %`);
}

void main();
