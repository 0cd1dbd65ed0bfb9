import { instantOf } from '@/core/index';
import { writeLiveVisits } from '@/db/repositories/plan/live-parts';
import {
  DATE,
  type Editor,
  type FieldHome,
  HOUR,
  KIND,
  minute,
  ORDER,
  PERSON,
  VISIT,
  visitOf,
} from '../../support/fields';

const V = (name: string): string => `visits[].${name}`;
const kind =
  (patch: Record<string, unknown>): FieldHome['set'] =>
  (e) =>
    e.save('job-kinds', KIND, patch);
const visit =
  (patch: Record<string, unknown>): FieldHome['set'] =>
  (e) =>
    e.save('visits', VISIT, patch);
const differs = (e: Editor, patch: Record<string, unknown>) =>
  e.save('work-orders', ORDER, { differs: patch });

/** Puts the visit on the live plan at a clock time of the day. */
const placed = (e: Editor, hour: number, personId = PERSON): Promise<void> => {
  const at = instantOf(DATE, hour * 60, 'Atlantic/Madeira');
  const iso = (sec: number): string => new Date(sec * 1000).toISOString();
  const seat = { part: 1, seat: 1, personId, date: DATE, startsAt: iso(at), endsAt: iso(at + HOUR) };
  return writeLiveVisits(
    e.transaction,
    new Map([[VISIT, [{ ...seat, equipmentIds: [], overlapReason: 'a test' }]]]),
  );
};

