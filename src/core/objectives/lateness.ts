import type { Measure } from './measure';

/** Seconds by which visits start after their window closed. */
export const lateness: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.latePerSec ?? index.problem.prices.latePerSec,
  oncePerVisit: true,
  ofStop: (stop) => stop.lateSec,
};
