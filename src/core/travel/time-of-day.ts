import type { TravelByTime } from '../model/problem';

/** Driving between places by the moment of leaving; cells are [from × places + to]. */
export interface TravelTimes {
  /** Arrival of somebody who leaves at `leaveSec`. Never earlier for somebody who leaves later. */
  arriveAt(cell: number, leaveSec: number): number;
  /** Latest whole second at which to leave so as to arrive by `arriveSec`. */
  leaveBy(cell: number, arriveSec: number): number;
}

/** Durations that hold at all times. */
export function constantTimes(durationSec: ArrayLike<number>): TravelTimes {
  return {
    arriveAt: (cell, leaveSec) => leaveSec + durationSec[cell]!,
    leaveBy: (cell, arriveSec) => arriveSec - durationSec[cell]!,
  };
}

/**
 * Durations that change at the borders of a timeline. A leg under way goes on at the new speed when a
 * border is crossed, so nobody overtakes by leaving later (Ichoua, Gendreau, Potvin, "Vehicle
 * dispatching with time-dependent travel times", European J. Operational Research 144(2), 2003).
 */
export function changingTimes({ slices, timeline }: TravelByTime): TravelTimes {
  const starts = Float64Array.from(timeline, (t) => t.fromSec);
  const sliceAt = Int32Array.from(timeline, (t) => t.slice);
  const last = timeline.length - 1;
  const periodAt = (sec: number): number => {
    let low = 0;
    let high = last;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (starts[middle]! <= sec) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  const arriveAt = (cell: number, leaveSec: number): number => {
    let at = leaveSec;
    let left = 1;
    for (let p = periodAt(leaveSec); ; p++) {
      const whole = slices[sliceAt[p]!]![cell]!;
      const room = p === last ? Number.POSITIVE_INFINITY : starts[p + 1]! - at;
      // Guards against a hair above a whole second from the division below.
      if (left * whole <= room) return Math.ceil(at + left * whole - 1e-6);
      left -= room / whole;
      at = starts[p + 1]!;
    }
  };
  const leaveBy = (cell: number, arriveSec: number): number => {
    let at = arriveSec;
    let left = 1;
    for (let p = periodAt(arriveSec); ; p--) {
      const whole = slices[sliceAt[p]!]![cell]!;
      const room = p === 0 ? Number.POSITIVE_INFINITY : at - starts[p]!;
      if (left * whole <= room) {
        at -= left * whole;
        break;
      }
      left -= room / whole;
      at = starts[p]!;
    }
    let leave = Math.floor(at + 1e-6);
    while (arriveAt(cell, leave) > arriveSec) leave--;
    while (arriveAt(cell, leave + 1) <= arriveSec) leave++;
    return leave;
  };
  return { arriveAt, leaveBy };
}
