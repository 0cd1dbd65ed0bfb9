import {
  type LatLon,
  type MostSec,
  matrixOnDemand,
  type Problem,
  type SpeedPeriod,
  speedSets,
  straightMatrix,
  type TravelMatrix,
  timelineOf,
  travelByTime,
  travelMatrix,
} from '@/core/index';
import type { Ground } from './ground';

/** The days over which the hour matters. */
export interface TravelDays {
  readonly dates: readonly string[];
  readonly originSec: number;
}

/**
 * The hours are those of the roads' own clock: a leg takes the same however the plan is cut, in whatever zone
 * the first of its territories lies.
 */
function byRoadClock({ dates, originSec }: TravelDays, ground: Ground) {
  return { dates, originSec, zone: ground.settings?.zone ?? 'UTC' };
}

/** Which slice of the ground holds at a period's speeds; 0 are the usual ones. */
export function speedSliceOf(periods: readonly SpeedPeriod[], speeds: SpeedPeriod['speeds']): number {
  return speedSets(periods).findIndex((s) => JSON.stringify(s) === JSON.stringify(speeds)) + 1;
}

/** Travel between points, each leg worked out when it is asked for. For judging a plan and for questions about it. */
export function travelOnDemand(ground: Ground, points: readonly LatLon[], days: TravelDays): TravelMatrix {
  const n = points.length;
  const secBy = (slice: number) =>
    matrixOnDemand(n, (from, to) => ground.legBetween(points[from]!, points[to]!, slice).sec);
  const periods = ground.settings?.periods ?? [];
  return {
    durationSec: secBy(0),
    distanceM: matrixOnDemand(n, (from, to) => ground.legBetween(points[from]!, points[to]!).m),
    ...(periods.length > 0
      ? {
          byTime: {
            slices: speedSets(periods).map((_, i) => secBy(i + 1)),
            timeline: timelineOf(periods, byRoadClock(days, ground)),
          },
        }
      : {}),
  };
}

/** What driving between places takes at most, found without looking for the way. */
export function mostBetween(ground: Ground, places: Problem['places']): MostSec {
  const points = places.flatMap(({ lat, lon }) =>
    lat === undefined || lon === undefined ? [] : [{ lat, lon }],
  );
  // A problem that was built here has all its places on the map.
  return points.length === places.length ? ground.mostBetween(points) : () => Number.POSITIVE_INFINITY;
}

/** Travel between all points at once, for a search. Takes its time: never in a request. */
export function travelBetweenAll(ground: Ground, points: readonly LatLon[], days: TravelDays): TravelMatrix {
  const { graph, settings, straight } = ground;
  if (!graph) return straightMatrix(points, straight);
  const periods = settings?.periods ?? [];
  return {
    ...travelMatrix(graph, points),
    ...(periods.length > 0
      ? { byTime: travelByTime(graph, points, periods, byRoadClock(days, ground)) }
      : {}),
  };
}
