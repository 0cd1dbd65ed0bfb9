import { NEVER, type Prepared } from '@/core/engine/prepare/prepared';

/* Legs crossed with breaks on them, step by step, where driving takes the same at all hours. */

function arriveAt(prep: Prepared, leg: number, leave: number): number {
  return leave + prep.travelSec[leg]!;
}

/** End of the k-th break (of all shifts) for somebody who could begin it at `sec`; NEVER when too late. */
function afterBreak(prep: Prepared, k: number, sec: number): number {
  if (sec > prep.breakLatest[k]!) return NEVER;
  const earliest = prep.breakEarliest[k]!;
  return (sec > earliest ? sec : earliest) + prep.breakDuration[k]!;
}

/**
 * Readiness after a leg on which breaks i..j−1 of a shift are taken, each before leaving or on arrival,
 * whichever is ready soonest. `own` is what may be driven on own time before `free` when no break
 * comes first. NEVER when a break would begin too late.
 */
export function readyOver(
  prep: Prepared,
  s: number,
  i: number,
  j: number,
  free: number,
  leg: number,
  own: number,
): number {
  let ready = arriveAt(prep, leg, free - own);
  if (ready < free) ready = free;
  if (i === j) return ready;
  const first = prep.breakFirst[s]!;
  let best = NEVER;
  let left = free;
  for (let m = i; ; m++) {
    if (m > i) ready = arriveAt(prep, leg, left);
    for (let k = m; k < j && ready < NEVER; k++) ready = afterBreak(prep, first + k, ready);
    if (ready < best) best = ready;
    if (m === j) return best;
    left = afterBreak(prep, first + m, left);
    if (left >= NEVER) return best;
  }
}

/** When the leg home begins, breaks from i on that are due taken first; NEVER when one cannot be. */
export function leaveForHome(prep: Prepared, s: number, i: number, free: number, leg: number): number {
  const first = prep.breakFirst[s]!;
  const end = first + prep.breakCount[s]!;
  let leave = free;
  for (let k = first + i; k < end && leave < NEVER; k++) {
    if (arriveAt(prep, leg, leave) <= prep.breakDue[k]!) break;
    leave = afterBreak(prep, k, leave);
  }
  return leave;
}

/** End of paid work over a leg home begun at `leave`: own-time driving comes after it. */
export function workEndOver(prep: Prepared, s: number, leave: number, leg: number): number {
  const paid = arriveAt(prep, leg, leave) - prep.shiftAfter[s]!;
  return paid > leave ? paid : leave;
}
