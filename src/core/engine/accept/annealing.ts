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

/** Whether a plan of price `next` may replace one of price `current`. */
export function accepts(current: number, next: number, temperature: number, random: Random): boolean {
  if (next <= current) return true;
  return next < current - temperature * Math.log(1 - random.next());
}
