import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { holds } from '../../models/requests';
import { rowsOf } from '../../models/table';

const shape = z.strictObject({
  id: z.string(),
  holder: z.string(),
  territoryId: z.string(),
  asked: z.unknown(),
  visit: z.unknown(),
  seats: z.unknown(),
  startAt: z.number(),
  endAt: z.number(),
  expiresAt: z.number(),
});
/** A time kept free for somebody who has not decided yet. Instants are seconds since 1970. */
export type HoldRow = z.infer<typeof shape>;

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;
const COLUMNS = `id, holder, territory_id as "territoryId", asked, visit, seats, ${epoch('starts_at')} as "startAt",
  ${epoch('ends_at')} as "endAt", ${epoch('expires_at')} as "expiresAt" from holds`;

/** Those in some territories that have not expired. */
export function readHolds(
  transaction: Transaction,
  territoryIds: readonly string[],
  now: number,
): Promise<HoldRow[]> {
  return select(
    transaction,
    shape,
    `select ${COLUMNS} where territory_id in (:territoryIds) and expires_at > to_timestamp(:now) order by id`,
    { territoryIds, now },
  );
}

export async function readHold(transaction: Transaction, id: string): Promise<HoldRow | null> {
  const [row] = await select(transaction, shape, `select ${COLUMNS} where id = :id for update`, { id });
  return row ?? null;
}

const instant = (sec: number): Date => new Date(sec * 1000);

/** Keeps a time; whatever the same holder kept before is let go. */
export async function putHold(transaction: Transaction, hold: HoldRow): Promise<void> {
  const { startAt, endAt, expiresAt, ...rest } = hold;
  const rows = rowsOf(transaction, holds);
  await rows.remove({ holder: hold.holder });
  await rows.insert([
    { ...rest, startsAt: instant(startAt), endsAt: instant(endAt), expiresAt: instant(expiresAt) },
  ]);
}

export async function dropHold(transaction: Transaction, id: string): Promise<void> {
  await rowsOf(transaction, holds).remove({ id });
}

/** Forgets what has expired a while ago. */
export async function sweepHolds(transaction: Transaction, before: number): Promise<void> {
  await select(transaction, z.unknown(), 'delete from holds where expires_at < to_timestamp(:before)', {
    before,
  });
}
