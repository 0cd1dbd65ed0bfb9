/** A place on the globe in degrees, WGS 84; longitude first in GeoJSON, named here to avoid mix-ups. */
export interface LatLon {
  readonly lat: number;
  readonly lon: number;
}

/** IUGG mean earth radius R1, metres. */
export const EARTH_RADIUS_M = 6_371_008.8;

const RAD = Math.PI / 180;

/** Great-circle distance in metres on a sphere (haversine; R. W. Sinnott, 1984). */
export function greatCircleM(a: LatLon, b: LatLon, radiusM = EARTH_RADIUS_M): number {
  const dLat = (b.lat - a.lat) * RAD;
  const dLon = (b.lon - a.lon) * RAD;
  const h = Math.sin(dLat / 2) ** 2 + Math.cos(a.lat * RAD) * Math.cos(b.lat * RAD) * Math.sin(dLon / 2) ** 2;
  return 2 * radiusM * Math.asin(Math.min(1, Math.sqrt(h)));
}
