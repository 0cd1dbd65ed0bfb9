import { NEVER, type Prepared } from '../prepare/prepared';

/** Earliest start of visit v on day d for somebody ready at `ready`; NEVER when too late. */
export function startAt(prep: Prepared, cell: number, ready: number, limits: Int32Array): number {
  const first = prep.windowFirst[cell]!;
  const end = first + prep.windowCount[cell]!;
  let best = NEVER;
  for (let w = first; w < end; w++) {
    if (ready > limits[w]!) continue;
    const open = prep.windowOpen[w]!;
    const start = ready > open ? ready : open;
    if (start < best) best = start;
  }
  return best;
}

/** Latest readiness that still allows a start no later than `start`; −NEVER when there is none. */
export function latestReady(prep: Prepared, cell: number, start: number, limits: Int32Array): number {
  const first = prep.windowFirst[cell]!;
  const end = first + prep.windowCount[cell]!;
  let best = -NEVER;
  for (let w = first; w < end; w++) {
    if (prep.windowOpen[w]! > start) continue;
    const limit = limits[w]!;
    const ready = limit < start ? limit : start;
    if (ready > best) best = ready;
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
