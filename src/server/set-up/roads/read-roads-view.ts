import { type LegView, legRequest, type RoadsView, roadsFound } from '@/contract/set-up/answers/roads';
import { distanceToRoadM, type LatLon } from '@/core/index';
import { readRoadsFound } from '@/db/repositories/shared/roads';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy } from '../../shared/access';
import { homeOn } from '../../shared/problem/memberships';
import { required } from '../../shared/refusal';
import { wayBetween } from '../../shared/travel/base-map';
import { type Ground, readGround } from '../../shared/travel/ground';
import { speedSliceOf } from '../../shared/travel/matrices';
import type { Unit } from '../../shared/unit';
import { readToday } from '../read-today';

/** Beyond this a place is likely to lie wrong, or its road to be missing. */
const FAR_M = 500;
const MOST_FAR = 200;

type Place = Omit<RoadsView['far'][number], 'm'>;

async function placesOf(unit: Unit): Promise<Place[]> {
  const seen = seenBy(unit.user);
  const today = await readToday(unit);
  const out: Place[] = [];
  const put = (
    kind: Place['kind'],
    id: string,
    name: string,
    lat: number | null,
    lon: number | null,
  ): void => {
    if (lat !== null && lon !== null) out.push({ kind, id, name, lat, lon });
  };
  for (const s of await readAll(unit.transaction, 'sites'))
    if (s.territoryId === null || seen.has(s.territoryId)) put('sites', s.id, s.name, s.lat, s.lon);
  for (const d of await readAll(unit.transaction, 'depots'))
    if (seen.has(d.territoryId)) put('depots', d.id, d.name, d.lat, d.lon);
  for (const p of await readAll(unit.transaction, 'technicians')) {
    const home = homeOn(p, today);
    if (home === null || seen.has(home)) put('technicians', p.id, p.name, p.homeLat, p.homeLon);
  }
  return out;
}

function fromRoad({ graph }: Ground, at: LatLon): number {
  return graph ? Math.round(distanceToRoadM(graph.network, at)) : 0;
}

/** Where travel comes from, and which places lie far from it. */
export async function readRoadsView(unit: Unit): Promise<RoadsView> {
  requireRight(unit, 'read', 'roads');
  const ground = await readGround(unit.transaction);
  const networks: RoadsView['networks'] = [];
  for (const { id, name, zone, periods } of await readAll(unit.transaction, 'roads')) {
    const found = roadsFound
      .nullable()
      .catch(null)
      .parse(await readRoadsFound(unit.transaction, id));
    networks.push({ id, name, zone, found, periods: periods.length });
  }
  const far = (ground.graph ? await placesOf(unit) : [])
    .map((p) => ({ ...p, m: fromRoad(ground, p) }))
    .filter((p) => p.m > FAR_M)
    .sort((a, b) => b.m - a.m);
  return {
    networks,
    inUse: ground.settings?.id ?? null,
    straight: ground.straight,
    farM: FAR_M,
    far: far.slice(0, MOST_FAR),
    farCount: far.length,
  };
}

/** A leg as it would be driven: its way, and how long it takes at each of the day's speeds. */
export async function readTrialLeg(unit: Unit, raw: unknown): Promise<LegView> {
  requireRight(unit, 'read', 'roads');
  const { from, to } = required(legRequest, raw);
  const ground = await readGround(unit.transaction);
  const { sec, m } = ground.legBetween(from, to);
  const periods = ground.settings?.periods ?? [];
  return {
    m,
    sec,
    byHour: periods.map(({ fromMin, speeds }) => ({
      fromMin,
      sec: ground.legBetween(from, to, speedSliceOf(periods, speeds)).sec,
    })),
    way: wayBetween(ground, from, to).map((p): [number, number] => [p.lat, p.lon]),
    fromRoadM: fromRoad(ground, from),
    toRoadM: fromRoad(ground, to),
  };
}
