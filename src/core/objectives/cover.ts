import { membershipOf } from '../model/membership';
import type { Measure } from './measure';

/** Visits done by somebody for whom the territory is neither home nor a loan. */
export const cover: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.coverVisit ?? index.problem.prices.coverVisit,
  ofStop: ({ visit }, { shift }) => {
    const membership = membershipOf(visit, shift);
    return membership === 'home' || membership === 'loan' ? 0 : 1;
  },
};
