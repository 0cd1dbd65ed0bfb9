import { createHash } from 'node:crypto';
import {
  type DenseNetwork,
  junctionAt,
  type LatLon,
  legGeometry,
  ROAD_CLASSES,
  type RoadClass,
  type RoadNetwork,
  roadAt,
} from '@/core/index';
import type { BaseMap } from '@/db/repositories/shared/roads';
import type { Unit } from '../unit';
import { type Ground, readGround } from './ground';

/** Roads that a screen draws at most; of a larger network those that matter least are left out. */
const MOST_DRAWN = 25_000;
const BY_WEIGHT: readonly RoadClass[] = [
  'motorway',
  'trunk',
  'causeway',
  'ferry',
  'main',
  'secondary',
  'rural',
  'town',
  'service',
];

/** Roads of as many whole classes as can be drawn, the weightiest first; at least one. */
function drawn({ roadClass }: DenseNetwork): number[] {
  const byClass = BY_WEIGHT.map((c) => ROAD_CLASSES.indexOf(c));
  const counts = new Array<number>(ROAD_CLASSES.length).fill(0);
  for (const c of roadClass) counts[c]!++;
  const kept = new Set<number>();
  let total = 0;
  for (const c of byClass) {
    if (total > 0 && total + counts[c]! > MOST_DRAWN) break;
    kept.add(c);
    total += counts[c]!;
  }
  const out: number[] = [];
  for (let r = 0; r < roadClass.length && out.length < MOST_DRAWN; r++)
    if (kept.has(roadClass[r]!)) out.push(r);
  return out;
}

/** Roads that are drawn, as objects; only junctions that they name go along. */
function trimmed(roads: DenseNetwork): RoadNetwork {
  const numbers = new Map<number, number>();
  const number = (j: number): number => {
    const n = numbers.get(j) ?? numbers.size;
    numbers.set(j, n);
    return n;
  };
  const own = drawn(roads).map((r) => {
    const road = roadAt(roads, r);
    return { ...road, from: number(road.from), to: number(road.to) };
  });
  return { junctions: [...numbers.keys()].map((j) => junctionAt(roads, j)), roads: own };
}

/** Changes when the drawn ground does. */
export async function mapKey(unit: Unit): Promise<string> {
  const { settings } = await readGround(unit.transaction);
  return createHash('sha256')
    .update(settings?.id ?? '')
    .digest('hex')
    .slice(0, 16);
}

/** The drawn ground for a map; null where none was brought in. */
export async function readMap(
  unit: Unit,
): Promise<(Omit<BaseMap, 'roads'> & { readonly roads: RoadNetwork }) | null> {
  const { map, settings } = await readGround(unit.transaction);
  return map && settings ? { ...map, roads: trimmed(map.roads), name: settings.name } : null;
}

/** Corners of the way between two points, for drawing. */
export function wayBetween({ graph }: Ground, from: LatLon, to: LatLon): readonly LatLon[] {
  return graph ? legGeometry(graph, from, to) : [from, to];
}
