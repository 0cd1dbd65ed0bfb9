import { createRandom, type Problem, type Shift, type Visit } from '@/core/index';

const HOUR = 3600;

/** A small problem with every feature switched on in a share of its parts; equal for equal seeds. */
export function randomProblem(
  seed: number,
  size: { visits: number; persons: number; days: number },
): Problem {
  const random = createRandom(seed);
  const places = Array.from({ length: size.visits + size.persons }, (_, i) => ({
    id: `p${i}`,
    x: random.next(),
    y: random.next(),
  }));
  const leg = (a: { x: number; y: number }, b: { x: number; y: number }): number =>
    Math.ceil(Math.hypot(a.x - b.x, a.y - b.y) * 4000);
  const durationSec = places.flatMap((a) => places.map((b) => leg(a, b)));
  const maybe = (chance: number): boolean => random.next() < chance;
  const persons = Array.from({ length: size.persons }, (_, i) => ({ id: `q${i}`, name: `Person ${i}` }));
  const shifts: Shift[] = persons.flatMap((person, i) =>
    Array.from({ length: size.days }, (_, d): Shift => {
      const startSec = d * 24 * HOUR + 8 * HOUR + random.below(3) * 1800;
      return {
        id: `${person.id}@${d}`,
        personId: person.id,
        dayIx: d,
        startSec,
        endSec: startSec + (4 + random.below(5)) * HOUR,
        startPlaceId: `p${size.visits + i}`,
        endPlaceId: maybe(0.8) ? `p${size.visits + i}` : `p${random.below(size.visits)}`,
        allowanceBeforeSec: maybe(0.5) ? random.below(3) * 900 : 0,
        allowanceAfterSec: maybe(0.5) ? random.below(3) * 900 : 0,
        overtimeLimitSec: maybe(0.5) ? random.below(4) * 1800 : 0,
        breaks: maybe(0.6)
          ? [
              {
                durationSec: 1800,
                earliestSec: d * 24 * HOUR + 11 * HOUR,
                latestSec: d * 24 * HOUR + 13 * HOUR,
              },
            ]
          : [],
        skills: [
          { skillId: 'a', level: 1 + random.below(5) },
          ...(maybe(0.5) ? [{ skillId: 'b', level: 1 + random.below(5) }] : []),
        ],
        territories: [
          { territoryId: `t${i % 2}`, relation: 'home' },
          ...(maybe(0.4) ? [{ territoryId: `t${(i + 1) % 2}`, relation: 'cover' as const }] : []),
        ],
        capacity: maybe(0.3) ? 3 + random.below(5) : null,
      };
    }),
  );
  const window = (d: number): Visit['windows'][number] => {
    const startSec = d * 24 * HOUR + (8 + random.below(7)) * HOUR;
    const endSec = startSec + (1 + random.below(3)) * HOUR;
    return { startSec, endSec, latestSec: endSec + (maybe(0.5) ? random.below(5) * 600 : 0) };
  };
  const visits = Array.from({ length: size.visits }, (_, i): Visit => {
    const day = random.below(size.days);
    const someone = persons[random.below(persons.length)]!.id;
    return {
      id: `v${i}`,
      placeId: `p${i}`,
      durationSec: (1 + random.below(8)) * 600,
      windows: maybe(0.3)
        ? [{ startSec: 0, endSec: size.days * 24 * HOUR, latestSec: size.days * 24 * HOUR }]
        : maybe(0.3)
          ? [window(day), window(random.below(size.days))]
          : [window(day)],
      demand: random.below(3),
      priority: 1 + random.below(5),
      unplannedPrice: (50 + random.below(400)) * 1_000_000,
      releaseDayIx: random.below(size.days),
      skills: maybe(0.5)
        ? [{ skillId: maybe(0.7) ? 'a' : 'b', level: 1 + random.below(4) }]
        : maybe(0.3)
          ? [
              { skillId: 'a', level: 3 },
              { skillId: 'b', level: 2 },
            ]
          : [],
      skillMode: maybe(0.7) ? 'all' : 'any',
      territoryId: maybe(0.8) ? `t${random.below(2)}` : null,
      mustPersonIds: maybe(0.08) ? [someone] : [],
      neverPersonIds: maybe(0.1) ? [persons[0]!.id] : [],
      favouredPersonIds: maybe(0.2) ? [someone] : [],
      tie: maybe(0.06)
        ? { personId: someone }
        : maybe(0.05)
          ? { startSec: day * 24 * HOUR + 10 * HOUR + 1234 }
          : {},
      held: false,
    };
  });
  return {
    format: 'lime-problem',
    version: 1,
    name: `random ${seed}`,
    originAt: '2026-06-08T00:00:00Z',
    places: places.map((p) => ({ id: p.id })),
    travel: { durationSec, distanceM: durationSec.map((s) => s * 14) },
    persons,
    shifts,
    visits,
    rules: {
      skills: maybe(0.9),
      territory: (['home', 'home-and-cover', 'anybody'] as const)[random.below(3)]!,
      persons: maybe(0.9),
    },
    prices: {
      travelPerSec: 6667,
      travelPerM: maybe(0.5) ? 120 : 0,
      overtimePerSec: 21667,
      latePerSec: 20000,
      missedWindow: 60_000_000,
      dayWaited: 4_000_000,
      favouredMissed: 14_000_000,
      coverVisit: 11_000_000,
      personOut: maybe(0.5) ? 8_000_000 : 0,
    },
  };
}
