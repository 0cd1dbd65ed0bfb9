import type { LatLon } from '../geo/point';
import type { TravelByTime } from '../model/problem';
import { instantOf } from '../time/zone';
import type { RoadGraph } from './road-graph';
import { ROAD_CLASSES, type RoadClass } from './road-network';
import { travelMatrix } from './travel-matrix';

/** Speeds by road class in percent of the usual ones where they differ: rush hour in town, a quiet night on the main roads. */
export type Speeds = Readonly<Partial<Record<RoadClass, number | null | undefined>>>;

/** From a minute of the local day on, one set of speeds holds. */
export interface SpeedPeriod {
  readonly fromMin: number;
  readonly speeds: Speeds;
}

/** The same roads at other speeds. */
export function slowed(graph: RoadGraph, speeds: Speeds): RoadGraph {
  const { roadClass } = graph.network;
  const percent = ROAD_CLASSES.map((c) => speeds[c] ?? 100);
  const seconds = graph.seconds.map((sec, arc) => (sec * 100) / percent[roadClass[graph.roadOf[arc]!]!]!);
  return { ...graph, seconds };
}

/**
 * Durations between places by time of day: one matrix for each set of speeds, by the way that is fastest
 * at those speeds, and a timeline of local days. Periods are ascending from midnight; days that have an
 * hour more or less are followed by the clock. Seconds count from `originSec` (UTC).
 */
export function travelByTime(
  graph: RoadGraph,
  points: readonly LatLon[],
  periods: readonly SpeedPeriod[],
  days: { readonly dates: readonly string[]; readonly zone: string; readonly originSec: number },
): TravelByTime {
  return {
    slices: speedSets(periods).map((speeds) => travelMatrix(slowed(graph, speeds), points).durationSec),
    timeline: timelineOf(periods, days),
  };
}

/** The different sets of speeds in the order in which they come up: one slice each. */
export function speedSets(periods: readonly SpeedPeriod[]): Speeds[] {
  return [...new Map(periods.map((p) => [JSON.stringify(p.speeds), p.speeds])).values()];
}

/** From which second on which set of speeds holds, over some local days. */
export function timelineOf(
  periods: readonly SpeedPeriod[],
  days: { readonly dates: readonly string[]; readonly zone: string; readonly originSec: number },
): TravelByTime['timeline'] {
  const sliceOf = new Map(speedSets(periods).map((speeds, i) => [JSON.stringify(speeds), i]));
  const timeline = days.dates.flatMap((date) =>
    periods.map((p) => ({
      fromSec: instantOf(date, p.fromMin, days.zone) - days.originSec,
      slice: sliceOf.get(JSON.stringify(p.speeds))!,
    })),
  );
  // Two periods can begin at once where the clock jumps over one of them: the later one holds.
  return timeline.filter((t, i) => (timeline[i + 1]?.fromSec ?? Number.POSITIVE_INFINITY) > t.fromSec);
}
