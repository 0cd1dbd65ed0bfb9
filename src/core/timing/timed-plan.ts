import type { Shift, Visit } from '../model/problem';

/** A visit in its place in the day, with what leads to it. */
export interface TimedStop {
  readonly visit: Visit;
  readonly fromPlaceId: string;
  readonly travelSec: number;
  readonly travelM: number;
  readonly arriveSec: number;
  readonly startSec: number;
  readonly finishSec: number;
  /** Seconds after the close of the window it missed; 0 when on time. */
  readonly lateSec: number;
  readonly equipmentIds: readonly string[];
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
  readonly breaks: readonly TimedBreak[];
  /** The leg back to the end place. */
  readonly endTravelSec: number;
  readonly endTravelM: number;
  readonly arriveSec: number;
  /** Beginning of paid work: leaving, or the beginning of the shift where that was on own time. */
  readonly workStartSec: number;
  /** End of paid work: arrival less what is driven on own time. */
  readonly workEndSec: number;
  readonly overtimeSec: number;
  /** Visits with their buffers, driving on working time and paid breaks; waiting is not counted. */
  readonly workSec: number;
}

export interface TimedPlan {
  readonly routes: readonly TimedRoute[];
  readonly unplanned: readonly Visit[];
}

/** Seconds of work in a day, from its moments. Own-time driving lies before the shift and after paid work. */
export function workSecOf(route: Omit<TimedRoute, 'workSec'>): number {
  const { shift, stops, breaks } = route;
  let sec = route.endTravelSec - (route.arriveSec - route.workEndSec);
  for (const [i, { visit, travelSec, startSec, finishSec }] of stops.entries()) {
    sec += travelSec + finishSec - startSec + (visit.bufferBeforeSec ?? 0) + (visit.bufferAfterSec ?? 0);
    if (i === 0) sec -= route.workStartSec - route.departSec;
  }
  for (const [k, { startSec, endSec }] of breaks.entries()) {
    if (shift.breaks[k]?.paid) sec += endSec - startSec;
  }
  return sec;
}
