import type { Measure } from './measure';

/** Days from the first on which a visit could be done to the one on which it is. */
export const daysWaited: Measure = {
  unitPrice: (p) => p.dayWaited,
  ofStop: (stop, route) => Math.max(0, route.shift.dayIx - stop.visit.releaseDayIx),
};
