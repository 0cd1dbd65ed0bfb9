import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import {
  type ArrangementKind,
  type ArrangementList,
  arrangementChoice,
  arrangementSave,
  arrangementWrite,
  deskSettings,
  looseViewSettings,
} from '@/contract/plan/desks';
import { sqlState } from '@/db/connection';
import {
  type ArrangementRow,
  addArrangement,
  chooseArrangement,
  lockArrangement,
  readArrangements,
  readColleagues,
  updateArrangement,
} from '@/db/repositories/plan/desks';
import { requireRight } from '../../shared/access';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

/** Desks and views of loose ends that somebody has: their own, and those that others share with them. */
export async function listArrangements(unit: Unit): Promise<ArrangementList> {
  requireRight(unit, 'read', 'plan');
  const { transaction, user } = unit;
  const rows = await readArrangements(transaction, user.id);
  const common = ({ kind: _kind, settings: _settings, ownerId, isArchived: _a, ...row }: ArrangementRow) => ({
    ...row,
    isOwn: ownerId === user.id,
  });
  return {
    desks: rows
      .filter((r) => r.kind === 'desk')
      .map((r) => ({ kind: 'desk', ...common(r), settings: deskSettings.parse(r.settings) })),
    looseViews: rows
      .filter((r) => r.kind === 'loose-view')
      .map((r) => ({ kind: 'loose-view', ...common(r), settings: looseViewSettings.parse(r.settings) })),
    colleagues: await readColleagues(transaction, user.id),
  };
}

const id = z.string().max(80);

async function orTaken<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    if (sqlState(cause) === '23505')
      throw new Refusal('invalid', { problems: [{ path: 'name', code: 'taken', facts: {} }] });
    throw cause;
  }
}

/** A new desk or view, owned by whoever makes it. */
export async function createArrangement(unit: Unit, raw: unknown): Promise<{ id: string }> {
  requireRight(unit, 'read', 'plan');
  const value = required(arrangementWrite, raw);
  const made = { ...value, id: randomUUID(), ownerId: unit.user.id };
  await orTaken(() => addArrangement(unit.transaction, made));
  return { id: made.id };
}

/** One that the user may change: their own. Of others it is said that there is none. */
async function own(unit: Unit, rawId: string): Promise<ArrangementRow> {
  requireRight(unit, 'read', 'plan');
  const row = await lockArrangement(unit.transaction, required(id, rawId), unit.user.id);
  if (!row || row.ownerId !== unit.user.id) throw new Refusal('not-found');
  return row;
}

/** Saves a desk or view that was read at a version. */
export async function saveArrangement(unit: Unit, rawId: string, raw: unknown): Promise<{ version: number }> {
  const { version, value } = required(arrangementSave, raw);
  const row = await own(unit, rawId);
  if (row.kind !== value.kind) throw new Refusal('not-found');
  if (row.version !== version) throw new Refusal('conflict', { reason: 'stale', changes: [] });
  const { kind: _kind, ...values } = value;
  await orTaken(() =>
    updateArrangement(unit.transaction, row.id, { ...values, version: version + 1, archivedAt: null }),
  );
  return { version: version + 1 };
}

/** Puts a desk or view away; saving it again brings it back. */
export async function dropArrangement(unit: Unit, rawId: string): Promise<{ version: number }> {
  const row = await own(unit, rawId);
  if (row.isArchived) throw new Refusal('not-found');
  const version = row.version + 1;
  await updateArrangement(unit.transaction, row.id, { version, archivedAt: new Date(unit.now * 1000) });
  return { version };
}

/** Says what opens by itself for whoever asks. */
export async function chooseOwn(unit: Unit, raw: unknown): Promise<Record<string, never>> {
  requireRight(unit, 'read', 'plan');
  const choice = required(arrangementChoice, raw);
  const isThere = async (kind: ArrangementKind, wanted: string): Promise<boolean> => {
    const row = await lockArrangement(unit.transaction, wanted, unit.user.id);
    return row !== null && row.kind === kind && !row.isArchived;
  };
  if (choice.id !== null && !(await isThere(choice.kind, choice.id))) throw new Refusal('not-found');
  await chooseArrangement(unit.transaction, unit.user.id, choice.kind, choice.id);
  return {};
}
