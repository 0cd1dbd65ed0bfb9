import {
  createRandom,
  type Problem,
  type Random,
  type RuleScope,
  type Shift,
  type Visit,
} from '@/core/index';
import { randomProblem } from './random-problem';

const HOUR = 3600;
const DAY = 24 * HOUR;

/** Features that a problem may have beyond the plain ones; each problem draws some of them. */
export const FEATURES = [
  'breaks',
  'pay',
  'reach',
  'attributes',
  'pace',
  'parts',
  'buffers',
  'finish-windows',
  'access',
  'avoid',
  'people',
  'crews',
  'equipment',
  'order',
  'same-person',
  'base',
  'margin',
  'fair-share',
  'sites',
  'limits',
  'rest',
  'time-of-day',
  'own-prices',
  'levels',
  'loans',
  'day-limits',
  'shared-overtime',
  'moved',
  'scopes',
] as const;
export type Feature = (typeof FEATURES)[number];

/** A small problem with the features given, or some drawn by the seed; equal for equal seeds. */
export function everyFeature(
  seed: number,
  size: { visits: number; persons: number; days: number },
  wanted?: readonly Feature[],
): Problem {
  const random = createRandom(seed ^ 0x5eed);
  const density = random.next();
  const features = wanted ?? FEATURES.filter((f) => f !== 'scopes' && random.next() < density);
  const isScoped = !wanted && createRandom(seed ^ 0x5c09e).next() < density;
  return withFeatures(randomProblem(seed, size), isScoped ? [...features, 'scopes'] : features, random);
}

