import type { Measure } from './measure';

/** Visits that the published plan gave to somebody else, or had on another day. */
export const changed: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.changed ?? index.problem.prices.changed ?? 0,
  ofStop: ({ visit }, { shift }) =>
    visit.base && (visit.base.personId !== shift.personId || visit.base.dayIx !== shift.dayIx) ? 1 : 0,
};
