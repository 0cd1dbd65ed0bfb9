import { randomUUID } from 'node:crypto';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import type { Transaction } from '../connection';
import { rowsOf } from '../models/table';
import { toRow } from './object-store';
import { OBJECT_TABLES } from './object-tables';

type Plain = Record<string, unknown>;

/** Writes new objects with the rows that are part of them, all at once; `hidden` are columns that nobody reads back. */
export async function insertObjects(
  transaction: Transaction,
  name: ObjectName,
  values: readonly ObjectValue[],
  hidden: Plain = {},
): Promise<void> {
  if (values.length === 0) return;
  const { table, children } = OBJECT_TABLES[name];
  await rowsOf(transaction, table).insert(values.map((v) => toRow(table, { ...v, ...hidden })) as never);
  for (const [field, child] of Object.entries(children)) {
    const rows = values.flatMap((v) =>
      ((v[field] as Plain[] | undefined) ?? []).map((item) => ({
        ...(child.ownId ? { id: randomUUID() } : {}),
        ...toRow(child.table, item),
        [child.parent]: v.id,
      })),
    );
    if (rows.length > 0) await rowsOf(transaction, child.table).insert(rows as never);
  }
}
