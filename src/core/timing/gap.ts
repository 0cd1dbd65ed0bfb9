import type { ProblemIndex } from '../travel/problem-index';
import { type Leg, legArrival } from './leg';
import type { TimedBreak } from './timed-plan';

/** A stretch between two stops, as stated: free at one moment, needed elsewhere at another. */
export interface Gap {
  readonly leg: Leg;
  readonly fromSec: number;
  readonly toSec: number;
  /** The breaks that lie in it, in order. */
  readonly breaks: readonly TimedBreak[];
}

export interface Crossing {
  readonly leaveSec: number;
  readonly arriveSec: number;
  /** Seconds that are missing; 0 when the gap is long enough. */
  readonly shortSec: number;
}

/** The breaks of a day that reach into a gap. */
export function breaksIn(breaks: readonly TimedBreak[], fromSec: number, toSec: number): TimedBreak[] {
  return breaks.filter((b) => b.startSec < toSec && b.endSec > fromSec);
}

/**
 * How a gap is crossed: some breaks before leaving, the others on arrival; the way that lacks least
 * time, then the one that is ready first, then the one with fewest breaks before leaving.
 */
export function crossGap(index: ProblemIndex, gap: Gap): Crossing {
  let best: Crossing & { readySec: number } = crossWith(index, gap, 0);
  for (let before = 1; before <= gap.breaks.length; before++) {
    const next = crossWith(index, gap, before);
    if (next.shortSec < best.shortSec || (next.shortSec === best.shortSec && next.readySec < best.readySec)) {
      best = next;
    }
  }
  return best;
}

function crossWith(
  index: ProblemIndex,
  { leg, fromSec, toSec, breaks }: Gap,
  before: number,
): Crossing & { readySec: number } {
  let at = fromSec;
  let shortSec = 0;
  const pass = (b: TimedBreak): void => {
    shortSec = Math.max(shortSec, at - b.startSec);
    at = b.endSec;
  };
  breaks.slice(0, before).forEach(pass);
  const leaveSec = at;
  at = legArrival(index, leg, leaveSec);
  const arriveSec = at;
  breaks.slice(before).forEach(pass);
  return { leaveSec, arriveSec, readySec: at, shortSec: Math.max(shortSec, at - toSec) };
}
