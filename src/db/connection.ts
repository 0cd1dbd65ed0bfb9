import pg from 'pg';
import { QueryTypes, Sequelize, Transaction as SequelizeTransaction } from 'sequelize';
import type { z } from 'zod';

/** One pool per process; Next's reloads in development share it through the global. */
const holder = globalThis as { limeDatabase?: Sequelize };

// Dates without a clock stay text: a local date is not an instant.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.INT8, (text) => Number(text));

export type Database = Sequelize;

/** An open transaction: all reading and writing goes through one. */
export interface Transaction {
  readonly sequelize: Sequelize;
  readonly handle: SequelizeTransaction;
}

/** Longest wait for a free connection before the database counts as away, ms. */
const ACQUIRE_MS = 8000;

export function openDatabase(url: string): Database {
  holder.limeDatabase ??= new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: 10, idle: 10_000, acquire: ACQUIRE_MS },
    retry: { max: 0 },
  });
  return holder.limeDatabase;
}

export async function closeDatabase(): Promise<void> {
  await holder.limeDatabase?.close();
  delete holder.limeDatabase;
}

/** How a transaction sees what others do meanwhile: for reading one picture, or writing against it. */
export type Mode = 'read' | 'write' | 'write-on-one-picture';

/** SQLSTATE of failures that go away when the transaction is tried again: serialization and deadlock (PostgreSQL, appendix A). */
const TRY_AGAIN = ['40001', '40P01'];
const MOST_TRIES = 5;

/** Thrown by work that should run again in a new transaction: what it met was decided by another in the same moment. */
export class TryAgain extends Error {}

export function sqlState(cause: unknown): string | null {
  for (let at = cause; typeof at === 'object' && at !== null; at = (at as { parent?: unknown }).parent) {
    const { code } = at as { code?: unknown };
    if (typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code)) return code;
  }
  return null;
}

/** Whether a failure says that the database cannot be reached, as opposed to having said no. */
export function isAway(cause: unknown): boolean {
  const names = [
    'SequelizeConnectionError',
    'SequelizeConnectionRefusedError',
    'SequelizeConnectionAcquireTimeoutError',
    'SequelizeHostNotReachableError',
    'SequelizeHostNotFoundError',
    'SequelizeConnectionTimedOutError',
    'ConnectionAcquireTimeoutError',
  ];
  const state = sqlState(cause);
  // Class 08 is "connection exception", 57P0x "the server is shutting down or starting".
  if (state?.startsWith('08') || state?.startsWith('57P')) return true;
  for (let at = cause; at instanceof Error; at = (at as { parent?: unknown }).parent ?? at.cause) {
    if (names.includes(at.name)) return true;
    if (/Connection terminated|ECONNREFUSED|ECONNRESET/.test(at.message)) return true;
  }
  return false;
}

/** Runs work in a transaction of its own; tries again when it lost against another. */
export async function inTransaction<T>(
  db: Database,
  mode: Mode,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  const isolationLevel =
    mode === 'write'
      ? SequelizeTransaction.ISOLATION_LEVELS.READ_COMMITTED
      : SequelizeTransaction.ISOLATION_LEVELS.REPEATABLE_READ;
  for (let tries = 1; ; tries++) {
    try {
      return await db.transaction({ isolationLevel }, (handle) => work({ sequelize: db, handle }));
    } catch (cause) {
      const state = sqlState(cause);
      const isAgain = cause instanceof TryAgain || (state !== null && TRY_AGAIN.includes(state));
      if (tries >= MOST_TRIES || !isAgain) throw cause;
      await new Promise((resolve) => setTimeout(resolve, 5 * tries + Math.random() * 20 * tries));
    }
  }
}

/** Values that a query is given by name. */
export type Values = Readonly<Record<string, unknown>>;

function optionsOf({ handle }: Transaction, values: Values) {
  return { transaction: handle, ...(Object.keys(values).length > 0 ? { replacements: { ...values } } : {}) };
}

/** Runs a query that gives rows, and reads each by its shape. */
export async function select<S extends z.ZodType>(
  transaction: Transaction,
  shape: S,
  sql: string,
  values: Values = {},
): Promise<z.output<S>[]> {
  const rows = await transaction.sequelize.query(sql, {
    type: QueryTypes.SELECT,
    ...optionsOf(transaction, values),
  });
  return rows.map((row) => shape.parse(row));
}

/** Runs a statement for what it does. */
export async function execute(transaction: Transaction, sql: string, values: Values = {}): Promise<void> {
  await transaction.sequelize.query(sql, optionsOf(transaction, values));
}
