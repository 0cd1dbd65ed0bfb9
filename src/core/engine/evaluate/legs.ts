import { NEVER, type Prepared } from '../prepare/prepared';

/** Arrival over a leg [from × places + to] for somebody who leaves at `leave`. */
export function arriveAt(prep: Prepared, leg: number, leave: number): number {
  return prep.times === null ? leave + prep.travelSec[leg]! : prep.times.arriveAt(leg, leave);
}

/** Latest moment at which to leave so as to arrive by `arrive`. */
export function leaveBy(prep: Prepared, leg: number, arrive: number): number {
  return prep.times === null ? arrive - prep.travelSec[leg]! : prep.times.leaveBy(leg, arrive);
}

/** End of the k-th break (of all shifts) for somebody who could begin it at `sec`; NEVER when too late. */
export function afterBreak(prep: Prepared, k: number, sec: number): number {
  if (sec > prep.breakLatest[k]!) return NEVER;
  const earliest = prep.breakEarliest[k]!;
  return (sec > earliest ? sec : earliest) + prep.breakDuration[k]!;
}

/** Latest moment from which that break is over by `sec`; −NEVER when there is none. */
export function beforeBreak(prep: Prepared, k: number, sec: number): number {
  const start = sec - prep.breakDuration[k]!;
  if (prep.breakEarliest[k]! > start) return -NEVER;
  const latest = prep.breakLatest[k]!;
  return start < latest ? start : latest;
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

/** Latest moment to be free before a leg so that, breaks i..j−1 taken on it, one is ready by `ready`. */
export function freeBefore(
  prep: Prepared,
  s: number,
  i: number,
  j: number,
  ready: number,
  leg: number,
): number {
  if (ready <= -NEVER) return -NEVER;
  if (i === j) return leaveBy(prep, leg, ready);
  const first = prep.breakFirst[s]!;
  let best = -NEVER;
  for (let m = i; m <= j; m++) {
    let sec = ready;
    for (let k = j - 1; k >= m && sec > -NEVER; k--) sec = beforeBreak(prep, first + k, sec);
    if (sec <= -NEVER) continue;
    sec = leaveBy(prep, leg, sec);
    for (let k = m - 1; k >= i && sec > -NEVER; k--) sec = beforeBreak(prep, first + k, sec);
    if (sec > best) best = sec;
  }
  return best;
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

/** Latest moment to be free for the leg home in lane i so that paid work ends by `workEnd`. */
export function freeBeforeHome(prep: Prepared, s: number, i: number, workEnd: number, leg: number): number {
  const first = prep.breakFirst[s]!;
  const count = prep.breakCount[s]!;
  const byEnd = Math.min(workEnd, leaveBy(prep, leg, workEnd + prep.shiftAfter[s]!));
  let best = -NEVER;
  for (let j = i; j <= count; j++) {
    let sec = j < count ? Math.min(byEnd, leaveBy(prep, leg, prep.breakDue[first + j]!)) : byEnd;
    for (let k = j - 1; k >= i && sec > -NEVER; k--) sec = beforeBreak(prep, first + k, sec);
    if (sec > best) best = sec;
  }
  return best;
}
