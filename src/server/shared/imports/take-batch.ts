import { randomUUID } from 'node:crypto';
import { may } from '@/contract/access/permissions';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import { type ObjectValue, referencesIn } from '@/contract/shared/object';
import { check, type FieldProblem } from '@/contract/shared/problems';
import { sqlState } from '@/db/connection';
import { readObjects, writeObject } from '@/db/objects/object-store';
import { insertObjects } from '@/db/objects/write-many';
import type { Command } from '../commands/command';
import { changedFields, HIDDEN_AT_FIRST } from '../objects/save-object';
import { governing, territoriesOf } from '../objects/territories-of';
import type { Unit } from '../unit';
import { type Names, resolveNames } from './names';

type Plain = Record<string, unknown>;

/** Kinds of which there are no two of one name: the database holds it, and here it is told by the line. */
const ONE_OF_A_NAME: readonly ObjectName[] = [
  'territories',
  'skills',
  'job-kinds',
  'week-patterns',
  'parts',
  'equipment-kinds',
  'equipment',
  'groups',
  'crews',
  'offers',
];

/** One object of a line: fields that the file has, over those that it had. */
export interface Write {
  readonly line: number;
  readonly object: ObjectName;
  readonly id: string | null;
  readonly value: Plain;
}

export interface LineProblem extends FieldProblem {
  readonly line: number;
}

export interface Taken {
  readonly line: number;
  readonly object: ObjectName;
  readonly before: ObjectValue | null;
  readonly after: ObjectValue;
}

export interface BatchContext {
  readonly unit: Unit;
  readonly command: Command;
  readonly names: Names;
  /** Territories of an object that others belong through, found once. */
  readonly through: Map<string, Promise<readonly string[]>>;
  /** What fields begin with that a file leaves out. */
  readonly usual: (object: ObjectName, value: Plain) => Plain;
  /** Ids that the file has spoken of already, by object. */
  readonly seen: Set<string>;
}

function fieldsOnly(name: ObjectName, value: Plain): Plain {
  return Object.fromEntries(Object.keys(objectKind(name).schema.shape).map((f) => [f, value[f]]));
}

/** Territories of a value; what is asked of another object is asked once. */
function territories(
  context: BatchContext,
  name: ObjectName,
  id: string,
  value: Plain,
): Promise<readonly string[]> {
  const { scope } = objectKind(name);
  if (scope === 'company' || scope === 'own' || !('through' in scope))
    return territoriesOf(context.unit.transaction, name, id, value);
  const other = String(value[scope.through]);
  const key = `${scope.object} ${other}`;
  const found = context.through.get(key) ?? territoriesOf(context.unit.transaction, name, id, value);
  context.through.set(key, found);
  return found;
}

async function mayWrite(context: BatchContext, name: ObjectName, id: string, value: Plain): Promise<boolean> {
  // A new territory is nobody's yet: the right to make one is enough.
  if (name === 'territories' && value.version === undefined) return true;
  const all = await territories(context, name, id, value);
  return may(context.unit.user, 'change', name, governing(name, value, all));
}

