import { assert } from '../base/assert';
import type { Visit } from './problem';

export interface DayPartOptions {
  /** Longest part, seconds. */
  readonly mostSec: number;
  /** Least and most time between the finish of a part and the start of the next, seconds. */
  readonly gapSec: number;
  readonly maxGapSec?: number | undefined;
  /** Until when the later parts may run, seconds from the origin. */
  readonly horizonEndSec: number;
}

/**
 * Cuts a job longer than a day into parts that follow each other and stay with one person. The first keeps
 * the id, the promised windows and the tied time; the others are called `id/2`, `id/3` and may begin at any
 * time after it. Lengths differ by a second at most, and the price of leaving the job out is shared in the
 * same way, so that it is the same in all. Needs, buffers, access and everything else hold for each part.
 * A job that fits is handed back as it is; one for several people at once cannot be cut (throws).
 */
export function cutIntoDayParts(visit: Visit, options: DayPartOptions): readonly Visit[] {
  const { mostSec, gapSec, maxGapSec, horizonEndSec } = options;
  assert(mostSec > 0, 'a part of a job takes time');
  const count = Math.ceil(visit.durationSec / mostSec);
  if (count <= 1) return [visit];
  assert((visit.people ?? 1) === 1, `job ${visit.id} is one person's work`);
  const earliest = visit.windows.reduce((least, w) => Math.min(least, w.startSec), horizonEndSec);
  const idOf = (i: number): string => (i === 0 ? visit.id : `${visit.id}/${i + 1}`);
  const part = (whole: number, i: number): number =>
    Math.floor((whole * (i + 1)) / count) - Math.floor((whole * i) / count);
  return Array.from({ length: count }, (_, i) => {
    const own: Visit = {
      ...visit,
      id: idOf(i),
      durationSec: part(visit.durationSec, i),
      unplannedPrice: part(visit.unplannedPrice, i),
    };
    if (i === 0) return own;
    const { startSec: _tiedStart, ...tie } = visit.tie;
    return {
      ...own,
      windows: [{ startSec: earliest, endSec: horizonEndSec, latestSec: horizonEndSec }],
      tie,
      base: undefined,
      samePersonAs: idOf(i - 1),
      after: { visitId: idOf(i - 1), gapSec, maxGapSec },
    };
  });
}
