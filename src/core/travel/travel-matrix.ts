import type { LatLon } from '../geo/point';
import type { TravelMatrix } from '../model/problem';
import { junctionAt, roadAt } from './dense-network';
import type { RoadGraph } from './road-graph';
import { fastestFrom } from './shortest-paths';
import { snapToNetwork } from './snap';

/**
 * Whole seconds (rounded up) and metres (rounded) between all places, by the fastest way on the network
 * and the access at both ends. Row-major. A place to itself, and places at one point, take nothing.
 */
export function travelMatrix(graph: RoadGraph, points: readonly LatLon[]): TravelMatrix {
  const access = points.map((p) => snapToNetwork(graph, p));
  const n = points.length;
  const durationSec = new Array<number>(n * n).fill(0);
  const distanceM = new Array<number>(n * n).fill(0);
  const joining = new Map<number, number[]>();
  for (const [a, { junction }] of access.entries())
    joining.set(junction, [...(joining.get(junction) ?? []), a]);
  const wanted = [...joining.keys()];
  // One tree at a time: those of all places of a large network would fill the memory.
  for (const [junction, from] of joining) {
    const tree = fastestFrom(graph, junction, wanted);
    for (const a of from) {
      for (let b = 0; b < n; b++) {
        const to = access[b]!;
        const same = points[a]!.lat === points[b]!.lat && points[a]!.lon === points[b]!.lon;
        if (same) continue;
        durationSec[a * n + b] = Math.ceil(tree.seconds[to.junction]! + access[a]!.seconds + to.seconds);
        distanceM[a * n + b] = Math.round(tree.metres[to.junction]! + access[a]!.distanceM + to.distanceM);
      }
    }
  }
  return { durationSec, distanceM };
}

/** Corners of the fastest way between two points, both included, for drawing. */
export function legGeometry(graph: RoadGraph, from: LatLon, to: LatLon): LatLon[] {
  const start = snapToNetwork(graph, from).junction;
  const end = snapToNetwork(graph, to).junction;
  const tree = fastestFrom(graph, start, [end]);
  const back: LatLon[] = [];
  for (let j = end; j !== start && j >= 0; j = tree.before[j]!) {
    const road = roadAt(graph.network, graph.roadOf[tree.arcInto[j]!]!);
    back.push(junctionAt(graph.network, j));
    back.push(...(road.to === j ? [...road.via].reverse() : road.via));
  }
  return [from, junctionAt(graph.network, start), ...back.reverse(), to];
}