/** A problem with features switched on in a share of its shifts and visits. */
export function withFeatures(plain: Problem, wanted: readonly Feature[], random: Random): Problem {
  const features = new Set(wanted);
  const size = {
    visits: plain.visits.length,
    days: plain.shifts.reduce((most, s) => Math.max(most, s.dayIx + 1), 1),
  };
  const maybe = (chance: number): boolean => random.next() < chance;
  const pick = <T>(list: readonly T[]): T => list[random.below(list.length)]!;
  const has = (feature: Feature, chance: number): boolean => features.has(feature) && maybe(chance);
  const personIds = plain.persons.map((p) => p.id);
  // Drawn apart, so that what problems are otherwise does not hang on it.
  const scoped = createRandom(Number(plain.name.replace(/\D/g, '')) ^ 0x5c0);
  let shifts: Shift[] = plain.shifts.map((s): Shift => {
    const at = s.dayIx * DAY;
    return {
      ...s,
      breaks: has('breaks', 0.7) ? severalBreaks(s, maybe, at) : s.breaks,
      ...(has('pay', 0.4)
        ? { payPerSec: 5000 + random.below(8000), outPrice: random.below(20) * 1_000_000 }
        : {}),
      ...(has('pay', 0.2) ? { overtimePerSec: random.below(40_000) } : {}),
      ...(has('reach', 0.4) ? { reach: { sec: 900 + random.below(3000) } } : {}),
      ...(has('reach', 0.4)
        ? {
            firstReach: maybe(0.5)
              ? { m: 20_000 + random.below(40_000) }
              : { sec: 2000 + random.below(3000) },
          }
        : {}),
      ...(has('attributes', 0.8)
        ? { attributes: { depth: random.below(5), langs: ['x', 'y'].slice(random.below(2)) } }
        : {}),
      ...(has('pace', 0.5) ? { pace: [{ kind: 'fit', percent: 60 + random.below(90) }] } : {}),
      ...(has('parts', 0.5) ? { parts: ['pump'] } : {}),
      ...(has('parts', 0.6) ? { partsPlaceId: `p${random.below(size.visits)}` } : {}),
      ...(has('day-limits', 0.4) ? { maxVisits: 1 + random.below(6) } : {}),
      ...(has('day-limits', 0.4) ? { maxTravelSec: 3000 + random.below(12_000) } : {}),
      territories: has('loans', 0.3)
        ? s.territories.map((t) => ({ ...t, relation: 'loan' as const }))
        : s.territories,
    };
  });
  const persons = [...plain.persons];
  if (features.has('crews') && persons.length >= 2) {
    persons.push({ id: 'crew', name: 'Crew' });
    const leader = shifts.filter((s) => s.personId === personIds[0]);
    const own = leader
      .filter(() => maybe(0.7))
      .map((s) => ({ ...s, id: `crew@${s.dayIx}`, personId: 'crew', memberIds: personIds.slice(0, 2) }));
    shifts = [...shifts, ...own];
  }
  const visits = plain.visits.map((v, i): Visit => {
    const earlier = plain.visits[random.below(Math.max(1, i))]!.id;
    const people = has('people', 0.25) && i > 0 ? 2 + random.below(2) : 1;
    const isAlone = people === 1;
    return {
      ...v,
      ...(features.has('pace') ? { kind: maybe(0.5) ? 'fit' : 'mend' } : {}),
      ...(has('attributes', 0.5)
        ? { attributes: { needs: random.below(4), lang: pick(['x', 'y', 'z']) } }
        : {}),
      ...(has('buffers', 0.4)
        ? { bufferBeforeSec: random.below(4) * 300, bufferAfterSec: random.below(3) * 200 }
        : {}),
      windows: v.windows.map((w) => (has('finish-windows', 0.4) ? { ...w, on: 'finish' as const } : w)),
      ...(has('access', 0.3) ? { access: accessOf(size.days, random.below) } : {}),
      ...(has('avoid', 0.3) ? { avoidPersonIds: [pick(personIds)] } : {}),
      ...(isAlone ? {} : { people }),
      ...(has('crews', 0.15) && isAlone ? { crewOf: 2 } : {}),
      ...(has('equipment', 0.25)
        ? { equipment: maybe(0.2) ? ['lift', 'lift'] : [pick(['lift', 'tester'])] }
        : {}),
      ...(has('parts', 0.3) ? { parts: [pick(['pump', 'valve'])] } : {}),
      ...(has('order', 0.2) && i > 0
        ? {
            after: {
              visitId: earlier,
              gapSec: random.below(3) * 1800,
              ...(maybe(0.4) ? { maxGapSec: 2 * 1800 + random.below(20) * 3600 } : {}),
            },
          }
        : {}),
      ...(has('same-person', 0.15) && i > 0 && isAlone ? { samePersonAs: earlier } : {}),
      ...(has('base', 0.5) || has('moved', 0.5)
        ? { base: baseOf(pick(personIds), random.below(size.days), features, random) }
        : {}),
      ...(has('sites', 0.4) ? { placeId: `p${random.below(Math.max(1, Math.floor(size.visits / 3)))}` } : {}),
      ...(has('own-prices', 0.3)
        ? {
            prices: {
              latePerSec: random.below(50_000),
              dayWaited: random.below(9_000_000),
              missedWindow: random.below(9) * 10_000_000,
            },
          }
        : {}),
    };
  });
  const several = new Set(visits.filter((v) => (v.people ?? 1) > 1).map((v) => v.id));
  const kept = visits.map((v) => {
    if (v.samePersonAs === undefined || !several.has(v.samePersonAs)) return v;
    const { samePersonAs: _dropped, ...rest } = v;
    return rest;
  });
  const { prices } = plain;
  return {
    ...plain,
    persons,
    shifts,
    visits: kept,
    travel: features.has('time-of-day') ? withRushHours(plain.travel, size.days) : plain.travel,
    equipment: [
      { id: 'lift-1', kind: 'lift', free: [{ startSec: 0, endSec: size.days * DAY }] },
      {
        id: 'lift-2',
        kind: 'lift',
        free: Array.from({ length: size.days }, (_, d) => ({
          startSec: d * DAY + 9 * HOUR,
          endSec: d * DAY + 12 * HOUR,
        })),
      },
      { id: 'tester-1', kind: 'tester', free: [{ startSec: 8 * HOUR, endSec: 15 * HOUR }] },
    ],
    ...(features.has('limits') || features.has('shared-overtime')
      ? {
          limits: personIds.slice(0, 2).map((id) => ({
            id: `week of ${id}`,
            shiftIds: shifts.filter((s) => s.personId === id).map((s) => s.id),
            maxWorkSec: (3 + random.below(10)) * HOUR,
            ...(features.has('shared-overtime') ? { overtimeAfterSec: (1 + random.below(8)) * HOUR } : {}),
          })),
        }
      : {}),
    rules: {
      ...plain.rules,
      ...(features.has('rest') ? { restSec: (11 + random.below(6)) * HOUR } : {}),
      ...(features.has('attributes')
        ? {
            attributes: [
              { id: 'depth', personKey: 'depth', match: 'at-least' as const, visitKey: 'needs' },
              {
                id: 'language',
                personKey: 'langs',
                match: 'contains' as const,
                visitKey: 'lang',
                scope: features.has('scopes')
                  ? scopeOf(visits, personIds, scoped)
                  : {
                      match: 'both' as const,
                      visitIds: visits.flatMap((v) => (v.attributes?.needs === 1 ? [v.id] : [])),
                    },
              },
            ],
          }
        : {}),
      ...(features.has('scopes')
        ? {
            scopes: {
              skills: scopeOf(visits, personIds, scoped),
              territory: scopeOf(visits, personIds, scoped),
              persons: scopeOf(visits, personIds, scoped),
              rest: { match: 'both' as const, personIds: personIds.filter(() => scoped.next() < 0.6) },
            },
          }
        : {}),
    },
    prices: {
      ...prices,
      ...(features.has('avoid') ? { avoidedUsed: 9_000_000 } : {}),
      ...(features.has('levels') ? { levelToSpare: 1_500_000 } : {}),
      ...(features.has('loans') ? { loanVisit: 3_000_000 } : {}),
      ...(features.has('base') ? { changed: 5_000_000 } : {}),
      ...(features.has('moved') ? { moved: 7_000_000, movedSec: random.below(3) * 900 } : {}),
      ...(features.has('margin') ? { marginPerSec: 3000, marginSec: 1800 } : {}),
      ...(features.has('fair-share') ? { unfairPerSec: 4000 } : {}),
      ...(features.has('shared-overtime') ? { sharedOvertimePerSec: 9000 } : {}),
      ...(features.has('sites') ? { siteTrip: 6_000_000 } : {}),
    },
  };
}

