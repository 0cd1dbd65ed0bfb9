import { createHash } from 'node:crypto';
import { type LatLon, legGeometry, type Road, type RoadClass } from '@/core/index';
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

/** As many whole classes as can be drawn, the weightiest first; at least one. */
function drawn(roads: readonly Road[]): readonly Road[] {
  if (roads.length <= MOST_DRAWN) return roads;
  let kept: Road[] = [];
  for (const c of BY_WEIGHT) {
    const more = roads.filter((r) => r.roadClass === c);
    if (kept.length > 0 && kept.length + more.length > MOST_DRAWN) break;
    kept = [...kept, ...more];
  }
  return kept.slice(0, MOST_DRAWN);
}

/** Only junctions that roads name go along. */
function trimmed(map: BaseMap): BaseMap {
  const roads = drawn(map.roads.roads);
  if (roads === map.roads.roads) return map;
  const numbers = new Map<number, number>();
  const number = (j: number): number => {
    const n = numbers.get(j) ?? numbers.size;
    numbers.set(j, n);
    return n;
  };
  const own = roads.map((r) => ({ ...r, from: number(r.from), to: number(r.to) }));
  return {
    ...map,
    roads: { junctions: [...numbers.keys()].map((j) => map.roads.junctions[j]!), roads: own },
  };
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
export async function readMap(unit: Unit): Promise<BaseMap | null> {
  const { map, settings } = await readGround(unit.transaction);
  return map && settings ? { ...trimmed(map), name: settings.name } : null;
}

/** Corners of the way between two points, for drawing. */
export function wayBetween({ graph }: Ground, from: LatLon, to: LatLon): readonly LatLon[] {
  return graph ? legGeometry(graph, from, to) : [from, to];
}
