import {
  type Access,
  atMostSec,
  buildRoadGraph,
  type ClosedSpot,
  closedRoads,
  closing,
  fastestFrom,
  fastestInto,
  type Landmarks,
  type LatLon,
  type PathTree,
  placeLandmarks,
  type RoadGraph,
  reversed,
  type StraightLines,
  slowed,
  snapToNetwork,
  speedSets,
  straightLeg,
} from '@/core/index';
import type { Transaction } from '@/db/connection';
import { type BaseMap, readBaseMap } from '@/db/repositories/shared/roads';
import { readAll, readMany, type Stored } from '@/db/repositories/shared/schedule';

/** Whole seconds and metres from one point to another. */
export interface Leg {
  readonly sec: number;
  readonly m: number;
}

/** What travel is worked out on in this process: a road network, or straight lines. */
export type RoadSettings = Stored<'roads'>;

export interface Ground {
  /** Changes whenever durations can. */
  readonly key: string;
  readonly settings: RoadSettings | null;
  readonly map: BaseMap | null;
  readonly graph: RoadGraph | null;
  readonly straight: StraightLines;
  /** At the usual speeds, or those of a slice of the day. */
  legBetween(from: LatLon, to: LatLon, slice?: number): Leg;
  /** Seconds that a leg does not exceed at any hour, without looking for its way. */
  mostBetween(points: readonly LatLon[]): (from: number, to: number) => number;
  /** The legs from one point to many and back, at the usual speeds and at those of each slice. */
  legsAround(point: LatLon, points: readonly LatLon[]): readonly LegsAround[];
}

/** Legs between one point and many others. */
export interface LegsAround {
  readonly to: readonly Leg[];
  readonly from: readonly Leg[];
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
  const junctions = graphs[0]!.network.lat.length;
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

function legsAround(graph: RoadGraph, back: RoadGraph, point: LatLon, points: readonly LatLon[]): LegsAround {
  const here = snapToNetwork(graph, point);
  const out = fastestFrom(graph, here.junction);
  const into = fastestInto(back, here.junction);
  const leg = (seconds: number, metres: number, a: Access, b: Access): Leg => ({
    sec: Math.ceil(seconds + a.seconds + b.seconds),
    m: Math.round(metres + a.distanceM + b.distanceM),
  });
  const to: Leg[] = [];
  const from: Leg[] = [];
  for (const p of points) {
    if (p.lat === point.lat && p.lon === point.lon) {
      to.push({ sec: 0, m: 0 });
      from.push({ sec: 0, m: 0 });
      continue;
    }
    const there = snapToNetwork(graph, p);
    const way = into(there.junction);
    to.push(leg(out.seconds[there.junction]!, out.metres[there.junction]!, here, there));
    from.push(leg(way.seconds, way.metres, there, here));
  }
  return { to, from };
}

function prepare(
  key: string,
  settings: RoadSettings | null,
  map: BaseMap | null,
  straight: StraightLines,
  closed: readonly ClosedSpot[],
): Ground {
  if (!settings || !map) {
    return {
      key,
      settings: null,
      map: null,
      graph: null,
      straight,
      legBetween: (from, to) => straightLeg(from, to, straight),
      mostBetween: (points) => (from, to) => straightLeg(points[from]!, points[to]!, straight).sec,
      legsAround: (point, points) => [
        {
          to: points.map((p) => straightLeg(point, p, straight)),
          from: points.map((p) => straightLeg(p, point, straight)),
        },
      ],
    };
  }
  const open = buildRoadGraph(map.roads, settings.speedsKmh);
  const shut = closedRoads(open.network, closed);
  // Slice 0 is the usual speeds, the others follow the sets of the periods.
  const graphs = [open, ...speedSets(settings.periods).map((speeds) => slowed(open, speeds))].map((g) =>
    closing(g, shut),
  );
  const graph = graphs[0]!;
  const legs = legsOnRoads(graphs);
  let landmarks: Landmarks | null = null;
  let backwards: readonly RoadGraph[] | null = null;
  return {
    key,
    settings,
    map,
    graph,
    straight,
    legBetween: (from, to, slice = 0) => legs(from, to, slice),
    mostBetween: (points) => {
      landmarks ??= placeLandmarks(graphs);
      const { into, outOf } = landmarks;
      const known: Access[] = [];
      const access = (i: number): Access => {
        known[i] ??= snapToNetwork(graph, points[i]!);
        return known[i]!;
      };
      return (from, to) => atMostSec({ into, outOf }, access(from), access(to));
    },
    legsAround: (point, points) => {
      backwards ??= graphs.map(reversed);
      const back = backwards;
      return graphs.map((g, slice) => legsAround(g, back[slice]!, point, points));
    },
  };
}

/** Grounds kept at a time: as things are, and as somebody is trying. */
const GROUNDS_KEPT = 2;
const holder = globalThis as {
  limeGround?: { readonly grounds: Map<string, Ground>; readonly maps: Map<string, BaseMap | null> };
};
holder.limeGround ??= { grounds: new Map(), maps: new Map() };
const { grounds, maps } = holder.limeGround;

/** What travel follows from, where it is not as it is stored. */
export interface TriedGround {
  readonly company?: Stored<'company'>;
  readonly roads?: RoadSettings;
}

/** What lies on a network never changes: it is read once. */
async function mapOf(transaction: Transaction, id: string): Promise<BaseMap | null> {
  const known = maps.get(id);
  if (known) return known;
  const read = await readBaseMap(transaction, id);
  maps.set(id, read);
  if (maps.size > GROUNDS_KEPT) maps.delete(maps.keys().next().value!);
  return read;
}

/**
 * The ground as it is now, or as it would be; made once a process and again when the roads or their speeds were changed.
 */
export async function readGround(transaction: Transaction, tried: TriedGround = {}): Promise<Ground> {
  const company = tried.company ?? (await readMany(transaction, 'company', ['company']))[0];
  const id = company?.roadsId ?? null;
  const stored = id === null ? undefined : (await readMany(transaction, 'roads', [id]))[0];
  const settings = (tried.roads?.id === id ? tried.roads : stored) ?? null;
  const straight = { factor: company?.straightFactor ?? 1.3, kmh: company?.straightKmh ?? 45 };
  const closed = settings ? await readAll(transaction, 'closures') : [];
  const key = settings
    ? JSON.stringify([
        settings.id,
        settings.zone,
        settings.speedsKmh,
        settings.periods,
        closed.map((c) => [c.lat, c.lon, c.radiusM]),
      ])
    : JSON.stringify(straight);
  const known = grounds.get(key);
  if (known) {
    grounds.delete(key);
    grounds.set(key, known);
    return known;
  }
  const map = settings ? await mapOf(transaction, settings.id) : null;
  const made = prepare(key, settings, map, straight, closed);
  grounds.set(key, made);
  if (grounds.size > GROUNDS_KEPT) grounds.delete(grounds.keys().next().value!);
  return made;
}
