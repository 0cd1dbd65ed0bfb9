import { featureCollection, polygon } from '@turf/helpers';
import { union } from '@turf/union';

export type Outline = [number, number][];

/** An outline that is being drawn: as it is stored, and as it was changed. */
export interface Drawn {
  readonly key: string;
  readonly id: string | null;
  readonly version: number | null;
  readonly name: string;
  readonly outline: Outline;
}

function closed(outline: Outline) {
  return polygon([[...outline, outline[0]!]]);
}

/** Two outlines as one; null where they do not touch, or would enclose a hole. */
export function joined(a: Outline, b: Outline): Outline | null {
  const whole = union(featureCollection([closed(a), closed(b)]));
  if (whole?.geometry.type !== 'Polygon' || whole.geometry.coordinates.length !== 1) return null;
  return whole.geometry.coordinates[0]!.slice(0, -1).map(([lon = 0, lat = 0]) => [round(lon), round(lat)]);
}

export function round(x: number): number {
  return Math.round(x * 1e6) / 1e6;
}
