import type { Measure } from './measure';

/** Visits that start after their window closed, however little. */
export const missedWindows: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.missedWindow ?? index.problem.prices.missedWindow,
  oncePerVisit: true,
  ofStop: (stop) => (stop.lateSec > 0 ? 1 : 0),
};
