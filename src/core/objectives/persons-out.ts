import type { Measure } from './measure';

/** Days on which a person is sent out at all. */
export const personsOut: Measure = {
  unitPrice: (p) => p.personOut,
  ofRoute: () => 1,
};
