import { randomUUID } from 'node:crypto';
import { isMadeApart, objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import { stableJson } from '@/core/index';
import { sqlState } from '@/db/connection';
import { lockObject, readObjects, writeObject } from '@/db/objects/object-store';
import { usesOf } from '@/db/objects/uses';
import { grantTerritory } from '@/db/repositories/access/users';
import { readHistoryOf } from '@/db/repositories/shared/commands';
import { requireRight } from '../access';
import { type Command, runCommand } from '../commands/command';
import { Refusal } from '../refusal';
import type { Unit } from '../unit';
import { checkObject } from './check-object';
import { readUses } from './read-objects';
import { governing, territoriesOf } from './territories-of';

type Plain = Record<string, unknown>;

/** Columns that only the server fills, when an object is made: nobody comes in with a hash that is none. */
export const HIDDEN_AT_FIRST: Partial<Record<ObjectName, Readonly<Record<string, unknown>>>> = {
  users: { passwordHash: '!' },
};

function titleOf(name: ObjectName, value: Plain): string {
  return String(value[objectKind(name).title] ?? value.id ?? '');
}

/** Refuses unless the user may change what an object was and what it becomes. */
async function requireSay(
  unit: Unit,
  name: ObjectName,
  id: string,
  values: readonly Plain[],
): Promise<string[]> {
  const all: string[] = [];
  for (const value of values) {
    const territories = await territoriesOf(unit.transaction, name, id, value);
    // A new territory is nobody's yet: the right to make one is enough.
    if (!(name === 'territories' && values.length === 1 && value.version === undefined))
      requireRight(unit, 'change', name, governing(name, value, territories));
    all.push(...territories);
  }
  return [...new Set(all)];
}

/** Turns what the database says no to into a problem of a field. */
async function orProblem<T>(name: ObjectName, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    const state = sqlState(cause);
    const { constraint } = ((cause as { parent?: unknown }).parent ?? {}) as { constraint?: string };
    const field = objectKind(name).title;
    // 23505 unique violation, 23P01 exclusion violation, 23514 check violation, 23503 foreign key violation.
    if (state === '23505') {
      const path = constraint?.includes('email')
        ? 'email'
        : constraint?.includes('number')
          ? 'number'
          : field;
      throw new Refusal('invalid', { problems: [{ path, code: 'taken', facts: {} }] });
    }
    if (state === '23P01' || state === '23514')
      throw new Refusal('invalid', {
        problems: [{ path: '', code: 'database-rule', facts: { rule: constraint ?? '' } }],
      });
    if (state === '23503') throw new Refusal('conflict', { reason: 'in-use' });
    throw cause;
  }
}

/** Makes what was prepared, as part of a command. */
export async function writePrepared(
  unit: Unit,
  command: Command,
  name: ObjectName,
  { before, after, territoryIds }: Prepared,
): Promise<ObjectValue> {
  const hidden = before === null ? { ...HIDDEN_AT_FIRST[name] } : {};
  await orProblem(name, () => writeObject(unit.transaction, name, after, hidden));
  const stored = (await readObjects(unit.transaction, name, [after.id])).get(after.id)!;
  // Whoever makes a territory sees it and has the say in it; administrators do anyway.
  if (name === 'territories' && before === null && unit.user.role !== 'administrator')
    await grantTerritory(unit.transaction, unit.user.id, after.id);
  command.note({ object: name, objectId: after.id, before, after: stored, territoryIds });
  return stored;
}

/** A write that was judged and only has to be made. */
export interface Prepared {
  readonly before: ObjectValue | null;
  readonly after: ObjectValue;
  readonly territoryIds: readonly string[];
}

/** Judges a new object; its id may be brought along. */
export async function prepareNew(
  unit: Unit,
  name: ObjectName,
  given: { readonly id?: string | undefined; readonly value: unknown },
): Promise<Prepared> {
  requireRight(unit, 'change', name);
  if (isMadeApart(name)) throw new Refusal('not-found');
  const id = given.id ?? randomUUID();
  const value = await checkObject(unit, name, given.value, null);
  const territoryIds = await requireSay(unit, name, id, [value]);
  if ((await readObjects(unit.transaction, name, [id])).has(id))
    throw new Refusal('invalid', { problems: [{ path: 'id', code: 'taken', facts: {} }] });
  const after = { ...value, id, version: 1, archivedAt: null } as ObjectValue;
  return { before: null, after, territoryIds };
}

