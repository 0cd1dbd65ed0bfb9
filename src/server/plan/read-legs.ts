import type { Feature, FeatureCollection, LineString } from 'geojson';
import type { SentVisitView, ShiftView } from '@/contract/plan/plan-view';
import type { LatLon } from '@/core/index';
import { wayBetween } from '../shared/travel/base-map';
import { type Ground, readGround } from '../shared/travel/ground';
import type { Unit } from '../shared/unit';
import { readPlanView } from './read-plan-view';

/** Routes of a plan as lines along the roads (RFC 7946), one feature a person and day. */
export async function readLegs(
  unit: Unit,
  planId: string,
  extent: unknown,
): Promise<FeatureCollection<LineString>> {
  const view = await readPlanView(unit, planId, extent);
  const ground = await readGround(unit.transaction);
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const features: Feature<LineString>[] = [];
  for (const person of view.people) {
    for (const shift of person.shifts) {
      if (!shift.route) continue;
      const { line, legEnds } = lineOf(ground, shift, view.places, visits);
      features.push({
        type: 'Feature',
        id: shift.id,
        properties: { personId: person.id, person: person.name, date: shift.date, legEnds },
        geometry: { type: 'LineString', coordinates: line },
      });
    }
  }
  return { type: 'FeatureCollection', features };
}

const LEGS_KEPT = 20_000;
const holder = globalThis as { limeWays?: { key: string; ways: Map<string, readonly LatLon[]> } };

function keptWay(ground: Ground, from: LatLon, to: LatLon): readonly LatLon[] {
  if (holder.limeWays?.key !== ground.key || holder.limeWays.ways.size > LEGS_KEPT) {
    holder.limeWays = { key: ground.key, ways: new Map() };
  }
  const { ways } = holder.limeWays;
  const key = `${from.lat},${from.lon};${to.lat},${to.lon}`;
  const known = ways.get(key) ?? wayBetween(ground, from, to);
  ways.set(key, known);
  return known;
}

function lineOf(
  ground: Ground,
  shift: ShiftView,
  places: readonly LatLon[],
  visits: ReadonlyMap<string, SentVisitView>,
): { line: [number, number][]; legEnds: number[] } {
  const stops = shift.route?.stops.flatMap((s) => visits.get(s.visitId) ?? []) ?? [];
  const end = (ix: number | undefined): LatLon[] => (ix === undefined ? [] : [places[ix]!]);
  const points = [...end(shift.from), ...stops, ...end(shift.to)];
  const line: [number, number][] = [];
  const legEnds: number[] = [];
  for (let i = 1; i < points.length; i++) {
    line.push(...keptWay(ground, points[i - 1]!, points[i]!).map((p): [number, number] => [p.lon, p.lat]));
    // How many points there are up to the end of the leg.
    legEnds.push(line.length);
  }
  return { line, legEnds };
}
