/** The one door to the core, the engine apart. */

export { assert } from './base/assert';
export { createRandom, type Random } from './base/random';
export { stableJson } from './base/stable-json';
export { adoptPlan } from './day/adopt';
export { breakSooner } from './day/break-sooner';
export { waitingTogether } from './day/components';
export { courseOf } from './day/course';
export { eventsOf } from './day/events-of';
export { type ExpectedRoute, expectDay, randomDraw } from './day/expect-day';
export {
  type DayFacts,
  FIELD_STATES,
  type FieldState,
  type ShiftFacts,
  type VisitFacts,
} from './day/field-facts';
export { needsOf } from './day/needs';
export { playDays } from './day/play';
export { type PlayedReport, playField } from './day/play-field';
export { fillersFor, type Remedy, remediesFor, spreadOver, squeezesFor } from './day/remedies';
export { restOfDay } from './day/rest-of-day';
export { FIELD_STEPS, type FieldStep, stepOf } from './day/steps';
export { truthOf } from './day/truth';
export { type Bind, bindsToTry, withMore } from './explain/binds';
export { type Board, boardOf, keptBoardOf } from './explain/board';
export { funnelOf } from './explain/funnel';
export { kneeOf } from './explain/knee';
export { countPairs, PAIR_STEPS, type PairCounts, type PairStep } from './explain/pair-counts';
export type { HoursKept, MostSec } from './explain/pair-hours';
export { couldAlone, type PairRule, pairReasons } from './explain/pair-reasons';
export { type Place as FoundPlace, placesFor, planWithPlace } from './explain/places';
export { relaxationsFor } from './explain/relax';
export { withRelaxation } from './explain/relaxed';
export { greatCircleM, type LatLon } from './geo/point';
export { centreOf, crossingOf, isInside, signedAreaM2 } from './geo/polygon';
export { applyHand, type HandResult, planOfHand } from './hand/apply-hand';
export type { HandEdit, VisitChange } from './hand/edit';
export { tangleOf, UNTANGLE_WAYS, type UntangleWay, untangle } from './hand/untangle';
export { cutIntoDayParts } from './model/day-parts';
export {
  OBJECTIVES,
  type Objective,
  type Parts,
  type Plan,
} from './model/plan';
export type {
  Attributes,
  BreakRule,
  EquipmentUnit,
  Membership,
  Place,
  Prices,
  Problem,
  RuleScope,
  RuleSettings,
  Shift,
  TravelMatrix,
  Visit,
  VisitPrices,
  VisitWindow,
  WorkLimit,
} from './model/problem';
export {
  MATCHES,
  MAX_BREAKS,
} from './model/problem';
export { durationOf } from './model/work-of';
export { makeUp } from './objectives/make-up';
export { pricePlan, priceRoute, routePrice, totalPrice } from './objectives/price-plan';
export { gapFillers } from './offers/gap-fillers';
export { type KeptOffer, keptOffers } from './offers/kept-offers';
export { offerWindows, windowsWithin } from './offers/offer-windows';
export { RULE_CODES, type RuleCode, type Violation } from './rules/violation';
export { chanceOfVisit } from './simulate/chance-of-visit';
export { simulatePlan } from './simulate/simulate-plan';
export { type Interval, intersect, subtract } from './time/interval';
export {
  type DayException,
  type DayHours,
  patternHours,
  type WeekPattern,
  workingIntervals,
} from './time/week-pattern';
export {
  datesFrom,
  daysBetween,
  instantOf,
  localDateOf,
  offsetMinutes,
  weekdayOf,
} from './time/zone';
export { timeRoute } from './timing/time-route';
export type { TimedRoute, TimedStop } from './timing/timed-plan';
export { assembleNetwork, type DrivenLine } from './travel/assemble-network';
export { type ClosedSpot, closedRoads, closing } from './travel/closed-roads';
export {
  type DenseNetwork,
  denseOf,
  junctionAt,
  roadAt,
} from './travel/dense-network';
export { matrixOnDemand } from './travel/matrix-on-demand';
export { indexProblem, type ProblemIndex } from './travel/problem-index';
export { distanceToRoadM } from './travel/road-distance';
export { buildRoadGraph, type RoadGraph } from './travel/road-graph';
export {
  ROAD_CLASSES,
  ROAD_SPEED_KMH,
  type Road,
  type RoadClass,
  type RoadNetwork,
  type RoadSpeeds,
} from './travel/road-network';
export { fastestFrom, type PathTree } from './travel/shortest-paths';
export { type Access, snapToNetwork } from './travel/snap';
export { type SpeedPeriod, slowed, speedSets, timelineOf, travelByTime } from './travel/speed-profile';
export { type StraightLines, straightLeg, straightMatrix } from './travel/straight-lines';
export { legGeometry, travelMatrix } from './travel/travel-matrix';
export { atMostSec, type Landmarks, placeLandmarks } from './travel/ways/landmarks';
export { fastestInto, reversed } from './travel/ways/reversed';
export { type Verdict, verifyPlan } from './verify/verify-plan';
