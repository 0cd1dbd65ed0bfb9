import {
  buildRoadGraph,
  type LatLon,
  legGeometry,
  type PathTrees,
  type RoadGraph,
  type RoadNetwork,
  type TravelMatrix,
  travelMatrix,
} from '@/core/index';
import { select } from '@/db/connection';
import { database } from './database';

/** The drawn ground and its roads, as stored. */
export interface BaseMap {
  readonly name: string;
  readonly coasts: readonly (readonly LatLon[])[];
  readonly lakes: readonly (readonly LatLon[])[];
  readonly towns: readonly { readonly name: string; readonly at: LatLon; readonly radiusKm: number }[];
  readonly roads: RoadNetwork;
}

interface Ground {
  readonly id: string;
  readonly map: BaseMap;
  readonly graph: RoadGraph;
  readonly trees: PathTrees;
  readonly legs: Map<string, readonly LatLon[]>;
}

const holder = globalThis as { limeGround?: Promise<Ground> };

async function load(): Promise<Ground> {
  const [row] = await select<{ id: string; content: BaseMap }>(
    database(),
    'select id, content from road_networks limit 1',
  );
  if (!row) throw new Error('There is no road network in this database');
  return {
    id: row.id,
    map: row.content,
    graph: buildRoadGraph(row.content.roads),
    trees: new Map(),
    legs: new Map(),
  };
}

/** Road network of this installation; loaded once a process. */
export function ground(): Promise<Ground> {
  holder.limeGround ??= load().catch((cause: unknown) => {
    delete holder.limeGround;
    throw cause;
  });
  return holder.limeGround;
}

/** Travel between points; path trees are kept, so that later matrices cost only their copying. */
export async function matrixBetween(points: readonly LatLon[]): Promise<TravelMatrix> {
  const { graph, trees } = await ground();
  return travelMatrix(graph, points, trees);
}

const LEGS_KEPT = 20_000;

/** The way between two points, for drawing. */
export async function legBetween(from: LatLon, to: LatLon): Promise<readonly LatLon[]> {
  const { graph, legs } = await ground();
  const key = `${from.lat},${from.lon};${to.lat},${to.lon}`;
  const known = legs.get(key);
  if (known) return known;
  if (legs.size > LEGS_KEPT) legs.clear();
  const leg = legGeometry(graph, from, to);
  legs.set(key, leg);
  return leg;
}