/** About half of the visits, half of the persons, both or either. */
function scopeOf(visits: readonly Visit[], personIds: readonly string[], random: Random): RuleScope {
  const half = (ids: readonly string[]): string[] => ids.filter(() => random.next() < 0.5);
  const lists = { visitIds: half(visits.map((v) => v.id)), personIds: half(personIds) };
  if (random.next() < 0.3) return { match: 'either', ...lists };
  if (random.next() < 0.3) return { match: 'both', visitIds: lists.visitIds };
  return { match: 'both', ...lists };
}

/** Where a visit was published, and when if that is a feature. */
function baseOf(
  personId: string,
  dayIx: number,
  features: ReadonlySet<Feature>,
  random: Random,
): Visit['base'] {
  if (!features.has('moved')) return { personId, dayIx };
  return { personId, dayIx, startSec: dayIx * DAY + 8 * HOUR + random.below(30) * 900 };
}

/** A tea break, a lunch due only on a long day, and sometimes a paid pause late in it. */
function severalBreaks(shift: Shift, maybe: (chance: number) => boolean, at: number): Shift['breaks'] {
  const tea = {
    durationSec: 900,
    earliestSec: at + 9 * HOUR + 1800,
    latestSec: at + 10 * HOUR + 1800,
    paid: true,
  };
  const lunch = {
    durationSec: 1800,
    earliestSec: at + 11 * HOUR,
    latestSec: at + 13 * HOUR,
    ...(maybe(0.5) ? { dueSec: Math.max(at + 13 * HOUR, shift.startSec + 6 * HOUR) } : {}),
  };
  const due = Math.max(lunch.dueSec ?? 0, at + 15 * HOUR);
  const late = {
    durationSec: 600,
    earliestSec: at + 14 * HOUR,
    latestSec: at + 15 * HOUR,
    dueSec: due,
    paid: maybe(0.5),
  };
  return [...(maybe(0.6) ? [tea] : []), ...(maybe(0.8) ? [lunch] : []), ...(maybe(0.4) ? [late] : [])];
}

function accessOf(days: number, below: (bound: number) => number): { startSec: number; endSec: number }[] {
  return Array.from({ length: days }, (_, d) => {
    const startSec = d * DAY + (7 + below(6)) * HOUR;
    return { startSec, endSec: startSec + (3 + below(6)) * HOUR };
  });
}

/** Half as fast again from 8 to 9 and from 16 to 18. */
function withRushHours(travel: Problem['travel'], days: number): Problem['travel'] {
  const slow = Array.from(travel.durationSec, (sec) => Math.ceil(sec * 1.6));
  const quick = Array.from(travel.durationSec, (sec) => Math.ceil(sec * 0.85));
  const timeline = Array.from({ length: days }, (_, d) => [
    { fromSec: d * DAY, slice: 2 },
    { fromSec: d * DAY + 8 * HOUR, slice: 1 },
    { fromSec: d * DAY + 9 * HOUR, slice: 0 },
    { fromSec: d * DAY + 16 * HOUR, slice: 1 },
    { fromSec: d * DAY + 18 * HOUR, slice: 2 },
  ]).flat();
  return { ...travel, byTime: { slices: [travel.durationSec, slow, quick], timeline } };
}
