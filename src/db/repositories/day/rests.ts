import { z } from 'zod';
import type { Plan } from '@/core/index';
import { execute, select, type Transaction } from '../../connection';
import { dayRests } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';

export async function addRest(transaction: Transaction, row: NewRowOf<typeof dayRests>): Promise<void> {
  await rowsOf(transaction, dayRests).insert([row]);
}

const rest = z.strictObject({
  id: z.string(),
  userId: z.string(),
  territoryIds: z.array(z.string()),
  date: z.string(),
  seconds: z.int(),
});
export type RestRow = z.infer<typeof rest>;

/** The one that waits longest, taken; whoever else looks does not get it. One that was begun long ago by a worker that is gone has failed. */
export async function claimRest(transaction: Transaction): Promise<RestRow | null> {
  const [row] = await select(
    transaction,
    rest,
    `update day_rests set state = 'searching' where id = (
       select id from day_rests where state = 'waiting' order by asked_at, id limit 1 for update skip locked)
     returning id, user_id as "userId", territory_ids as "territoryIds", date::text as date, seconds`,
  );
  return row ?? null;
}

export async function endRest(transaction: Transaction, id: string, plan: Plan | null): Promise<void> {
  await rowsOf(transaction, dayRests).update({ id }, { state: plan ? 'found' : 'failed', plan });
}

/** How far one's own is; null where there is none of that id. */
export async function readRestState(
  transaction: Transaction,
  id: string,
  userId: string,
): Promise<'waiting' | 'searching' | 'found' | 'failed' | null> {
  const [row] = await rowsOf(transaction, dayRests).find({ id, userId });
  return row?.state ?? null;
}

/** The plan that was found for somebody; null where none was. */
export async function readFoundRest(
  transaction: Transaction,
  id: string,
  userId: string,
): Promise<Plan | null> {
  const [row] = await rowsOf(transaction, dayRests).find({ id, userId });
  return row?.state === 'found' ? (row.plan as Plan) : null;
}

/** What was found an hour ago is about a day that has gone on. */
export function dropOldRests(transaction: Transaction, before: Date): Promise<void> {
  return execute(transaction, 'delete from day_rests where asked_at < :before', { before });
}
