import { playbookContent } from '@/contract/playbook';
import { instantOf } from '@/core/index';
import type { TechnicianRow, VisitRow } from '@/db/repositories/schedule-data';
import { PLAYBOOKS } from '../../../demo/company';
import { Places } from './places';
import { membershipsOn, shiftsOn, stretchesOn } from './shifts';
import { toCoreVisit, windowsOf } from './visits';

const ZONE = 'Atlantic/Madeira';
const DATE = '2026-06-09';
const at = (hours: number, date = DATE): number => instantOf(date, hours * 60, ZONE);
const week = (...hours: [number, number][]) => {
  const day = hours.map(([a, b]) => ({ startMin: a * 60, endMin: b * 60 }));
  return { weeks: [[day, day, day, day, day, [], []]], anchorDate: '2026-06-08' };
};

const technician: TechnicianRow = {
  id: 't1',
  name: 'Somebody',
  homeLat: 34.6,
  homeLon: -20.9,
  startsAt: 'home',
  endsAt: 'home',
  depotLat: null,
  depotLon: null,
  pattern: week([8, 16]),
  zone: ZONE,
  travelBeforeMin: 30,
  travelAfterMin: 0,
  overtimeLimitMin: 60,
  breakMin: 30,
  breakFromMin: 690,
  breakToMin: 810,
  openToPlanning: true,
  skills: [{ skillId: 'a', name: 'A', level: 4, validFrom: '2026-01-01', validTo: '2026-06-09' }],
  territories: [
    { territoryId: 'north', relation: 'home', validFrom: '2026-01-01', validTo: null },
    { territoryId: 'quay', relation: 'cover', validFrom: '2026-01-01', validTo: '2026-06-10' },
    { territoryId: 'farside', relation: 'loan', validFrom: '2026-06-15', validTo: '2026-06-19' },
  ],
  exceptions: [],
};

describe('memberships on a day', () => {
  it('home and cover while they are valid', () => {
    expect(membershipsOn(technician, DATE).map((m) => `${m.territoryId} ${m.relation}`)).toEqual([
      'north home',
      'quay cover',
    ]);
    expect(membershipsOn(technician, '2026-06-11')).toHaveLength(1);
  });
  it('a loan takes the place of every other, and stays marked for its price', () => {
    expect(membershipsOn(technician, '2026-06-16')).toEqual([{ territoryId: 'farside', relation: 'loan' }]);
  });
});

describe('shifts of a day', () => {
  const day = (date: string) => ({ date, ix: 0, originSec: at(0, date) });

  it('carry hours, break, allowance and the skills valid that day', () => {
    const [shift] = shiftsOn(technician, day(DATE), new Places());
    expect(shift).toMatchObject({
      id: `t1@${DATE}`,
      startSec: 8 * 3600,
      endSec: 16 * 3600,
      allowanceBeforeSec: 1800,
      overtimeLimitSec: 3600,
      breaks: [{ durationSec: 1800, earliestSec: 690 * 60, latestSec: 810 * 60 }],
      skills: [{ skillId: 'a', level: 4 }],
    });
  });
  it('lose a certificate the day after it ends', () => {
    expect(shiftsOn(technician, day('2026-06-10'), new Places())[0]?.skills).toEqual([]);
  });
  it('a pause of the pattern is the break of the day', () => {
    const split = { ...technician, breakMin: 0, pattern: week([8, 12], [13, 17]) };
    const [shift, ...more] = shiftsOn(split, day(DATE), new Places());
    expect(more).toEqual([]);
    expect(shift?.breaks).toEqual([{ durationSec: 3600, earliestSec: 12 * 3600, latestSec: 12 * 3600 }]);
  });
  it('time off in the middle cuts the day in two, at the edge shortens it, all day ends it', () => {
    const off = (startMin: number, endMin: number) => ({
      ...technician,
      exceptions: [{ kind: 'off' as const, date: DATE, startMin, endMin }],
    });
    expect(stretchesOn(off(600, 720), DATE)).toHaveLength(2);
    expect(shiftsOn(off(600, 720), day(DATE), new Places()).map((s) => s.id)).toEqual([
      `t1@${DATE}`,
      `t1@${DATE}#2`,
    ]);
    expect(stretchesOn(off(780, 1440), DATE)[0]?.endSec).toBe(at(13));
    expect(stretchesOn(off(0, 1440), DATE)).toEqual([]);
  });
  it('a short day has no break, and nobody without hours has a shift', () => {
    expect(shiftsOn({ ...technician, pattern: week([8, 13]) }, day(DATE), new Places())[0]?.breaks).toEqual(
      [],
    );
    expect(shiftsOn({ ...technician, pattern: null }, day(DATE), new Places())).toEqual([]);
  });
});

