import { NEVER, type Prepared } from '../prepare/prepared';

/**
 * Earliest start in a window cell for somebody ready at `ready`; NEVER when too late. With `soft`
 * also NEVER where that start would be late: lateness in an earlier window comes before waiting for
 * a later one, so a late start is not cured by a window further on.
 */
export function startAt(prep: Prepared, cell: number, ready: number, soft: boolean): number {
  const first = prep.windowFirst[cell]!;
  const count = prep.windowCount[cell]!;
  if (count === 1) {
    const limit = soft ? prep.windowSoft[first]! : prep.windowLatest[first]!;
    if (ready > limit) return NEVER;
    const open = prep.windowOpen[first]!;
    return ready > open ? ready : open;
  }
  let best = NEVER;
  for (let w = first; w < first + count; w++) {
    if (ready > prep.windowLatest[w]!) continue;
    const open = prep.windowOpen[w]!;
    const start = ready > open ? ready : open;
    if (start < best) best = start;
  }
  return soft && best !== NEVER && lateAt(prep, cell, best) > 0 ? NEVER : best;
}

/**
 * Latest readiness up to which every start is allowed and no later than `start`; −NEVER when there is
 * none. With `soft` it ends at the first window that can be missed, which may be earlier than need be:
 * then the penalty is worked out, and found to be nothing.
 */
export function latestReady(prep: Prepared, cell: number, start: number, soft: boolean): number {
  const first = prep.windowFirst[cell]!;
  const end = first + prep.windowCount[cell]!;
  let best = -NEVER;
  for (let w = first; w < end; w++) {
    if (prep.windowOpen[w]! > start) continue;
    const limit = soft ? prep.windowSoft[w]! : prep.windowLatest[w]!;
    const ready = limit < start ? limit : start;
    if (ready > best) best = ready;
    if (soft && prep.windowLatest[w]! > limit) break;
  }
  return best;
}

/** Seconds late of a start; 0 inside any window. */
export function lateAt(prep: Prepared, cell: number, start: number): number {
  const first = prep.windowFirst[cell]!;
  const end = first + prep.windowCount[cell]!;
  let closed = -NEVER;
  for (let w = first; w < end; w++) {
    const close = prep.windowClose[w]!;
    if (start >= prep.windowOpen[w]! && start <= close) return 0;
    if (close < start && close > closed) closed = close;
  }
  return closed === -NEVER ? 0 : start - closed;
}
