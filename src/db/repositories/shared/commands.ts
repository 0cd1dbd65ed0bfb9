import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { changes, commands } from '../../models/plan';
import { rowsOf } from '../../models/table';

export interface NewCommand {
  readonly name: string;
  readonly facts: Readonly<Record<string, unknown>>;
  readonly userId: string | null;
  readonly at: Date;
  readonly undoes: number | null;
}

export interface Change {
  readonly object: string;
  readonly objectId: string;
  readonly before: unknown;
  readonly after: unknown;
  readonly territoryIds: readonly string[];
}

export async function addCommand(transaction: Transaction, command: NewCommand): Promise<number> {
  const row = await rowsOf(transaction, commands).add({ ...command, facts: { ...command.facts } });
  return Number(row.id);
}

export async function addChanges(
  transaction: Transaction,
  commandId: number,
  list: readonly Change[],
): Promise<void> {
  await rowsOf(transaction, changes).insert(list.map((change) => ({ commandId, ...change })));
}

export async function dropCommand(transaction: Transaction, id: number): Promise<void> {
  await rowsOf(transaction, commands).remove({ id });
}

export async function markUndone(
  transaction: Transaction,
  id: number,
  undoneBy: number | null,
): Promise<void> {
  await rowsOf(transaction, commands).update({ id }, { undoneBy });
}

const commandShape = z.strictObject({
  id: z.int(),
  name: z.string(),
  facts: z.record(z.string(), z.unknown()),
  userId: z.string().nullable(),
  by: z.string().nullable(),
  at: z.date(),
  undoes: z.int().nullable(),
  undoneBy: z.int().nullable(),
});
export type CommandRow = z.infer<typeof commandShape>;
const COMMAND = `select c.id, c.name, c.facts, c.user_id as "userId", u.name as by, c.at, c.undoes, c.undone_by as "undoneBy"
  from commands c left join users u on u.id = c.user_id`;

/** A command, held until the transaction ends. */
export async function lockCommand(transaction: Transaction, id: number): Promise<CommandRow | null> {
  const rows = await select(transaction, commandShape, `${COMMAND} where c.id = :id for update of c`, { id });
  return rows[0] ?? null;
}

const changeShape = z.strictObject({
  object: z.string(),
  objectId: z.string(),
  before: z.unknown(),
  after: z.unknown(),
  territoryIds: z.array(z.string()),
});

/** A command with the moment at which it was done. */
export async function readCommandAt(transaction: Transaction, id: number): Promise<CommandRow | null> {
  return (await select(transaction, commandShape, `${COMMAND} where c.id = :id`, { id }))[0] ?? null;
}

/** All that commands from one on changed in the live plan, in the order in which they did. */
export async function readPlanChangesSince(transaction: Transaction, commandId: number): Promise<Change[]> {
  const rows = await select(
    transaction,
    changeShape,
    `select object, object_id as "objectId", before, after, territory_ids as "territoryIds"
     from changes where command_id >= :commandId and object in ('live-visits','live-days') order by id`,
    { commandId },
  );
  return rows;
}

/** What a command changed, in the order in which it did. */
export async function readChanges(transaction: Transaction, commandId: number): Promise<Change[]> {
  const rows = await select(
    transaction,
    changeShape,
    `select object, object_id as "objectId", before, after, territory_ids as "territoryIds"
     from changes where command_id = :commandId order by id`,
    { commandId },
  );
  return rows.map((r) => ({ ...r, before: r.before ?? null, after: r.after ?? null }));
}

/** The newest commands of a user, undone ones and undoings included. */
export async function readCommandsOf(
  transaction: Transaction,
  userId: string,
  limit: number,
): Promise<CommandRow[]> {
  return select(
    transaction,
    commandShape,
    `${COMMAND} where c.user_id = :userId order by c.id desc limit :limit`,
    {
      userId,
      limit,
    },
  );
}

/** The newest commands that changed the live plan, and nothing of it outside of the territories. */
export async function readPlanCommands(
  transaction: Transaction,
  territoryIds: readonly string[],
  limit: number,
): Promise<CommandRow[]> {
  return select(
    transaction,
    commandShape,
    `${COMMAND} where exists (select 1 from changes x where x.command_id = c.id and x.object = 'live-visits')
       and not exists (select 1 from changes x where x.command_id = c.id
         and x.object in ('live-visits','live-days') and not x.territory_ids <@ array[:territoryIds]::text[])
     order by c.id desc limit :limit`,
    { territoryIds: ['', ...territoryIds], limit },
  );
}

const historyShape = z.strictObject({
  commandId: z.int(),
  name: z.string(),
  facts: z.record(z.string(), z.unknown()),
  by: z.string().nullable(),
  at: z.date(),
  before: z.unknown(),
  after: z.unknown(),
});
export type HistoryRow = z.infer<typeof historyShape>;

/** What happened to an object, newest first. */
export async function readHistoryOf(
  transaction: Transaction,
  object: string,
  objectId: string,
  limit: number,
): Promise<HistoryRow[]> {
  const rows = await select(
    transaction,
    historyShape,
    `select c.id as "commandId", c.name, c.facts, u.name as by, c.at, x.before, x.after
     from changes x join commands c on c.id = x.command_id left join users u on u.id = c.user_id
     where x.object = :object and x.object_id = :objectId order by x.id desc limit :limit`,
    { object, objectId, limit },
  );
  return rows.map((r) => ({ ...r, before: r.before ?? null, after: r.after ?? null }));
}

/** Who changed an object last; null where nobody is known to have. */
export async function lastHandOn(
  transaction: Transaction,
  object: string,
  objectId: string,
): Promise<string | null> {
  const rows = await select(
    transaction,
    z.strictObject({ userId: z.string() }),
    `select c.user_id as "userId" from changes x join commands c on c.id = x.command_id
     where x.object = :object and x.object_id = :objectId and c.user_id is not null
     order by x.id desc limit 1`,
    { object, objectId },
  );
  return rows[0]?.userId ?? null;
}

/** Whether an object was put away at some time. */
export async function wasPutAway(
  transaction: Transaction,
  object: string,
  objectId: string,
): Promise<boolean> {
  const rows = await select(
    transaction,
    z.strictObject({ was: z.boolean() }),
    `select exists (select 1 from changes
       where object = :object and object_id = :objectId and after ->> 'archivedAt' is not null) as was`,
    { object, objectId },
  );
  return rows[0]?.was ?? false;
}

/** Tells all processes, when the transaction commits. At most 8,000 bytes (PostgreSQL, NOTIFY). */
export async function notify(transaction: Transaction, payload: string): Promise<void> {
  await execute(transaction, `select pg_notify('lime', :payload)`, { payload });
}

/**
 * The id of the newest command: as long as it stays, nothing that plans follow from has changed. That the field is through with a work
 * order changes none.
 */
export async function newestCommand(transaction: Transaction): Promise<number> {
  const shape = z.strictObject({ id: z.int().nullable() });
  const [row] = await select(
    transaction,
    shape,
    `select max(id) as id from commands where name <> 'field-done'`,
  );
  return row?.id ?? 0;
}
