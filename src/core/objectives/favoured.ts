import type { Measure } from './measure';

/** Visits that name favoured persons and are done by somebody else. */
export const favoured: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.favouredMissed ?? index.problem.prices.favouredMissed,
  ofStop: ({ visit }, { shift }) =>
    visit.favouredPersonIds.length > 0 && !visit.favouredPersonIds.includes(shift.personId) ? 1 : 0,
};
