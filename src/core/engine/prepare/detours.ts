import { createRandom } from '../../base/random';
import type { TravelCells } from './prepared';

/** Up to so many places every detour is looked at, beyond it a sample. */
const ALL_UP_TO = 32;
const SAMPLE = 30_000;

/**
 * The most that going by way of a third place saves over the direct leg, in the unit of the cells; 0 where no
 * detour is shorter. Beyond ALL_UP_TO places from a sample, so it is a guide for the search and no proof.
 */
export function detourSaves(cells: TravelCells, places: number): number {
  let most = 0;
  const look = (a: number, b: number, c: number): void => {
    const saved = cells[a * places + c]! - cells[a * places + b]! - cells[b * places + c]!;
    if (saved > most) most = saved;
  };
  if (places <= ALL_UP_TO) {
    for (let a = 0; a < places; a++)
      for (let b = 0; b < places; b++) for (let c = 0; c < places; c++) look(a, b, c);
    return most;
  }
  const random = createRandom(1);
  for (let i = 0; i < SAMPLE; i++) look(random.below(places), random.below(places), random.below(places));
  return most;
}
