export interface CurvePoint {
  /** Less is better on both axes. */
  readonly x: number;
  readonly y: number;
}

/**
 * Where a curve of trade-offs bends most: the point furthest below the line between its ends, both axes scaled to
 * one (Satopää, Albrecht, Irwin, Raghavan, "Finding a 'kneedle' in a haystack", ICDCS Workshops 2011, section III).
 * Its place in the list, or null where nothing lies below the line by more than a twentieth.
 */
export function kneeOf(points: readonly CurvePoint[]): number | null {
  const [first] = points;
  const last = points.at(-1);
  if (!first || !last || points.length < 3) return null;
  const spanX = last.x - first.x;
  const spanY = last.y - first.y;
  if (spanX === 0 || spanY === 0) return null;
  let best: number | null = null;
  let furthest = LEAST;
  for (const [i, p] of points.entries()) {
    const x = (p.x - first.x) / spanX;
    const y = (p.y - first.y) / spanY;
    // Both run from 0 to 1; what is bought falls while what it costs rises, so early gains lie above the diagonal.
    const gain = x - y;
    if (gain > furthest) {
      furthest = gain;
      best = i;
    }
  }
  return best;
}

const LEAST = 0.05;
