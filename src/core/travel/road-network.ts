import type { LatLon } from '../geo/point';

/** Classes of road, fastest first, with the speed that is driven on them. */
export const ROAD_SPEED_KMH = { main: 78, rural: 54, town: 32, causeway: 62 } as const;
export type RoadClass = keyof typeof ROAD_SPEED_KMH;

/** A stretch between two junctions, driven both ways. `via` are the bends between its ends. */
export interface Road {
  readonly from: number;
  readonly to: number;
  readonly roadClass: RoadClass;
  readonly lengthM: number;
  readonly via: readonly LatLon[];
}

export interface RoadNetwork {
  readonly junctions: readonly LatLon[];
  readonly roads: readonly Road[];
}

/**
 * The network as compressed rows: arcs of junction j are first[j] .. first[j+1].
 * Arc cost is seconds at the class's speed, at least one.
 */
export interface RoadGraph {
  readonly network: RoadNetwork;
  readonly first: Int32Array;
  readonly head: Int32Array;
  readonly seconds: Float64Array;
  readonly metres: Float64Array;
  readonly roadOf: Int32Array;
}

/** Speed on each class of road, km/h. */
export type RoadSpeeds = Readonly<Record<RoadClass, number>>;

/** Seconds to drive a road at the speed of its class. */
export function driveSec(road: Road, speeds: RoadSpeeds = ROAD_SPEED_KMH): number {
  return Math.max(1, (road.lengthM / 1000 / speeds[road.roadClass]) * 3600);
}

export function buildRoadGraph(network: RoadNetwork, speeds: RoadSpeeds = ROAD_SPEED_KMH): RoadGraph {
  const n = network.junctions.length;
  const first = new Int32Array(n + 1);
  for (const road of network.roads) {
    first[road.from + 1]!++;
    first[road.to + 1]!++;
  }
  for (let j = 0; j < n; j++) first[j + 1]! += first[j]!;
  const arcs = network.roads.length * 2;
  const next = first.slice();
  const graph: RoadGraph = {
    network,
    first,
    head: new Int32Array(arcs),
    seconds: new Float64Array(arcs),
    metres: new Float64Array(arcs),
    roadOf: new Int32Array(arcs),
  };
  for (const [r, road] of network.roads.entries()) {
    for (const [tail, head] of [
      [road.from, road.to],
      [road.to, road.from],
    ] as const) {
      const arc = next[tail]!++;
      graph.head[arc] = head;
      graph.seconds[arc] = driveSec(road, speeds);
      graph.metres[arc] = road.lengthM;
      graph.roadOf[arc] = r;
    }
  }
  return graph;
}