/** Where every fact of a visit is set. */
export const VISIT_FIELDS: readonly FieldHome[] = [
  {
    fields: [V('id'), V('durationSec'), V('priority'), V('kind')],
    home: 'visits: id, durationMin, priority; work-orders: jobKindId',
    set: visit({ durationMin: 95, priority: 4 }),
    look: (b) => {
      const v = visitOf(b);
      return [v.id, v.durationSec, v.priority, v.kind];
    },
    is: [VISIT, minute(95), 4, KIND],
  },
  {
    fields: [V('id'), V('durationSec'), V('after.maxGapSec'), V('samePersonAs')],
    home: 'job-kinds, work-orders: mostDayMin (a long job comes in day parts)',
    set: async (e) => {
      await e.save('job-kinds', KIND, { mostDayMin: 240 });
      await e.save('visits', VISIT, { durationMin: 600 });
    },
    look: (b) =>
      b.problem.visits
        .filter((v) => v.id.startsWith(VISIT))
        .map((v) => [v.id, v.durationSec / 60, v.after?.visitId, v.samePersonAs]),
    is: [
      [VISIT, 200, undefined, undefined],
      [`${VISIT}/2`, 200, VISIT, VISIT],
      [`${VISIT}/3`, 200, `${VISIT}/2`, `${VISIT}/2`],
    ],
  },
  {
    fields: [V('placeId'), V('territoryId')],
    home: 'sites: lat, lon, territoryId; job-kinds, work-orders: premises; visits: premisesId',
    set: (e) => e.save('sites', 's-test', { lat: 34.58, lon: -20.88 }),
    look: (b) => {
      const { placeId, territoryId } = visitOf(b);
      return [b.problem.places.find((p) => p.id === placeId), territoryId];
    },
    is: [{ id: expect.any(String), lat: 34.58, lon: -20.88 }, 'quay'],
  },
  {
    fields: [V('placeId'), V('territoryId'), V('attributes')],
    home: 'job-kinds, work-orders: premises (our own, with the people and equipment that belong there)',
    set: async (e) => {
      await e.save('depots', 'depot-quay', { lat: 34.51, lon: -20.81 });
      await e.save('job-kinds', KIND, { premises: [{ depotId: 'depot-quay' }, { depotId: 'depot-sallow' }] });
      await e.save('visits', VISIT, { premisesId: 'depot-quay' });
    },
    look: (b) => {
      const v = visitOf(b);
      return [b.problem.places.find((p) => p.id === v.placeId)?.lat, v.territoryId, v.attributes];
    },
    is: [34.51, null, { 'lime:premises': 'depot-quay' }],
  },
  {
    fields: [V('windows[].startSec'), V('windows[].endSec'), V('windows[].latestSec')],
    home: 'visits: windows, earliestAt, dueAt; playbook: rules.late, due, lead',
    set: visit({ windows: [{ startsAt: `${DATE}T09:00:00Z`, endsAt: `${DATE}T11:00:00Z` }] }),
    look: (b) => visitOf(b).windows,
    is: [{ startSec: 10 * HOUR, endSec: 12 * HOUR, latestSec: 12.5 * HOUR }],
  },
  {
    fields: [V('windows[].startSec')],
    home: 'job-kinds, work-orders: leadTimeMin; work-orders: receivedAt',
    set: async (e) => {
      await e.save('work-orders', ORDER, { receivedAt: '2026-06-09T08:00:00Z' });
      await e.save('job-kinds', KIND, { leadTimeMin: 1440 });
    },
    // A lead time of one day: asked on Tuesday morning, Wednesday morning is the first (common practice).
    look: (b) => visitOf(b).windows[0]?.startSec,
    is: 9 * HOUR,
  },
  {
    fields: [V('access[].startSec'), V('access[].endSec')],
    home: 'territories: quietHours (kinds of work that it does not have in some hours)',
    set: (e) =>
      e.save('territories', 'quay', {
        quietHours: [{ jobKindId: KIND, weekdays: [3], startMin: 720, endMin: 840 }],
      }),
    // From noon to two on that Wednesday.
    look: (b) =>
      visitOf(b)
        .access?.slice(0, 2)
        .map((a) => [a.startSec / HOUR, a.endSec / HOUR])[0],
    is: [0, 12],
  },
  {
    fields: [V('windows[].startSec')],
    home: 'sites: lat, lon not known yet: nothing is planned there',
    set: (e) => e.save('sites', 's-test', { lat: null, lon: null }),
    look: (b) => visitOf(b).windows,
    is: [],
  },
  {
    fields: [V('windows[].on')],
    home: 'job-kinds, work-orders: windowOn',
    set: kind({ windowOn: 'finish' }),
    look: (b) => visitOf(b).windows[0]?.on,
    is: 'finish',
  },
  {
    fields: [V('demand')],
    home: 'job-kinds, work-orders: load',
    set: kind({ load: 12 }),
    look: (b) => visitOf(b).demand,
    is: 12,
  },
  {
    fields: [V('unplannedPrice')],
    home: 'playbook: prices.looseEnd, exceptions; job-kinds, work-orders, visits: prices.looseEnd',
    set: visit({ prices: { looseEnd: 333 } }),
    look: (b) => visitOf(b).unplannedPrice,
    is: 333_000_000,
  },
  {
    fields: [V('releaseDayIx')],
    home: 'visits: earliestAt',
    set: visit({ earliestAt: '2026-06-11T08:00:00Z' }),
    build: { lastDate: '2026-06-12' },
    look: (b) => visitOf(b).releaseDayIx,
    is: 1,
  },
  {
    fields: [V('skills[].skillId'), V('skills[].level'), V('skillMode')],
    home: 'job-kinds, work-orders: skills, skillMode; visits: skills',
    set: async (e) => {
      await e.save('job-kinds', KIND, { skills: [{ skillId: 'cable', level: 3 }], skillMode: 'any' });
      await e.save('visits', VISIT, { skills: [{ skillId: 'civil', level: 1 }] });
    },
    look: (b) => [visitOf(b).skills, visitOf(b).skillMode],
    is: [[{ skillId: 'civil', level: 1 }], 'any'],
  },
  {
    fields: [V('skills[].skillId')],
    home: 'work-orders: differs.skills, in place of the kind’s',
    set: async (e) => {
      await e.save('job-kinds', KIND, { skills: [{ skillId: 'cable', level: 3 }] });
      await differs(e, { skills: [] });
    },
    look: (b) => visitOf(b).skills,
    is: [],
  },
  {
    fields: [V('mustPersonIds[]'), V('neverPersonIds[]'), V('favouredPersonIds[]'), V('avoidPersonIds[]')],
    home: 'visits: wishes (must, never, favoured, avoid)',
    set: visit({
      wishes: [
        { technicianId: PERSON, wish: 'must' },
        { technicianId: 'tech-13', wish: 'never' },
        { technicianId: 'tech-14', wish: 'favoured' },
        { technicianId: 'tech-16', wish: 'avoid' },
      ],
    }),
    look: (b) => {
      const v = visitOf(b);
      return [v.mustPersonIds, v.neverPersonIds, v.favouredPersonIds, v.avoidPersonIds];
    },
    is: [[PERSON], ['tech-13'], ['tech-14'], ['tech-16']],
  },
  {
    fields: [V('tie.personId'), V('tie.startSec')],
    home: 'visits: tiedPersonId, tiedStartAt (of any visit, planned or not)',
    set: visit({ tiedPersonId: PERSON, tiedStartAt: `${DATE}T12:00:00Z` }),
    look: (b) => [visitOf(b).tie, visitOf(b).held],
    is: [{ personId: PERSON, startSec: 13 * HOUR }, false],
  },
  {
    fields: [V('held'), V('base.personId'), V('base.dayIx'), V('base.startSec')],
    home: 'the live plan: placements; company: holdMin; the run: what may move',
    set: (e) => placed(e, 14),
    build: { notBefore: instantOf(DATE, 15 * 60, 'Atlantic/Madeira') },
    look: (b) => [visitOf(b).held, visitOf(b).base, visitOf(b).tie],
    is: [
      true,
      { personId: PERSON, dayIx: 0, startSec: 14 * HOUR },
      { personId: PERSON, startSec: 14 * HOUR },
    ],
  },
  {
    fields: [V('attributes')],
    home: 'job-kinds, work-orders: attributes, groupId, parts',
    set: async (e) => {
      await e.save('job-kinds', KIND, { attributes: { grid: 'low' }, groupId: 'jointers' });
      await differs(e, { attributes: { indoors: true }, parts: [{ partId: 'meter' }] });
    },
    look: (b) => visitOf(b).attributes,
    is: { grid: 'low', indoors: true, 'lime:group': ['jointers'], 'lime:parts': ['meter'] },
  },
  {
    fields: [V('bufferBeforeSec'), V('bufferAfterSec')],
    home: 'job-kinds, work-orders: bufferBeforeMin, bufferAfterMin',
    set: async (e) => {
      await e.save('job-kinds', KIND, { bufferBeforeMin: 5, bufferAfterMin: 10 });
      await differs(e, { bufferAfterMin: 20 });
    },
    look: (b) => [visitOf(b).bufferBeforeSec, visitOf(b).bufferAfterSec],
    is: [minute(5), minute(20)],
  },
  {
    fields: [V('access[].startSec'), V('access[].endSec')],
    home: 'sites: accessPatternId; territories: weekPatternId, holidays; job-kinds, work-orders: allowedPatternId',
    set: async (e) => {
      const hours = (startMin: number, endMin: number) => ({
        weeks: [Array.from({ length: 7 }, () => [{ startMin, endMin }])],
        anchorDate: '2026-06-08',
      });
      await e.make('week-patterns', 'a', { name: 'Site', ...hours(540, 1080) });
      await e.make('week-patterns', 'b', { name: 'Territory', ...hours(600, 1200) });
      await e.make('week-patterns', 'c', { name: 'Such work', ...hours(0, 960) });
      await e.save('sites', 's-test', { accessPatternId: 'a' });
      await e.save('territories', 'quay', {
        weekPatternId: 'b',
        holidays: [{ date: '2026-06-11', name: 'Feast' }],
      });
      await e.save('job-kinds', KIND, { allowedPatternId: 'c' });
    },
    look: (b) => visitOf(b).access,
    is: [
      { startSec: 10 * HOUR, endSec: 16 * HOUR },
      { startSec: 58 * HOUR, endSec: 64 * HOUR },
    ],
  },
  {
    fields: [V('access[].startSec')],
    home: 'company: holdMin and now: nothing is placed before',
    build: { notBefore: instantOf(DATE, 11 * 60, 'Atlantic/Madeira') },
    look: (b) => visitOf(b).access?.[0]?.startSec,
    is: 11 * HOUR,
  },
  {
    fields: [V('people')],
    home: 'job-kinds, work-orders: people',
    set: kind({ people: 3 }),
    look: (b) => visitOf(b).people,
    is: 3,
  },
  {
    fields: [V('crewOf')],
    home: 'job-kinds, work-orders: crewOf',
    set: (e) => differs(e, { crewOf: 2 }),
    look: (b) => visitOf(b).crewOf,
    is: 2,
  },
  {
    fields: [
      V('equipment[]'),
      'equipment[].id',
      'equipment[].kind',
      'equipment[].free[].startSec',
      'equipment[].free[].endSec',
    ],
    home: 'job-kinds, work-orders: equipment (kind, units); equipment: kindId, outages, depotId, staysAtDepot',
    set: async (e) => {
      await e.save('job-kinds', KIND, { equipment: [{ equipmentKindId: 'test-trailer', units: 2 }] });
      const outage = { startsAt: `${DATE}T08:00:00Z`, endsAt: `${DATE}T10:00:00Z`, reason: 'Tyres' };
      await e.save('equipment', 'trailer-1', { outages: [outage] });
      await e.save('equipment', 'trailer-2', { outages: [] });
    },
    look: (b) => {
      const unit = b.problem.equipment?.find((u) => u.id === 'trailer-1');
      return [visitOf(b).equipment, unit?.kind, unit?.free.at(-2)?.endSec, unit?.free.at(-1)];
    },
    is: [
      ['test-trailer', 'test-trailer'],
      'test-trailer',
      9 * HOUR,
      { startSec: 11 * HOUR, endSec: 72 * HOUR },
    ],
  },
  {
    fields: [V('parts[]')],
    home: 'job-kinds, work-orders: parts',
    set: kind({ parts: [{ partId: 'display' }] }),
    look: (b) => visitOf(b).parts,
    is: ['display'],
  },
  {
    fields: [V('after.visitId'), V('after.gapSec'), V('after.maxGapSec'), V('samePersonAs')],
    home: 'visits: afterVisitId, afterGapMin, afterMostMin, samePersonAsId',
    set: async (e) => {
      await e.make('visits', 'v-before', {
        workOrderId: ORDER,
        part: 2,
        durationMin: 30,
        earliestAt: '2026-06-09T23:00:00Z',
        dueAt: '2026-06-12T23:00:00Z',
      });
      const link = {
        afterVisitId: 'v-before',
        afterGapMin: 60,
        afterMostMin: 600,
        samePersonAsId: 'v-before',
      };
      await e.save('visits', VISIT, link);
    },
    look: (b) => [visitOf(b).after, visitOf(b).samePersonAs],
    is: [{ visitId: 'v-before', gapSec: HOUR, maxGapSec: 10 * HOUR }, 'v-before'],
  },
  {
    fields: [
      'latePerSec',
      'missedWindow',
      'dayWaited',
      'favouredMissed',
      'coverVisit',
      'loanVisit',
      'avoidedUsed',
      'levelToSpare',
      'changed',
      'moved',
      'marginPerSec',
      'siteTrip',
    ].map((f) => V(`prices.${f}`)),
    home: 'visits, work-orders, job-kinds: prices; playbook: exceptions (a price for some of the work)',
    set: async (e) => {
      await e.save('job-kinds', KIND, {
        prices: { lateMinute: 6, missedWindow: 1, dayWaited: 2, siteTrip: 3 },
      });
      await differs(e, { prices: { favouredMissed: 4, coverVisit: 5, loanVisit: 6, dayWaited: 7 } });
      await e.save('visits', VISIT, {
        prices: { avoidedUsed: 8, levelToSpare: 9, changed: 10, moved: 11, marginMinute: 12 },
      });
    },
    look: (b) => visitOf(b).prices,
    is: {
      latePerSec: 100_000,
      missedWindow: 1_000_000,
      dayWaited: 7_000_000,
      favouredMissed: 4_000_000,
      coverVisit: 5_000_000,
      loanVisit: 6_000_000,
      avoidedUsed: 8_000_000,
      levelToSpare: 9_000_000,
      changed: 10_000_000,
      moved: 11_000_000,
      marginPerSec: 200_000,
      siteTrip: 3_000_000,
    },
  },
];
