import type { Measure } from './measure';

/** Metres driven: each leg to a stop, and the leg home. */
export const travelDistance: Measure = {
  unitPrice: ({ index }) => index.problem.prices.travelPerM,
  ofStop: (stop) => stop.travelM,
  ofRoute: (route) => route.endTravelM,
};
