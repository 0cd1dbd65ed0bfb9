import { datesFrom, instantOf, type Random, weekdayOf } from '@/core/index';
import { SPECIAL_KINDS, type SpecialKind } from './company';
import { DEMO_FIRST_DATE, type DemoTechnician } from './people';
import type { DemoOrder, DemoSite, DemoVisit } from './work';

/** How many orders of each kind that asks for more than one person with a van. */
const COUNTS: Readonly<Record<string, number>> = {
  'cable-test': 8,
  'mast-lift': 6,
  'new-cabinet': 7,
  'bench-repair': 5,
  'station-build': 2,
  'post-and-wire': 4,
};

const WHERE: Readonly<Record<string, readonly string[]>> = {
  'new-cabinet': ['quay', 'sallow', 'westisle'],
  'mast-lift': ['quay', 'north', 'sallow'],
};

/** Territories in which somebody with a whole working day has the skills. */
function ableTerritories(kind: SpecialKind, people: readonly DemoTechnician[]): readonly string[] {
  const able = people.filter(
    (p) =>
      p.patternId !== 'part-time' &&
      p.patternId !== 'split' &&
      kind.skills.every(([id, level]) => p.skills.some((s) => s.skillId === id && s.level >= level)),
  );
  return [...new Set(able.map((p) => p.territory.id))];
}

/** Work with equipment, crews, several people, two steps or several days. Numbers follow those of the rest. */
export function createSpecialOrders(
  random: Random,
  sites: readonly DemoSite[],
  people: readonly DemoTechnician[],
  firstNumber: number,
): DemoOrder[] {
  const workdays = datesFrom(DEMO_FIRST_DATE, 12).filter((d) => weekdayOf(d) <= 5);
  const out: DemoOrder[] = [];
  for (const kind of SPECIAL_KINDS) {
    for (let k = 0; k < (COUNTS[kind.id] ?? 0); k++) {
      const allowed = WHERE[kind.id] ?? ableTerritories(kind, people);
      const near = sites.filter((s) => allowed.includes(s.territory.id));
      const site = near[random.below(near.length)]!;
      const opens = random.below(kind.opensUntil ?? 6);
      const date = workdays[opens]!;
      const zone = site.territory.zone;
      const earliestAt = instantOf(date, 0, zone);
      const number = firstNumber + out.length;
      out.push({
        number,
        site,
        kind,
        summary: kind.name,
        notes: '',
        receivedAt: instantOf(DEMO_FIRST_DATE, -1440 * (2 + random.below(8)) + 600, zone),
        visits: visitsOf(random, kind, number, { earliestAt, people, site }),
      });
    }
  }
  return out;
}

function visitsOf(
  random: Random,
  kind: SpecialKind,
  number: number,
  at: { earliestAt: number; people: readonly DemoTechnician[]; site: DemoSite },
): DemoVisit[] {
  const base = {
    priority: kind.priority,
    earliestAt: at.earliestAt,
    dueAt: at.earliestAt + (kind.promiseDays + 3) * 86_400,
    window: null,
  };
  const locals = at.people.filter((t) => t.territory.id === at.site.territory.id);
  const avoided = random.next() < 0.3 ? locals[random.below(locals.length)] : undefined;
  const first: DemoVisit = {
    ...base,
    id: `visit-${number}-1`,
    part: 1,
    durationMin: kind.durationMin,
    wish: avoided ? { technicianId: avoided.id, wish: 'avoid' } : null,
  };
  if (kind.id !== 'post-and-wire') return [first];
  // The concrete sets for a day; whoever set the post wires it as well.
  const second: DemoVisit = {
    ...base,
    id: `visit-${number}-2`,
    part: 2,
    durationMin: 70,
    dueAt: base.dueAt + 3 * 86_400,
    wish: null,
    after: { visitId: first.id, gapMin: 1440, mostMin: 6 * 1440 },
    samePersonAs: first.id,
  };
  return [first, second];
}
