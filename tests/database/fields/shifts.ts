import { DATE, type FieldHome, HOUR, minute, PERSON, shiftOf } from '../../support/fields';

const person =
  (patch: Record<string, unknown>): FieldHome['set'] =>
  (e) =>
    e.save('technicians', PERSON, patch);
const place = (built: Parameters<FieldHome['look']>[0], id: string) =>
  built.problem.places.find((p) => p.id === id);
const S = (name: string): string => `shifts[].${name}`;

/** Where every fact of a shift is set. */
export const SHIFT_FIELDS: readonly FieldHome[] = [
  {
    fields: [S('id')],
    home: 'technicians: homeLat, homeLon not known yet: whoever starts or ends there has no shift',
    set: person({ homeLat: null, homeLon: null }),
    look: (b) => b.problem.shifts.filter((s) => s.personId === PERSON),
    is: [],
  },
  {
    fields: [S('id'), S('personId'), S('dayIx'), 'persons[].id', 'persons[].name'],
    home: 'technicians: id, name; the days of the extent',
    set: person({ name: 'Somebody Else' }),
    look: (b) => {
      const { id, personId, dayIx } = shiftOf(b);
      return [id, personId, dayIx, b.problem.persons.find((p) => p.id === PERSON)?.name];
    },
    is: [`${PERSON}@${DATE}`, PERSON, 0, 'Somebody Else'],
  },
  {
    fields: [S('startSec'), S('endSec')],
    home: 'week-patterns: weeks, zone; technicians: weekPatternId, zone, exceptions; territories: holidays',
    set: async (e) => {
      await e.make('week-patterns', 'w-test', {
        name: 'Test hours',
        weeks: [Array.from({ length: 7 }, () => [{ startMin: 540, endMin: 900 }])],
        anchorDate: '2026-06-08',
        zone: 'Atlantic/Azores',
      });
      await e.save('technicians', PERSON, {
        weekPatternId: 'w-test',
        exceptions: [{ date: DATE, kind: 'off', startMin: 840, endMin: 1440, reason: 'Appointment' }],
      });
    },
    // Azores time is an hour behind the zone of the extent; time off counts by the same clock.
    look: (b) => [shiftOf(b).startSec / HOUR, shiftOf(b).endSec / HOUR],
    is: [10, 15],
  },
  {
    fields: [S('startPlaceId'), S('endPlaceId'), 'places[].id', 'places[].lat', 'places[].lon'],
    home: 'technicians: startsAt, endsAt, homeLat, homeLon, depotId; depots: lat, lon',
    set: async (e) => {
      await e.save('depots', 'depot-sallow', { lat: 34.5, lon: -20.5 });
      await e.save('technicians', PERSON, {
        startsAt: 'depot',
        endsAt: 'home',
        depotId: 'depot-sallow',
        homeLat: 34.55,
        homeLon: -20.95,
      });
    },
    look: (b) => [place(b, shiftOf(b).startPlaceId), place(b, shiftOf(b).endPlaceId)],
    is: [
      { id: expect.any(String), lat: 34.5, lon: -20.5 },
      { id: expect.any(String), lat: 34.55, lon: -20.95 },
    ],
  },
  {
    fields: [S('startPlaceId')],
    home: 'technicians: startsAt last-position, lastLat, lastLon, lastSeenAt (today only, before the first visit)',
    set: async (e) => {
      const seen = { startsAt: 'last-position', lastLat: 34.61, lastLon: -20.91 };
      await e.save('technicians', PERSON, {
        ...seen,
        lastSeenAt: `${DATE}T06:00:00Z`,
        zone: 'Atlantic/Madeira',
      });
    },
    build: { today: DATE },
    look: (b) => [place(b, shiftOf(b).startPlaceId)?.lat, shiftOf(b).startSec / minute(1)],
    is: [34.61, 480],
  },
  {
    fields: [S('allowanceBeforeSec'), S('allowanceAfterSec'), S('overtimeLimitSec')],
    home: 'technicians: travelBeforeMin, travelAfterMin, overtimeLimitMin',
    set: person({ travelBeforeMin: 21, travelAfterMin: 22, overtimeLimitMin: 23 }),
    look: (b) => {
      const s = shiftOf(b);
      return [s.allowanceBeforeSec, s.allowanceAfterSec, s.overtimeLimitSec];
    },
    is: [minute(21), minute(22), minute(23)],
  },
  {
    fields: ['durationSec', 'earliestSec', 'latestSec', 'dueSec', 'paid'].map((f) => S(`breaks[].${f}`)),
    home: 'technicians: breaks (lengthMin, fromMin, toMin, dueAfterMin, isPaid)',
    set: person({
      breaks: [
        { lengthMin: 15, fromMin: 570, toMin: 630, dueAfterMin: null, isPaid: true },
        { lengthMin: 30, fromMin: 700, toMin: 780, dueAfterMin: 360, isPaid: false },
      ],
    }),
    look: (b) => shiftOf(b).breaks,
    is: [
      { durationSec: minute(15), earliestSec: minute(570), latestSec: minute(630), paid: true },
      { durationSec: minute(30), earliestSec: minute(700), latestSec: minute(780), dueSec: minute(840) },
    ],
  },
  {
    fields: [S('skills[].skillId'), S('skills[].level')],
    home: 'technicians: skills (skillId, level, validFrom, validTo)',
    set: person({
      skills: [
        { skillId: 'cable', level: 5, validFrom: '2026-01-01', validTo: DATE },
        { skillId: 'civil', level: 2, validFrom: '2026-06-11', validTo: null },
      ],
    }),
    look: (b) => shiftOf(b).skills,
    is: [{ skillId: 'cable', level: 5 }],
  },
  {
    fields: [S('territories[].territoryId'), S('territories[].relation')],
    home: 'technicians: territories (relation, validFrom, validTo); territories: neighbours',
    set: async (e) => {
      await e.save('technicians', PERSON, {
        territories: [
          { territoryId: 'quay', relation: 'home', validFrom: '2024-01-01', validTo: null },
          { territoryId: 'north', relation: 'cover', validFrom: '2026-06-01', validTo: DATE },
        ],
      });
      await e.save('territories', 'sallow', { neighbours: [{ neighbourId: 'quay' }] });
    },
    look: (b) => shiftOf(b).territories,
    is: [
      { territoryId: 'north', relation: 'cover' },
      { territoryId: 'quay', relation: 'home' },
      { territoryId: 'sallow', relation: 'cover' },
    ],
  },
  {
    fields: [S('territories[].relation')],
    home: 'technicians: territories, on loan',
    set: person({
      territories: [
        { territoryId: 'north', relation: 'home', validFrom: '2024-01-01', validTo: null },
        { territoryId: 'quay', relation: 'loan', validFrom: DATE, validTo: DATE },
      ],
    }),
    look: (b) => shiftOf(b).territories,
    is: [{ territoryId: 'quay', relation: 'loan' }],
  },
  {
    fields: [S('capacity')],
    home: 'technicians and crews: loadCapacity',
    set: person({ loadCapacity: 40 }),
    look: (b) => shiftOf(b).capacity,
    is: 40,
  },
  {
    fields: [S('payPerSec'), S('outPrice'), S('overtimePerSec')],
    home: 'technicians and crews: payPerHour, outPrice, overtimePricePerHour',
    set: person({ payPerHour: 36, outPrice: 7.5, overtimePricePerHour: 72 }),
    look: (b) => {
      const s = shiftOf(b);
      return [s.payPerSec, s.outPrice, s.overtimePerSec];
    },
    is: [10_000, 7_500_000, 20_000],
  },
  {
    fields: [S('maxVisits'), S('maxTravelSec')],
    home: 'technicians: mostVisits, mostDrivingMin',
    set: person({ mostVisits: 4, mostDrivingMin: 150 }),
    look: (b) => [shiftOf(b).maxVisits, shiftOf(b).maxTravelSec],
    is: [4, minute(150)],
  },
  {
    fields: [S('reach.sec'), S('reach.m'), S('firstReach.sec'), S('firstReach.m')],
    home: 'technicians: reachMin, reachKm, firstReachMin, firstReachKm',
    set: person({ reachMin: 40, reachKm: 30.5, firstReachMin: 60, firstReachKm: 50 }),
    look: (b) => [shiftOf(b).reach, shiftOf(b).firstReach],
    is: [
      { sec: minute(40), m: 30_500 },
      { sec: HOUR, m: 50_000 },
    ],
  },
  {
    fields: [S('memberIds[]')],
    home: 'crews: leaderId, members, changes, validFrom, validTo',
    set: async (e) => {
      await e.save('crews', 'crew-quay', {
        weekPatternId: 'days',
        leaderId: PERSON,
        members: [{ technicianId: 'tech-16' }, { technicianId: 'tech-17' }],
        changes: [
          { technicianId: PERSON, change: 'away', validFrom: DATE, validTo: DATE },
          { technicianId: 'tech-16', change: 'leads', validFrom: DATE, validTo: DATE },
          { technicianId: 'tech-17', change: 'away', validFrom: '2026-06-11', validTo: '2026-06-11' },
        ],
      });
      for (const id of ['tech-16', 'tech-17']) await e.save('technicians', id, { exceptions: [] });
    },
    look: (b) => shiftOf(b, `crew-quay@${DATE}`).memberIds,
    is: ['tech-16', 'tech-17'],
  },
  {
    fields: [S('attributes')],
    home: 'technicians and crews: attributes; groups: members; technicians: depotId, parts and partsDepotId (what stands aboard or can be fetched)',
    set: async (e) => {
      await e.save('technicians', PERSON, {
        attributes: { speaks: ['en'] },
        depotId: 'depot-quay',
        parts: [{ partId: 'meter' }],
        partsDepotId: 'depot-westisle',
      });
      await e.save('depots', 'depot-westisle', { parts: [{ partId: 'display' }] });
      await e.save('groups', 'jointers', { members: [{ technicianId: PERSON }] });
    },
    look: (b) => shiftOf(b).attributes,
    is: {
      speaks: ['en'],
      'lime:group': ['jointers'],
      'lime:premises': 'depot-quay',
      'lime:parts': ['display', 'meter'],
    },
  },
  {
    fields: [S('pace[].kind'), S('pace[].percent')],
    home: 'technicians: paces (jobKindId, percent)',
    set: person({ paces: [{ jobKindId: 'meter', percent: 80 }] }),
    look: (b) => shiftOf(b).pace,
    is: [{ kind: 'meter', percent: 80 }],
  },
  {
    fields: [S('parts[]'), S('partsPlaceId')],
    home: 'technicians: parts, partsDepotId',
    set: person({ parts: [{ partId: 'antenna' }], partsDepotId: 'depot-quay' }),
    look: (b) => [shiftOf(b).parts, place(b, shiftOf(b).partsPlaceId ?? '') !== undefined],
    is: [['antenna'], true],
  },
];
