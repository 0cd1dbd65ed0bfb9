/**
 * The made-up instances by fewest vehicles first, exact distances: `npm run bench:fewest -- [SECONDS] [SEEDS]`. Prints
 * vehicles and distance of each seed.
 */
import { readSolomon, solomonCost } from '@/contract/files/solomon';
import { createLinearModels } from '@/host/linear-models';
import { endedAt } from './ended';
import { madeUpInstance, SHAPES } from './made-up-instance';

const [seconds = '10', seeds = '3'] = process.argv.slice(2);

async function main(): Promise<void> {
  const linear = await createLinearModels();
  for (const [i, shape] of SHAPES.entries()) {
    const options = { rounding: 'none', objective: 'vehicles-distance' } as const;
    const read = readSolomon(madeUpInstance(shape, 1 + i), 'made up', options);
    if (!read.ok) throw new Error('a made-up instance can be read');
    const told = Array.from({ length: Number(seeds) }, (_, k) => {
      const plan = endedAt(read.value.problem, k + 1, Number(seconds), linear);
      const vehicles = plan.routes.filter(({ stops }) => stops.length > 0).length;
      return `${vehicles} / ${solomonCost(read.value, plan, 'none').toFixed(1)}`;
    });
    console.log(`${shape.family.padEnd(4)}${shape.share} × ${shape.width}: ${told.join(', ')}`);
  }
}

void main();
