import Flatbush from 'flatbush';
import { EARTH_RADIUS_M, type LatLon } from '../geo/point';
import { type DenseNetwork, lineOfRoad } from './dense-network';
import { nearestJunction } from './snap';

const RAD = Math.PI / 180;
/** Beyond this nobody asks how far exactly. */
const FAR_M = 20_000;

const lookups = new WeakMap<DenseNetwork, Flatbush>();

function boxesOf(network: DenseNetwork): Flatbush {
  const known = lookups.get(network);
  if (known) return known;
  const count = network.from.length;
  const boxes = new Flatbush(count);
  for (let r = 0; r < count; r++) {
    const line = lineOfRoad(network, r);
    const [lats, lons] = [line.map((p) => p.lat), line.map((p) => p.lon)];
    boxes.add(Math.min(...lons), Math.min(...lats), Math.max(...lons), Math.max(...lats));
  }
  boxes.finish();
  lookups.set(network, boxes);
  return boxes;
}

/** Metres from a point to a straight piece, on the flat round the point: near enough over some kilometres. */
function toPieceM(p: LatLon, a: LatLon, b: LatLon): number {
  const scale = EARTH_RADIUS_M * RAD;
  const shrink = Math.cos(p.lat * RAD);
  const [ax, ay] = [(a.lon - p.lon) * shrink * scale, (a.lat - p.lat) * scale];
  const [dx, dy] = [(b.lon - a.lon) * shrink * scale, (b.lat - a.lat) * scale];
  const length = dx * dx + dy * dy;
  const share = length === 0 ? 0 : Math.min(1, Math.max(0, -(ax * dx + ay * dy) / length));
  return Math.hypot(ax + share * dx, ay + share * dy);
}

/**
 * Metres from a point to the nearest road, bends included; beyond some 20 km to its nearest junction, which says as much.
 * Infinity where the network has none.
 */
export function distanceToRoadM(network: DenseNetwork, point: LatLon): number {
  if (network.from.length === 0) return Number.POSITIVE_INFINITY;
  let { distanceM: least } = nearestJunction(network, point);
  if (least > FAR_M) return least;
  // No road that is nearer than the junction lies outside of this box.
  for (const r of boxesOf(network).search(...boxRound(point, least))) {
    least = Math.min(least, toRoadM(network, r, point));
  }
  return least;
}

/** Metres from a point to one road, bends included. */
function toRoadM(network: DenseNetwork, r: number, point: LatLon): number {
  const line = lineOfRoad(network, r);
  let least = Number.POSITIVE_INFINITY;
  for (let i = 1; i < line.length; i++) least = Math.min(least, toPieceM(point, line[i - 1]!, line[i]!));
  return least;
}

/** The box round a point that holds all that is so near, in degrees: west, south, east, north. */
function boxRound({ lat, lon }: LatLon, metres: number): [number, number, number, number] {
  const look = metres / (RAD * EARTH_RADIUS_M);
  const wide = look / Math.max(0.01, Math.cos(lat * RAD));
  return [lon - wide, lat - look, lon + wide, lat + look];
}

/** The roads that come as near to a point as so many metres, bends included, by their place in the network. */
export function roadsWithinM(network: DenseNetwork, point: LatLon, metres: number): number[] {
  if (network.from.length === 0) return [];
  return boxesOf(network)
    .search(...boxRound(point, metres))
    .filter((r) => toRoadM(network, r, point) <= metres);
}
