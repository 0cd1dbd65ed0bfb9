import { createRandom, type Problem, type Shift, type Visit } from '@/core/index';

const HOUR = 3600;
const DAY = 24 * HOUR;
const SKILLS = ['wiring', 'network', 'testing', 'lifting', 'joining', 'metering'];

export interface FieldSize {
  readonly persons: number;
  readonly days: number;
  readonly visits: number;
}

/** Sizes named in the budget table of docs/benchmarks.md. */
export const FIELD_SIZES = {
  S: { persons: 20, days: 1, visits: 120 },
  M: { persons: 50, days: 5, visits: 1200 },
  L: { persons: 200, days: 5, visits: 5000 },
} as const satisfies Record<string, FieldSize>;

/** A made-up field service: towns, skills, breaks, soft promises, overtime, favourites. Equal for equal seeds. */
export function fieldProblem(size: FieldSize, seed: number): Problem {
  const random = createRandom(seed);
  const towns = Array.from({ length: Math.ceil(size.persons / 5) }, () => ({
    x: random.next() * 80,
    y: random.next() * 60,
  }));
  const place = (): { x: number; y: number } => {
    const town = towns[random.below(towns.length)]!;
    const r = random.next() ** 2 * 14;
    const angle = random.next() * 2 * Math.PI;
    return { x: town.x + r * Math.cos(angle), y: town.y + r * Math.sin(angle) };
  };
  const points = Array.from({ length: size.visits + size.persons }, place);
  const n = points.length;
  const distanceM = new Int32Array(n * n);
  const durationSec = new Uint16Array(n * n);
  for (const [i, a] of points.entries()) {
    for (const [k, b] of points.entries()) {
      const m = Math.round(Math.hypot(a.x - b.x, a.y - b.y) * 1300);
      distanceM[i * n + k] = m;
      durationSec[i * n + k] = Math.ceil(m / 14);
    }
  }
  const persons = Array.from({ length: size.persons }, (_, i) => ({ id: `q${i}`, name: `Person ${i}` }));
  return {
    format: 'lime-problem',
    version: 1,
    name: `field ${size.visits}`,
    originAt: '2026-06-08T00:00:00Z',
    places: points.map((_, i) => ({ id: `p${i}` })),
    travel: { durationSec, distanceM },
    persons,
    shifts: persons.flatMap((p, i) => shiftsOf(p.id, i, size, random)),
    visits: Array.from({ length: size.visits }, (_, i) => visitOf(i, size, random)),
    rules: { skills: true, territory: 'anybody', persons: true },
    prices: {
      travelPerSec: 6667,
      travelPerM: 0,
      overtimePerSec: 21_667,
      latePerSec: 20_000,
      missedWindow: 60_000_000,
      dayWaited: 4_000_000,
      favouredMissed: 14_000_000,
      coverVisit: 0,
      personOut: 0,
    },
  };
}

type Random = ReturnType<typeof createRandom>;

function shiftsOf(personId: string, i: number, size: FieldSize, random: Random): Shift[] {
  const skills = SKILLS.filter(() => random.next() < 0.5).map((skillId) => ({
    skillId,
    level: 1 + random.below(5),
  }));
  const begin = 7 * HOUR + random.below(3) * HOUR;
  return Array.from({ length: size.days }, (_, d) => ({
    id: `${personId}@${d}`,
    personId,
    dayIx: d,
    startSec: d * DAY + begin,
    endSec: d * DAY + begin + 8.5 * HOUR,
    startPlaceId: `p${size.visits + i}`,
    endPlaceId: `p${size.visits + i}`,
    allowanceBeforeSec: 900,
    allowanceAfterSec: 900,
    overtimeLimitSec: HOUR,
    breaks: [
      {
        durationSec: 1800,
        earliestSec: d * DAY + begin + 3.5 * HOUR,
        latestSec: d * DAY + begin + 5.5 * HOUR,
      },
    ],
    skills,
    territories: [],
    capacity: null,
  }));
}

function visitOf(i: number, size: FieldSize, random: Random): Visit {
  const day = random.below(size.days);
  const hasWindow = random.next() < 0.45;
  const open = day * DAY + (8 + random.below(4) * 2) * HOUR;
  const windows = hasWindow
    ? [{ startSec: open, endSec: open + 2 * HOUR, latestSec: open + 2.5 * HOUR }]
    : [{ startSec: 0, endSec: size.days * DAY, latestSec: size.days * DAY }];
  return {
    id: `v${i}`,
    placeId: `p${i}`,
    durationSec: (4 + random.below(12)) * 300,
    windows,
    demand: 0,
    priority: 1 + random.below(5),
    unplannedPrice: (100 + random.below(400)) * 1_000_000,
    releaseDayIx: 0,
    skills:
      random.next() < 0.7
        ? [{ skillId: SKILLS[random.below(SKILLS.length)]!, level: 1 + random.below(3) }]
        : [],
    skillMode: 'all',
    territoryId: null,
    mustPersonIds: [],
    neverPersonIds: random.next() < 0.03 ? [`q${random.below(size.persons)}`] : [],
    favouredPersonIds: random.next() < 0.1 ? [`q${random.below(size.persons)}`] : [],
    tie: {},
    held: false,
  };
}
