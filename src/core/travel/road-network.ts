import type { LatLon } from '../geo/point';

/** Classes of road with the speed that is driven on them where nothing else is set, km/h. */
export const ROAD_SPEED_KMH = {
  motorway: 105,
  trunk: 88,
  main: 78,
  secondary: 66,
  rural: 54,
  town: 32,
  service: 18,
  causeway: 62,
  ferry: 20,
} as const;
export type RoadClass = keyof typeof ROAD_SPEED_KMH;
export const ROAD_CLASSES = Object.keys(ROAD_SPEED_KMH) as RoadClass[];

/** A stretch between two junctions. `via` are the bends between its ends. */
export interface Road {
  readonly from: number;
  readonly to: number;
  readonly roadClass: RoadClass;
  readonly lengthM: number;
  readonly via: readonly LatLon[];
  /** Driven from `from` to `to` alone. */
  readonly oneWay?: true;
  /** Nobody drives faster here, whatever the class. */
  readonly mostKmh?: number;
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

/** Speeds by class of road, km/h, where they differ from the usual ones. */
export type RoadSpeeds = Readonly<Partial<Record<RoadClass, number | null | undefined>>>;

/** Seconds to drive a road at the speed of its class, or at its own limit where that is less. */
export function driveSec(road: Road, speeds: RoadSpeeds = {}): number {
  const usual = speeds[road.roadClass] ?? ROAD_SPEED_KMH[road.roadClass];
  const kmh = Math.min(usual, road.mostKmh ?? usual);
  return Math.max(1, (road.lengthM / 1000 / kmh) * 3600);
}

export function buildRoadGraph(network: RoadNetwork, speeds: RoadSpeeds = {}): RoadGraph {
  const n = network.junctions.length;
  const first = new Int32Array(n + 1);
  let arcs = 0;
  for (const road of network.roads) {
    first[road.from + 1]!++;
    arcs++;
    if (road.oneWay) continue;
    first[road.to + 1]!++;
    arcs++;
  }
  for (let j = 0; j < n; j++) first[j + 1]! += first[j]!;
  const next = first.slice();
  const graph: RoadGraph = {
    network,
    first,
    head: new Int32Array(arcs),
    seconds: new Float64Array(arcs),
    metres: new Float64Array(arcs),
    roadOf: new Int32Array(arcs),
  };
  const lay = (tail: number, head: number, road: Road, r: number, sec: number): void => {
    const arc = next[tail]!++;
    graph.head[arc] = head;
    graph.seconds[arc] = sec;
    graph.metres[arc] = road.lengthM;
    graph.roadOf[arc] = r;
  };
  for (const [r, road] of network.roads.entries()) {
    const sec = driveSec(road, speeds);
    lay(road.from, road.to, road, r, sec);
    if (!road.oneWay) lay(road.to, road.from, road, r, sec);
  }
  return graph;
}
