import type { Measure } from './measure';

/** Visits that start after their window closed, however little. */
export const missedWindows: Measure = {
  unitPrice: (p) => p.missedWindow,
  ofStop: (stop) => (stop.lateSec > 0 ? 1 : 0),
};
