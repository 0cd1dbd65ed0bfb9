import KDBush from 'kdbush';
import { greatCircleM, type LatLon } from '../geo/point';
import type { RoadGraph, RoadNetwork } from './road-network';

/** Speed at which the last stretch off the network is driven. */
const ACCESS_KMH = 20;

/** How a place joins the network: the nearest junction and the way there. */
export interface Access {
  readonly junction: number;
  readonly distanceM: number;
  readonly seconds: number;
}

const RAD = Math.PI / 180;
/** Degrees looked round a place at first: some 500 m. */
const FIRST_LOOK = 0.005;

/** Junctions by place: degrees of latitude, and of longitude as long as those. */
interface Lookup {
  readonly tree: KDBush;
  readonly shrink: number;
}
const lookups = new WeakMap<RoadNetwork, Lookup>();

function lookupOf(network: RoadNetwork): Lookup {
  const known = lookups.get(network);
  if (known) return known;
  const { junctions } = network;
  const shrink = Math.cos((junctions.reduce((sum, p) => sum + p.lat, 0) / junctions.length) * RAD);
  const tree = new KDBush(junctions.length);
  for (const { lat, lon } of junctions) tree.add(lon * shrink, lat);
  tree.finish();
  const made = { tree, shrink };
  lookups.set(network, made);
  return made;
}

/** Nearest junction by great circle; of two as near the first. */
export function snapToNetwork({ network }: RoadGraph, point: LatLon): Access {
  const { tree, shrink } = lookupOf(network);
  const x = point.lon * shrink;
  let radius = FIRST_LOOK;
  while (radius < 720 && tree.within(x, point.lat, radius).length === 0) radius *= 2;
  let junction = 0;
  let distanceM = Number.POSITIVE_INFINITY;
  // Twice as far again: away from the middle latitude, degrees mislead about what is nearest.
  for (const j of tree.within(x, point.lat, radius * 2)) {
    const d = greatCircleM(point, network.junctions[j]!);
    if (d < distanceM || (d === distanceM && j < junction)) {
      distanceM = d;
      junction = j;
    }
  }
  return { junction, distanceM, seconds: (distanceM / 1000 / ACCESS_KMH) * 3600 };
}
