import { normalBelow, normalQuantile } from '../base/normal';

/** A lognormal time by its mean and its deviation as a share of the mean. */
export interface Lognormal {
  readonly meanSec: number;
  readonly share: number;
}

function parameters({ meanSec, share }: Lognormal): { readonly mu: number; readonly sigma: number } {
  const variance = Math.log(1 + share ** 2);
  return { mu: Math.log(meanSec) - variance / 2, sigma: Math.sqrt(variance) };
}

/** So far out nothing is left of either share to be divided; there what is left is nearly sigma / z of what has gone by. */
const FAR = 1e-12;

/**
 * What a time comes to on average, seconds, once it has gone on for `beyondSec`: the mean of what is longer than that. A time that
 * strays from nothing is over when it is over.
 */
export function meanBeyond(time: Lognormal, beyondSec: number): number {
  if (time.meanSec <= 0 || time.share <= 0) return Math.max(time.meanSec, beyondSec);
  if (beyondSec <= 0) return time.meanSec;
  const { mu, sigma } = parameters(time);
  const z = (Math.log(beyondSec) - mu) / sigma;
  const longer = normalBelow(-z);
  if (longer < FAR) return beyondSec * (1 + sigma / z);
  return Math.max(beyondSec, (time.meanSec * normalBelow(sigma - z)) / longer);
}

/** A time drawn from those longer than `beyondSec`, by a number from 0 to below 1. */
export function drawBeyond(time: Lognormal, beyondSec: number, draw: number): number {
  if (time.meanSec <= 0 || time.share <= 0) return Math.max(time.meanSec, beyondSec);
  const { mu, sigma } = parameters(time);
  const z = beyondSec <= 0 ? Number.NEGATIVE_INFINITY : (Math.log(beyondSec) - mu) / sigma;
  const longer = normalBelow(-z) * (1 - draw);
  if (longer < FAR)
    return beyondSec <= 0 ? time.meanSec : beyondSec * (1 + (sigma / Math.max(1, z)) * -Math.log(1 - draw));
  return Math.max(beyondSec, Math.exp(mu - sigma * normalQuantile(Math.min(1 - FAR, longer))));
}
