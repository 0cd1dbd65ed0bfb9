import type { Measure } from './measure';

/** Seconds of work of those who are paid by the hour. */
export const labour: Measure = {
  unitPrice: ({ shift }) => shift?.payPerSec ?? 0,
  ofRoute: (route) => (route.shift.payPerSec ? route.workSec : 0),
};