/** Makes a new object. */
export async function createObject(
  unit: Unit,
  name: ObjectName,
  given: { readonly id?: string | undefined; readonly value: unknown },
): Promise<ObjectValue> {
  const prepared = await prepareNew(unit, name, given);
  const { after } = prepared;
  const facts = { object: name, id: after.id, title: titleOf(name, after) };
  const { result } = await runCommand(unit, 'create', facts, (command) =>
    writePrepared(unit, command, name, prepared),
  );
  return result;
}

/** What changed between two states, by top field. */
export function changedFields(before: Plain, after: Plain): string[] {
  return Object.keys({ ...before, ...after }).filter(
    (key) => key !== 'version' && stableJson(before[key] ?? null) !== stableJson(after[key] ?? null),
  );
}

/** Refuses a write that was made on an older state, with what changed since and by whom. */
async function requireVersion(
  unit: Unit,
  name: ObjectName,
  now: ObjectValue,
  version: number,
): Promise<void> {
  if (now.version === version) return;
  const since = (await readHistoryOf(unit.transaction, name, now.id, 50)).filter(
    (h) => (((h.after as Plain | null)?.version as number | undefined) ?? 0) > version,
  );
  throw new Refusal('conflict', {
    reason: 'stale',
    current: now,
    changes: since.map((h) => ({
      by: h.by,
      at: h.at.toISOString(),
      fields: changedFields((h.before ?? {}) as Plain, (h.after ?? {}) as Plain),
    })),
  });
}

async function locked(unit: Unit, name: ObjectName, id: string): Promise<ObjectValue> {
  await lockObject(unit.transaction, name, id);
  const now = (await readObjects(unit.transaction, name, [id])).get(id);
  if (!now) throw new Refusal('not-found');
  return now;
}

/** Judges a change of an object that was read at a version; whatever version it has where none is named. */
export async function prepareSave(
  unit: Unit,
  name: ObjectName,
  id: string,
  given: { readonly version?: number | undefined; readonly value: (before: ObjectValue) => unknown },
): Promise<Prepared> {
  requireRight(unit, 'change', name);
  const before = await locked(unit, name, id);
  await requireSay(unit, name, id, [before]);
  const value = await checkObject(unit, name, given.value(before), before);
  await requireVersion(unit, name, before, given.version ?? before.version);
  const territoryIds = await requireSay(unit, name, id, [before, value]);
  const after = { ...before, ...value, version: before.version + 1 } as ObjectValue;
  return { before, after, territoryIds };
}

/** Judges a change of some fields of an object, whatever version it has: all else of it stays. */
export function prepareChange(
  unit: Unit,
  name: ObjectName,
  id: string,
  change: Plain | ((before: ObjectValue) => Plain),
): Promise<Prepared> {
  return prepareSave(unit, name, id, {
    value: (now) => {
      const { id: _id, version: _version, archivedAt: _archivedAt, ...before } = now;
      return { ...before, ...(typeof change === 'function' ? change(now) : change) };
    },
  });
}

/** Saves an object that was read at a version. */
export async function saveObject(
  unit: Unit,
  name: ObjectName,
  id: string,
  given: { readonly version: number; readonly value: unknown },
): Promise<ObjectValue> {
  const prepared = await prepareSave(unit, name, id, { version: given.version, value: () => given.value });
  const { before, after } = prepared;
  const fields = changedFields(before ?? {}, after);
  if (before && fields.length === 0) return before;
  const facts = { object: name, id, title: titleOf(name, after), fields };
  const { result } = await runCommand(unit, 'save', facts, (command) =>
    writePrepared(unit, command, name, prepared),
  );
  return result;
}

/** Puts an object away, or takes it back. What is in use stays, and is told. */
export async function archiveObject(
  unit: Unit,
  name: ObjectName,
  id: string,
  given: { readonly version: number; readonly archived: boolean },
): Promise<ObjectValue> {
  requireRight(unit, 'change', name);
  if (name === 'company') throw new Refusal('not-found');
  const before = await locked(unit, name, id);
  const territoryIds = await requireSay(unit, name, id, [before]);
  await requireVersion(unit, name, before, given.version);
  if ((before.archivedAt !== null) === given.archived) return before;
  if (given.archived && (await usesOf(unit.transaction, name, id)).length > 0)
    throw new Refusal('conflict', { reason: 'in-use', ...(await readUses(unit, name, id)) });
  const archivedAt = given.archived ? new Date(unit.now * 1000).toISOString() : null;
  const after = { ...before, archivedAt, version: before.version + 1 };
  const facts = { object: name, id, title: titleOf(name, before) };
  const { result } = await runCommand(unit, given.archived ? 'archive' : 'restore', facts, (command) =>
    writePrepared(unit, command, name, { before, after, territoryIds }),
  );
  return result;
}
