import type { Prices, Visit } from '../model/problem';
import type { TimedRoute, TimedStop } from '../timing/timed-plan';

/**
 * One priced measure. It is read stop by stop, route by route and loose end by loose end,
 * so that every total can be opened down to the visits that make it up.
 */
export interface Measure {
  /** Price of one unit in micros; null where each visit carries its own price. */
  readonly unitPrice: (prices: Prices) => number | null;
  readonly ofStop?: (stop: TimedStop, route: TimedRoute) => number;
  readonly ofRoute?: (route: TimedRoute) => number;
  readonly ofLooseEnd?: (visit: Visit) => number;
}
