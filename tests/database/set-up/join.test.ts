import { joinSites, readLikeSites } from '@/server/set-up/sites/join';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { newest } from '../../support/objects';
import { asAnalyst, make, waiting } from '../../support/set-up';

afterAll(leaveDatabase);

const site = (more: Record<string, unknown>) => ({
  name: 'Far pier',
  address: '',
  territoryId: 'quay',
  zone: 'Atlantic/Madeira',
  ...more,
});

describe('two sites that are one', () => {
  it('are found by name and by nearness, joined with their work, and parted again by one undo', async () => {
    await asAnalyst(async (unit) => {
      await make(unit, 'sites', 's-keep', site({ notes: 'Ring twice' }));
      await make(
        unit,
        'sites',
        's-drop',
        site({ name: 'far PIER', lat: 34.6, lon: -20.9, address: 'Pier 1', notes: 'Low door' }),
      );
      await make(unit, 'sites', 's-near', site({ name: 'Pier, back', lat: 34.6002, lon: -20.9 }));
      const visit = await waiting(unit, { siteId: 's-drop', jobKindId: 'connector' });
      const like = await readLikeSites(unit, 's-keep');
      expect(like).toEqual([
        { id: 's-drop', version: 1, name: 'far PIER', address: 'Pier 1', distanceM: null, orders: 1 },
      ]);
      expect((await readLikeSites(unit, 's-drop')).map((s) => [s.id, s.distanceM])).toEqual([
        ['s-keep', null],
        ['s-near', 22],
      ]);
      await joinSites(unit, 's-keep', { dropId: 's-drop', dropVersion: 1 });
      expect(await readObject(unit, 'sites', 's-keep')).toMatchObject({
        lat: 34.6,
        address: 'Pier 1',
        notes: 'Ring twice\nLow door',
      });
      expect((await readObject(unit, 'sites', 's-drop')).archivedAt).not.toBeNull();
      const { workOrderId } = (await readObject(unit, 'visits', visit)) as unknown as { workOrderId: string };
      expect(await readObject(unit, 'work-orders', workOrderId)).toMatchObject({ siteId: 's-keep' });
      await undoCommand(unit, await newest(unit));
      expect(await readObject(unit, 'work-orders', workOrderId)).toMatchObject({ siteId: 's-drop' });
      expect((await readObject(unit, 'sites', 's-drop')).archivedAt).toBeNull();
    });
  });

  it('of which one is not one’s own, or was changed since, are not joined', async () => {
    await asAnalyst(async (unit) => {
      await make(unit, 'sites', 's-keep', site({}));
      await make(unit, 'sites', 's-drop', site({ territoryId: 'north' }));
      const quay = await unitAs(unit.transaction, 'analyst', ['quay']);
      expect((await refusalOf(joinSites(quay, 's-keep', { dropId: 's-drop', dropVersion: 1 }))).code).toBe(
        'not-found',
      );
      expect((await refusalOf(joinSites(unit, 's-keep', { dropId: 's-drop', dropVersion: 4 }))).code).toBe(
        'conflict',
      );
      expect((await refusalOf(joinSites(unit, 's-keep', { dropId: 's-keep', dropVersion: 1 }))).code).toBe(
        'invalid',
      );
    });
  });
});
