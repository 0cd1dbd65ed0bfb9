import { legView } from '@/contract/set-up/answers/roads';
import type { Transaction } from '@/db/connection';
import { readImport } from '@/db/repositories/set-up/imports';
import { newestCommand } from '@/db/repositories/shared/commands';
import { packMap } from '@/db/repositories/shared/roads';
import { readMany } from '@/db/repositories/shared/schedule';
import { tryChange } from '@/server/set-up/effect/try-change';
import { workRoads } from '@/server/set-up/imports/work-roads';
import { keepRoads, openRoads, readRoadsImport } from '@/server/set-up/roads/bring-roads';
import { exportRoads } from '@/server/set-up/roads/export-roads';
import { readRoads } from '@/server/set-up/roads/read-roads';
import { readRoadsView, readTrialLeg } from '@/server/set-up/roads/read-roads-view';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { createObject, saveObject } from '@/server/shared/objects/save-object';
import { Refusal } from '@/server/shared/refusal';
import { readMap } from '@/server/shared/travel/base-map';
import type { Unit } from '@/server/shared/unit';
import { rolledBack, unitAs } from '../../support/database';
import { bareOf } from '../../support/objects';
import { asAnalyst, change, make } from '../../support/set-up';

const LEG = { from: '32.75,-17.05', to: '32.85,-16.95' };

/** What a worker does with a file, without its thread. */
async function work(unit: Unit, id: string): Promise<void> {
  const row = (await readImport(unit.transaction, id))!;
  await workRoads(unit.transaction, row, async (bytes) => {
    try {
      const { map, found } = readRoads(Buffer.from(bytes), '');
      return { ok: true, packed: packMap(map), found };
    } catch (cause) {
      if (!(cause instanceof Refusal)) throw cause;
      return { ok: false, problems: cause.facts.problems as never };
    }
  });
}

async function takenOut(unit: Unit): Promise<Buffer> {
  return Buffer.from([...(await exportRoads(unit, 'orrimay')).parts].join(''));
}

async function somePlaces(transaction: Transaction): Promise<{ from: string; to: string }[]> {
  const depots = await readMany(transaction, 'depots', ['depot-quay', 'depot-sallow', 'depot-westisle']);
  const at = depots.map((d) => `${d.lat},${d.lon}`);
  return [
    { from: at[0]!, to: at[1]! },
    { from: at[1]!, to: at[2]! },
  ];
}

