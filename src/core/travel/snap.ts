import Flatbush from 'flatbush';
import { greatCircleM, type LatLon } from '../geo/point';
import { type DenseNetwork, junctionAt } from './dense-network';
import type { RoadGraph } from './road-graph';

/** Speed at which the last stretch off the network is driven. */
const ACCESS_KMH = 20;

/** How a place joins the network: the nearest junction and the way there. */
export interface Access {
  readonly junction: number;
  readonly distanceM: number;
  readonly seconds: number;
}

const RAD = Math.PI / 180;
/** Junctions that are looked at: away from the middle latitude, degrees mislead about which is nearest. */
const LOOKED_AT = 24;

/** Junctions by place: degrees of latitude, and of longitude as long as those. */
interface Lookup {
  readonly tree: Flatbush;
  readonly shrink: number;
}
const lookups = new WeakMap<DenseNetwork, Lookup>();

function lookupOf(network: DenseNetwork): Lookup {
  const known = lookups.get(network);
  if (known) return known;
  const { lat, lon } = network;
  const shrink = Math.cos((lat.reduce((sum, x) => sum + x, 0) / lat.length) * RAD);
  const tree = new Flatbush(lat.length);
  for (let j = 0; j < lat.length; j++) tree.add(lon[j]! * shrink, lat[j]!);
  tree.finish();
  const made = { tree, shrink };
  lookups.set(network, made);
  return made;
}

/** Nearest junction by great circle and how far it is; of two as near the first. */
export function nearestJunction(
  network: DenseNetwork,
  point: LatLon,
): { readonly junction: number; readonly distanceM: number } {
  const { tree, shrink } = lookupOf(network);
  let junction = 0;
  let distanceM = Number.POSITIVE_INFINITY;
  for (const j of tree.neighbors(point.lon * shrink, point.lat, LOOKED_AT)) {
    const d = greatCircleM(point, junctionAt(network, j));
    if (d < distanceM || (d === distanceM && j < junction)) {
      distanceM = d;
      junction = j;
    }
  }
  return { junction, distanceM };
}

/** Where a place joins a network, and what the way there takes. */
export function snapToNetwork({ network }: RoadGraph, point: LatLon): Access {
  const nearest = nearestJunction(network, point);
  return { ...nearest, seconds: (nearest.distanceM / 1000 / ACCESS_KMH) * 3600 };
}
