import type { Measure } from './measure';

/** Days on which a person is sent out at all. */
export const personsOut: Measure = {
  unitPrice: ({ index, shift }) => index.problem.prices.personOut + (shift?.outPrice ?? 0),
  ofRoute: () => 1,
};
