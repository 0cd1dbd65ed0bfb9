import { useQuery } from '@tanstack/react-query';
import type { LatLngTuple } from 'leaflet';
import { z } from 'zod';
import type { PlanView, RouteView } from '@/contract/plan/plan-view';
import { callApi } from '../../shared/api';

const legsShape = z.object({
  features: z.array(
    z.object({
      id: z.string(),
      properties: z.object({
        personId: z.string(),
        person: z.string(),
        date: z.string(),
        legEnds: z.array(z.number()),
      }),
      geometry: z.object({ coordinates: z.array(z.tuple([z.number(), z.number()])) }),
    }),
  ),
});

/** One person's way on one day. */
export interface Way {
  readonly shiftId: string;
  readonly personId: string;
  readonly person: string;
  readonly line: readonly LatLngTuple[];
  /** How many points of the line there are up to the end of each leg. */
  readonly legEnds: readonly number[];
}

/** The ways of a plan along the roads. */
export function useWays(query: string | null, revision: number): readonly Way[] | undefined {
  const { data } = useQuery({
    queryKey: ['legs', query, revision],
    queryFn: ({ signal }) => callApi(`/api/legs?${query}`, legsShape, { signal }),
    enabled: query !== null,
    select: ({ features }): Way[] =>
      features.map((f) => ({
        shiftId: f.id,
        personId: f.properties.personId,
        person: f.properties.person,
        line: f.geometry.coordinates.map(([lon, lat]): LatLngTuple => [lat, lon]),
        legEnds: f.properties.legEnds,
      })),
  });
  return data;
}

/** Along a line, so much of its whole length; by straight pieces, which is near enough to look at. */
function along(line: readonly LatLngTuple[], share: number): LatLngTuple | null {
  const lengths = line.slice(1).map((p, i) => Math.hypot(p[0] - line[i]![0], p[1] - line[i]![1]));
  let left = lengths.reduce((sum, l) => sum + l, 0) * share;
  for (const [i, length] of lengths.entries()) {
    if (left <= length && length > 0) {
      const [a, b] = [line[i]!, line[i + 1]!];
      const t = left / length;
      return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
    }
    left -= length;
  }
  return line.at(-1) ?? null;
}

/**
 * Where somebody is at a moment by the plan: on a leg, or where the last one ended. Legs are driven as soon as may be, as they
 * are drawn on the cords. Null before they leave, and after they are back.
 */
export function placeAt(way: Way, route: RouteView, at: number): LatLngTuple | null {
  if (at < route.departAt || at > route.arriveAt) return null;
  // The first leg is from where the day begins, where that may be told.
  const hasStart = way.legEnds.length > route.stops.length - 1;
  let freeAt = route.departAt;
  let leg = 0;
  const cut = (ix: number): readonly LatLngTuple[] =>
    way.line.slice(ix === 0 ? 0 : way.legEnds[ix - 1], way.legEnds[ix]);
  for (const [i, stop] of route.stops.entries()) {
    if (i > 0 || hasStart) {
      if (at < freeAt + stop.travelSec) return along(cut(leg), (at - freeAt) / Math.max(1, stop.travelSec));
      if (at < stop.finishAt) return cut(leg).at(-1) ?? null;
      leg++;
    } else if (at < stop.finishAt) return way.line[0] ?? null;
    freeAt = stop.finishAt;
  }
  const home = cut(leg);
  if (home.length === 0) return way.line.at(-1) ?? null;
  return along(home, Math.min(1, (at - freeAt) / Math.max(1, route.endTravelSec)));
}

/** The person who has a visit. */
export function ownerOf(view: PlanView, visitId: string | null): string | null {
  if (visitId === null) return null;
  return (
    view.people.find((p) => p.shifts.some((s) => s.route?.stops.some((x) => x.visitId === visitId)))?.id ??
    null
  );
}
