import { DataTypes, type Model, type ModelAttributes, type ModelStatic } from 'sequelize';
import type { Database, Transaction } from '../connection';

/** What a column holds, and how PostgreSQL's catalogue calls its type. */
const KINDS = {
  text: { type: DataTypes.TEXT, sql: 'text' },
  whole: { type: DataTypes.INTEGER, sql: 'integer' },
  big: { type: DataTypes.BIGINT, sql: 'bigint' },
  number: { type: DataTypes.DOUBLE, sql: 'double precision' },
  yes: { type: DataTypes.BOOLEAN, sql: 'boolean' },
  json: { type: DataTypes.JSONB, sql: 'jsonb' },
  instant: { type: DataTypes.DATE, sql: 'timestamp with time zone' },
  date: { type: DataTypes.DATEONLY, sql: 'date' },
  bytes: { type: DataTypes.BLOB, sql: 'bytea' },
  texts: { type: DataTypes.ARRAY(DataTypes.TEXT), sql: 'ARRAY' },
  instants: { type: DataTypes.ARRAY(DataTypes.DATE), sql: 'ARRAY' },
} as const;
export type ColumnKind = keyof typeof KINDS;

export interface Column<T, Given extends boolean = true> {
  readonly kind: ColumnKind;
  readonly nullable: boolean;
  readonly key: boolean;
  /** Whether the database gives a value where none is written. */
  readonly defaulted: boolean;
  readonly auto: boolean;
  /** The table whose `id` it holds. */
  readonly references: string | null;
  /** Only for the compiler: the type of its values, and whether one must be given. */
  readonly holds?: T;
  readonly given?: Given;
}

const column = <T>(kind: ColumnKind): Column<T> => ({
  kind,
  nullable: false,
  key: false,
  defaulted: false,
  auto: false,
  references: null,
});
export const text = <T extends string = string>(): Column<T> => column('text');
export const whole = (): Column<number> => column('whole');
export const big = (): Column<number> => column('big');
export const number = (): Column<number> => column('number');
export const yes = (): Column<boolean> => column('yes');
export const json = <T>(): Column<T> => column('json');
export const instant = (): Column<Date> => column('instant');
export const date = (): Column<string> => column('date');
export const bytes = (): Column<Buffer> => column('bytes');
export const texts = (): Column<readonly string[]> => column('texts');
export const instants = (): Column<readonly Date[]> => column('instants');
export const ref = (table: string): Column<string> => ({ ...column<string>('text'), references: table });
export const key = <T>(c: Column<T>): Column<T> => ({ ...c, key: true });
export const maybe = <T>(c: Column<T, boolean>): Column<T | null, false> =>
  ({ ...c, nullable: true }) as never;
/** The database has a value of its own for it. */
export const defaulted = <T>(c: Column<T>): Column<T, false> => ({ ...c, defaulted: true }) as never;
/** A number that the database counts on by itself, beside another key. */
export const counted = (): Column<number, false> =>
  ({ ...column<number>('big'), auto: true, defaulted: true }) as never;
export const serial = (): Column<number, false> =>
  ({ ...column<number>('big'), key: true, auto: true, defaulted: true }) as never;

export type Columns = Readonly<Record<string, Column<unknown, boolean>>>;

export interface Table<C extends Columns = Columns> {
  readonly name: string;
  readonly columns: C;
}
export type RowOf<T> =
  T extends Table<infer C>
    ? { readonly [K in keyof C]: C[K] extends Column<infer V, boolean> ? V : never }
    : never;
type GivenKeys<C extends Columns> = {
  [K in keyof C]: C[K] extends Column<unknown, infer G> ? (G extends true ? K : never) : never;
}[keyof C];
/** A row to be written: what the database fills by itself may be left out. */
export type NewRowOf<T> = T extends Table<infer C> ? Pick<RowOf<T>, GivenKeys<C>> & Partial<RowOf<T>> : never;
type WhereOf<T> = { readonly [K in keyof RowOf<T>]?: RowOf<T>[K] | readonly RowOf<T>[K][] };

/** Describes a table of the schema; `camelCase` columns are `snake_case` in the database. */
export function defineTable<C extends Columns>(name: string, columns: C): Table<C> {
  return { name, columns };
}

export function sqlTypeOf(kind: ColumnKind): string {
  return KINDS[kind].sql;
}

export function snake(name: string): string {
  return name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
}

type AnyModel = ModelStatic<Model<Record<string, unknown>, Record<string, unknown>>>;

/** The model of a table, defined once per connection. */
function modelOf(db: Database, table: Table): AnyModel {
  if (db.isDefined(table.name)) return db.model(table.name) as AnyModel;
  const attributes: ModelAttributes = {};
  for (const [name, c] of Object.entries(table.columns)) {
    attributes[name] = {
      type: KINDS[c.kind].type,
      allowNull: c.nullable || c.defaulted,
      primaryKey: c.key,
      autoIncrement: c.auto,
      ...(c.references ? { references: { model: c.references, key: 'id' } } : {}),
    };
  }
  return db.define(table.name, attributes, {
    tableName: table.name,
    underscored: true,
    timestamps: false,
  }) as AnyModel;
}

/** Rows of one table, through its model, inside a transaction. */
export interface Rows<T> {
  insert(rows: readonly NewRowOf<T>[]): Promise<void>;
  /** Inserts one row and gives it back with what the database filled in. */
  add(row: NewRowOf<T>): Promise<RowOf<T>>;
  /** Changes the rows that match; says how many. */
  update(where: WhereOf<T>, values: Partial<RowOf<T>>): Promise<number>;
  remove(where: WhereOf<T>): Promise<number>;
  find(where: WhereOf<T>): Promise<RowOf<T>[]>;
}

/** Rows that fill the same columns go together: what a row leaves out keeps the value that the database gives it. */
function byFields(rows: readonly Record<string, unknown>[]): Map<string, Record<string, unknown>[]> {
  const out = new Map<string, Record<string, unknown>[]>();
  for (const row of rows) {
    const fields = Object.keys(row)
      .filter((name) => row[name] !== undefined)
      .sort()
      .join(' ');
    const alike = out.get(fields);
    if (alike) alike.push(row);
    else out.set(fields, [row]);
  }
  return out;
}

export function rowsOf<T extends Table>(transaction: Transaction, table: T): Rows<T> {
  const model = modelOf(transaction.sequelize, table);
  const own = { transaction: transaction.handle };
  const plain = (m: Model): RowOf<T> => m.get({ plain: true }) as RowOf<T>;
  return {
    insert: async (rows) => {
      for (const [fields, alike] of byFields(rows as unknown as Record<string, unknown>[])) {
        await model.bulkCreate(alike, { ...own, fields: fields.split(' ') });
      }
    },
    add: async (row) => plain(await model.create(row as Record<string, unknown>, own)),
    update: async (where, values) =>
      (await model.update(values as Record<string, unknown>, { where: where as never, ...own }))[0],
    remove: async (where) => model.destroy({ where: where as never, ...own }),
    find: async (where) => (await model.findAll({ where: where as never, ...own })).map(plain),
  };
}