describe('roads', () => {
  it('taken out and brought in again give the same durations, as one command that can be undone', () =>
    asAnalyst(async (unit) => {
      const legs = async () =>
        Promise.all(
          (await somePlaces(unit.transaction)).map(async (l) => legView.parse(await readTrialLeg(unit, l))),
        );
      await change(unit, 'roads', 'orrimay', { periods: [] });
      const before = await legs();
      const opened = await openRoads(unit, { fileName: 'again.osm', parts: [await takenOut(unit)] });
      expect(opened.status).toBe('checking');
      await work(unit, opened.id);
      expect(await readRoadsImport(unit, opened.id)).toMatchObject({
        status: 'checked',
        found: { cutOff: { roads: 0 }, missing: 0 },
      });
      const { id } = await keepRoads(unit, opened.id, { name: 'Again', zone: 'UTC', use: true });
      expect(await readRoadsView(unit)).toMatchObject({ inUse: id, networks: [{ id }, { id: 'orrimay' }] });
      expect(await legs()).toEqual(before);
      // It was made of, and is no more.
      await expect(keepRoads(unit, opened.id, { name: 'B', zone: 'UTC', use: true })).rejects.toThrow(
        'conflict',
      );
      await undoCommand(unit, await newestCommand(unit.transaction));
      expect(await readRoadsView(unit)).toMatchObject({ inUse: 'orrimay' });
    }));

  it('a file with no road is refused with what, and nothing is there afterwards', () =>
    asAnalyst(async (unit) => {
      const opened = await openRoads(unit, {
        fileName: 'nothing.osm',
        parts: [Buffer.from('<osm version="0.6"></osm>')],
      });
      await work(unit, opened.id);
      expect(await readRoadsImport(unit, opened.id)).toMatchObject({
        status: 'failed',
        problems: [{ path: 'file', code: 'no-roads' }],
      });
      await expect(keepRoads(unit, opened.id, { name: 'B', zone: 'UTC', use: true })).rejects.toThrow(
        'conflict',
      );
      await expect(openRoads(unit, { fileName: 'x', parts: [Buffer.alloc(0)] })).rejects.toThrow('invalid');
    }));

  it('what a speed or straight lines would do is told before it is saved', () =>
    asAnalyst(async (unit) => {
      const roads = await readObject(unit, 'roads', 'orrimay');
      const asked = (object: string, id: string, value: unknown) =>
        tryChange(unit, { object, id, value, date: null });
      const slow = await asked('roads', 'orrimay', { ...bareOf(roads), speedsKmh: { rural: 20, town: 12 } });
      expect(slow.effect!.drivenAfter).toBeGreaterThan(slow.effect!.drivenBefore * 1.2);
      expect(slow.effect!.priceAfter).toBeGreaterThan(slow.effect!.priceBefore);
      const company = await readObject(unit, 'company', 'company');
      const straight = await asked('company', 'company', {
        ...bareOf(company),
        roadsId: null,
        straightFactor: 1,
        straightKmh: 120,
      });
      expect(straight.effect!.drivenAfter).toBeLessThan(straight.effect!.drivenBefore);
      // Nothing was changed by asking.
      expect((await readRoadsView(unit)).inUse).toBe('orrimay');
    }));

  it('a trial leg goes by the hour, and is a straight line where there are no roads', () =>
    asAnalyst(async (unit) => {
      const [leg] = await somePlaces(unit.transaction);
      const driven = legView.parse(await readTrialLeg(unit, leg));
      expect(driven.byHour.map((h) => h.fromMin)).toEqual([0, 450, 555, 990, 1095]);
      expect(driven.byHour[1]!.sec).toBeGreaterThan(driven.byHour[0]!.sec);
      expect(driven.way.length).toBeGreaterThan(5);
      await change(unit, 'company', 'company', { roadsId: null });
      expect(await readTrialLeg(unit, leg)).toMatchObject({ byHour: [], fromRoadM: 0 });
      expect(await readMap(unit)).toBeNull();
      await expect(readTrialLeg(unit, { ...LEG, from: 'north,west' })).rejects.toThrow('invalid');
    }));

  it('places far from a road are listed, furthest first', () =>
    asAnalyst(async (unit) => {
      expect((await readRoadsView(unit)).far.every((p) => p.m > 500)).toBe(true);
      await make(unit, 'sites', 'at-sea', { name: 'Buoy', lat: 33.5, lon: -17, zone: 'UTC' });
      expect((await readRoadsView(unit)).far[0]).toMatchObject({ kind: 'sites', id: 'at-sea', name: 'Buoy' });
    }));

  it('speeds begin at midnight and ascend; nobody makes a network without roads', () =>
    asAnalyst(async (unit) => {
      const roads = await readObject(unit, 'roads', 'orrimay');
      const save = (periods: unknown) =>
        saveObject(unit, 'roads', 'orrimay', {
          version: roads.version,
          value: { ...bareOf(roads), periods },
        });
      await expect(save([{ fromMin: 60, speeds: {} }])).rejects.toMatchObject({
        facts: { problems: [{ path: 'periods.0.fromMin', code: 'from-midnight' }] },
      });
      await expect(
        save([
          { fromMin: 0, speeds: {} },
          { fromMin: 60, speeds: { main: 4 } },
        ]),
      ).rejects.toMatchObject({
        facts: { problems: [{ path: 'periods.1.speeds.main', code: 'too-small' }] },
      });
      await expect(createObject(unit, 'roads', { value: { name: 'X' } })).rejects.toThrow('not-found');
    }));

  it('whoever may not change set-up brings nothing in, and sees nobody else’s file', () =>
    rolledBack(async (transaction) => {
      const analyst = await unitAs(transaction, 'analyst', ['quay']);
      const { id } = await openRoads(analyst, { fileName: 'x.osm', parts: [Buffer.from('<osm/>')] });
      const dispatcher = await unitAs(transaction, 'dispatcher', ['quay']);
      await expect(openRoads(dispatcher, { fileName: 'x', parts: [Buffer.from('<osm/>')] })).rejects.toThrow(
        'not-found',
      );
      const other = await unitAs(transaction, 'analyst', ['north']);
      await expect(readRoadsImport(other, id)).rejects.toThrow('not-found');
    }));
});
