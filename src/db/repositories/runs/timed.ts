import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';

const templateShape = z.strictObject({
  id: z.string(),
  name: z.string(),
  asked: z.unknown(),
  timetable: z.unknown(),
  /** Who changed it last: in their name it is started. */
  userId: z.string().nullable(),
  changedAt: z.date().nullable(),
});

/** Templates that are started by themselves. */
export async function readTimetables(transaction: Transaction): Promise<z.infer<typeof templateShape>[]> {
  return select(
    transaction,
    templateShape,
    `select t.id, t.name, t.asked, t.timetable, m.user_id as "userId", m.at as "changedAt"
     from run_templates t left join lateral (
       select c.user_id, c.at from changes h join commands c on c.id = h.command_id
       where h.object = 'run-templates' and h.object_id = t.id order by h.id desc limit 1) m on true
     where t.timetable is not null and t.archived_at is null order by t.id`,
  );
}

/** Takes a moment of a timetable; false when somebody has taken it. */
export async function takeMoment(
  transaction: Transaction,
  templateId: string,
  dueAt: Date,
): Promise<boolean> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `insert into timed_runs (template_id, due_at) values (:templateId, :dueAt)
     on conflict do nothing returning template_id as id`,
    { templateId, dueAt },
  );
  return rows.length > 0;
}

export async function noteMoment(
  transaction: Transaction,
  at: { readonly templateId: string; readonly dueAt: Date },
  what: { readonly runIds: readonly string[]; readonly failure: unknown },
): Promise<void> {
  await execute(
    transaction,
    `update timed_runs set run_ids = array_remove(array[:runIds]::text[], ''), failure = cast(:failure as jsonb)
     where template_id = :templateId and due_at = :dueAt`,
    {
      ...at,
      runIds: what.runIds.length > 0 ? what.runIds : [''],
      failure: what.failure === null ? null : JSON.stringify(what.failure),
    },
  );
}

const momentShape = z.strictObject({
  templateId: z.string(),
  dueAt: z.date(),
  runIds: z.array(z.string()),
  failure: z.unknown(),
  /** Of its runs, those that ended without a draft. */
  failed: z.int(),
});

/** What became of the newest moment of each timetable. */
export async function readNewestMoments(transaction: Transaction): Promise<z.infer<typeof momentShape>[]> {
  return select(
    transaction,
    momentShape,
    `select distinct on (t.template_id) t.template_id as "templateId", t.due_at as "dueAt", t.run_ids as "runIds", t.failure,
       (select count(*)::int from runs r where r.status = 'failed' and r.id = any(t.run_ids)) as failed
     from timed_runs t order by t.template_id, t.due_at desc`,
  );
}
