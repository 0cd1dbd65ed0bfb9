import type { Visit } from '../model/problem';

/**
 * Earliest allowed start for somebody ready at `readySec`, or null when every window is over.
 * Being a little late in an earlier window comes before waiting for a later one. A time tie is exact.
 */
export function earliestStart(visit: Visit, readySec: number): number | null {
  const tied = visit.tie.startSec;
  if (tied !== undefined) {
    const allowed = visit.windows.some((w) => tied >= w.startSec && tied <= w.latestSec);
    return allowed && readySec <= tied ? tied : null;
  }
  let best: number | null = null;
  for (const w of visit.windows) {
    if (readySec > w.latestSec) continue;
    const start = Math.max(readySec, w.startSec);
    if (best === null || start < best) best = start;
  }
  return best;
}

/** Seconds past the window's close: 0 inside any window, else since the last one that closed. */
export function lateSecAt(visit: Visit, startSec: number): number {
  let closed = Number.NEGATIVE_INFINITY;
  for (const w of visit.windows) {
    if (startSec >= w.startSec && startSec <= w.endSec) return 0;
    if (w.endSec < startSec) closed = Math.max(closed, w.endSec);
  }
  return Number.isFinite(closed) ? startSec - closed : 0;
}
