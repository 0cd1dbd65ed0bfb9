import { z } from 'zod';
import { select } from '@/db/connection';
import { seenDays, toldDays } from '@/db/models/field';
import { rowsOf } from '@/db/models/table';
import { addMessage } from '@/db/repositories/work/outbox';
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

  it('what people said of their days, saw of them and were written of them goes after the same days', async () => {
    await asAnalyst(async (unit) => {
      const counts = async (): Promise<Record<string, number>> => {
        const [row] = await select(
          unit.transaction,
          z.object({ reports: z.int(), seen: z.int(), told: z.int(), written: z.int(), customers: z.int() }),
          `select (select count(*)::int from field_reports) as reports, (select count(*)::int from seen_days) as seen,
             (select count(*)::int from told_days) as told, (select count(*)::int from messages where technician_id is not null) as written,
             (select count(*)::int from messages where technician_id is null) as customers`,
        );
        return row!;
      };
      const at = new Date(DEMO_NOW * 1000);
      const own = { personId: 'tech-13', date: '2026-06-09' };
      await rowsOf(unit.transaction, seenDays).insert([
        { ...own, stops: [], seenAt: at, userId: unit.user.id },
      ]);
      await rowsOf(unit.transaction, toldDays).insert([{ ...own, noticed: [], noticedAt: at }]);
      await addMessage(unit.transaction, {
        id: 'told-13',
        event: 'your-day',
        channel: 'text',
        address: 'ext. 1',
        body: 'Your day has changed.',
        technicianId: 'tech-13',
        state: 'sent',
        nextTryAt: at,
        madeAt: at,
      });
      const before = await counts();
      expect(before).toMatchObject({ seen: 1, told: 1, written: 1 });
      expect(before.reports).toBeGreaterThan(0);
      await change(unit, 'company', 'company', { keepLogsDays: 90 });
      await forgetOld({ ...unit, now: DEMO_NOW + 80 * DAY });
      expect(await counts()).toEqual(before);
      await forgetOld({ ...unit, now: DEMO_NOW + 92 * DAY });
      // What customers were written is about their work, and stays with it.
      expect(await counts()).toEqual({
        reports: 0,
        seen: 0,
        told: 0,
        written: 0,
        customers: before.customers,
      });
    });
  });
});
