import { instantOf, type Visit } from '@/core/index';
import type { PlanDayRow } from '@/db/repositories/plan/plans';
import type { Stored } from '@/db/repositories/shared/schedule';
import { aShift, aVisit } from '../../../../tests/support/small';
import { crewOn } from './crews';
import { createEquipmentKinds, equipmentUnits } from './equipment';
import { hoursOn, stretchesOf } from './hours';
import { weekLimits, weeksAround } from './limits';
import { partId, settleLinks, visitOfId } from './links';
import { homeOn, membershipsOn } from './memberships';
import { breaksOf } from './shifts';

const ZONE = 'Atlantic/Madeira';
const DATE = '2026-06-09';
const HOUR = 3600;
const at = (hours: number, date = DATE): number => instantOf(date, hours * 60, ZONE);
type Hours = readonly [number, number][];
const pattern = (id: string, hours: Hours): Stored<'week-patterns'> => {
  const day = hours.map(([a, b]) => ({ startMin: a * 60, endMin: b * 60 }));
  const weeks = [[day, day, day, day, day, [], []]];
  return { id, name: id, weeks, anchorDate: '2026-06-08', zone: null, version: 1, archivedAt: null };
};
const patterns = new Map(
  [
    pattern('days', [[8, 16]]),
    pattern('split', [
      [8, 12],
      [13, 17],
    ]),
  ].map((p) => [p.id, p]),
);
const territory = (id: string, more: Partial<Stored<'territories'>> = {}) =>
  ({
    id,
    name: id,
    zone: ZONE,
    holidays: [],
    neighbours: [],
    weekPatternId: null,
    ...more,
  }) as unknown as Stored<'territories'>;
const territories = new Map(
  [
    territory('north', {
      neighbours: [{ neighbourId: 'quay' }],
      holidays: [{ date: '2026-06-10', name: 'Feast' }],
    }),
    territory('quay'),
    territory('farside'),
  ].map((t) => [t.id, t]),
);
const technician = {
  id: 't1',
  zone: ZONE,
  weekPatternId: 'days',
  exceptions: [],
  breaks: [],
  skills: [],
  weekMostMin: null,
  weekDearerAfterMin: null,
  territories: [
    { territoryId: 'north', relation: 'home', validFrom: '2026-01-01', validTo: null },
    { territoryId: 'farside', relation: 'cover', validFrom: '2026-01-01', validTo: '2026-06-10' },
    { territoryId: 'farside', relation: 'loan', validFrom: '2026-06-15', validTo: '2026-06-19' },
  ],
} as unknown as Stored<'technicians'>;
const off = (startMin: number, endMin: number, date = DATE) => ({
  ...technician,
  exceptions: [{ date, kind: 'off' as const, startMin, endMin, reason: '' }],
});
const calendars = { patterns, territories };

describe('memberships on a day', () => {
  it('are home and cover while they are valid, and those that neighbours give', () => {
    const said = (who: typeof technician, date: string) =>
      membershipsOn(who, date, territories).map((m) => `${m.territoryId} ${m.relation}`);
    expect(said(technician, DATE)).toEqual(['north home', 'farside cover']);
    expect(said(technician, '2026-06-11')).toEqual(['north home']);
    const neighbour = {
      ...technician,
      territories: [{ ...technician.territories[0]!, territoryId: 'quay' }],
    };
    expect(said(neighbour, DATE)).toEqual(['quay home', 'north cover']);
  });
  it('a loan takes the place of every other, and is the home whose holidays are kept', () => {
    expect(membershipsOn(technician, '2026-06-16', territories)).toEqual([
      { territoryId: 'farside', relation: 'loan' },
    ]);
    expect([homeOn(technician, '2026-06-16'), homeOn(technician, DATE)]).toEqual(['farside', 'north']);
  });
});

