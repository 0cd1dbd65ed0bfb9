import { toldDays } from '@/db/models/field';
import { rowsOf } from '@/db/models/table';
import { readMessages } from '@/db/repositories/work/outbox';
import { tellPeople } from '@/server/day/tell-people';
import { acceptDraft } from '@/server/plan/accept/accept-draft';
import { undoCommand } from '@/server/shared/commands/undo';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase } from '../../support/database';
import { draftBy } from '../../support/drafts';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const EXTENT = { territoryIds: ['quay', 'sallow'], firstDate: '2026-06-11', lastDate: '2026-06-12' };

const letItStand = (unit: Unit): Promise<unknown> =>
  rowsOf(unit.transaction, toldDays).update({}, { noticedAt: new Date(Date.now() - 120_000) });

const texts = async (unit: Unit) =>
  (await readMessages(unit.transaction, EXTENT.territoryIds, 500)).filter((m) => m.event === 'your-day');

/** A draft accepted as a whole. */
async function published(unit: Unit): Promise<number> {
  const { planId } = await draftBy(unit, { ...EXTENT, iterations: 300 });
  const { commandId } = await acceptDraft(unit, planId);
  return commandId!;
}

describe('a plan that is published', () => {
  it('is told once to each whose days are others by it, although they have not looked at them', () =>
    asAnalyst(async (unit) => {
      expect(await tellPeople(unit)).toBe(0);
      const commandId = await published(unit);
      expect(await tellPeople(unit)).toBe(0);
      await letItStand(unit);
      const count = await tellPeople(unit);
      expect(count).toBeGreaterThan(3);
      expect(await tellPeople(unit)).toBe(0);
      const told = await texts(unit);
      expect(new Set(told.map((m) => m.technician)).size).toBe(told.length);
      expect(told.some((m) => m.body.startsWith('Your days have changed. Thursday'))).toBe(true);
      for (const { body } of told)
        expect(body).toMatch(/^Your (days have changed\.|\w+ \d+ June( has changed\.|: \d\d:\d\d)) /);
      // Taken back after it was told, that is told too.
      await undoCommand(unit, commandId);
      await tellPeople(unit);
      await letItStand(unit);
      expect(await tellPeople(unit)).toBe(count);
    }));

  it('is told to nobody when it is taken back at once, nor to those whose days stay', () =>
    asAnalyst(async (unit) => {
      const commandId = await published(unit);
      const rows = await rowsOf(unit.transaction, toldDays).find({});
      expect(rows.length).toBeGreaterThan(0);
      expect(rows.every((r) => r.date >= EXTENT.firstDate && r.date <= EXTENT.lastDate)).toBe(true);
      expect(rows.every((r) => JSON.stringify(r.told) !== JSON.stringify(r.noticed))).toBe(true);
      await tellPeople(unit);
      await undoCommand(unit, commandId);
      await tellPeople(unit);
      await letItStand(unit);
      expect(await tellPeople(unit)).toBe(0);
      expect(await texts(unit)).toEqual([]);
    }));
});
