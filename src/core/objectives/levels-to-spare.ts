import type { Shift, Visit } from '../model/problem';
import type { Measure } from './measure';

/** Levels that a person has beyond those asked for, over the skills that a visit needs. */
export function sparedLevels(visit: Visit, shift: Shift): number {
  let sum = 0;
  for (const need of visit.skills) {
    const held = shift.skills.reduce(
      (most, s) => (s.skillId === need.skillId ? Math.max(most, s.level) : most),
      0,
    );
    sum += Math.max(0, held - need.level);
  }
  return sum;
}

/** Sending the expert where less would do. */
export const levelsToSpare: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.levelToSpare ?? index.problem.prices.levelToSpare ?? 0,
  ofStop: ({ visit }, { shift }) => sparedLevels(visit, shift),
};
