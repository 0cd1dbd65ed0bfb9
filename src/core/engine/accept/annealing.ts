import type { Random } from '../../base/random';

/** Simulated annealing with exponential cooling from `startPrice` to `endPrice` (micros). */
export interface Annealing {
  readonly startPrice: number;
  readonly endPrice: number;
}

/** Temperature at a fraction of the budget, 0 to 1. */
export function temperatureAt(annealing: Annealing, fraction: number): number {
  const { startPrice, endPrice } = annealing;
  return startPrice * (endPrice / startPrice) ** Math.min(1, Math.max(0, fraction));
}

/**
 * What the next plan may cost at most to replace one of price `current`. Drawn before it is made, so that making
 * it can stop as soon as it costs more.
 */
export function limitFor(current: number, temperature: number, random: Random): number {
  return current - temperature * Math.log(1 - random.next());
}