describe('hours of a day', () => {
  const lengths = (who: typeof technician, date = DATE) =>
    stretchesOf(hoursOn(who, date, calendars)).map((s) => [
      (s.startSec - at(0, date)) / HOUR,
      (s.endSec - at(0, date)) / HOUR,
    ]);
  it('time off in the middle cuts the day in two, at the edge shortens it, all day ends it', () => {
    expect(lengths(technician)).toEqual([[8, 16]]);
    expect(lengths(off(600, 720))).toEqual([
      [8, 10],
      [12, 16],
    ]);
    expect(lengths(off(780, 1440))).toEqual([[8, 13]]);
    expect(lengths(off(0, 1440))).toEqual([]);
  });
  it('a holiday at home is off, unless the day was given hours', () => {
    expect(lengths(technician, '2026-06-10')).toEqual([]);
    const called = {
      ...technician,
      exceptions: [{ date: '2026-06-10', kind: 'hours' as const, startMin: 540, endMin: 660, reason: '' }],
    };
    expect(lengths(called, '2026-06-10')).toEqual([[9, 11]]);
  });
  it('a pause of the pattern is the break of the day; nobody without hours has a day', () => {
    const [stretch, ...more] = stretchesOf(
      hoursOn({ ...technician, weekPatternId: 'split' }, DATE, calendars),
    );
    expect(more).toEqual([]);
    expect(breaksOf([], stretch!, { date: DATE, ix: 0, originSec: at(0) }, ZONE)).toEqual([
      { durationSec: HOUR, earliestSec: 12 * HOUR, latestSec: 12 * HOUR },
    ]);
    expect(lengths({ ...technician, weekPatternId: null })).toEqual([]);
  });
});

describe('breaks of a day', () => {
  const rule = { lengthMin: 30, fromMin: 690, toMin: 810, dueAfterMin: null, isPaid: false };
  const breaks = (rules: Parameters<typeof breaksOf>[0], from: number, to: number) =>
    breaksOf(
      rules,
      { startSec: at(from), endSec: at(to), pause: null },
      { date: DATE, ix: 0, originSec: at(0) },
      ZONE,
    );
  it('are those that fall into it', () => {
    expect(breaks([rule], 8, 16)).toHaveLength(1);
    expect(breaks([rule], 8, 13)).toHaveLength(0);
    expect(breaks([rule], 14, 20)).toHaveLength(0);
  });
  it('due after so many hours begin by then (Directive 2003/88/EC, article 4: beyond six hours)', () => {
    expect(breaks([{ ...rule, dueAfterMin: 360, fromMin: 600, toMin: 1080 }], 8, 17)).toEqual([
      { durationSec: 1800, earliestSec: 10 * HOUR, latestSec: 14 * HOUR, dueSec: 14 * HOUR },
    ]);
  });
  it('stand in the order in which they fall due', () => {
    const early = { ...rule, lengthMin: 15, fromMin: 570, toMin: 630 };
    const found = breaks([rule, early], 8, 16);
    expect(found.map((b) => b.durationSec)).toEqual([900, 1800]);
    const twisted = breaks(
      [
        { ...rule, fromMin: 600, toMin: 900 },
        { ...rule, fromMin: 620, toMin: 700 },
      ],
      8,
      16,
    );
    expect(twisted[1]!.latestSec).toBeGreaterThanOrEqual(twisted[0]!.latestSec);
  });
});

describe('a crew on a day', () => {
  const crew = {
    validFrom: '2026-06-01',
    validTo: '2026-06-30',
    leaderId: 'a',
    members: [{ technicianId: 'b' }, { technicianId: 'c' }],
    changes: [
      { technicianId: 'a', change: 'away', validFrom: '2026-06-10', validTo: '2026-06-11' },
      { technicianId: 'b', change: 'leads', validFrom: '2026-06-10', validTo: '2026-06-10' },
      { technicianId: 'd', change: 'extra', validFrom: '2026-06-12', validTo: '2026-06-12' },
    ],
  } as unknown as Stored<'crews'>;
  it.each([
    ['2026-06-09', 'a', ['a', 'b', 'c']],
    ['2026-06-10', 'b', ['b', 'c']],
    ['2026-06-12', 'a', ['a', 'b', 'c', 'd']],
  ])('%s: led by %s, %j', (date, leaderId, memberIds) => {
    expect(crewOn(crew, date)).toEqual({ leaderId, memberIds });
  });
  it('does not go out without a leader, nor outside of its time', () => {
    expect(crewOn(crew, '2026-06-11')).toBeNull();
    expect(crewOn(crew, '2026-07-01')).toBeNull();
  });
});

