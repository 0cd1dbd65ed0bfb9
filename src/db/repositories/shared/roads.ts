import { gunzipSync, gzipSync } from 'node:zlib';
import { z } from 'zod';
import type { LatLon, RoadNetwork, RoadSpeeds, SpeedPeriod } from '@/core/index';
import { select, type Transaction } from '../../connection';
import { roadContents, roadNetworks } from '../../models/set-up';
import { rowsOf } from '../../models/table';

/** The drawn ground and its roads, as stored. */
export interface BaseMap {
  readonly name: string;
  readonly coasts: readonly (readonly LatLon[])[];
  readonly lakes: readonly (readonly LatLon[])[];
  readonly towns: readonly { readonly name: string; readonly at: LatLon; readonly radiusKm: number }[];
  readonly roads: RoadNetwork;
}

export function packMap(map: BaseMap): Buffer {
  return gzipSync(JSON.stringify(map), { level: 1 });
}

/** The map of a network; null where there is none of that id. */
export async function readBaseMap(transaction: Transaction, id: string): Promise<BaseMap | null> {
  const shape = z.strictObject({ packed: z.instanceof(Buffer) });
  const rows = await select(transaction, shape, 'select packed from road_contents where roads_id = :id', {
    id,
  });
  const packed = rows[0]?.packed;
  if (!packed) return null;
  // Those of before the packing are plain.
  const isPacked = packed[0] === 0x1f && packed[1] === 0x8b;
  return JSON.parse((isPacked ? gunzipSync(packed) : packed).toString('utf8')) as BaseMap;
}

/** What was found in the file that a network came out of; null for what came otherwise. */
export async function readRoadsFound(transaction: Transaction, id: string): Promise<unknown> {
  const shape = z.strictObject({ found: z.unknown() });
  const rows = await select(transaction, shape, 'select found from road_contents where roads_id = :id', {
    id,
  });
  return rows[0]?.found ?? null;
}

export async function addRoadContents(
  transaction: Transaction,
  contents: { readonly roadsId: string; readonly packed: Buffer; readonly found: unknown },
): Promise<void> {
  await rowsOf(transaction, roadContents).insert([contents]);
}

/** Brings a network in as it is, with its speeds by class and hour: for what fills a database. */
export async function addRoadNetwork(
  transaction: Transaction,
  network: {
    readonly id: string;
    readonly name: string;
    readonly zone: string;
    readonly speedsKmh: RoadSpeeds;
    readonly periods: readonly SpeedPeriod[];
    readonly content: BaseMap;
  },
): Promise<void> {
  const { content, ...row } = network;
  await rowsOf(transaction, roadNetworks).insert([row]);
  await addRoadContents(transaction, { roadsId: row.id, packed: packMap(content), found: null });
}
