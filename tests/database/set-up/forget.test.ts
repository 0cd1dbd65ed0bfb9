import { forgetOld } from '@/server/set-up/forget';
import { listOwnCommands } from '@/server/shared/commands/list-commands';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { DEMO_NOW, leaveDatabase } from '../../support/database';
import { newest } from '../../support/objects';
import { asAnalyst, change } from '../../support/set-up';

afterAll(leaveDatabase);

const DAY = 86_400;

describe('what is kept no longer', () => {
  it('where somebody was last seen goes after the days that the company keeps it', async () => {
    await asAnalyst(async (unit) => {
      const seen = { lastLat: 34.6, lastLon: -20.9, lastSeenAt: '2026-06-01T08:00:00Z' };
      await change(unit, 'technicians', 'tech-13', seen);
      await change(unit, 'company', 'company', { keepPositionsDays: 10 });
      await forgetOld(unit);
      expect(await readObject(unit, 'technicians', 'tech-13')).toMatchObject({ lastLat: 34.6 });
      await change(unit, 'company', 'company', { keepPositionsDays: 5 });
      await forgetOld(unit);
      expect(await readObject(unit, 'technicians', 'tech-13')).toMatchObject({
        lastLat: null,
        lastLon: null,
        lastSeenAt: null,
      });
    });
  });

  it('what was done goes after its days, with what undid it', async () => {
    await asAnalyst(async (unit) => {
      const long = { ...unit, now: DEMO_NOW - 100 * DAY };
      await change(long, 'skills', 'cable', { groupName: 'Old' });
      await undoCommand(long, await newest(long));
      await change(long, 'skills', 'network', { groupName: 'Old too' });
      const undone = await newest(long);
      await change(unit, 'company', 'company', { keepLogsDays: 90 });
      await undoCommand(unit, undone);
      await forgetOld(unit);
      // What was undone lately stays, so that the undoing can still be read.
      expect((await listOwnCommands(unit)).map((c) => c.name)).toEqual(['undo', 'save', 'save']);
      await forgetOld({ ...unit, now: DEMO_NOW + 91 * DAY });
      expect(await listOwnCommands(unit)).toEqual([]);
    });
  });
});