describe('links to what a problem does not hold', () => {
  const linked = (more: Partial<Visit>) =>
    aVisit({ windows: [{ startSec: 0, endSec: 10 * HOUR, latestSec: 11 * HOUR }], ...more });
  const outside = new Map([['x', { personId: 'p', endSec: 2 * HOUR }]]);
  const settle = (visit: Visit, present: string[] = []) =>
    settleLinks(visit, new Set(present), outside, new Set(['p']));
  it('become times and persons', () => {
    const after = settle(linked({ after: { visitId: 'x', gapSec: HOUR, maxGapSec: 3 * HOUR } }));
    expect(after.after).toBeUndefined();
    expect(after.windows).toEqual([{ startSec: 3 * HOUR, endSec: 5 * HOUR, latestSec: 5 * HOUR }]);
    expect(settle(linked({ samePersonAs: 'x' })).tie).toEqual({ personId: 'p' });
  });
  it('stay where both are there, and leave no place where the other has none', () => {
    const both = linked({ after: { visitId: 'y', gapSec: 0 } });
    expect(settle(both, ['y'])).toBe(both);
    expect(settle(both).windows).toEqual([]);
  });
  it('ids of parts lead back to visits, those of blocked time to none', () => {
    expect([partId('v', 1), partId('v', 3)]).toEqual(['v', 'v/3']);
    expect([visitOfId('v'), visitOfId('v/3'), visitOfId('v~1.2')]).toEqual([
      { visitId: 'v', part: 1 },
      { visitId: 'v', part: 3 },
      null,
    ]);
  });
});

describe('units of equipment', () => {
  const unit = (id: string, more: object = {}) =>
    ({
      id,
      kindId: 'rig',
      depotId: 'd',
      staysAtDepot: false,
      outages: [],
      ...more,
    }) as unknown as Stored<'equipment'>;
  const horizon = { originSec: at(0), endSec: 48 * HOUR };
  it('that stay at a depot are asked for there only', () => {
    const units = [unit('a'), unit('b', { staysAtDepot: true })];
    const kindOf = createEquipmentKinds(units);
    expect([kindOf('rig', null), kindOf('rig', 'd'), kindOf('rig', 'e')]).toEqual(['rig', 'rig@d', 'rig']);
    expect(equipmentUnits(units, ['rig'], [], horizon).map((u) => u.id)).toEqual(['a']);
  });
  it('are not free while others have them, nor is what there is none of', () => {
    const taken = { equipmentIds: ['a'], startAt: at(10), endAt: at(12) } as never;
    const [a, none] = equipmentUnits([unit('a')], ['rig', 'crane'], [taken], horizon);
    expect(a!.free.map((f) => [f.startSec / HOUR, f.endSec / HOUR])).toEqual([
      [-24, 10],
      [12, 48],
    ]);
    expect(none).toEqual({ id: 'no crane', kind: 'crane', free: [] });
  });
});

describe('limits of a week', () => {
  const capped = { ...technician, weekMostMin: 1200 };
  const shifts = [0, 1].map((dayIx) => aShift({ id: `t1@${dayIx}`, personId: 't1', dayIx }));
  const dates = ['2026-06-14', '2026-06-15'];
  it('a contractor capped at 20 hours a week gets no 21st (common practice), whatever days are planned', () => {
    const day = (date: string, hours: number): PlanDayRow => ({
      personId: 't1',
      date,
      departAt: at(8, date),
      breakAts: [],
      arriveAt: at(8 + hours, date),
    });
    const limits = weekLimits([capped], shifts, [day('2026-06-10', 6), day('2026-06-16', 9)], {
      dates,
      ruleOf: () => ({ hasOwn: true, mostMin: null, normalMin: null }),
    });
    expect(limits.map((l) => [l.shiftIds, l.maxWorkSec / HOUR])).toEqual([
      [['t1@0'], 14],
      [['t1@1'], 11],
    ]);
  });
  it('weeks begin on Monday', () => {
    expect(weeksAround('2026-06-14', '2026-06-15')).toEqual({
      firstDate: '2026-06-08',
      lastDate: '2026-06-21',
    });
  });
});
