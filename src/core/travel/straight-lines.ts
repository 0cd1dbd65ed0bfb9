import { greatCircleM, type LatLon } from '../geo/point';
import type { TravelMatrix } from '../model/problem';

/** Travel where no road network is known: the great circle, longer by a factor, at one speed. */
export interface StraightLines {
  readonly factor: number;
  readonly kmh: number;
}

/** Whole seconds (rounded up) and metres (rounded) between two points. */
export function straightLeg(
  from: LatLon,
  to: LatLon,
  { factor, kmh }: StraightLines,
): { sec: number; m: number } {
  const m = greatCircleM(from, to) * factor;
  return { sec: Math.ceil((m / 1000 / kmh) * 3600), m: Math.round(m) };
}

/** The same between all points, row-major. */
export function straightMatrix(points: readonly LatLon[], lines: StraightLines): TravelMatrix {
  const legs = points.flatMap((a) => points.map((b) => straightLeg(a, b, lines)));
  return { durationSec: legs.map((l) => l.sec), distanceM: legs.map((l) => l.m) };
}
