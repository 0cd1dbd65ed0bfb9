import { DATE, type FieldHome, HOUR, PERSON, shiftOf } from '../../support/fields';

const off = <T extends object>(rule: T): T => ({ ...rule, on: false });
const isWet = { of: 'visit' as const, field: 'attribute:wet', is: 'is' as const, values: ['true'] };
const P = (name: string): string => `prices.${name}`;

/** Where the facts of the problem as a whole are set. */
export const WHOLE_FIELDS: readonly FieldHome[] = [
  {
    fields: ['format', 'version', 'name', 'originAt'],
    home: 'the extent: its first day in the zone of its first territory (territories: zone)',
    set: (e) => e.save('territories', 'quay', { zone: 'Atlantic/Azores' }),
    look: ({ problem: p }) => [p.format, p.version, p.name, p.originAt],
    is: ['lime-problem', 1, 'Test', `${DATE}T00:00:00.000Z`],
  },
  {
    fields: ['travel.durationSec[]', 'travel.distanceM[]'],
    home: 'the road network: roads, speeds by class (speedsKmh), which of them (company: roadsId); company: straightFactor, straightKmh where there is none',
    set: async (e) => {
      await e.save('company', 'company', { roadsId: null, straightFactor: 2, straightKmh: 40 });
      await e.save('technicians', PERSON, {
        startsAt: 'home',
        homeLat: 34,
        homeLon: -20,
        partsDepotId: 'depot-quay',
      });
      // One degree of a meridian on the mean sphere is 111.195 km (IUGG mean radius).
      await e.save('depots', 'depot-quay', { lat: 35, lon: -20 });
    },
    look: (b) => {
      const { startPlaceId, partsPlaceId } = shiftOf(b);
      const ix = (id: string | undefined): number => b.problem.places.findIndex((p) => p.id === id);
      const cell = ix(startPlaceId) * b.problem.places.length + ix(partsPlaceId);
      const { distanceM, durationSec } = b.problem.travel;
      return [Math.round(distanceM[cell]! / 10), Math.round(durationSec[cell]! / 10)];
    },
    is: [Math.round((111_195 * 2) / 10), Math.round(((111.195 * 2) / 40) * 360)],
  },
  {
    fields: [
      'travel.byTime.slices[][]',
      'travel.byTime.timeline[].fromSec',
      'travel.byTime.timeline[].slice',
    ],
    home: 'the road network: periods (speeds by class and hour), zone',
    set: (e) =>
      e.save('roads', 'orrimay', {
        periods: [
          { fromMin: 0, speeds: {} },
          { fromMin: 600, speeds: { main: 50, rural: 50, town: 50, causeway: 50 } },
        ],
      }),
    look: ({ problem }) => {
      const { byTime, durationSec } = problem.travel;
      const cell = problem.places.length - 1;
      const ratio = byTime!.slices[1]![cell]! / durationSec[cell]!;
      return [byTime!.timeline.slice(0, 2), ratio > 1.6];
    },
    is: [
      [
        { fromSec: 0, slice: 0 },
        { fromSec: 10 * HOUR, slice: 1 },
      ],
      true,
    ],
  },
  {
    fields: ['limits[].id', 'limits[].shiftIds[]', 'limits[].maxWorkSec', 'limits[].overtimeAfterSec'],
    home: 'technicians: weekMostMin, weekDearerAfterMin (less what is planned on other days of the week)',
    set: (e) => e.save('technicians', PERSON, { weekMostMin: 1200, weekDearerAfterMin: 900 }),
    build: { firstDate: '2026-06-08', lastDate: '2026-06-14' },
    look: ({ problem }) => problem.limits?.find((l) => l.id.startsWith(PERSON)),
    is: {
      id: `${PERSON} 2026-06-08`,
      shiftIds: ['08', '09', '10', '11', '12'].map((d) => `${PERSON}@2026-06-${d}`),
      maxWorkSec: 1200 * 60,
      overtimeAfterSec: 900 * 60,
    },
  },
  {
    fields: ['rules.skills', 'rules.territory', 'rules.persons', 'rules.restSec'],
    home: 'playbook: rules.skills, territory, persons, rest',
    build: {
      playbook: (p) => ({
        ...p,
        rules: {
          ...p.rules,
          skills: off(p.rules.skills),
          territory: off(p.rules.territory),
          persons: off(p.rules.persons),
          rest: { ...p.rules.rest, on: true, min: 600 },
        },
      }),
    },
    look: ({ problem: { rules: r } }) => [r.skills, r.territory, r.persons, r.restSec],
    is: [false, 'anybody', false, 36_000],
  },
  {
    fields: ['skills', 'territory', 'persons', 'rest'].flatMap((r) =>
      ['match', 'visitIds[]', 'personIds[]'].map((f) => `rules.scopes.${r}.${f}`),
    ),
    home: 'playbook: what each rule applies to',
    build: {
      playbook: (p) => {
        const { rules } = p;
        const who = { of: 'person' as const, field: 'person', is: 'is' as const, values: [PERSON] };
        const pairs = { mode: 'any' as const, conditions: [isWet, who] };
        const people = { mode: 'all' as const, conditions: [who] };
        return {
          ...p,
          rules: {
            ...rules,
            skills: { ...rules.skills, appliesTo: pairs },
            territory: { ...rules.territory, appliesTo: pairs },
            persons: { ...rules.persons, appliesTo: people },
            rest: { ...rules.rest, on: true, appliesTo: people },
          },
        };
      },
    },
    look: ({ problem }) => problem.rules.scopes,
    is: {
      skills: { match: 'either', visitIds: [], personIds: [PERSON] },
      territory: { match: 'either', visitIds: [], personIds: [PERSON] },
      persons: { match: 'both', personIds: [PERSON] },
      rest: { match: 'both', personIds: [PERSON] },
    },
  },
  {
    fields: [
      'id',
      'personKey',
      'match',
      'visitKey',
      'scope.match',
      'scope.visitIds[]',
      'scope.personIds[]',
    ].map((f) => `rules.attributes[].${f}`),
    home: 'playbook: rules.attributes; rules.groups switches named groups',
    build: {
      playbook: (p) => ({
        ...p,
        rules: {
          ...p.rules,
          groups: off(p.rules.groups),
          attributes: [
            {
              id: 'r',
              on: true,
              personKey: 'class',
              match: 'at-least',
              visitKey: 'class',
              appliesTo: { mode: 'all', conditions: [isWet] },
            },
          ],
        },
      }),
    },
    look: ({ problem }) => problem.rules.attributes?.filter((r) => !r.id.startsWith('lime:')),
    is: [
      {
        id: 'r',
        personKey: 'class',
        match: 'at-least',
        visitKey: 'class',
        scope: { match: 'both', visitIds: [] },
      },
    ],
  },
  {
    fields: [
      'travelPerSec',
      'travelPerM',
      'overtimePerSec',
      'latePerSec',
      'missedWindow',
      'dayWaited',
      'favouredMissed',
      'coverVisit',
      'personOut',
      'loanVisit',
      'avoidedUsed',
      'levelToSpare',
      'changed',
      'marginPerSec',
      'siteTrip',
      'marginSec',
      'unfairPerSec',
      'sharedOvertimePerSec',
      'moved',
      'movedSec',
    ].map(P),
    home: 'playbook: prices',
    build: {
      playbook: (p) => ({
        ...p,
        prices: {
          payPercent: 100,
          drivingHour: 3.6,
          drivingKm: 1,
          overtimeHour: 7.2,
          weekOvertimeHour: 10.8,
          lateMinute: 0.06,
          missedWindow: 1,
          dayWaited: 2,
          favouredMissed: 3,
          avoidedUsed: 4,
          coverVisit: 5,
          loanVisit: 6,
          levelToSpare: 7,
          changed: 8,
          moved: 9,
          movedMin: 10,
          marginMinute: 0.12,
          marginMin: 11,
          siteTrip: 12,
          unfairHour: 14.4,
          personOut: 13,
          looseEnd: [1, 1, 1, 1, 1],
        },
      }),
    },
    look: ({ problem }) => problem.prices,
    is: {
      travelPerSec: 1000,
      travelPerM: 1000,
      overtimePerSec: 2000,
      sharedOvertimePerSec: 3000,
      latePerSec: 1000,
      missedWindow: 1e6,
      dayWaited: 2e6,
      favouredMissed: 3e6,
      avoidedUsed: 4e6,
      coverVisit: 5e6,
      loanVisit: 6e6,
      levelToSpare: 7e6,
      changed: 8e6,
      moved: 9e6,
      movedSec: 600,
      marginPerSec: 2000,
      marginSec: 660,
      siteTrip: 12e6,
      unfairPerSec: 4000,
      personOut: 13e6,
    },
  },
];
