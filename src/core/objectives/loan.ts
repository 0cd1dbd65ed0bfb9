import { membershipOf } from '../model/membership';
import type { Measure } from './measure';

/** Visits done by somebody on loan to the territory. */
export const loan: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.loanVisit ?? index.problem.prices.loanVisit ?? 0,
  ofStop: ({ visit }, { shift }) => (membershipOf(visit, shift) === 'loan' ? 1 : 0),
};
