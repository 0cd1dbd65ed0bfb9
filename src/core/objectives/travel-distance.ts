import type { Measure } from './measure';

/** Metres driven: each leg to a stop, and the leg home. */
export const travelDistance: Measure = {
  unitPrice: (p) => p.travelPerM,
  ofStop: (stop) => stop.travelM,
  ofRoute: (route) => route.endTravelM,
};
