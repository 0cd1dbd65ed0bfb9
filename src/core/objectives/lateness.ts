import type { Measure } from './measure';

/** Seconds by which visits start after their window closed. */
export const lateness: Measure = {
  unitPrice: (p) => p.latePerSec,
  ofStop: (stop) => stop.lateSec,
};