const visit: VisitRow = {
  id: 'v1',
  number: 1,
  part: 1,
  jobKind: 'Kind',
  summary: '',
  notes: '',
  site: 'Site',
  address: '',
  lat: 34.7,
  lon: -20.8,
  territoryId: 'north',
  zone: ZONE,
  access: null,
  durationMin: 60,
  priority: 2,
  earliestAt: at(0),
  dueAt: at(72),
  windows: [],
  skills: [],
  wishes: [],
  tiedTime: false,
  tiedPerson: false,
};
const horizon = () => ({ originSec: at(0), firstDate: DATE, days: 3, access: new Map() });

describe('windows of a visit', () => {
  it('without a promise: any time until due, never late', () => {
    expect(windowsOf(visit, 1800, horizon())).toEqual([
      { startSec: 0, endSec: 72 * 3600, latestSec: 72 * 3600 },
    ]);
  });
  it('with a promise: late by the playbook’s limit, but never past due', () => {
    const promised = { ...visit, windows: [{ startAt: at(10), endAt: at(12) }] };
    expect(windowsOf(promised, 1800, horizon())).toEqual([
      { startSec: 36_000, endSec: 43_200, latestSec: 45_000 },
    ]);
    expect(windowsOf({ ...promised, dueAt: at(12) + 60 }, 1800, horizon())[0]?.latestSec).toBe(43_260);
  });
  it('work is done before the site closes', () => {
    const shop = { ...visit, access: week([9, 17]) };
    expect(windowsOf(shop, 0, horizon()).map((w) => [w.startSec / 3600, w.endSec / 3600])).toEqual([
      [9, 16],
      [33, 40],
      [57, 64],
    ]);
  });
  it('a promise outside the access hours leaves none', () => {
    expect(
      windowsOf(
        { ...visit, access: week([13, 17]), windows: [{ startAt: at(8), endAt: at(10) }] },
        1800,
        horizon(),
      ),
    ).toEqual([]);
  });
});

describe('a visit for the core', () => {
  const playbook = playbookContent.parse(PLAYBOOKS[0].content);
  const context = {
    playbook,
    horizon: horizon(),
    places: new Places(),
    knownPersons: new Set(['t1']),
    isForeign: false,
  };

  it('takes its price from its priority, and its wishes', () => {
    const wished = {
      ...visit,
      wishes: [
        { technicianId: 't1', wish: 'favoured' as const },
        { technicianId: 'gone', wish: 'never' as const },
      ],
    };
    expect(toCoreVisit(wished, null, context)).toMatchObject({
      unplannedPrice: 260_000_000,
      favouredPersonIds: ['t1'],
      neverPersonIds: [],
      held: false,
    });
  });
  it('a must-person away from the extent still binds', () => {
    const must = { ...visit, wishes: [{ technicianId: 'gone', wish: 'must' as const }] };
    expect(toCoreVisit(must, null, context).mustPersonIds).toEqual(['gone']);
  });
  it('what is bound is held, and a foreign visit asks for nothing', () => {
    const binding = { personId: 't1', startSec: 36_000, holdTime: true, holdPerson: true };
    expect(toCoreVisit(visit, binding, { ...context, isForeign: true })).toMatchObject({
      held: true,
      territoryId: null,
      tie: { personId: 't1', startSec: 36_000 },
    });
  });
});
