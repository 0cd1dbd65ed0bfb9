import { z } from 'zod';
import type { ObjectName } from '@/contract/shared/fields';
import { select, type Transaction } from '../connection';
import { userTerritories } from '../models/access';
import { ALL_TABLES } from '../models/all';
import { snake, type Table } from '../models/table';
import { HIDDEN, OBJECT_TABLES, objectOfTable } from './object-tables';

/** Something that names an object: which kind, which one, and how it is called. */
export interface Use {
  readonly object: ObjectName;
  readonly id: string;
  readonly title: string;
}

/** The object that a table's rows are, or are part of. */
function ownerOf(table: Table): { object: ObjectName; idColumn: string } | null {
  const own = objectOfTable(table.name);
  if (own) return { object: own, idColumn: 'id' };
  for (const [object, { children }] of Object.entries(OBJECT_TABLES)) {
    const child = Object.values(children).find((c) => c.table.name === table.name);
    if (child) return { object: object as ObjectName, idColumn: snake(child.parent) };
  }
  return null;
}

const MOST = 50;
/** Lists in columns that may hold ids: what a work order needs otherwise than its kind, a visit's own skills. */
const LISTS: readonly (readonly [ObjectName, string])[] = [
  ['work-orders', 'differs'],
  ['visits', 'skills'],
];

function titleSql(object: ObjectName, alias: string): string {
  if (object === 'work-orders') return `'W-' || ${alias}.number`;
  return 'name' in OBJECT_TABLES[object].table.columns ? `${alias}.name` : `${alias}.id`;
}

/** What is in use and names the object: found by the references of the tables, at most 50 of each. */
export async function usesOf(transaction: Transaction, object: ObjectName, id: string): Promise<Use[]> {
  const target = OBJECT_TABLES[object].table.name;
  const shape = z.strictObject({ id: z.string(), title: z.string() });
  const found = new Map<string, Use>();
  const keep = (by: ObjectName, rows: readonly { id: string; title: string }[]): void => {
    for (const row of rows)
      if (by !== object || row.id !== id) found.set(`${by} ${row.id}`, { object: by, ...row });
  };
  for (const table of ALL_TABLES) {
    const owner = ownerOf(table);
    if (!owner) continue;
    for (const [name, column] of Object.entries(table.columns)) {
      if (column.references !== target || HIDDEN.includes(name)) continue;
      // Who may see something is no use of it.
      if (table === userTerritories) continue;
      // A row that belongs to the object is no use of it.
      if (snake(name) === owner.idColumn && owner.object === object) continue;
      const own = OBJECT_TABLES[owner.object].table.name;
      keep(
        owner.object,
        await select(
          transaction,
          shape,
          `select distinct o.id, ${titleSql(owner.object, 'o')} as title from ${table.name} t
           join ${own} o on o.id = t.${owner.idColumn}
           where t.${snake(name)} = :id and o.archived_at is null limit ${MOST}`,
          { id },
        ),
      );
    }
  }
  for (const [by, column] of LISTS) {
    keep(
      by,
      await select(
        transaction,
        shape,
        `select o.id, ${titleSql(by, 'o')} as title from ${OBJECT_TABLES[by].table.name} o
         where o.archived_at is null and exists
           (select 1 from jsonb_path_query(coalesce(o.${column}, 'null'), '$.**') v where v = to_jsonb(cast(:id as text)))
         limit ${MOST}`,
        { id },
      ),
    );
  }
  return [...found.values()];
}
