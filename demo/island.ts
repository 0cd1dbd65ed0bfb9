import {
  centreOf,
  createRandom,
  greatCircleM,
  isInside,
  type LatLon,
  type Random,
  type RoadNetwork,
} from '@/core/index';
import { atKm, CENTRE, type Town } from './geography';
import { placeNames } from './names';
import { wavyRing } from './noise';
import { buildRoads } from './roads';

export interface Island {
  readonly name: string;
  /** Outer lines of the main island and of the western isle. */
  readonly coasts: readonly (readonly LatLon[])[];
  readonly lakes: readonly (readonly LatLon[])[];
  readonly towns: readonly Town[];
  readonly roads: RoadNetwork;
}

function blob(
  random: Random,
  centre: { e: number; n: number },
  size: { e: number; n: number },
  rough: number,
): LatLon[] {
  const wave = wavyRing(random, 9, rough);
  const corners = 140;
  return Array.from({ length: corners }, (_, i) => {
    const angle = (i / corners) * Math.PI * 2;
    const r = wave(angle);
    return atKm(centre.e + Math.cos(angle) * size.e * r, centre.n + Math.sin(angle) * size.n * r);
  });
}

/** A town's middle must be on land, off the lakes, and away from the others. */
function placeTowns(random: Random, land: readonly LatLon[][], lakes: readonly LatLon[][]): LatLon[] {
  const found: LatLon[] = [];
  for (let tries = 0; tries < 6000 && found.length < 15; tries++) {
    const isWest = found.length < 3;
    const p = isWest
      ? atKm(-40 + (random.next() - 0.5) * 14, 2 + (random.next() - 0.5) * 20)
      : atKm(7 + (random.next() - 0.5) * 56, (random.next() - 0.5) * 38);
    const home = land[isWest ? 1 : 0]!;
    const margin = [atKm(0, 0), atKm(2.2, 0), atKm(-2.2, 0), atKm(0, 2.2), atKm(0, -2.2)].map((q) => ({
      lat: p.lat + q.lat - CENTRE.lat,
      lon: p.lon + q.lon - CENTRE.lon,
    }));
    if (!margin.every((m) => isInside(m, home))) continue;
    if (lakes.some((lake) => greatCircleM(centreOf(lake), p) < 5200)) continue;
    if (found.some((q) => greatCircleM(p, q) < (isWest ? 5000 : 7600))) continue;
    found.push(p);
  }
  return found;
}

/** Draws Orrimay: the same coast, towns, lakes, roads and names for the same seed, everywhere. */
export function createIsland(seed: number): Island {
  const random = createRandom(seed);
  const coasts = [
    blob(random, { e: 8, n: 0 }, { e: 30, n: 19 }, 0.2),
    blob(random, { e: -40, n: 2 }, { e: 8.5, n: 10 }, 0.16),
  ];
  const lakes = [
    blob(random, { e: 15, n: 5 }, { e: 2.6, n: 1.5 }, 0.2),
    blob(random, { e: -6, n: -5 }, { e: 1.6, n: 2.2 }, 0.2),
    blob(random, { e: 27, n: -6 }, { e: 1.3, n: 1.1 }, 0.2),
  ];
  const names = placeNames(random, 15);
  const towns = placeTowns(random, coasts, lakes).map((at, i) => ({
    name: names[i]!,
    at,
    radiusKm: i === 3 ? 2.4 : i < 3 ? 1.1 : 0.9 + random.next() * 0.8,
  }));
  return { name: 'Orrimay', coasts, lakes, towns, roads: buildRoads(random, { coasts, lakes, towns }) };
}
