import type { LatLon } from '../geo/point';
import type { DenseNetwork } from './dense-network';
import { roadsWithinM } from './road-distance';
import type { RoadGraph } from './road-graph';

/** A place where nobody gets through: every road that comes so near to it is closed, metres. */
export interface ClosedSpot extends LatLon {
  readonly radiusM: number;
}

/** Longer than any way round that somebody would drive in a day. What has no way round is not reached. */
const CLOSED_SEC = 12 * 3600;

/** The roads of a network that come near to a spot, by their place in it. */
export function closedRoads(network: DenseNetwork, spots: readonly ClosedSpot[]): ReadonlySet<number> {
  return new Set(spots.flatMap((spot) => roadsWithinM(network, spot, spot.radiusM)));
}

/**
 * The same network with some of its roads closed: they stay, at twelve hours more, so that a way round is always taken where there is
 * one, and what has none comes out as a day too far instead of as nothing.
 */
export function closing(graph: RoadGraph, roads: ReadonlySet<number>): RoadGraph {
  if (roads.size === 0) return graph;
  const seconds = graph.seconds.map((sec, arc) => (roads.has(graph.roadOf[arc]!) ? sec + CLOSED_SEC : sec));
  return { ...graph, seconds };
}
