import { type LatLon, legGeometry } from '@/core/index';
import type { BaseMap } from '@/db/repositories/shared/roads';
import type { Unit } from '../unit';
import { type Ground, readGround } from './ground';

/** The drawn ground for a map; null where none was brought in. */
export async function readMap(unit: Unit): Promise<BaseMap | null> {
  return (await readGround(unit.transaction)).map;
}

/** Corners of the way between two points, for drawing. */
export function wayBetween({ graph }: Ground, from: LatLon, to: LatLon): readonly LatLon[] {
  return graph ? legGeometry(graph, from, to) : [from, to];
}
