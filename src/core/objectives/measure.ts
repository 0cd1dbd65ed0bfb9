import type { Shift, Visit } from '../model/problem';
import type { TimedRoute, TimedStop } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';

/** To whom an amount belongs, as far as its price hangs on it. */
export interface Payer {
  readonly index: ProblemIndex;
  readonly visit?: Visit;
  readonly shift?: Shift;
}

/**
 * One priced measure. It is read stop by stop, route by route and loose end by loose end,
 * so that every total can be opened down to the visits that make it up.
 */
export interface Measure {
  /** Price of one unit in micros. */
  readonly unitPrice: (payer: Payer) => number;
  /** Of a visit done by several people it counts once, not for each of them. */
  readonly oncePerVisit?: boolean;
  readonly ofStop?: (stop: TimedStop, route: TimedRoute, index: ProblemIndex) => number;
  readonly ofRoute?: (route: TimedRoute) => number;
  readonly ofLooseEnd?: (visit: Visit) => number;
  readonly ofPlan?: (routes: readonly TimedRoute[], index: ProblemIndex) => number;
}
