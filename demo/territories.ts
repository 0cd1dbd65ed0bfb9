import { greatCircleM, type LatLon } from '@/core/index';
import { atKm } from './geography';
import type { Island } from './island';

export interface DemoTerritory {
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly outline: readonly (readonly [number, number])[];
  /** Towns of the territory, by number. */
  readonly towns: readonly number[];
}

const NAMES = ['Westisle', 'North', 'Quay', 'Sallow', 'Heights', 'Farside'] as const;
/** Cells of the main island as boxes in km east and north, clipped by the coast. */
const BOXES: Readonly<Record<(typeof NAMES)[number], readonly [number, number, number, number]>> = {
  Westisle: [-60, -26, -30, 30],
  North: [-26, 4, 1, 30],
  Quay: [-26, 4, -30, 1],
  Sallow: [4, 21, -30, 0],
  Heights: [4, 21, 0, 30],
  Farside: [21, 50, -30, 30],
};

/** Sutherland–Hodgman clipping of a ring by a box (Communications of the ACM 17(1), 1974). */
function clip(ring: readonly LatLon[], south: LatLon, north: LatLon): LatLon[] {
  const sides: [(p: LatLon) => number][] = [
    [(p) => p.lon - south.lon],
    [(p) => north.lon - p.lon],
    [(p) => p.lat - south.lat],
    [(p) => north.lat - p.lat],
  ];
  let out = [...ring];
  for (const [inside] of sides) {
    const next: LatLon[] = [];
    for (const [i, b] of out.entries()) {
      const a = out[(i + out.length - 1) % out.length]!;
      const [da, dbb] = [inside(a), inside(b)];
      if (da >= 0 !== dbb >= 0) {
        const t = da / (da - dbb);
        next.push({ lat: a.lat + (b.lat - a.lat) * t, lon: a.lon + (b.lon - a.lon) * t });
      }
      if (dbb >= 0) next.push(b);
    }
    out = next;
  }
  return out;
}

/** Six territories; the western isle keeps its own time. */
export function createTerritories(island: Island): DemoTerritory[] {
  return NAMES.map((name) => {
    const [west, east, south, north] = BOXES[name];
    const coast = island.coasts[name === 'Westisle' ? 1 : 0]!;
    const low = atKm(west, south);
    const high = atKm(east, north);
    const ring = clip(coast, low, high);
    const towns = island.towns.flatMap((t, i) =>
      t.at.lon >= low.lon && t.at.lon < high.lon && t.at.lat >= low.lat && t.at.lat < high.lat ? [i] : [],
    );
    return {
      id: name.toLowerCase(),
      name,
      zone: name === 'Westisle' ? 'Atlantic/Azores' : 'Atlantic/Madeira',
      outline: ring.map((p) => [Math.round(p.lon * 1e6) / 1e6, Math.round(p.lat * 1e6) / 1e6] as const),
      towns,
    };
  });
}

/** Territory that a point belongs to: the box it lies in. */
export function territoryAt(territories: readonly DemoTerritory[], island: Island, p: LatLon): DemoTerritory {
  const nearest = island.towns
    .map((t, i) => ({ i, m: greatCircleM(t.at, p) }))
    .sort((a, b) => a.m - b.m)
    .map(({ i }) => territories.find((t) => t.towns.includes(i)))
    .find((t) => t !== undefined);
  const inBox = territories.find((t) => {
    const [west, east, south, north] = BOXES[t.name as keyof typeof BOXES];
    const low = atKm(west, south);
    const high = atKm(east, north);
    return p.lon >= low.lon && p.lon < high.lon && p.lat >= low.lat && p.lat < high.lat;
  });
  return inBox ?? nearest ?? territories[0]!;
}
