import {
  buildRoadGraph,
  fastestFrom,
  greatCircleM,
  isInside,
  type LatLon,
  type Random,
  type Road,
  type RoadClass,
  type RoadNetwork,
} from '@/core/index';
import { KM_LAT, KM_LON, type Town } from './geography';

interface Ground {
  readonly coasts: readonly (readonly LatLon[])[];
  readonly lakes: readonly (readonly LatLon[])[];
  readonly towns: readonly Town[];
}

const TOWN_SPACING_KM = 0.34;
const RURAL_SPACING_KM = 1.55;
/** No road between two junctions further apart. */
const LONGEST_KM = 5;

function isLand(ground: Ground, p: LatLon): boolean {
  return ground.coasts.some((c) => isInside(p, c)) && !ground.lakes.some((l) => isInside(p, l));
}

/** Square of the distance in km on the flat; near enough on an island, and cheap. */
function squaredKm(a: LatLon, b: LatLon): number {
  const x = (a.lon - b.lon) / KM_LON;
  const y = (a.lat - b.lat) / KM_LAT;
  return x * x + y * y;
}

/** Points no closer than their spacing, denser in towns (dart throwing). */
function throwJunctions(random: Random, ground: Ground): LatLon[] {
  const out: LatLon[] = ground.towns.map((t) => t.at);
  const tryPoint = (p: LatLon, spacingKm: number): void => {
    if (!isLand(ground, p)) return;
    if (out.every((q) => squaredKm(p, q) >= spacingKm * spacingKm)) out.push(p);
  };
  for (const town of ground.towns) {
    for (let i = 0; i < 420; i++) {
      const r = Math.sqrt(random.next()) * town.radiusKm;
      const angle = random.next() * Math.PI * 2;
      tryPoint(
        { lat: town.at.lat + Math.sin(angle) * r * KM_LAT, lon: town.at.lon + Math.cos(angle) * r * KM_LON },
        TOWN_SPACING_KM,
      );
    }
  }
  const all = ground.coasts.flat();
  const lats = all.map((p) => p.lat);
  const lons = all.map((p) => p.lon);
  const [south, north] = [Math.min(...lats), Math.max(...lats)];
  const [west, east] = [Math.min(...lons), Math.max(...lons)];
  for (let i = 0; i < 9000; i++) {
    tryPoint(
      { lat: south + random.next() * (north - south), lon: west + random.next() * (east - west) },
      RURAL_SPACING_KM,
    );
  }
  return out.map((p) => ({ lat: Math.round(p.lat * 1e6) / 1e6, lon: Math.round(p.lon * 1e6) / 1e6 }));
}

/**
 * Joins neighbours as roads do: an edge where no third junction lies inside the lens of the two
 * (relative neighbourhood graph, Toussaint 1980, with a narrower lens for some detours' sake).
 */
function joinNeighbours(ground: Ground, junctions: readonly LatLon[]): [number, number][] {
  const n = junctions.length;
  const edges: [number, number][] = [];
  for (let a = 0; a < n; a++) {
    const near = Array.from({ length: n }, (_, c) => ({ c, d: squaredKm(junctions[a]!, junctions[c]!) }))
      .filter(({ c, d }) => c !== a && d <= LONGEST_KM * LONGEST_KM)
      .sort((x, y) => x.d - y.d);
    for (const [ix, { c: b, d: ab }] of near.entries()) {
      if (b < a) continue;
      const lens = ab * 0.86;
      let empty = true;
      for (let k = 0; k < ix && empty; k++) {
        const other = near[k]!;
        if (other.d < lens && squaredKm(junctions[b]!, junctions[other.c]!) < lens) empty = false;
      }
      if (empty && staysOnLand(ground, junctions[a]!, junctions[b]!)) edges.push([a, b]);
    }
  }
  return edges;
}

function staysOnLand(ground: Ground, a: LatLon, b: LatLon): boolean {
  return [0.2, 0.4, 0.6, 0.8].every((t) =>
    isLand(ground, { lat: a.lat + (b.lat - a.lat) * t, lon: a.lon + (b.lon - a.lon) * t }),
  );
}

