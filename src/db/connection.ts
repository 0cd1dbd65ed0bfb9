import pg from 'pg';
import { QueryTypes, Sequelize, type Transaction } from 'sequelize';

/** One pool per process; Next's reloads in development share it through the global. */
const holder = globalThis as { limeDatabase?: Sequelize };

// Dates without a clock stay text: a local date is not an instant.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.INT8, (text) => Number(text));

export function openDatabase(url: string): Sequelize {
  holder.limeDatabase ??= new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: 8, idle: 10_000 },
  });
  return holder.limeDatabase;
}

export async function closeDatabase(): Promise<void> {
  await holder.limeDatabase?.close();
  delete holder.limeDatabase;
}

export type Database = Sequelize;
export type { Transaction };

/** Runs a select with named parameters and gives plain rows. */
export async function select<Row extends object>(
  db: Database,
  sql: string,
  values: Record<string, unknown> = {},
  transaction?: Transaction,
): Promise<Row[]> {
  return db.query<Row>(sql, {
    type: QueryTypes.SELECT,
    replacements: values,
    ...(transaction ? { transaction } : {}),
  });
}
