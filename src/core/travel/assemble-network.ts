import { greatCircleM, type LatLon } from '../geo/point';
import type { Road, RoadClass, RoadNetwork } from './road-network';
import { strongestPiece } from './strong-piece';

/** A line along which one drives: its points by number, in the order in which it was drawn. */
export interface DrivenLine {
  readonly points: readonly number[];
  readonly roadClass: RoadClass;
  readonly oneWay: boolean;
  readonly mostKmh: number | null;
}

export interface AssembledNetwork {
  readonly network: RoadNetwork;
  /** Roads that cannot be reached from the rest and left again; they are not part of the network. */
  readonly cutOff: { readonly roads: number; readonly km: number };
}

/**
 * Makes a road network of drawn lines. Junctions are the ends of lines, points that lines share, and, where
 * `longestM` says so, points along the way no further apart than that, since places join a network at its junctions.
 * The largest part in which everything reaches everything is kept: a matrix over it has no holes.
 */
export function assembleNetwork(
  points: { readonly lat: Float64Array; readonly lon: Float64Array },
  lines: readonly DrivenLine[],
  longestM = Number.POSITIVE_INFINITY,
): AssembledNetwork {
  const at = (i: number): LatLon => ({ lat: points.lat[i]!, lon: points.lon[i]! });
  const uses = new Uint8Array(points.lat.length);
  for (const line of lines) {
    for (const p of line.points) if (uses[p]! < 2) uses[p]!++;
    uses[line.points[0]!] = 2;
    uses[line.points.at(-1)!] = 2;
  }
  const number = new Int32Array(points.lat.length).fill(-1);
  const junctions: LatLon[] = [];
  const junctionAt = (point: number): number => {
    if (number[point]! < 0) {
      number[point] = junctions.length;
      junctions.push(at(point));
    }
    return number[point]!;
  };
  const roads: Road[] = [];
  for (const line of lines) {
    let start = line.points[0]!;
    let before = at(start);
    let via: LatLon[] = [];
    let lengthM = 0;
    for (const point of line.points.slice(1)) {
      const here = at(point);
      const stepM = greatCircleM(before, here);
      lengthM += stepM;
      before = here;
      if (uses[point] !== 2 && lengthM < longestM) {
        via.push(here);
        continue;
      }
      roads.push({
        from: junctionAt(start),
        to: junctionAt(point),
        roadClass: line.roadClass,
        lengthM: Math.round(lengthM),
        via,
        ...(line.oneWay ? { oneWay: true as const } : {}),
        ...(line.mostKmh === null ? {} : { mostKmh: line.mostKmh }),
      });
      start = point;
      via = [];
      lengthM = 0;
    }
  }
  return keepStrongest({ junctions, roads });
}

function keepStrongest({ junctions, roads }: RoadNetwork): AssembledNetwork {
  const isKept = strongestPiece(junctions.length, roads);
  const kept = roads.filter((r) => isKept[r.from] === 1 && isKept[r.to] === 1);
  if (kept.length === roads.length && isKept.every((k) => k === 1))
    return { network: { junctions, roads }, cutOff: { roads: 0, km: 0 } };
  const number = new Int32Array(junctions.length).fill(-1);
  const left: LatLon[] = [];
  for (const [j, p] of junctions.entries()) if (isKept[j] === 1) number[j] = left.push(p) - 1;
  const km = (list: readonly Road[]): number => list.reduce((sum, r) => sum + r.lengthM, 0) / 1000;
  return {
    network: {
      junctions: left,
      roads: kept.map((r) => ({ ...r, from: number[r.from]!, to: number[r.to]! })),
    },
    cutOff: { roads: roads.length - kept.length, km: Math.round(km(roads) - km(kept)) },
  };
}
