import type { KeptPlan } from './judged-plans';

/** Of kinds that say nothing of it. */
export const USUAL_SPREAD = 0.2;

/** Best, usual and worst minutes of a kind as a share: the deviation of a duration told by three points is a sixth of its width. */
export function shareOf(
  kind: { durationBestMin: number | null; durationWorstMin: number | null; durationMin: number } | undefined,
): number {
  if (!kind || kind.durationBestMin === null || kind.durationWorstMin === null || kind.durationMin === 0)
    return USUAL_SPREAD;
  return Math.max(0, (kind.durationWorstMin - kind.durationBestMin) / 6 / kind.durationMin);
}

/** By kind of visit: the deviation of its time on site, as a share of it. */
export function spreadsOf({ loaded }: KeptPlan): Record<string, number> {
  return Object.fromEntries([...loaded.data.kinds].map(([id, kind]) => [id, shareOf(kind)]));
}