/** Groups of junctions that reach each other. */
function groupsOf(count: number, edges: readonly [number, number][]): Int32Array {
  const group = Int32Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (group[at] !== at) at = group[at] = group[group[at]!]!;
    return at;
  };
  for (const [a, b] of edges) group[find(a)] = find(b);
  return group.map((_, i) => find(i));
}

/** Adds the shortest missing links until everything hangs together; across water they are causeways. */
function connect(junctions: readonly LatLon[], edges: [number, number][]): [number, number][] {
  const added: [number, number][] = [];
  for (;;) {
    const group = groupsOf(junctions.length, [...edges, ...added]);
    let best: [number, number] | null = null;
    let shortest = Number.POSITIVE_INFINITY;
    for (let a = 0; a < junctions.length; a++) {
      for (let b = a + 1; b < junctions.length; b++) {
        if (group[a] === group[b]) continue;
        const d = squaredKm(junctions[a]!, junctions[b]!);
        if (d < shortest) {
          shortest = d;
          best = [a, b];
        }
      }
    }
    if (!best) return added;
    added.push(best);
  }
}

function drawRoad(
  random: Random,
  junctions: readonly LatLon[],
  ends: [number, number],
  roadClass: RoadClass,
): Road {
  const [a, b] = [junctions[ends[0]]!, junctions[ends[1]]!];
  const bend = roadClass === 'causeway' ? 0.02 : 0.14;
  const side = (random.next() - 0.5) * 2 * bend;
  const via = [0.3, 0.7].map((t) => {
    const off = side * Math.sin(Math.PI * t) + (random.next() - 0.5) * bend * 0.4;
    return {
      lat: Math.round((a.lat + (b.lat - a.lat) * t + ((b.lon - a.lon) * off * KM_LAT) / KM_LON) * 1e6) / 1e6,
      lon: Math.round((a.lon + (b.lon - a.lon) * t - ((b.lat - a.lat) * off * KM_LON) / KM_LAT) * 1e6) / 1e6,
    };
  });
  const line = [a, ...via, b];
  const lengthM = line.slice(1).reduce((sum, p, i) => sum + greatCircleM(line[i]!, p), 0);
  return { from: ends[0], to: ends[1], roadClass, lengthM: Math.round(lengthM), via };
}

/** Roads that lie on the fastest ways between towns become main roads. */
function raiseMainRoads(network: RoadNetwork, townCount: number): RoadNetwork {
  const graph = buildRoadGraph(network);
  const uses = new Int32Array(network.roads.length);
  for (let t = 0; t < townCount; t++) {
    const tree = fastestFrom(graph, t);
    for (let u = 0; u < townCount; u++) {
      for (let j = u; j !== t && tree.before[j]! >= 0; j = tree.before[j]!)
        uses[graph.roadOf[tree.arcInto[j]!]!]!++;
    }
  }
  const roads = network.roads.map(
    (road, r): Road => (road.roadClass === 'rural' && uses[r]! >= 5 ? { ...road, roadClass: 'main' } : road),
  );
  return { junctions: network.junctions, roads };
}

/** Junctions and roads of the island; one connected network. Junction i is the middle of town i. */
export function buildRoads(random: Random, ground: Ground): RoadNetwork {
  const junctions = throwJunctions(random, ground);
  const edges = joinNeighbours(ground, junctions);
  const links = connect(junctions, edges);
  const inTown = (j: number): boolean =>
    ground.towns.some((t) => greatCircleM(t.at, junctions[j]!) < t.radiusKm * 1000);
  const roads = edges.map((e) =>
    drawRoad(random, junctions, e, inTown(e[0]) && inTown(e[1]) ? 'town' : 'rural'),
  );
  const causeways = links.map((e) =>
    drawRoad(
      random,
      junctions,
      e,
      staysOnLand(ground, junctions[e[0]]!, junctions[e[1]]!) ? 'rural' : 'causeway',
    ),
  );
  return raiseMainRoads({ junctions, roads: [...roads, ...causeways] }, ground.towns.length);
}
