import type { LatLon } from '@/core/index';

/** Degrees of latitude and longitude in a kilometre around Orrimay. */
export const KM_LAT = 1 / 111.195;
export const KM_LON = KM_LAT / Math.cos((34.6 * Math.PI) / 180);
export const CENTRE: LatLon = { lat: 34.6, lon: -20.9 };

export interface Town {
  readonly name: string;
  readonly at: LatLon;
  readonly radiusKm: number;
}

/** A point `eastKm` and `northKm` from the middle of the archipelago. */
export function atKm(eastKm: number, northKm: number): LatLon {
  const round = (x: number): number => Math.round(x * 1e6) / 1e6;
  return { lat: round(CENTRE.lat + northKm * KM_LAT), lon: round(CENTRE.lon + eastKm * KM_LON) };
}
