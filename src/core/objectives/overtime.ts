import type { Measure } from './measure';

/** Seconds of paid work after the end of the shift. */
export const overtime: Measure = {
  unitPrice: (p) => p.overtimePerSec,
  ofRoute: (route) => route.overtimeSec,
};
