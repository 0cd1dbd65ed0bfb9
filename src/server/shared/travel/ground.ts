import {
  type Access,
  buildRoadGraph,
  fastestFrom,
  type LatLon,
  type PathTree,
  ROAD_SPEED_KMH,
  type RoadGraph,
  type StraightLines,
  slowed,
  snapToNetwork,
  speedSets,
  straightLeg,
} from '@/core/index';
import type { Transaction } from '@/db/connection';
import {
  type BaseMap,
  type RoadSettings,
  readBaseMap,
  readRoadSettings,
} from '@/db/repositories/shared/roads';
import { readMany } from '@/db/repositories/shared/schedule';

/** Whole seconds and metres from one point to another. */
export interface Leg {
  readonly sec: number;
  readonly m: number;
}

/** What travel is worked out on in this process: a road network, or straight lines. */
export interface Ground {
  /** Changes whenever durations can. */
  readonly key: string;
  readonly settings: RoadSettings | null;
  readonly map: BaseMap | null;
  readonly graph: RoadGraph | null;
  readonly straight: StraightLines;
  /** At the usual speeds, or those of a slice of the day. */
  legBetween(from: LatLon, to: LatLon, slice?: number): Leg;
}

/** Path trees of one process at most, in bytes; the legs found by them are kept longer. */
const TREE_BYTES = 48 * 1024 * 1024;
const BYTES_PER_JUNCTION = 24;
const LEGS_KEPT = 300_000;

/** Keeps the newest of what is asked for. */
function keepNewest<V>(most: number) {
  const kept = new Map<string | number, V>();
  return (key: string | number, make: () => V): V => {
    const known = kept.get(key);
    if (known !== undefined) return known;
    const made = make();
    kept.set(key, made);
    if (kept.size > most) kept.delete(kept.keys().next().value!);
    return made;
  };
}

function legsOnRoads(graphs: readonly RoadGraph[]): (from: LatLon, to: LatLon, slice: number) => Leg {
  const junctions = graphs[0]!.network.junctions.length;
  const mostTrees = Math.max(32, Math.floor(TREE_BYTES / (junctions * BYTES_PER_JUNCTION)));
  const trees = keepNewest<PathTree>(mostTrees);
  const accesses = keepNewest<Access>(LEGS_KEPT);
  const legs = keepNewest<Leg>(LEGS_KEPT);
  const keyOf = (p: LatLon): string => `${p.lat},${p.lon}`;
  const accessOf = (p: LatLon): Access => accesses(keyOf(p), () => snapToNetwork(graphs[0]!, p));
  return (from, to, slice) =>
    legs(`${slice};${keyOf(from)};${keyOf(to)}`, () => {
      if (from.lat === to.lat && from.lon === to.lon) return { sec: 0, m: 0 };
      const [a, b] = [accessOf(from), accessOf(to)];
      const tree = trees(slice * junctions + a.junction, () => fastestFrom(graphs[slice]!, a.junction));
      return {
        sec: Math.ceil(tree.seconds[b.junction]! + a.seconds + b.seconds),
        m: Math.round(tree.metres[b.junction]! + a.distanceM + b.distanceM),
      };
    });
}

function prepare(settings: RoadSettings | null, map: BaseMap | null, straight: StraightLines): Ground {
  const key = JSON.stringify([settings?.id, settings?.version, straight]);
  if (!settings || !map) {
    return {
      key,
      settings: null,
      map: null,
      graph: null,
      straight,
      legBetween: (from, to) => straightLeg(from, to, straight),
    };
  }
  const graph = buildRoadGraph(map.roads, settings.speedsKmh ?? ROAD_SPEED_KMH);
  // Slice 0 is the usual speeds, the others follow the sets of the periods.
  const graphs = [graph, ...speedSets(settings.periods).map((speeds) => slowed(graph, speeds))];
  const legs = legsOnRoads(graphs);
  return { key, settings, map, graph, straight, legBetween: (from, to, slice = 0) => legs(from, to, slice) };
}

const holder = globalThis as { limeGround?: Ground };

/** The ground as it is now; made once a process and again when the roads or their speeds were changed. */
export async function readGround(transaction: Transaction): Promise<Ground> {
  const settings = await readRoadSettings(transaction);
  const [company] = await readMany(transaction, 'company', ['company']);
  const straight = { factor: company?.straightFactor ?? 1.3, kmh: company?.straightKmh ?? 45 };
  const key = JSON.stringify([settings?.id, settings?.version, straight]);
  const known = holder.limeGround;
  if (known?.key === key) return known;
  const map = settings ? await readBaseMap(transaction, settings.id) : null;
  const made = prepare(settings, map, straight);
  holder.limeGround = made;
  return made;
}
