import { z } from 'zod';
import { select } from '@/db/connection';
import { ALL_TABLES } from '@/db/models/all';
import { snake, sqlTypeOf } from '@/db/models/table';
import { leaveDatabase, rolledBack } from '../support/database';

afterAll(leaveDatabase);

const shape = z.object({
  table: z.string(),
  column: z.string(),
  type: z.string(),
  nullable: z.boolean(),
  defaulted: z.boolean(),
});
type Column = z.infer<typeof shape>;

async function catalogue(): Promise<Map<string, Column[]>> {
  const out = new Map<string, Column[]>();
  await rolledBack(async (transaction) => {
    const rows = await select(
      transaction,
      shape,
      `select table_name as "table", column_name as "column", data_type as type, is_nullable = 'YES' as nullable,
         column_default is not null or is_identity = 'YES' as defaulted
       from information_schema.columns where table_schema = 'public'`,
    );
    for (const row of rows) out.set(row.table, [...(out.get(row.table) ?? []), row]);
  });
  return out;
}

describe('models and the database’s own catalogue', () => {
  it('speak of the same tables', async () => {
    const tables = [...(await catalogue()).keys()].filter((t) => t !== 'schema_migrations');
    expect(ALL_TABLES.map((t) => t.name).sort()).toEqual(tables.sort());
  });

  it.each(ALL_TABLES.map((t) => [t.name, t] as const))('%s has the same columns', async (name, table) => {
    const stored = (await catalogue()).get(name) ?? [];
    const told = Object.entries(table.columns).map(([field, c]) => ({
      column: snake(field),
      type: sqlTypeOf(c.kind),
      nullable: c.nullable,
      defaulted: c.defaulted,
    }));
    const found = stored.map(({ column, type, nullable, defaulted }) => ({
      column,
      type,
      nullable,
      defaulted,
    }));
    const byName = (a: { column: string }, b: { column: string }) => a.column.localeCompare(b.column);
    expect(told.sort(byName)).toEqual(found.sort(byName));
  });

  it('references stand in the database too', async () => {
    await rolledBack(async (transaction) => {
      const rows = await select(
        transaction,
        z.strictObject({ from: z.string(), column: z.string(), to: z.string() }),
        `select c.conrelid::regclass::text as "from", a.attname::text as "column", c.confrelid::regclass::text as "to"
         from pg_constraint c cross join unnest(c.conkey) k join pg_attribute a on a.attrelid = c.conrelid and a.attnum = k
         where c.contype = 'f'`,
      );
      const known = new Set(rows.map((r) => `${r.from}.${r.column} ${r.to}`));
      const missing = ALL_TABLES.flatMap((t) =>
        Object.entries(t.columns)
          .filter(([field, c]) => c.references && !known.has(`${t.name}.${snake(field)} ${c.references}`))
          .map(([field]) => `${t.name}.${field}`),
      );
      expect(missing).toEqual([]);
    });
  });
});
