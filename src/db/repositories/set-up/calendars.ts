import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';

const brought = z.array(z.strictObject({ date: z.string(), startMin: z.int(), endMin: z.int() }));
export type Brought = z.infer<typeof brought>;

const read = z.strictObject({
  calendarId: z.string(),
  readAt: z.date().nullable(),
  failure: z.string().nullable(),
  brought,
});
export type CalendarRead = z.infer<typeof read>;

/** How the last reading of each went. */
export async function readCalendarReads(transaction: Transaction): Promise<CalendarRead[]> {
  return select(
    transaction,
    read,
    'select calendar_id as "calendarId", read_at as "readAt", failure, brought from calendar_reads',
  );
}

/** Calendars that were not read since a moment, longest ago first. */
export async function dueCalendars(transaction: Transaction, before: Date): Promise<string[]> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `select c.id from calendars c left join calendar_reads r on r.calendar_id = c.id
     where c.archived_at is null and (r.read_at is null or r.read_at < :before)
     order by r.read_at nulls first limit 100`,
    { before },
  );
  return rows.map((r) => r.id);
}

/** Notes a reading, or that one is wanted (`readAt` null). */
export async function writeCalendarRead(transaction: Transaction, row: CalendarRead): Promise<void> {
  await execute(
    transaction,
    `insert into calendar_reads (calendar_id, read_at, failure, brought)
     values (:calendarId, :readAt, :failure, :brought::jsonb)
     on conflict (calendar_id) do update set
       read_at = excluded.read_at, failure = excluded.failure, brought = excluded.brought`,
    { ...row, brought: JSON.stringify(row.brought) },
  );
}
