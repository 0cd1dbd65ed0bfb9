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

/** Whether two stretches share a point; touching counts. */
function meet(a: LatLon, b: LatLon, c: LatLon, d: LatLon): boolean {
  const side = (p: LatLon, q: LatLon, r: LatLon): number =>
    Math.sign((q.lon - p.lon) * (r.lat - p.lat) - (q.lat - p.lat) * (r.lon - p.lon));
  const [c1, c2, a1, a2] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
  if (c1 !== c2 && a1 !== a2) return true;
  const lies = (p: LatLon, q: LatLon, r: LatLon): boolean =>
    Math.min(p.lon, q.lon) <= r.lon &&
    r.lon <= Math.max(p.lon, q.lon) &&
    Math.min(p.lat, q.lat) <= r.lat &&
    r.lat <= Math.max(p.lat, q.lat);
  return (
    (c1 === 0 && lies(a, b, c)) ||
    (c2 === 0 && lies(a, b, d)) ||
    (a1 === 0 && lies(c, d, a)) ||
    (a2 === 0 && lies(c, d, b))
  );
}

/**
 * The first two edges of a ring that meet where they should not, by the corner at which each begins; null for a
 * ring that bounds one piece of ground. Compares all pairs: for outlines of some thousand corners at most.
 */
export function crossingOf(ring: Ring): readonly [number, number] | null {
  const n = ring.length;
  for (let i = 0; i < n; i++) {
    const [a, b] = [ring[i]!, ring[(i + 1) % n]!];
    for (let j = i + 2; j < n; j++) {
      // Neighbours share a corner; so do the last edge and the first.
      if (i === 0 && j === n - 1) continue;
      if (meet(a, b, ring[j]!, ring[(j + 1) % n]!)) return [i, j];
    }
  }
  return null;
}

/** Mean of the corners: good enough to place a label. */
export function centreOf(ring: Ring): LatLon {
  const n = Math.max(1, ring.length);
  return {
    lat: ring.reduce((s, p) => s + p.lat, 0) / n,
    lon: ring.reduce((s, p) => s + p.lon, 0) / n,
  };
}
