import { type DenseNetwork, denseOf } from './dense-network';
import { ROAD_CLASSES, ROAD_SPEED_KMH, type RoadNetwork, type RoadSpeeds } from './road-network';

/**
 * A network as compressed rows: arcs of junction j are first[j] .. first[j+1].
 * Arc cost is seconds at the class's speed, at least one.
 */
export interface RoadGraph {
  readonly network: DenseNetwork;
  readonly first: Int32Array;
  readonly head: Int32Array;
  readonly seconds: Float64Array;
  readonly metres: Float64Array;
  readonly roadOf: Int32Array;
}

export function buildRoadGraph(given: RoadNetwork | DenseNetwork, speeds: RoadSpeeds = {}): RoadGraph {
  const network = 'lat' in given ? given : denseOf(given);
  const { from, to, oneWay, lengthM, mostKmh, roadClass } = network;
  const n = network.lat.length;
  const first = new Int32Array(n + 1);
  let arcs = 0;
  for (let r = 0; r < from.length; r++) {
    first[from[r]! + 1]!++;
    arcs++;
    if (oneWay[r] === 1) continue;
    first[to[r]! + 1]!++;
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
  const usual = ROAD_CLASSES.map((c) => speeds[c] ?? ROAD_SPEED_KMH[c]);
  const lay = (tail: number, head: number, r: number, sec: number): void => {
    const arc = next[tail]!++;
    graph.head[arc] = head;
    graph.seconds[arc] = sec;
    graph.metres[arc] = lengthM[r]!;
    graph.roadOf[arc] = r;
  };
  for (let r = 0; r < from.length; r++) {
    const kmh = usual[roadClass[r]!]!;
    const limited = mostKmh[r]! > 0 ? Math.min(kmh, mostKmh[r]!) : kmh;
    const sec = Math.max(1, (lengthM[r]! / 1000 / limited) * 3600);
    lay(from[r]!, to[r]!, r, sec);
    if (oneWay[r] === 0) lay(to[r]!, from[r]!, r, sec);
  }
  return graph;
}
