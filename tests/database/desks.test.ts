import {
  chooseOwn,
  createArrangement,
  dropArrangement,
  listArrangements,
  saveArrangement,
} from '@/server/plan/desk/arrangements';
import { createReminder, listReminders, removeReminder, saveReminder } from '@/server/plan/desk/reminders';
import { readPlanView } from '@/server/plan/read-plan-view';
import { leaveDatabase, refusalOf, unitAs } from '../support/database';
import { EXTENT } from '../support/hand-requests';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const desk = (name: string, more: object = {}) => ({ kind: 'desk', name, settings: { days: 7 }, ...more });

describe('a desk', () => {
  it('is seen by its owner and by whom it is shared with, and changed by its owner alone', () =>
    asAnalyst(async (unit) => {
      const near = await unitAs(unit.transaction, 'dispatcher', ['quay']);
      const far = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      const { id } = await createArrangement(unit, desk('Cables'));
      const { id: some } = await createArrangement(
        unit,
        desk('Meters', { shared: 'some', userIds: [near.user.id] }),
      );
      const { id: all } = await createArrangement(unit, desk('Everything', { shared: 'all' }));
      const seen = async (who: typeof unit) => (await listArrangements(who)).desks.map((d) => d.id);
      expect(await seen(unit)).toEqual(expect.arrayContaining([id, some, all]));
      expect(await seen(near)).toEqual(expect.arrayContaining([some, all]));
      expect(await seen(near)).not.toContain(id);
      expect(await seen(far)).not.toContain(some);
      const row = (await listArrangements(near)).desks.find((d) => d.id === some)!;
      expect(row).toMatchObject({ isOwn: false, settings: { days: 7, says: 'kind', people: { level: 1 } } });
      const save = { version: 1, value: desk('Mine now') };
      for (const one of [id, some, 'no-such'])
        expect((await refusalOf(saveArrangement(near, one, save))).code).toBe('not-found');
      expect((await refusalOf(dropArrangement(near, all))).code).toBe('not-found');
    }));

  it('is saved only on what was read, under a name of its own, and comes back after it was put away', () =>
    asAnalyst(async (unit) => {
      const { id } = await createArrangement(unit, desk('Cables'));
      await saveArrangement(unit, id, { version: 1, value: desk('Cables', { settings: { days: 14 } }) });
      const stale = await refusalOf(saveArrangement(unit, id, { version: 1, value: desk('Cables') }));
      expect(stale).toMatchObject({ code: 'conflict', facts: { reason: 'stale' } });
      const { version } = await dropArrangement(unit, id);
      expect((await listArrangements(unit)).desks.map((d) => d.id)).not.toContain(id);
      await saveArrangement(unit, id, { version, value: desk('Cables') });
      expect((await listArrangements(unit)).desks.map((d) => d.id)).toContain(id);
      const wrong = await refusalOf(createArrangement(unit, desk('', { settings: { days: 99 } })));
      const paths = (wrong.facts.problems as { path: string }[]).map((p) => p.path);
      expect(paths.sort()).toEqual(['name', 'settings.days']);
      // The database refuses the second of a name, and with that ends the transaction.
      const taken = await refusalOf(createArrangement(unit, desk('cables')));
      expect(taken.facts.problems).toMatchObject([{ path: 'name', code: 'taken' }]);
    }));

  it('opens first where somebody chose it, of what they see', () =>
    asAnalyst(async (unit) => {
      const near = await unitAs(unit.transaction, 'dispatcher', ['quay']);
      const { id } = await createArrangement(unit, desk('Cables'));
      await chooseOwn(unit, { kind: 'desk', id });
      expect((await listArrangements(unit)).desks.find((d) => d.id === id)?.isDefault).toBe(true);
      expect((await refusalOf(chooseOwn(near, { kind: 'desk', id }))).code).toBe('not-found');
      expect((await refusalOf(chooseOwn(unit, { kind: 'loose-view', id }))).code).toBe('not-found');
      await chooseOwn(unit, { kind: 'desk', id: null });
      expect((await listArrangements(unit)).desks.find((d) => d.id === id)?.isDefault).toBe(false);
      const agent = await unitAs(unit.transaction, 'agent', ['quay']);
      expect((await refusalOf(listArrangements(agent))).code).toBe('not-found');
    }));
});

describe('a reminder', () => {
  it('is its owner’s, about what they see, until it is done', () =>
    asAnalyst(async (unit) => {
      const near = await unitAs(unit.transaction, 'dispatcher', ['quay']);
      const view = await readPlanView(unit, 'live', EXTENT);
      const visit = view.visits.find((v) => v.territoryId === 'sallow' && !v.id.includes('/'))!;
      const value = { note: 'call back', dueAt: '2026-06-09T13:00:00Z', visitId: visit.id };
      const { id } = await createReminder(unit, value);
      expect(await listReminders(unit)).toMatchObject([
        { id, about: visit.label.split('/')[0], isDone: false },
      ]);
      expect(await listReminders(near)).toEqual([]);
      expect((await refusalOf(createReminder(near, value))).code).toBe('not-found');
      expect((await refusalOf(removeReminder(near, id))).code).toBe('not-found');
      await saveReminder(unit, id, { version: 1, isDone: true, value });
      expect(await listReminders(unit)).toMatchObject([{ id, isDone: true }]);
      const stale = await refusalOf(saveReminder(unit, id, { version: 1, isDone: false, value }));
      expect(stale.facts).toMatchObject({ reason: 'stale' });
      const two = await refusalOf(createReminder(unit, { ...value, personId: view.people[0]!.id }));
      expect(two.facts.problems).toMatchObject([{ path: 'personId', code: 'one-of' }]);
      await createReminder(unit, { note: 'free', dueAt: '2026-06-09T09:00:00Z' });
      expect((await listReminders(unit)).map((r) => r.note)).toEqual(['free', 'call back']);
      await removeReminder(unit, id);
      expect((await listReminders(unit)).map((r) => r.note)).toEqual(['free']);
    }));
});
