import { EARTH_RADIUS_M, type LatLon } from './point';

/** Corners in order; the last joins the first. Holes are not part of the model. */
export type Ring = readonly LatLon[];

/** Even-odd test. A point exactly on an edge may fall on either side. */
export function isInside(point: LatLon, ring: Ring): boolean {
  let inside = false;
  let b = ring.at(-1);
  for (const a of ring) {
    if (b && a.lat > point.lat !== b.lat > point.lat) {
      const lon = a.lon + ((point.lat - a.lat) / (b.lat - a.lat)) * (b.lon - a.lon);
      if (point.lon < lon) inside = !inside;
    }
    b = a;
  }
  return inside;
}

/**
 * Area in square metres on the sphere, positive when counter-clockwise
 * (R. G. Chamberlain and W. H. Duquette, JPL Publication 07-03, 2007).
 */
export function signedAreaM2(ring: Ring): number {
  const rad = Math.PI / 180;
  let sum = 0;
  for (let i = 0; i < ring.length; i++) {
    const a = ring[i]!;
    const b = ring[(i + 1) % ring.length]!;
    sum += (b.lon - a.lon) * rad * (2 + Math.sin(a.lat * rad) + Math.sin(b.lat * rad));
  }
  return (-sum * EARTH_RADIUS_M * EARTH_RADIUS_M) / 2;
}

/** Mean of the corners: good enough to place a label. */
export function centreOf(ring: Ring): LatLon {
  const n = Math.max(1, ring.length);
  return {
    lat: ring.reduce((s, p) => s + p.lat, 0) / n,
    lon: ring.reduce((s, p) => s + p.lon, 0) / n,
  };
}
