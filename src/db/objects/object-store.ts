import { randomUUID } from 'node:crypto';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import { execute, type Transaction } from '../connection';
import { rowsOf, snake, type Table } from '../models/table';
import { HIDDEN, OBJECT_TABLES } from './object-tables';

type Plain = Record<string, unknown>;

/** Instants are ISO text outside of the database; all else is as it is. */
function toPlain(table: Table, row: Plain): Plain {
  return Object.fromEntries(
    Object.keys(table.columns)
      .filter((name) => !HIDDEN.includes(name))
      .map((name) => {
        const value = row[name];
        return [name, value instanceof Date ? value.toISOString() : (value ?? null)];
      }),
  );
}

export function toRow(table: Table, value: Plain): Plain {
  return Object.fromEntries(
    Object.entries(table.columns)
      .filter(([name]) => name in value)
      .map(([name, c]) => {
        const held = value[name];
        return [name, c.kind === 'instant' && typeof held === 'string' ? new Date(held) : held];
      }),
  );
}

/** Children in an order that is the same each time, so that equal objects read equal. */
function inOrder(rows: Plain[]): Plain[] {
  return [...rows].sort((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b), 'en'));
}

/** Objects by id, with the rows that are part of them; those that are not there are left out. */
export async function readObjects(
  transaction: Transaction,
  name: ObjectName,
  ids: readonly string[],
): Promise<Map<string, ObjectValue>> {
  const { table, children } = OBJECT_TABLES[name];
  if (ids.length === 0) return new Map();
  const rows = await rowsOf(transaction, table).find({ id: ids } as never);
  const values = new Map(rows.map((row) => [String((row as Plain).id), toPlain(table, row as Plain)]));
  for (const [field, child] of Object.entries(children)) {
    for (const value of values.values()) value[field] = [];
    const found = await rowsOf(transaction, child.table).find({ [child.parent]: ids } as never);
    for (const row of inOrder(found.map((r) => toPlain(child.table, r as Plain)))) {
      const { [child.parent]: parent, ...rest } = row;
      (values.get(String(parent))?.[field] as Plain[] | undefined)?.push(rest);
    }
  }
  return values as unknown as Map<string, ObjectValue>;
}

/** Holds the row of an object until the transaction ends, so that nobody else writes it meanwhile. */
export async function lockObject(transaction: Transaction, name: ObjectName, id: string): Promise<void> {
  const { table } = OBJECT_TABLES[name];
  await execute(transaction, `select 1 from ${table.name} where id = :id for update`, { id });
}

async function writeChildren(transaction: Transaction, name: ObjectName, id: string, value: Plain) {
  for (const [field, child] of Object.entries(OBJECT_TABLES[name].children)) {
    const list = value[field];
    if (!Array.isArray(list)) continue;
    const rows = rowsOf(transaction, child.table);
    await rows.remove({ [child.parent]: id } as never);
    await rows.insert(
      (list as Plain[]).map((item) => ({
        ...(child.ownId ? { id: randomUUID() } : {}),
        ...toRow(child.table, item),
        [child.parent]: id,
      })) as never,
    );
  }
}

/** Writes an object as given, a new one included; `hidden` are columns that nobody reads back. */
export async function writeObject(
  transaction: Transaction,
  name: ObjectName,
  value: ObjectValue,
  hidden: Plain = {},
): Promise<void> {
  const { table } = OBJECT_TABLES[name];
  const rows = rowsOf(transaction, table);
  const { id, ...columns } = toRow(table, { ...value, ...hidden });
  const changed = await rows.update({ id } as never, columns as never);
  if (changed === 0) await rows.insert([{ id, ...columns }] as never);
  await writeChildren(transaction, name, value.id, value);
}

/** Takes an object away for good; only for undoing its making. */
export async function removeObject(transaction: Transaction, name: ObjectName, id: string): Promise<void> {
  await rowsOf(transaction, OBJECT_TABLES[name].table).remove({ id } as never);
}

export function columnOf(name: ObjectName, field: string): string | null {
  return field in OBJECT_TABLES[name].table.columns && !HIDDEN.includes(field) ? snake(field) : null;
}
