import type { LatLon } from '../geo/point';
import { ROAD_CLASSES, type Road, type RoadNetwork } from './road-network';

/**
 * A network as arrays, one entry a junction, road or bend: of a large country the objects would fill a process. Bends
 * of road r are viaFirst[r] .. viaFirst[r+1].
 */
export interface DenseNetwork {
  readonly lat: Float64Array;
  readonly lon: Float64Array;
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Its place in the list of classes. */
  readonly roadClass: Uint8Array;
  readonly lengthM: Float64Array;
  readonly oneWay: Uint8Array;
  /** 0 where there is no limit. */
  readonly mostKmh: Float64Array;
  readonly viaFirst: Int32Array;
  readonly viaLat: Float64Array;
  readonly viaLon: Float64Array;
}

/** The network as arrays. */
export function denseOf({ junctions, roads }: RoadNetwork): DenseNetwork {
  const viaFirst = new Int32Array(roads.length + 1);
  for (const [r, road] of roads.entries()) viaFirst[r + 1] = viaFirst[r]! + road.via.length;
  const vias = viaFirst[roads.length]!;
  const dense: DenseNetwork = {
    lat: Float64Array.from(junctions, (p) => p.lat),
    lon: Float64Array.from(junctions, (p) => p.lon),
    from: Int32Array.from(roads, (r) => r.from),
    to: Int32Array.from(roads, (r) => r.to),
    roadClass: Uint8Array.from(roads, (r) => ROAD_CLASSES.indexOf(r.roadClass)),
    lengthM: Float64Array.from(roads, (r) => r.lengthM),
    oneWay: Uint8Array.from(roads, (r) => (r.oneWay ? 1 : 0)),
    mostKmh: Float64Array.from(roads, (r) => r.mostKmh ?? 0),
    viaFirst,
    viaLat: new Float64Array(vias),
    viaLon: new Float64Array(vias),
  };
  for (const [r, road] of roads.entries()) {
    for (const [i, p] of road.via.entries()) {
      dense.viaLat[viaFirst[r]! + i] = p.lat;
      dense.viaLon[viaFirst[r]! + i] = p.lon;
    }
  }
  return dense;
}

export function junctionAt({ lat, lon }: DenseNetwork, j: number): LatLon {
  return { lat: lat[j]!, lon: lon[j]! };
}

/** One road of it as an object. */
export function roadAt(network: DenseNetwork, r: number): Road {
  const { viaFirst, viaLat, viaLon } = network;
  const via: LatLon[] = [];
  for (let i = viaFirst[r]!; i < viaFirst[r + 1]!; i++) via.push({ lat: viaLat[i]!, lon: viaLon[i]! });
  const mostKmh = network.mostKmh[r]!;
  return {
    from: network.from[r]!,
    to: network.to[r]!,
    roadClass: ROAD_CLASSES[network.roadClass[r]!]!,
    lengthM: network.lengthM[r]!,
    via,
    ...(network.oneWay[r] === 1 ? { oneWay: true as const } : {}),
    ...(mostKmh > 0 ? { mostKmh } : {}),
  };
}

/** Corners of a road, both ends included. */
export function lineOfRoad(network: DenseNetwork, r: number): LatLon[] {
  const { from, to, via } = roadAt(network, r);
  return [junctionAt(network, from), ...via, junctionAt(network, to)];
}
