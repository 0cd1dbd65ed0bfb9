import type { Measure } from './measure';

/** Seconds of paid work after the end of the shift. */
export const overtime: Measure = {
  unitPrice: ({ index, shift }) => shift?.overtimePerSec ?? index.problem.prices.overtimePerSec,
  ofRoute: (route) => route.overtimeSec,
};
