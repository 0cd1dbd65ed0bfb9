/** The one door to the core, the engine apart. */
export { assert } from './base/assert';
export { createRandom, type Random } from './base/random';
export { stableJson } from './base/stable-json';
export { EARTH_RADIUS_M, greatCircleM, type LatLon } from './geo/point';
export { centreOf, isInside, type Ring, signedAreaM2 } from './geo/polygon';
export {
  OBJECTIVES,
  type Objective,
  type Part,
  type Parts,
  type Plan,
  type PlannedRoute,
  type PlannedStop,
} from './model/plan';
export type {
  BreakRule,
  Membership,
  Place,
  Prices,
  Problem,
  RuleSettings,
  Shift,
  SkillLevel,
  Tie,
  TravelMatrix,
  Visit,
  VisitWindow,
} from './model/problem';
export { indexProblem, type ProblemIndex } from './model/problem-index';
export { ALL_OBJECTIVES } from './objectives/all';
export { pricePlan, priceRoute, priceStop, totalPrice } from './objectives/price-plan';
export { RULE_CODES, type RuleCode, type Violation } from './rules/violation';
export { type Interval, intersect, subtract, totalSec, unite } from './time/interval';
export { type DayException, type DayHours, type WeekPattern, workingIntervals } from './time/week-pattern';
export {
  clockOf,
  datesFrom,
  daysBetween,
  instantOf,
  isZone,
  type LocalDate,
  localDateOf,
  offsetMinutes,
  weekdayOf,
} from './time/zone';
export type { TimedBreak, TimedPlan, TimedRoute, TimedStop } from './timing/timed-plan';
export { earliestStart, lateSecAt } from './timing/windows';
export { verifyPlan, type Verdict } from './verify/verify-plan';
export {
  buildRoadGraph,
  driveSec,
  ROAD_SPEED_KMH,
  type Road,
  type RoadClass,
  type RoadGraph,
  type RoadNetwork,
} from './travel/road-network';
export { fastestFrom } from './travel/shortest-paths';
export { legGeometry, type PathTrees, travelMatrix } from './travel/travel-matrix';
