import type { Measure } from './measure';

/** Seconds driven: each leg to a stop, and the leg home. */
export const travelTime: Measure = {
  unitPrice: ({ index }) => index.problem.prices.travelPerSec,
  ofStop: (stop) => stop.travelSec,
  ofRoute: (route) => route.endTravelSec,
};
