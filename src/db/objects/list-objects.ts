import { z } from 'zod';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import { select, type Transaction } from '../connection';
import { snake } from '../models/table';
import { columnOf, readObjects } from './object-store';
import { OBJECT_TABLES } from './object-tables';

export interface ListQuery {
  readonly search: string;
  /** Plain fields that must have exactly these values; null is "none". */
  readonly filters: Readonly<Record<string, string | number | boolean | null>>;
  readonly sort: string;
  readonly descending: boolean;
  readonly archived: boolean;
  readonly page: number;
  readonly pageSize: number;
}

export interface Listed {
  readonly rows: readonly ObjectValue[];
  readonly total: number;
}

/**
 * A condition that is true of objects in one of the territories `:territories`, or in none. Names come from
 * the registry alone, never from a request.
 */
export function scopeSql(name: ObjectName, alias: string, depth = 0): string {
  const { scope } = objectKind(name);
  if (scope === 'company') return 'true';
  if (scope === 'own') return `${alias}.id in (:territories)`;
  if ('through' in scope) {
    const other = `s${depth}`;
    return `exists (select 1 from ${OBJECT_TABLES[scope.object].table.name} ${other}
      where ${other}.id = ${alias}.${snake(scope.through)} and ${scopeSql(scope.object, other, depth + 1)})`;
  }
  const child = OBJECT_TABLES[name].children[scope.field];
  if (!child || !scope.in)
    return `(${alias}.${snake(scope.field)} is null or ${alias}.${snake(scope.field)} in (:territories))`;
  const own = `c${depth}`;
  return `(not exists (select 1 from ${child.table.name} ${own} where ${own}.${snake(child.parent)} = ${alias}.id)
    or exists (select 1 from ${child.table.name} ${own} where ${own}.${snake(child.parent)} = ${alias}.id
      and ${own}.${snake(scope.in)} in (:territories)))`;
}

function conditions(name: ObjectName, query: ListQuery): { sql: string[]; values: Record<string, unknown> } {
  const sql: string[] = [`o.archived_at is ${query.archived ? 'not null' : 'null'}`];
  const values: Record<string, unknown> = {};
  if (name === 'company') sql.length = 0;
  if (query.search !== '') {
    const { search } = objectKind(name);
    const fields = search.map((field) => `o.${snake(field)} ilike :search`).join(' or ');
    sql.push(`(${fields})`);
    values.search = `%${query.search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  }
  for (const [ix, [field, value]] of Object.entries(query.filters).entries()) {
    const column = columnOf(name, field);
    if (!column) continue;
    sql.push(value === null ? `o.${column} is null` : `o.${column} = :filter${ix}`);
    if (value !== null) values[`filter${ix}`] = value;
  }
  return { sql, values };
}

/** A page of objects in sight. An empty list of territories sees only what belongs to nobody. */
export async function listObjects(
  transaction: Transaction,
  name: ObjectName,
  query: ListQuery,
  territoryIds: readonly string[] | 'all',
): Promise<Listed> {
  const { sql, values } = conditions(name, query);
  if (territoryIds !== 'all') sql.push(scopeSql(name, 'o'));
  const where = sql.length > 0 ? `where ${sql.join(' and ')}` : '';
  const bound = { ...values, territories: territoryIds === 'all' ? [''] : ['', ...territoryIds] };
  const from = `from ${OBJECT_TABLES[name].table.name} o ${where}`;
  const [count] = await select(
    transaction,
    z.strictObject({ n: z.int() }),
    `select count(*)::int as n ${from}`,
    bound,
  );
  const order = columnOf(name, query.sort) ?? snake(objectKind(name).title);
  const ids = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `select o.id ${from} order by o.${order} ${query.descending ? 'desc' : 'asc'} nulls last, o.id
     limit :limit offset :offset`,
    { ...bound, limit: query.pageSize, offset: query.page * query.pageSize },
  );
  const values2 = await readObjects(
    transaction,
    name,
    ids.map((r) => r.id),
  );
  return { rows: ids.flatMap((r) => values2.get(r.id) ?? []), total: count?.n ?? 0 };
}

/** Which of some ids are there, and not put away. */
export async function presentIds(
  transaction: Transaction,
  object: ObjectName | 'workers',
  ids: readonly string[],
): Promise<ReadonlySet<string>> {
  if (ids.length === 0) return new Set();
  const table = object === 'workers' ? 'workers' : OBJECT_TABLES[object].table.name;
  const live = object === 'workers' || object === 'company' ? '' : 'and archived_at is null';
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `select id from ${table} where id in (:ids) ${live}`,
    { ids },
  );
  return new Set(rows.map((r) => r.id));
}
