import type { BreakRule, Shift } from '../model/problem';
import type { ProblemIndex } from '../travel/problem-index';
import type { TimedBreak } from './timed-plan';

/** A drive from place to place, with a stop on the way where parts are fetched. */
export interface Leg {
  readonly from: string;
  readonly to: string;
  readonly via: string | null;
}

export function legArrival(index: ProblemIndex, leg: Leg, leaveSec: number): number {
  if (leg.via === null) return index.arriveAt(leg.from, leg.to, leaveSec);
  return index.arriveAt(leg.via, leg.to, index.arriveAt(leg.from, leg.via, leaveSec));
}

export function legLeave(index: ProblemIndex, leg: Leg, arriveSec: number): number {
  if (leg.via === null) return index.leaveBy(leg.from, leg.to, arriveSec);
  return index.leaveBy(leg.from, leg.via, index.leaveBy(leg.via, leg.to, arriveSec));
}

/** Driving on a leg as it usually is: what a person's reach is measured by. */
export function legUsualSec(index: ProblemIndex, leg: Leg): number {
  if (leg.via === null) return index.usualSec(leg.from, leg.to);
  return index.usualSec(leg.from, leg.via) + index.usualSec(leg.via, leg.to);
}

export function legM(index: ProblemIndex, leg: Leg): number {
  if (leg.via === null) return index.travelM(leg.from, leg.to);
  return index.travelM(leg.from, leg.via) + index.travelM(leg.via, leg.to);
}

/** One leg driven, with the breaks taken on it. */
export interface Driven {
  readonly leaveSec: number;
  readonly arriveSec: number;
  /** Arrived, and every break of this leg over. */
  readonly readySec: number;
  readonly breaks: readonly TimedBreak[];
  /** How many of these breaks were taken before leaving. */
  readonly before: number;
}

function take(rule: BreakRule, sec: number): TimedBreak | null {
  if (sec > rule.latestSec) return null;
  const startSec = Math.max(sec, rule.earliestSec);
  return { startSec, endSec: startSec + rule.durationSec };
}

/** Where a leg begins: when one is free for it, and what of it may be driven on own time before that. */
export interface Setting {
  readonly freeSec: number;
  readonly ownSec: number;
}

/**
 * Drives a leg and takes the shift's breaks first..until−1 on it, some before leaving and the rest on
 * arrival, whichever is ready soonest; on arrival where both are. Null when a break would begin too late.
 */
export function drive(index: ProblemIndex, leg: Leg, at: Setting, breaks: Shift['breaks']): Driven | null {
  let best: Driven | null = null;
  const early: TimedBreak[] = [];
  let leaveSec = at.freeSec;
  for (let before = 0; ; before++) {
    // Whoever leaves after a break is at work already: no own-time driving.
    const ownSec = before === 0 ? at.ownSec : 0;
    const arriveSec = Math.max(leaveSec, legArrival(index, leg, leaveSec - ownSec));
    const late: TimedBreak[] = [];
    let readySec: number | null = arriveSec;
    for (const rule of breaks.slice(before)) {
      const taken: TimedBreak | null = readySec === null ? null : take(rule, readySec);
      readySec = taken?.endSec ?? null;
      if (taken) late.push(taken);
    }
    if (readySec !== null && (best === null || readySec < best.readySec)) {
      best = { leaveSec, arriveSec, readySec, breaks: [...early, ...late], before };
    }
    const rule = breaks[before];
    const taken = rule && take(rule, leaveSec);
    if (!taken) return best;
    early.push(taken);
    leaveSec = taken.endSec;
  }
}

/** The leg home: only breaks that are due, before leaving. */
export function driveHome(
  index: ProblemIndex,
  leg: Leg,
  freeSec: number,
  breaks: Shift['breaks'],
): Driven | null {
  const taken: TimedBreak[] = [];
  let leaveSec = freeSec;
  for (const rule of breaks) {
    if (legArrival(index, leg, leaveSec) <= (rule.dueSec ?? rule.latestSec)) break;
    const next = take(rule, leaveSec);
    if (!next) return null;
    taken.push(next);
    leaveSec = next.endSec;
  }
  const arriveSec = legArrival(index, leg, leaveSec);
  return { leaveSec, arriveSec, readySec: arriveSec, breaks: taken, before: taken.length };
}
