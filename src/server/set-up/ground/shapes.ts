import { featureCollection, polygon } from '@turf/helpers';
import { intersect } from '@turf/intersect';
import { union } from '@turf/union';
import type { Feature, MultiPolygon, Polygon } from 'geojson';
import { isInside, signedAreaM2 } from '@/core/index';

export type Outline = readonly (readonly [number, number])[];

const points = (ring: Outline) => ring.map(([lon, lat]) => ({ lat, lon }));

export function areaKm2(ring: Outline): number {
  return Math.abs(signedAreaM2(points(ring))) / 1e6;
}

export function holds(outline: Outline, lat: number, lon: number): boolean {
  return isInside({ lat, lon }, points(outline));
}

function closed(outline: Outline): Feature<Polygon> {
  const [first] = outline;
  return polygon([[...outline, first!].map(([lon, lat]) => [lon, lat])]);
}

function ringsOf({ geometry }: Feature<Polygon | MultiPolygon>): [number, number][][][] {
  const all = geometry.type === 'Polygon' ? [geometry.coordinates] : geometry.coordinates;
  return all.map((rings) => rings.map((ring) => ring.slice(0, -1).map(([lon = 0, lat = 0]) => [lon, lat])));
}

interface Box {
  readonly w: number;
  readonly e: number;
  readonly s: number;
  readonly n: number;
}
function boxOf(outline: Outline): Box {
  const [lons, lats] = [outline.map((c) => c[0]), outline.map((c) => c[1])];
  return { w: Math.min(...lons), e: Math.max(...lons), s: Math.min(...lats), n: Math.max(...lats) };
}
const apart = (a: Box, b: Box): boolean => a.e < b.w || b.e < a.w || a.n < b.s || b.n < a.s;

/** Slivers along a shared border are nothing to speak of. */
const LEAST_KM2 = 0.01;

/** Pairs of outlines that share ground. */
export function overlapsOf(list: readonly { readonly id: string; readonly outline: Outline }[]) {
  const boxes = list.map((t) => boxOf(t.outline));
  return list.flatMap((a, i) =>
    list.slice(i + 1).flatMap((b, k) => {
      if (apart(boxes[i]!, boxes[i + 1 + k]!)) return [];
      const shared = intersect(featureCollection([closed(a.outline), closed(b.outline)]));
      const km2 = shared ? ringsOf(shared).reduce((sum, [outer]) => sum + areaKm2(outer ?? []), 0) : 0;
      return km2 >= LEAST_KM2 ? [{ a: a.id, b: b.id, areaKm2: Math.round(km2 * 100) / 100 }] : [];
    }),
  );
}

/** Ground that outlines enclose together and none of them has. */
export function gapsOf(outlines: readonly Outline[]) {
  if (outlines.length < 2) return [];
  const whole = union(featureCollection(outlines.map(closed)));
  const holes = whole ? ringsOf(whole).flatMap((rings) => rings.slice(1)) : [];
  return holes
    .map((ring) => ({ ring, areaKm2: Math.round(areaKm2(ring) * 100) / 100 }))
    .filter((g) => g.areaKm2 >= LEAST_KM2);
}
