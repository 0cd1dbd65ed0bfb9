import type { LatLon, Random } from '@/core/index';
import { type SkillId, WEEK_PATTERNS } from './company';
import { KM_LAT, KM_LON } from './geography';
import type { Island } from './island';
import { personNames } from './names';
import type { DemoTerritory } from './territories';

export const DEMO_FIRST_DATE = '2026-06-08';
export const DEMO_LAST_DATE = '2026-06-21';

export interface DemoTechnician {
  readonly id: string;
  readonly name: string;
  readonly home: LatLon;
  readonly territory: DemoTerritory;
  readonly patternId: string;
  readonly fromDepot: boolean;
  readonly allowanceMin: number;
  readonly overtimeMin: number;
  readonly skills: readonly { skillId: SkillId; level: number; validTo: string | null }[];
  readonly cover: string | null;
  readonly loan: { territoryId: string; from: string; to: string } | null;
  /** Works for the company at most 20 hours a week. */
  readonly isContractor: boolean;
  /** Belongs to the workshop as well. */
  readonly atBench: boolean;
  readonly off: readonly { date: string; startMin: number; endMin: number; reason: string }[];
}

/** How many people call each territory home. */
const HEADCOUNT = [5, 6, 8, 6, 5, 6];
const TRADES: readonly (readonly SkillId[])[] = [
  ['low-voltage', 'electronics', 'cable'],
  ['low-voltage', 'payment', 'network'],
  ['low-voltage', 'inspection', 'cable'],
  ['high-voltage', 'low-voltage', 'lifting', 'inspection'],
  ['network', 'payment', 'electronics', 'low-voltage'],
  ['civil', 'lifting', 'low-voltage', 'cable'],
];

function near(random: Random, at: LatLon, km: number): LatLon {
  const r = Math.sqrt(random.next()) * km;
  const angle = random.next() * Math.PI * 2;
  const round = (x: number): number => Math.round(x * 1e6) / 1e6;
  return {
    lat: round(at.lat + Math.sin(angle) * r * KM_LAT),
    lon: round(at.lon + Math.cos(angle) * r * KM_LON),
  };
}

function skillsFor(random: Random, ix: number): DemoTechnician['skills'] {
  const trade = TRADES[ix % TRADES.length]!;
  const held = new Map<SkillId, number>(trade.map((s) => [s, 2 + random.below(4)]));
  held.set('low-voltage', Math.max(held.get('low-voltage') ?? 0, 2 + random.below(3)));
  if (random.next() < 0.4) held.set('inspection', Math.max(held.get('inspection') ?? 0, 2 + random.below(2)));
  if (random.next() < 0.35) held.set('network', Math.max(held.get('network') ?? 0, 2 + random.below(3)));
  return [...held].map(([skillId, level]) => ({ skillId, level, validTo: null }));
}

/** 36 people; the first of some territories carry the usual mistakes and changes of a real month. */
export function createPeople(
  random: Random,
  island: Island,
  territories: readonly DemoTerritory[],
): DemoTechnician[] {
  const names = personNames(random, 36);
  const out: DemoTechnician[] = [];
  for (const [t, territory] of territories.entries()) {
    for (let k = 0; k < HEADCOUNT[t]!; k++) {
      const ix = out.length;
      const town = island.towns[territory.towns[random.below(territory.towns.length)]!]!;
      const pattern = random.next() < 0.6 ? 'days' : WEEK_PATTERNS[1 + random.below(5)]!.id;
      const neighbour = territories[(t + 1) % territories.length]!;
      out.push({
        id: `tech-${String(ix + 1).padStart(2, '0')}`,
        name: names[ix]!,
        home: near(random, town.at, town.radiusKm * 1.3),
        territory,
        patternId: pattern,
        fromDepot: k % 5 === 4,
        allowanceMin: [0, 15, 30, 30][random.below(4)]!,
        overtimeMin: [0, 60, 60, 120][random.below(4)]!,
        skills: skillsFor(random, ix),
        cover: t > 0 && k % 3 === 1 ? neighbour.id : null,
        loan: null,
        isContractor: false,
        atBench: false,
        off: random.next() < 0.22 ? [dayOff(random)] : [],
      });
    }
  }
  return withChanges(out);
}

function dayOff(random: Random): DemoTechnician['off'][number] {
  const date = `2026-06-${String([8, 9, 10, 11, 12, 15, 16, 17, 18, 19][random.below(10)]!).padStart(2, '0')}`;
  return random.next() < 0.5
    ? { date, startMin: 0, endMin: 1440, reason: 'Leave' }
    : { date, startMin: 780, endMin: 1440, reason: 'Appointment' };
}

const CONTRACTORS = [17, 33];
const AT_BENCH = [19, 20, 21];
const LOANS: Readonly<Record<number, DemoTechnician['loan']>> = {
  14: { territoryId: 'farside', from: '2026-06-15', to: '2026-06-21' },
  8: { territoryId: 'heights', from: '2026-06-10', to: '2026-06-12' },
};

/** Certificates that run out, one already expired, and one person on loan for the second week. */
function withChanges(people: DemoTechnician[]): DemoTechnician[] {
  const expiry: Record<number, [SkillId, string]> = {
    3: ['high-voltage', '2026-06-11'],
    10: ['payment', '2026-06-05'],
    20: ['inspection', '2026-06-16'],
  };
  return people.map((person, ix) => {
    const [skillId, validTo] = expiry[ix] ?? [];
    const skills = skillId
      ? [
          ...person.skills.filter((s) => s.skillId !== skillId),
          { skillId, level: 4, validTo: validTo ?? null },
        ]
      : person.skills;
    const loan = LOANS[ix] ?? null;
    return {
      ...person,
      skills,
      loan,
      isContractor: CONTRACTORS.includes(ix),
      atBench: person.territory.id === 'sallow' && AT_BENCH.includes(ix),
      cover: CONTRACTORS.includes(ix) ? null : person.cover,
    };
  });
}
