import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { z } from 'zod';
import { denseOf, type RoadNetwork, type RoadSpeeds, type SpeedPeriod } from '@/core/index';
import { select, type Transaction } from '../../connection';
import { roadContents, roadNetworks } from '../../models/set-up';
import { rowsOf } from '../../models/table';
import { readLargeFile, writeLargeFile } from './large-files';
import { type BaseMap, packMap, unpackMap } from './packed-map';

export { type BaseMap, packMap } from './packed-map';

const unzip = promisify(gunzip);

/** The map of a network; null where there is none of that id. */
export async function readBaseMap(transaction: Transaction, id: string): Promise<BaseMap | null> {
  const packed = await readLargeFile(transaction, id);
  if (packed.length === 0) return null;
  // Those of before the packing are plain.
  const isPacked = packed[0] === 0x1f && packed[1] === 0x8b;
  return unpackMap(isPacked ? await unzip(packed) : packed);
}

/** What was found in the file that a network came out of; null for what came otherwise. */
export async function readRoadsFound(transaction: Transaction, id: string): Promise<unknown> {
  const shape = z.strictObject({ found: z.unknown() });
  const rows = await select(transaction, shape, 'select found from road_contents where roads_id = :id', {
    id,
  });
  return rows[0]?.found ?? null;
}

/** Says what was found on the way in; the map itself lies under the same id as a large file. */
export async function addRoadContents(
  transaction: Transaction,
  contents: { readonly roadsId: string; readonly found: unknown },
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
    readonly content: Omit<BaseMap, 'roads'> & { readonly roads: RoadNetwork };
  },
): Promise<void> {
  const { content, ...row } = network;
  await rowsOf(transaction, roadNetworks).insert([row]);
  await writeLargeFile(transaction, row.id, [packMap({ ...content, roads: denseOf(content.roads) })]);
  await addRoadContents(transaction, { roadsId: row.id, found: null });
}
