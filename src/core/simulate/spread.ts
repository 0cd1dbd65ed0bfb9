import type { Random } from '../base/random';

/** How a time strays from what was planned. */
export type Spread =
  | { readonly law: 'lognormal' /** Deviation as a share of the mean. */; readonly share: number }
  | { readonly law: 'normal'; readonly deviationSec: number };

/** Standard normal numbers in pairs (Box and Muller, Annals of Mathematical Statistics 29(2), 1958). */
export function normalFrom(random: Random): () => number {
  let spare = Number.NaN;
  return () => {
    if (!Number.isNaN(spare)) {
      const kept = spare;
      spare = Number.NaN;
      return kept;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - random.next()));
    const angle = 2 * Math.PI * random.next();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}

/** A sampler of seconds with the given mean. Never below zero. */
export function samplerOf(meanSec: number, spread: Spread, normal: () => number): () => number {
  if (spread.law === 'normal') return () => Math.max(0, meanSec + spread.deviationSec * normal());
  if (meanSec <= 0 || spread.share <= 0) return () => meanSec;
  const variance = Math.log(1 + spread.share ** 2);
  const mu = Math.log(meanSec) - variance / 2;
  const sigma = Math.sqrt(variance);
  return () => Math.exp(mu + sigma * normal());
}

/**
 * Mean and deviation of a duration told by three points: at best, most often, at worst (Malcolm,
 * Roseboom, Clark, Fazar, "Application of a technique for research and development program
 * evaluation", Operations Research 7(5), 1959).
 */
export function fromThreePoints(
  best: number,
  usual: number,
  worst: number,
): { mean: number; deviation: number } {
  return { mean: (best + 4 * usual + worst) / 6, deviation: (worst - best) / 6 };
}
