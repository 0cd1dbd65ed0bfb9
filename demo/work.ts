import { datesFrom, instantOf, type LatLon, type Random, weekdayOf } from '@/core/index';
import { JOB_KINDS, type JobKind } from './company';
import { KM_LAT, KM_LON } from './geography';
import type { Island } from './island';
import { streetName } from './names';
import { DEMO_FIRST_DATE, type DemoTechnician } from './people';
import { type DemoTerritory, territoryAt } from './territories';

export interface DemoSite {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly at: LatLon;
  readonly territory: DemoTerritory;
  readonly accessPatternId: string | null;
}

export interface DemoVisit {
  readonly id: string;
  readonly part: number;
  readonly durationMin: number;
  readonly priority: number;
  readonly earliestAt: number;
  readonly dueAt: number;
  readonly window: { startAt: number; endAt: number } | null;
  readonly wish: { technicianId: string; wish: 'must' | 'favoured' | 'avoid' | 'never' } | null;
  readonly after?: { visitId: string; gapMin: number; mostMin: number };
  readonly samePersonAs?: string;
}

export interface DemoOrder {
  readonly number: number;
  readonly site: DemoSite;
  readonly kind: JobKind;
  readonly summary: string;
  readonly notes: string;
  readonly receivedAt: number;
  readonly visits: readonly DemoVisit[];
}

const FORECOURTS = [
  'forecourt',
  'car park',
  'ferry stage',
  'market hall',
  'school yard',
  'quay',
  'works yard',
  'library',
  'swimming hall',
  'lay-by',
  'inn yard',
  'bus yard',
];
const NOTES = [
  '',
  '',
  '',
  'Gate code at the kiosk.',
  'Key hangs in the meter cupboard.',
  'Ask for the yard keeper.',
  'Bay 2 only, the others are in use.',
  'Dog on the premises.',
  'Park on the north side.',
];
const SITES = 300;

function nearTown(random: Random, island: Island, territory: DemoTerritory): LatLon {
  const town = island.towns[territory.towns[random.below(territory.towns.length)]!]!;
  const isRural = random.next() < 0.3;
  for (;;) {
    const r = isRural ? 2 + random.next() * 5 : Math.sqrt(random.next()) * town.radiusKm;
    const angle = random.next() * Math.PI * 2;
    const p = {
      lat: town.at.lat + Math.sin(angle) * r * KM_LAT,
      lon: town.at.lon + Math.cos(angle) * r * KM_LON,
    };
    const nearestM = island.roads.junctions.reduce(
      (least, j) => Math.min(least, ((j.lat - p.lat) / KM_LAT) ** 2 + ((j.lon - p.lon) / KM_LON) ** 2),
      1e9,
    );
    if (nearestM < 0.5) return { lat: Math.round(p.lat * 1e6) / 1e6, lon: Math.round(p.lon * 1e6) / 1e6 };
  }
}

export function createSites(
  random: Random,
  island: Island,
  territories: readonly DemoTerritory[],
): DemoSite[] {
  const weights = [4, 5, 8, 5, 4, 5];
  return Array.from({ length: SITES }, (_, i) => {
    const t = drawByWeight(random, weights);
    const at = nearTown(random, island, territories[t]!);
    const town = [...island.towns].sort(
      (a, b) =>
        (a.at.lat - at.lat) ** 2 +
        (a.at.lon - at.lon) ** 2 -
        (b.at.lat - at.lat) ** 2 -
        (b.at.lon - at.lon) ** 2,
    )[0]!;
    const street = streetName(random);
    // Two sites carry the territory of the other side of a boundary, as happens when data is typed by hand.
    const isMistake = i === 41 || i === 137;
    const right = territoryAt(territories, island, at);
    const territory = isMistake ? territories[(territories.indexOf(right) + 2) % territories.length]! : right;
    const roll = random.next();
    return {
      id: `site-${i + 1}`,
      name: `${street} ${FORECOURTS[random.below(FORECOURTS.length)]!}`,
      address: `${1 + random.below(90)} ${street}, ${town.name}`,
      at,
      territory,
      accessPatternId: roll < 0.22 ? 'shop-hours' : roll < 0.3 ? 'depot-hours' : null,
    };
  });
}

