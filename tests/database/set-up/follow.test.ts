import { readFollowers, saveKind } from '@/server/set-up/kinds/follow';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { bareOf, newest } from '../../support/objects';
import { asAnalyst, waiting } from '../../support/set-up';

afterAll(leaveDatabase);

describe('a kind whose duration changes', () => {
  it('asks whether its open visits follow: loose ends, planned ones only on purpose, and none that was set by hand', async () => {
    await asAnalyst(async (unit) => {
      const kind = await readObject(unit, 'job-kinds', 'cable-test');
      const same = await waiting(unit, {
        siteId: 'site-100',
        jobKindId: 'cable-test',
        durationMin: Number(kind.durationMin),
      });
      const own = await waiting(unit, { siteId: 'site-100', jobKindId: 'cable-test', durationMin: 17 });
      const before = await readFollowers(unit, 'cable-test');
      expect(before.durationMin.loose).toBeGreaterThan(0);
      expect(before.durationMin.planned).toBeGreaterThan(0);
      const value = { ...bareOf(kind), durationMin: Number(kind.durationMin) + 5 };
      await saveKind(unit, 'cable-test', {
        version: kind.version,
        value,
        follow: ['durationMin'],
        planned: false,
      });
      expect(await readObject(unit, 'visits', same)).toMatchObject({
        durationMin: Number(kind.durationMin) + 5,
      });
      expect(await readObject(unit, 'visits', own)).toMatchObject({ durationMin: 17 });
      // What follows has the kind's duration again; the planned ones do not.
      const after = await readFollowers(unit, 'cable-test');
      expect(after.durationMin).toEqual({ loose: before.durationMin.loose, planned: 0 });
      await undoCommand(unit, await newest(unit));
      expect(await readObject(unit, 'visits', same)).toMatchObject({ durationMin: kind.durationMin });
      expect(await readObject(unit, 'job-kinds', 'cable-test')).toMatchObject({
        durationMin: kind.durationMin,
      });
    });
  });

  it('lets the planned ones follow too where that was said, and nobody else’s', async () => {
    await asAnalyst(async (unit) => {
      const kind = await readObject(unit, 'job-kinds', 'cable-test');
      const before = await readFollowers(unit, 'cable-test');
      const west = await unitAs(unit.transaction, 'analyst', ['westisle']);
      expect((await readFollowers(west, 'cable-test')).durationMin.planned).toBeLessThan(
        before.durationMin.planned,
      );
      const value = { ...bareOf(kind), durationMin: Number(kind.durationMin) + 5 };
      await saveKind(unit, 'cable-test', {
        version: kind.version,
        value,
        follow: ['durationMin'],
        planned: true,
      });
      expect((await readFollowers(unit, 'cable-test')).durationMin).toEqual(before.durationMin);
      const stale = saveKind(unit, 'cable-test', {
        version: kind.version,
        value,
        follow: [],
        planned: false,
      });
      expect((await refusalOf(stale)).code).toBe('conflict');
    });
  });
});
