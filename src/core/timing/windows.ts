import type { Visit, VisitWindow } from '../model/problem';

interface StartWindow {
  readonly startSec: number;
  /** Where the promised window opens, whatever the site's hours. */
  readonly promisedSec: number;
  readonly endSec: number;
  readonly latestSec: number;
}

/** A window as one on the start, for a visit of this duration. */
function onStart(w: VisitWindow, durationSec: number): StartWindow {
  const { startSec, endSec, latestSec } = w;
  if (w.on !== 'finish') return { startSec, promisedSec: startSec, endSec, latestSec };
  return {
    startSec: startSec - durationSec,
    promisedSec: startSec - durationSec,
    endSec: endSec - durationSec,
    latestSec: latestSec - durationSec,
  };
}

/** Starts that are allowed: the windows, cut to the hours in which the site lets somebody in. */
export function startWindows(visit: Visit, durationSec: number): readonly StartWindow[] {
  const windows = visit.windows.map((w) => onStart(w, durationSec));
  const { access } = visit;
  if (!access) return windows;
  return windows.flatMap((w) =>
    access.flatMap((a) => {
      const startSec = Math.max(w.startSec, a.startSec);
      const latestSec = Math.min(w.latestSec, a.endSec - durationSec);
      return latestSec < startSec ? [] : [{ ...w, startSec, latestSec }];
    }),
  );
}

/**
 * Earliest allowed start for somebody ready at `readySec`, or null when every window is over.
 * Being a little late in an earlier window comes before waiting for a later one. A time tie is exact.
 */
export function earliestStart(visit: Visit, durationSec: number, readySec: number): number | null {
  const windows = startWindows(visit, durationSec);
  const tied = visit.tie.startSec;
  if (tied !== undefined) {
    const allowed = windows.some((w) => tied >= w.startSec && tied <= w.latestSec);
    return allowed && readySec <= tied ? tied : null;
  }
  let best: number | null = null;
  for (const w of windows) {
    if (readySec > w.latestSec) continue;
    const start = Math.max(readySec, w.startSec);
    if (best === null || start < best) best = start;
  }
  return best;
}

/** Seconds past the window's close: 0 inside any window, else since the last one that closed. */
export function lateSecAt(visit: Visit, durationSec: number, startSec: number): number {
  let closed = Number.NEGATIVE_INFINITY;
  for (const window of visit.windows) {
    const w = onStart(window, durationSec);
    if (startSec >= w.startSec && startSec <= w.endSec) return 0;
    if (w.endSec < startSec) closed = Math.max(closed, w.endSec);
  }
  return Number.isFinite(closed) ? startSec - closed : 0;
}

/** Whether a start differs from the published one by more than `movedSec`. */
export function hasMoved({ base }: Visit, startSec: number, movedSec: number): boolean {
  return base?.startSec !== undefined && Math.abs(startSec - base.startSec) > movedSec;
}

/**
 * Seconds that a start is nearer to its window's close than wanted. Starting when the window opens is
 * always near enough: of a window shorter than the margin no more is asked.
 */
export function marginShortSec(
  visit: Visit,
  durationSec: number,
  startSec: number,
  marginSec: number,
): number {
  let short = Number.POSITIVE_INFINITY;
  for (const window of visit.windows) {
    const w = onStart(window, durationSec);
    if (startSec < w.startSec || startSec > w.endSec) continue;
    const wanted = Math.min(marginSec, w.endSec - w.startSec);
    short = Math.min(short, Math.max(0, wanted - (w.endSec - startSec)));
  }
  return Number.isFinite(short) ? short : marginSec;
}
