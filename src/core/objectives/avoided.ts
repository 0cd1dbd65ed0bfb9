import type { Measure } from './measure';

/** Visits done by somebody whom the customer would rather not have. */
export const avoided: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.avoidedUsed ?? index.problem.prices.avoidedUsed ?? 0,
  ofStop: ({ visit }, { shift }) => (visit.avoidPersonIds?.includes(shift.personId) ? 1 : 0),
};