const STARTS: readonly (readonly [number, number])[] = [
  [8, 10],
  [9, 11],
  [10, 12],
  [12, 14],
  [13, 15],
  [14, 16],
  [8, 12],
  [12, 16],
];
/** The listed durations are the core of the work; set-up and paperwork come on top. */
const SCALE = 1.85;

function pickKind(random: Random): JobKind {
  return JOB_KINDS[
    drawByWeight(
      random,
      JOB_KINDS.map((k) => k.share),
    )
  ]!;
}

/** Index drawn with the given weights. */
function drawByWeight(random: Random, weights: readonly number[]): number {
  let left = random.next() * weights.reduce((a, b) => a + b, 0);
  for (const [i, w] of weights.entries()) {
    left -= w;
    if (left < 0) return i;
  }
  return weights.length - 1;
}

/** About 600 work orders whose visits fall into two weeks, with a backlog and an overbooked morning. */
export function createOrders(
  random: Random,
  sites: readonly DemoSite[],
  people: readonly DemoTechnician[],
  count: number,
): DemoOrder[] {
  const workdays = datesFrom(DEMO_FIRST_DATE, 12).filter((d) => weekdayOf(d) <= 5);
  return Array.from({ length: count }, (_, i) => {
    const kind = pickKind(random);
    const isCrowded = i >= 40 && i < 58;
    const quay = sites.filter((s) => s.territory.name === 'Quay');
    const site = isCrowded ? quay[random.below(quay.length)]! : sites[random.below(sites.length)]!;
    const number = 1001 + i;
    const opens = isCrowded ? 2 : Math.floor(random.next() ** 1.25 * workdays.length);
    const hasWindow = isCrowded || random.next() < kind.windowShare;
    const visitCount = hasWindow ? 1 : kind.durationMin <= 60 ? 1 + random.below(4) : 1 + random.below(2);
    const zone = site.territory.zone;
    const locals = people.filter((t) => t.territory.id === site.territory.id);
    const somebody = (): string => (locals[random.below(locals.length)] ?? people[0]!).id;
    // Most was known when the plan was published on Monday morning; the rest came in since.
    const isNew = random.next() < 0.09;
    const receivedAt = isNew
      ? instantOf(DEMO_FIRST_DATE, 7 * 60 + random.below(1500), zone)
      : instantOf(DEMO_FIRST_DATE, -1440 * (1 + random.below(9)) + 480 + random.below(540), zone);
    const visits = Array.from({ length: visitCount }, (_v, p): DemoVisit => {
      const date = workdays[opens]!;
      const [from, to] = isCrowded ? [8, 10] : STARTS[random.below(STARTS.length)]!;
      const isBacklog = !hasWindow && random.next() < 0.3;
      const earliestAt = isBacklog
        ? instantOf(DEMO_FIRST_DATE, -1440 * (1 + random.below(6)), zone)
        : instantOf(date, 0, zone);
      const window = hasWindow
        ? { startAt: instantOf(date, from * 60, zone), endAt: instantOf(date, to * 60, zone) }
        : null;
      const roll = random.next();
      return {
        id: `visit-${number}-${p + 1}`,
        part: p + 1,
        durationMin: Math.max(
          20,
          Math.round((kind.durationMin * SCALE * (0.8 + random.next() * 0.5)) / 5) * 5,
        ),
        priority: Math.min(
          5,
          Math.max(1, kind.priority + (random.next() < 0.15 ? -1 : 0) + (random.next() < 0.1 ? 1 : 0)),
        ),
        earliestAt,
        dueAt: window
          ? window.endAt + 7200
          : Math.max(earliestAt, instantOf(date, 0, zone)) + (kind.promiseDays + 3) * 86_400,
        window,
        wish:
          roll < 0.1
            ? { technicianId: somebody(), wish: 'favoured' }
            : roll < 0.125
              ? { technicianId: somebody(), wish: 'never' }
              : roll < 0.15
                ? { technicianId: somebody(), wish: 'avoid' }
                : null,
      };
    });
    const summary = visitCount > 1 ? `${kind.name}, ${visitCount} chargers` : kind.name;
    return { number, site, kind, summary, notes: NOTES[random.below(NOTES.length)]!, receivedAt, visits };
  });
}
