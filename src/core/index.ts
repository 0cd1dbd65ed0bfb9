/** The one door to the core, the engine apart. */
export { assert } from './base/assert';
export { createRandom, type Random } from './base/random';
export { stableJson } from './base/stable-json';
export { boardOf } from './explain/board';
export { funnelOf } from './explain/funnel';
export { placesFor, planWithPlace } from './explain/places';
export { relaxationsFor } from './explain/relax';
export { greatCircleM, type LatLon } from './geo/point';
export { centreOf, isInside } from './geo/polygon';
export { cutIntoDayParts } from './model/day-parts';
export {
  OBJECTIVES,
  type Objective,
  type Parts,
  type Plan,
} from './model/plan';
export type {
  BreakRule,
  Membership,
  Place,
  Prices,
  Problem,
  RuleSettings,
  Shift,
  TravelMatrix,
  Visit,
  VisitWindow,
} from './model/problem';
export {
  MATCHES,
  MAX_BREAKS,
} from './model/problem';
export { priceRoute, priceStop } from './objectives/price-plan';
export { gapFillers } from './offers/gap-fillers';
export { offerWindows, windowsWithin } from './offers/offer-windows';
export type { RuleCode, Violation } from './rules/violation';
export { simulatePlan } from './simulate/simulate-plan';
export type { Interval } from './time/interval';
export { type DayException, type WeekPattern, workingIntervals } from './time/week-pattern';
export {
  datesFrom,
  daysBetween,
  instantOf,
  localDateOf,
  offsetMinutes,
  weekdayOf,
} from './time/zone';
export type { TimedRoute, TimedStop } from './timing/timed-plan';
export { indexProblem, type ProblemIndex } from './travel/problem-index';
export {
  buildRoadGraph,
  type Road,
  type RoadClass,
  type RoadGraph,
  type RoadNetwork,
} from './travel/road-network';
export { fastestFrom } from './travel/shortest-paths';
export { legGeometry, type PathTrees, travelMatrix } from './travel/travel-matrix';
export { type Verdict, verifyPlan } from './verify/verify-plan';
