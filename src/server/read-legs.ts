import type { Feature, FeatureCollection, LineString } from 'geojson';
import type { ShiftView, VisitView } from '@/contract/plan-view';
import { readPlanView } from './read-plan-view';
import type { User } from './session';
import { legBetween } from './travel';

/** Routes of a plan as lines along the roads (RFC 7946), one feature a person and day. */
export async function readLegs(
  user: User,
  planId: string,
  extent: unknown,
): Promise<FeatureCollection<LineString>> {
  const view = await readPlanView(user, planId, extent, 0);
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const features: Feature<LineString>[] = [];
  for (const person of view.people) {
    for (const shift of person.shifts) {
      if (!shift.route) continue;
      features.push({
        type: 'Feature',
        id: shift.id,
        properties: { personId: person.id, person: person.name, date: shift.date },
        geometry: { type: 'LineString', coordinates: await lineOf(shift, visits) },
      });
    }
  }
  return { type: 'FeatureCollection', features };
}

async function lineOf(shift: ShiftView, visits: ReadonlyMap<string, VisitView>): Promise<[number, number][]> {
  const stops = shift.route?.stops.flatMap((s) => visits.get(s.visitId) ?? []) ?? [];
  const points = [shift.startsFrom, ...stops, shift.endsAt];
  const line: [number, number][] = [];
  for (let i = 1; i < points.length; i++) {
    const leg = await legBetween(points[i - 1]!, points[i]!);
    line.push(...leg.map((p): [number, number] => [p.lon, p.lat]));
  }
  return line;
}
