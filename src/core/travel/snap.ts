import { greatCircleM, type LatLon } from '../geo/point';
import type { RoadGraph } from './road-network';

/** Speed at which the last stretch off the network is driven. */
const ACCESS_KMH = 20;

/** How a place joins the network: the nearest junction and the way there. */
export interface Access {
  readonly junction: number;
  readonly distanceM: number;
  readonly seconds: number;
}

/** Nearest junction by great circle; a scan, since a network has a few thousand. */
export function snapToNetwork(graph: RoadGraph, point: LatLon): Access {
  let junction = 0;
  let distanceM = Number.POSITIVE_INFINITY;
  for (const [j, at] of graph.network.junctions.entries()) {
    const d = greatCircleM(point, at);
    if (d < distanceM) {
      distanceM = d;
      junction = j;
    }
  }
  return { junction, distanceM, seconds: (distanceM / 1000 / ACCESS_KMH) * 3600 };
}
