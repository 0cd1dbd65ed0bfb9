import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { dayPlayer } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';

const player = z.strictObject({
  date: z.string(),
  seed: z.int(),
  /** What o'clock it is for whoever plays along, whole seconds since 1970. */
  now: z.number(),
  pace: z.int(),
  /** Until when the field was played. */
  playedTo: z.number(),
});
export type Player = z.infer<typeof player>;

/** The clock waits for the field when that is slow: it goes no further ahead of it than it would in so many seconds. */
const MOST_AHEAD_SEC = 2;

/** The day player's clock; null while nobody plays. */
export async function readPlayer(transaction: Transaction): Promise<Player | null> {
  const [row] = await select(
    transaction,
    player,
    `select date::text as date, seed, pace, extract(epoch from played_to)::float8 as "playedTo",
       floor(least(extract(epoch from at) + pace * greatest(0, extract(epoch from clock_timestamp() - set_at)),
         extract(epoch from greatest(at, played_to)) + :ahead * pace))::float8 as now
     from day_player where id = 1`,
    { ahead: MOST_AHEAD_SEC },
  );
  return row ?? null;
}

/** Whoever sets the clock or plays on takes turns, until the transaction ends. */
export function holdPlayer(transaction: Transaction): Promise<void> {
  return execute(transaction, 'select pg_advisory_xact_lock(2110)');
}

/** Whether nobody else plays on; held until the transaction ends. */
export async function tryHoldPlayer(transaction: Transaction): Promise<boolean> {
  const [row] = await select(
    transaction,
    z.strictObject({ held: z.boolean() }),
    'select pg_try_advisory_xact_lock(2110) as held',
  );
  return row?.held ?? false;
}

export async function writePlayer(
  transaction: Transaction,
  row: Omit<NewRowOf<typeof dayPlayer>, 'id' | 'setAt'>,
): Promise<void> {
  const rows = rowsOf(transaction, dayPlayer);
  await rows.remove({ id: 1 });
  await rows.insert([{ ...row, id: 1, setAt: new Date() }]);
}

export async function notePlayed(transaction: Transaction, to: Date): Promise<void> {
  await rowsOf(transaction, dayPlayer).update({ id: 1 }, { playedTo: to });
}

export async function dropPlayer(transaction: Transaction): Promise<void> {
  await rowsOf(transaction, dayPlayer).remove({ id: 1 });
}

/** Urgent work that came in while a day was played is nobody's any more: its number outside is free for the next time. */
async function dropPlayedWork(transaction: Transaction): Promise<void> {
  const played = `select v.id from visits v join work_orders w on w.id = v.work_order_id where w.outside_number like 'played-%'`;
  await execute(
    transaction,
    `delete from placements where plan_id in (select id from plans where kind = 'live') and visit_id in (${played})`,
  );
  await execute(
    transaction,
    `update visits set status = 'cancelled', version = version + 1 where id in (${played})`,
  );
  await execute(
    transaction,
    `update work_orders set stage = 'cancelled', cancelled_for = 'The day was begun anew', outside_number = null, version = version + 1
     where outside_number like 'played-%'`,
  );
}

/** Takes back all that the field said of a day, and that work orders were done by it: a day that is played begins anew. */
export async function clearDay(transaction: Transaction, date: string): Promise<void> {
  for (const table of ['field_reports', 'visit_fields', 'person_fields', 'visit_papers', 'needs_aside'])
    await execute(transaction, `delete from ${table} where date = :date`, { date });
  await dropPlayedWork(transaction);
  await execute(
    transaction,
    `update work_orders w set stage = 'open', version = version + 1 where w.stage = 'done' and exists (
       select 1 from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id
       where v.work_order_id = w.id and p.date = :date)`,
    { date },
  );
}
