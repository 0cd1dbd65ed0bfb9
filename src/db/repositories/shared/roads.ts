import { z } from 'zod';
import type { LatLon, RoadNetwork, RoadSpeeds, SpeedPeriod } from '@/core/index';
import { select, type Transaction } from '../../connection';
import { roadNetworks } from '../../models/set-up';
import { rowsOf } from '../../models/table';

/** The drawn ground and its roads, as stored. */
export interface BaseMap {
  readonly name: string;
  readonly coasts: readonly (readonly LatLon[])[];
  readonly lakes: readonly (readonly LatLon[])[];
  readonly towns: readonly { readonly name: string; readonly at: LatLon; readonly radiusKm: number }[];
  readonly roads: RoadNetwork;
}

export interface RoadSettings {
  readonly id: string;
  readonly version: number;
  /** By whose clock the hours of the day are meant. */
  readonly zone: string;
  /** Speeds by class where they differ from the usual ones. */
  readonly speedsKmh: RoadSpeeds | null;
  /** From a minute of the local day on, speeds in percent; none are the same all day. */
  readonly periods: readonly SpeedPeriod[];
}

const speeds = z.custom<RoadSpeeds>();
const settingsShape = z.strictObject({
  id: z.string(),
  version: z.int(),
  zone: z.string(),
  speedsKmh: speeds.nullable(),
  periods: z.array(z.strictObject({ fromMin: z.int().min(0).max(1439), speeds: speeds })),
});

/** What is set about the road network; null where none was brought in yet. */
export async function readRoadSettings(transaction: Transaction): Promise<RoadSettings | null> {
  const rows = await select(
    transaction,
    settingsShape,
    'select id, version, zone, speeds_kmh as "speedsKmh", periods from road_networks order by id limit 1',
  );
  return rows[0] ?? null;
}

export async function readBaseMap(transaction: Transaction, id: string): Promise<BaseMap | null> {
  const shape = z.strictObject({ content: z.custom<BaseMap>() });
  const rows = await select(transaction, shape, 'select content from road_networks where id = :id', { id });
  return rows[0]?.content ?? null;
}

/** Brings a network in, with its speeds by class and hour. */
export async function addRoadNetwork(
  transaction: Transaction,
  network: Omit<RoadSettings, 'version'> & { readonly name: string; readonly content: BaseMap },
): Promise<void> {
  await rowsOf(transaction, roadNetworks).insert([network]);
}
