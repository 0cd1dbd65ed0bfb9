import type { Shift, Visit } from '../model/problem';

/** A visit in its place in the day, with what leads to it. */
export interface TimedStop {
  readonly visit: Visit;
  readonly travelSec: number;
  readonly travelM: number;
  readonly arriveSec: number;
  readonly startSec: number;
  readonly finishSec: number;
  /** Seconds after the close of the window it missed; 0 when on time. */
  readonly lateSec: number;
}

export interface TimedBreak {
  readonly startSec: number;
  readonly endSec: number;
}

/** One person's day, every moment known. Only routes with at least one stop exist. */
export interface TimedRoute {
  readonly shift: Shift;
  readonly departSec: number;
  readonly stops: readonly TimedStop[];
  readonly break: TimedBreak | null;
  /** The leg back to the end place. */
  readonly endTravelSec: number;
  readonly endTravelM: number;
  readonly arriveSec: number;
  /** End of paid work: arrival less what is driven on own time. */
  readonly workEndSec: number;
  readonly overtimeSec: number;
}

export interface TimedPlan {
  readonly routes: readonly TimedRoute[];
  readonly unplanned: readonly Visit[];
}
