import type { Measure } from './measure';

/** Days from the first on which a visit could be done to the one on which it is. */
export const daysWaited: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.dayWaited ?? index.problem.prices.dayWaited,
  oncePerVisit: true,
  ofStop: (stop, route) => Math.max(0, route.shift.dayIx - stop.visit.releaseDayIx),
};
