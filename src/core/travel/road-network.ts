import type { LatLon } from '../geo/point';

/** Classes of road with the speed that is driven on them where nothing else is set, km/h. */
export const ROAD_SPEED_KMH = {
  motorway: 105,
  trunk: 88,
  main: 78,
  secondary: 66,
  rural: 54,
  town: 32,
  service: 18,
  causeway: 62,
  ferry: 20,
} as const;
export type RoadClass = keyof typeof ROAD_SPEED_KMH;
export const ROAD_CLASSES = Object.keys(ROAD_SPEED_KMH) as RoadClass[];

/** A stretch between two junctions. `via` are the bends between its ends. */
export interface Road {
  readonly from: number;
  readonly to: number;
  readonly roadClass: RoadClass;
  readonly lengthM: number;
  readonly via: readonly LatLon[];
  /** Driven from `from` to `to` alone. */
  readonly oneWay?: true;
  /** Nobody drives faster here, whatever the class. */
  readonly mostKmh?: number;
}

export interface RoadNetwork {
  readonly junctions: readonly LatLon[];
  readonly roads: readonly Road[];
}

/** Speeds by class of road, km/h, where they differ from the usual ones. */
export type RoadSpeeds = Readonly<Partial<Record<RoadClass, number | null | undefined>>>;

/** Seconds to drive a road at the speed of its class, or at its own limit where that is less. */
export function driveSec(road: Road, speeds: RoadSpeeds = {}): number {
  const usual = speeds[road.roadClass] ?? ROAD_SPEED_KMH[road.roadClass];
  const kmh = Math.min(usual, road.mostKmh ?? usual);
  return Math.max(1, (road.lengthM / 1000 / kmh) * 3600);
}
