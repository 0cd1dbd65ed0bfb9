import Flatbush from 'flatbush';
import { EARTH_RADIUS_M, type LatLon } from '../geo/point';
import type { RoadNetwork } from './road-network';

const RAD = Math.PI / 180;
/** Degrees looked round a place at first: some 500 m. */
const FIRST_LOOK = 0.005;

const lookups = new WeakMap<RoadNetwork, Flatbush>();

function boxesOf(network: RoadNetwork): Flatbush {
  const known = lookups.get(network);
  if (known) return known;
  const boxes = new Flatbush(network.roads.length);
  for (const road of network.roads) {
    const line = lineOf(network, road);
    const [lats, lons] = [line.map((p) => p.lat), line.map((p) => p.lon)];
    boxes.add(Math.min(...lons), Math.min(...lats), Math.max(...lons), Math.max(...lats));
  }
  boxes.finish();
  lookups.set(network, boxes);
  return boxes;
}

function lineOf({ junctions }: RoadNetwork, road: RoadNetwork['roads'][number]): LatLon[] {
  return [junctions[road.from]!, ...road.via, junctions[road.to]!];
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

/** Metres from a point to the nearest road, bends included; Infinity where the network has none. */
export function distanceToRoadM(network: RoadNetwork, point: LatLon): number {
  if (network.roads.length === 0) return Number.POSITIVE_INFINITY;
  const boxes = boxesOf(network);
  for (let look = FIRST_LOOK; ; look *= 2) {
    const wide = look / Math.max(0.01, Math.cos(point.lat * RAD));
    const near = boxes.search(point.lon - wide, point.lat - look, point.lon + wide, point.lat + look);
    let least = Number.POSITIVE_INFINITY;
    for (const r of near) {
      const line = lineOf(network, network.roads[r]!);
      for (let i = 1; i < line.length; i++) least = Math.min(least, toPieceM(point, line[i - 1]!, line[i]!));
    }
    // What lies outside of the box is further than its side.
    if (least <= look * RAD * EARTH_RADIUS_M || look > 360) return least;
  }
}
