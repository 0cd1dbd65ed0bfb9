import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { type ReminderRow, reminderSave, reminderWrite } from '@/contract/plan/reminders';
import { readObjects } from '@/db/objects/object-store';
import {
  addReminder,
  dropReminder,
  lockReminder,
  type ReminderState,
  readReminders,
  updateReminder,
} from '@/db/repositories/plan/reminders';
import { requireRight } from '../../shared/access';
import { territoriesOf } from '../../shared/objects/territories-of';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

/** What is done stays on the list for so long. */
const DONE_SEC = 24 * 3600;
const idText = z.string().max(80);

const rowOf = ({ dueAt, ...state }: ReminderState): ReminderRow => ({
  ...state,
  dueAt: dueAt.toISOString(),
});

/** What somebody has to think of, by when it is due. */
export async function listReminders(unit: Unit): Promise<ReminderRow[]> {
  requireRight(unit, 'read', 'plan');
  const since = new Date((unit.now - DONE_SEC) * 1000);
  return (await readReminders(unit.transaction, unit.user.id, since)).map(rowOf);
}

/** Refuses what a reminder is about where the user does not see it. */
async function requireSeen(unit: Unit, { visitId, personId }: z.infer<typeof reminderWrite>): Promise<void> {
  const { transaction } = unit;
  if (visitId !== null) {
    const visit = (await readObjects(transaction, 'visits', [visitId])).get(visitId);
    if (!visit) throw new Refusal('not-found');
    requireRight(unit, 'read', 'visits', await territoriesOf(transaction, 'visits', visitId, visit));
  }
  if (personId === null) return;
  for (const kind of ['technicians', 'crews'] as const) {
    const person = (await readObjects(transaction, kind, [personId])).get(personId);
    if (person)
      return requireRight(unit, 'read', kind, await territoriesOf(transaction, kind, personId, person));
  }
  throw new Refusal('not-found');
}

export async function createReminder(unit: Unit, raw: unknown): Promise<{ id: string }> {
  requireRight(unit, 'read', 'plan');
  const value = required(reminderWrite, raw);
  await requireSeen(unit, value);
  const id = randomUUID();
  await addReminder(unit.transaction, {
    ...value,
    id,
    ownerId: unit.user.id,
    dueAt: new Date(value.dueAt),
  });
  return { id };
}

async function own(unit: Unit, rawId: string): Promise<ReminderState> {
  requireRight(unit, 'read', 'plan');
  const row = await lockReminder(unit.transaction, required(idText, rawId), unit.user.id);
  if (!row) throw new Refusal('not-found');
  return row;
}

/** Changes a reminder, says that it is done, or that it is not. */
export async function saveReminder(unit: Unit, rawId: string, raw: unknown): Promise<Record<string, never>> {
  const { version, value, isDone } = required(reminderSave, raw);
  const row = await own(unit, rawId);
  if (row.version !== version) throw new Refusal('conflict', { reason: 'stale', changes: [] });
  await requireSeen(unit, value);
  await updateReminder(unit.transaction, row.id, {
    ...value,
    dueAt: new Date(value.dueAt),
    doneAt: isDone ? new Date(unit.now * 1000) : null,
    version: version + 1,
  });
  return {};
}

export async function removeReminder(unit: Unit, rawId: string): Promise<Record<string, never>> {
  const row = await own(unit, rawId);
  await dropReminder(unit.transaction, row.id);
  return {};
}
