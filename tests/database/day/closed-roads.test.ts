import type { DayView } from '@/contract/day/day-view';
import type { LatLon } from '@/core/index';
import { newestCommand } from '@/db/repositories/shared/commands';
import { readAll } from '@/db/repositories/shared/schedule';
import { readDay } from '@/server/day/read-day';
import { openDueRoads } from '@/server/day/whole/open-roads';
import { readPlanView } from '@/server/plan/read-plan-view';
import { undoCommand } from '@/server/shared/commands/undo';
import { archiveObject, createObject } from '@/server/shared/objects/save-object';
import { wayBetween } from '@/server/shared/travel/base-map';
import { readGround } from '@/server/shared/travel/ground';

import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { wholePlan } from '../../support/hand-requests';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const EAST = { territoryIds: ['sallow', 'heights', 'farside'], date: '2026-06-09' };
const pointOf = (p: { lat: number; lon: number }): string => `${p.lat.toFixed(6)},${p.lon.toFixed(6)}`;
const lastHome = (day: DayView): number => day.people.reduce((sum, p) => sum + p.homeAt, 0);

async function twoSites(unit: Unit): Promise<[LatLon, LatLon]> {
  const sites = (await readAll(unit.transaction, 'sites')).filter((s) => s.territoryId === 'heights');
  const [first, last] = [sites[0]!, sites.at(-1)!];
  return [
    { lat: first.lat!, lon: first.lon! },
    { lat: last.lat!, lon: last.lon! },
  ];
}

describe('a closed road', () => {
  it('is driven round by everybody from then on, and as before once it is open', () =>
    asAnalyst(async (unit) => {
      const before = await readDay(unit, EAST);
      expect(before.closed).toEqual([]);
      const plan = await wholePlan(unit.transaction);
      const ground = await readGround(unit.transaction);
      const [from, to] = await twoSites(unit);
      const way = wayBetween(ground, from, to);
      const middle = way[Math.floor(way.length / 2)]!;
      const spot = { lat: middle.lat, lon: middle.lon, radiusM: 10, note: 'The bridge' };
      const made = await createObject(unit, 'closures', { value: spot });
      const closed = await readGround(unit.transaction);
      expect(wayBetween(closed, from, to).map(pointOf)).not.toEqual(way.map(pointOf));
      expect(closed.legBetween(from, to).sec).toBeGreaterThan(ground.legBetween(from, to).sec);
      const day = await readDay(unit, EAST);
      expect(day.closed).toEqual([{ id: made.id, version: 1, ...spot, opensAt: null }]);
      // What is planned stays; what is expected of it follows the roads.
      expect(await wholePlan(unit.transaction)).toEqual(plan);
      await archiveObject(unit, 'closures', made.id, { version: 1, archived: true });
      const open = await readDay(unit, EAST);
      expect(open.closed).toEqual([]);
      expect(lastHome(open)).toBe(lastHome(before));
      expect((await readGround(unit.transaction)).legBetween(from, to)).toEqual(ground.legBetween(from, to));
    }));

  it('makes what lies behind it late, where there is no other way', () =>
    asAnalyst(async (unit) => {
      const before = await readDay(unit, EAST);
      const person = before.people.find(
        (p) => p.stops.at(-1)?.state === 'planned' && p.stops.at(-1)!.visitId,
      )!;
      const { site } = before.visits[person.stops.at(-1)!.visitId]!;
      const { lat, lon } = (await readAll(unit.transaction, 'sites')).find((s) => s.name === site)!;
      const value = { lat: lat!, lon: lon!, radiusM: 2000, note: 'All round the site' };
      await createObject(unit, 'closures', { value });
      const after = await readDay(unit, EAST);
      expect(lastHome(after)).toBeGreaterThan(lastHome(before));
      expect(after.needs.filter((n) => n.kind === 'will-miss').length).toBeGreaterThanOrEqual(
        before.needs.filter((n) => n.kind === 'will-miss').length,
      );
    }));

  it('is closed by dispatchers, who take it back too, and by nobody who only reads', () =>
    asAnalyst(async (unit) => {
      const value = { lat: 32.7, lon: -17, radiusM: 50, note: 'Flood' };
      const dispatcher = await unitAs(unit.transaction, 'dispatcher', ['sallow']);
      await createObject(dispatcher, 'closures', { value });
      expect((await readDay(unit, EAST)).closed).toHaveLength(1);
      await undoCommand(dispatcher, await newestCommand(unit.transaction));
      expect((await readDay(unit, EAST)).closed).toEqual([]);
      for (const role of ['manager', 'agent', 'technician'] as const) {
        const who = await unitAs(unit.transaction, role, ['sallow']);
        expect((await refusalOf(createObject(who, 'closures', { value }))).code).toBe('not-found');
      }
      for (const [field, wrong] of [
        ['lat', 91],
        ['lon', -181],
        ['radiusM', 5],
        ['radiusM', 50_000],
        ['note', ' '],
      ] as const) {
        const refusal = await refusalOf(
          createObject(dispatcher, 'closures', { value: { ...value, [field]: wrong } }),
        );
        expect(JSON.stringify(refusal.facts)).toContain(field);
      }
    }));

  it('is open again by itself at its time, in the name of whoever closed it, unless that is undone', () =>
    asAnalyst(async (unit) => {
      const opensAt = unit.now + 1800;
      const spot = { lat: 32.7, lon: -17, radiusM: 50, note: 'Flood' };
      const dispatcher = await unitAs(unit.transaction, 'dispatcher', ['sallow']);
      await createObject(dispatcher, 'closures', {
        value: { ...spot, opensAt: new Date(opensAt * 1000).toISOString() },
      });
      await createObject(dispatcher, 'closures', { value: { ...spot, note: 'Until somebody opens it' } });
      const at = (now: number) => ({ transaction: unit.transaction, now });
      expect(await openDueRoads(at(opensAt - 1))).toBe(0);
      const plan = await readPlanView(unit, 'live', {
        territoryIds: ['sallow'],
        firstDate: EAST.date,
        lastDate: EAST.date,
      });
      expect(plan.closed).toMatchObject([
        { ...spot, opensAt },
        { ...spot, note: 'Until somebody opens it', opensAt: null },
      ]);
      expect(await openDueRoads(at(opensAt))).toBe(1);
      expect(await openDueRoads(at(opensAt))).toBe(0);
      expect((await readDay(unit, EAST)).closed).toMatchObject([{ note: 'Until somebody opens it' }]);
      await undoCommand(dispatcher, await newestCommand(unit.transaction));
      expect((await readDay(unit, EAST)).closed).toHaveLength(2);
      // Whoever took that back knows better.
      expect(await openDueRoads(at(opensAt + 60))).toBe(0);
    }));
});
