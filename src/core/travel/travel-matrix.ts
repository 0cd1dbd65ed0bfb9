import type { LatLon } from '../geo/point';
import type { TravelMatrix } from '../model/problem';
import type { RoadGraph } from './road-network';
import { fastestFrom, type PathTree } from './shortest-paths';
import { snapToNetwork } from './snap';

/** Trees already grown, by junction; hand the same map in again to save their making. */
export type PathTrees = Map<number, PathTree>;

/**
 * Whole seconds (rounded up) and metres (rounded) between all places, by the fastest way on the network
 * and the access at both ends. Row-major. A place to itself, and places at one point, take nothing.
 */
export function travelMatrix(
  graph: RoadGraph,
  points: readonly LatLon[],
  trees: PathTrees = new Map(),
): TravelMatrix {
  const access = points.map((p) => snapToNetwork(graph, p));
  const n = points.length;
  const durationSec = new Array<number>(n * n).fill(0);
  const distanceM = new Array<number>(n * n).fill(0);
  for (let a = 0; a < n; a++) {
    const from = access[a]!;
    let tree = trees.get(from.junction);
    if (!tree) {
      tree = fastestFrom(graph, from.junction);
      trees.set(from.junction, tree);
    }
    for (let b = 0; b < n; b++) {
      const to = access[b]!;
      const same = points[a]!.lat === points[b]!.lat && points[a]!.lon === points[b]!.lon;
      if (same) continue;
      durationSec[a * n + b] = Math.ceil(tree.seconds[to.junction]! + from.seconds + to.seconds);
      distanceM[a * n + b] = Math.round(tree.metres[to.junction]! + from.distanceM + to.distanceM);
    }
  }
  return { durationSec, distanceM };
}

/** Corners of the fastest way between two points, both included, for drawing. */
export function legGeometry(graph: RoadGraph, from: LatLon, to: LatLon): LatLon[] {
  const start = snapToNetwork(graph, from).junction;
  const end = snapToNetwork(graph, to).junction;
  const tree = fastestFrom(graph, start);
  const back: LatLon[] = [];
  for (let j = end; j !== start && j >= 0; j = tree.before[j]!) {
    const road = graph.network.roads[graph.roadOf[tree.arcInto[j]!]!]!;
    back.push(graph.network.junctions[j]!);
    back.push(...(road.to === j ? [...road.via].reverse() : road.via));
  }
  return [from, graph.network.junctions[start]!, ...back.reverse(), to];
}
