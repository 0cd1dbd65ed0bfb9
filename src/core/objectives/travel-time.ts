import type { Measure } from './measure';

/** Seconds driven: each leg to a stop, and the leg home. */
export const travelTime: Measure = {
  unitPrice: (p) => p.travelPerSec,
  ofStop: (stop) => stop.travelSec,
  ofRoute: (route) => route.endTravelSec,
};