/** Judges one write; null where it changes nothing. */
async function judge(
  context: BatchContext,
  write: Write,
  before: ObjectValue | null,
): Promise<{ readonly taken: Taken | null; readonly problems: readonly FieldProblem[] }> {
  const { object } = write;
  const { schema, title } = objectKind(object);
  const id = write.id ?? randomUUID();
  if (context.seen.has(`${object} ${id}`))
    return { taken: null, problems: [{ path: write.id ? 'id' : title, code: 'twice', facts: {} }] };
  context.seen.add(`${object} ${id}`);
  const given = structuredClone(write.value);
  const broken = await resolveNames(context.names, schema, given);
  const merged = before
    ? { ...fieldsOnly(object, before), ...given }
    : { ...context.usual(object, given), ...given };
  const checked = check(schema, merged);
  const old = before
    ? new Set(referencesIn(schema, before).map((r) => `${r.object} ${r.id}`))
    : new Set<string>();
  const lost = broken
    .filter((r) => !old.has(`${r.object} ${r.id}`))
    .map((r): FieldProblem => ({ path: r.path, code: 'no-such', facts: { object: r.object, id: r.id } }));
  const problems = [...(checked.ok ? [] : checked.problems), ...lost];
  if (!checked.ok || problems.length > 0) return { taken: null, problems };
  const value = checked.value as Plain;
  const after = {
    ...value,
    id,
    version: (before?.version ?? 0) + 1,
    archivedAt: before?.archivedAt ?? null,
  } as ObjectValue;
  const isAllowed =
    (await mayWrite(context, object, id, value)) &&
    (before === null || (await mayWrite(context, object, id, before)));
  if (!isAllowed) return { taken: null, problems: [{ path: '', code: 'not-yours', facts: {} }] };
  if (before && changedFields(before, after).length === 0) return { taken: null, problems: [] };
  const name = String(value[title] ?? id);
  const holder = ONE_OF_A_NAME.includes(object) ? await context.names.idOfTitle(object, name) : null;
  if (holder !== null && holder !== id)
    return { taken: null, problems: [{ path: title, code: 'taken', facts: {} }] };
  await context.names.add(object, id, name);
  return { taken: { line: write.line, object, before, after }, problems: [] };
}

/** What the database itself said no to, on the lines of the batch. */
function refusedBy(cause: unknown, batch: readonly Taken[]): LineProblem[] {
  const state = sqlState(cause);
  if (!state?.startsWith('23')) throw cause;
  const { constraint, fields } = ((cause as { parent?: unknown }).parent ?? cause) as {
    constraint?: string;
    fields?: object;
  };
  const line = batch[0]?.line ?? 0;
  const code = state === '23505' ? 'taken' : 'database-rule';
  const field = batch[0] ? objectKind(batch[0].object).title : '';
  return [
    {
      line,
      path: state === '23505' ? field : '',
      code,
      facts: {
        rule: constraint ?? '',
        last: batch.at(-1)?.line ?? line,
        fields: Object.keys(fields ?? {}).join(', '),
      },
    },
  ];
}

async function write(context: BatchContext, object: ObjectName, batch: readonly Taken[]): Promise<void> {
  const { transaction } = context.unit;
  const fresh = batch.filter((t) => t.before === null).map((t) => t.after);
  await insertObjects(transaction, object, fresh, { ...HIDDEN_AT_FIRST[object] });
  for (const t of batch) if (t.before !== null) await writeObject(transaction, object, t.after);
  const stored = await readObjects(
    transaction,
    object,
    batch.map((t) => t.after.id),
  );
  for (const { before, after } of batch) {
    const territoryIds = [
      ...new Set([
        ...(await territories(context, object, after.id, after)),
        ...(before ? await territories(context, object, after.id, before) : []),
      ]),
    ];
    context.command.note({
      object,
      objectId: after.id,
      before,
      after: stored.get(after.id) ?? after,
      territoryIds,
    });
  }
}

/**
 * Judges and writes objects of one kind together: what is new goes in at once. Gives what was written and every
 * problem with its line; after what the database itself refused nothing more can be done in the transaction.
 */
export async function takeBatch(
  context: BatchContext,
  object: ObjectName,
  writes: readonly Write[],
): Promise<{
  readonly taken: readonly Taken[];
  readonly left: number;
  readonly problems: readonly LineProblem[];
  readonly isOver: boolean;
}> {
  const ids = writes.flatMap((w) => w.id ?? []);
  const existing = await readObjects(context.unit.transaction, object, ids);
  const taken: Taken[] = [];
  const problems: LineProblem[] = [];
  let left = 0;
  for (const w of writes) {
    const judged = await judge(context, w, (w.id === null ? undefined : existing.get(w.id)) ?? null);
    problems.push(...judged.problems.map((p) => ({ ...p, line: w.line })));
    if (judged.taken) taken.push(judged.taken);
    else if (judged.problems.length === 0) left++;
  }
  try {
    await write(context, object, taken);
  } catch (cause) {
    return { taken, left, problems: [...problems, ...refusedBy(cause, taken)], isOver: true };
  }
  return { taken, left, problems, isOver: false };
}
