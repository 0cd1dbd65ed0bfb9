import { z } from 'zod';
import { extentSchema, progressPoint, runOutcome } from '@/contract/runs/run';
import type { Plan } from '@/core/index';
import { execute, select, type Transaction } from '../../connection';
import { runs } from '../../models/plan';
import { type NewRowOf, rowsOf } from '../../models/table';
import { EXTENT_IN_SIGHT } from '../plan/drafts';

const runShape = z.strictObject({
  id: z.string(),
  asked: z.unknown(),
  playbookVersionId: z.string(),
  playbookId: z.string(),
  batchId: z.string().nullable(),
  origin: z.enum(['search', 'relaxation', 'file']),
  problemHash: z.string().nullable(),
  status: z.enum(['queued', 'running', 'done', 'failed']),
  extent: extentSchema,
  playbook: z.string(),
  mayMove: z.enum(['loose', 'all']),
  seconds: z.int(),
  seed: z.int(),
  createdAt: z.date(),
  startedAt: z.date().nullable(),
  endedAt: z.date().nullable(),
  stopRequested: z.boolean(),
  attempts: z.int(),
  progress: z.array(progressPoint),
  outcome: runOutcome.nullable(),
  draftId: z.string().nullable(),
  createdBy: z.string(),
});
export type StoredRun = z.infer<typeof runShape>;

const RUN = (
  progress: string,
): string => `select r.id, r.asked, r.playbook_version_id as "playbookVersionId", p.id as "playbookId",
  r.batch_id as "batchId", r.origin, r.problem_hash as "problemHash", r.status, r.extent, p.name || ', version ' || v.version as playbook,
  r.may_move as "mayMove", r.seconds, r.seed, r.created_at as "createdAt", r.started_at as "startedAt",
  r.ended_at as "endedAt", r.stop_requested as "stopRequested", r.attempts, ${progress} as progress, r.outcome,
  d.id as "draftId", u.name as "createdBy"
  from runs r join playbook_versions v on v.id = r.playbook_version_id join playbooks p on p.id = v.playbook_id
  join users u on u.id = r.created_by left join plans d on d.run_id = r.id`;

export async function readRunRow(transaction: Transaction, id: string): Promise<StoredRun | null> {
  return (await select(transaction, runShape, `${RUN('r.progress')} where r.id = :id`, { id }))[0] ?? null;
}

/** The newest runs that lie wholly in the territories; of their progress only the last point. */
export async function readRuns(
  transaction: Transaction,
  territoryIds: readonly string[],
  limit: number,
): Promise<StoredRun[]> {
  const last = `case when jsonb_array_length(r.progress) = 0 then '[]'::jsonb else jsonb_build_array(r.progress->-1) end`;
  return select(
    transaction,
    runShape,
    `${RUN(last)} where ${EXTENT_IN_SIGHT} order by r.created_at desc, r.id limit :limit`,
    { territories: ['', ...territoryIds], limit },
  );
}

const TURN = `(select count(*) from runs o where o.created_by = r.created_by and (o.status = 'running'
         or (o.status in ('done','failed') and o.ended_at > now() - interval '1 hour'))), r.created_at, r.id`;

/** Who stands where in the line; those that search come before all who wait. */
export async function readLine(transaction: Transaction): Promise<readonly { id: string; place: number }[]> {
  return select(
    transaction,
    z.strictObject({ id: z.string(), place: z.int() }),
    `select r.id, (row_number() over (order by r.status <> 'running', ${TURN}))::int as place
     from runs r where r.status in ('queued','running')`,
  );
}

/** Runs of one batch, in the order in which they were asked. */
export async function readBatch(transaction: Transaction, batchId: string): Promise<StoredRun[]> {
  const last = `case when jsonb_array_length(r.progress) = 0 then '[]'::jsonb else jsonb_build_array(r.progress->-1) end`;
  return select(
    transaction,
    runShape,
    `${RUN(last)} where r.batch_id = :batchId order by r.created_at, r.id`,
    {
      batchId,
    },
  );
}

/** Final prices by objective of the newest runs of exactly these days and territories. */
export async function readRunsOfExtent(
  transaction: Transaction,
  extent: { readonly territoryIds: readonly string[]; readonly firstDate: string; readonly lastDate: string },
  limit: number,
): Promise<{ id: string; endedAt: Date; prices: number[] }[]> {
  return select(
    transaction,
    z.strictObject({ id: z.string(), endedAt: z.date(), prices: z.array(z.number()) }),
    `select r.id, r.ended_at as "endedAt", r.progress->-1->'prices' as prices from runs r
     where r.status = 'done' and r.origin = 'search' and jsonb_array_length(r.progress) > 0
       and r.extent->>'firstDate' = :firstDate and r.extent->>'lastDate' = :lastDate
       and jsonb_array_length(r.extent->'territoryIds') = :count
       and not exists (select 1 from jsonb_array_elements_text(r.extent->'territoryIds') t where t not in (:territoryIds))
     order by r.ended_at desc, r.id limit :limit`,
    { ...extent, territoryIds: ['', ...extent.territoryIds], count: extent.territoryIds.length, limit },
  );
}

export async function addRun(transaction: Transaction, run: NewRowOf<typeof runs>): Promise<void> {
  await rowsOf(transaction, runs).insert([run]);
}

const idShape = z.strictObject({ id: z.string() });

/** The waiting or running run of an extent. */
export async function activeRunOf(transaction: Transaction, extentKey: string): Promise<string | null> {
  const rows = await select(
    transaction,
    idShape,
    `select id from runs where extent_key = :extentKey and status in ('queued','running')`,
    { extentKey },
  );
  return rows[0]?.id ?? null;
}

export async function countWaiting(transaction: Transaction, userId: string): Promise<number> {
  const [row] = await select(
    transaction,
    z.strictObject({ n: z.int() }),
    `select count(*)::int as n from runs where created_by = :userId and status = 'queued'`,
    { userId },
  );
  return row?.n ?? 0;
}

export async function askToStop(transaction: Transaction, id: string): Promise<void> {
  await rowsOf(transaction, runs).update({ id, status: ['queued', 'running'] }, { stopRequested: true });
}

/** Ends a run that waits, and asks one that searches to end without a draft; says whether it had ended already. */
export async function cancel(transaction: Transaction, id: string): Promise<boolean> {
  const waiting = await rowsOf(transaction, runs).update(
    { id, status: 'queued' },
    { status: 'failed', outcome: { code: 'cancelled' }, endedAt: new Date() },
  );
  const running = await rowsOf(transaction, runs).update(
    { id, status: 'running' },
    { cancelRequested: true },
  );
  return waiting + running === 0;
}

/** A run like another, to be done once more from its beginning. */
export async function copyRun(
  transaction: Transaction,
  run: { readonly from: string; readonly id: string; readonly extentKey: string; readonly createdBy: string },
): Promise<void> {
  await execute(
    transaction,
    `insert into runs (id, extent, extent_key, playbook_version_id, may_move, seconds, seed, status, problem, problem_hash,
       base_revision, not_before, best_plan, start_plan, created_by, asked)
     select :id, extent, :extentKey, playbook_version_id, may_move, seconds, seed, 'queued', problem, problem_hash,
       base_revision, not_before, start_plan, start_plan, :createdBy, asked from runs where id = :from`,
    run,
  );
}

const runExtentShape = z.strictObject({ extent: extentSchema, playbookVersionId: z.string() });

export async function readExtentOfRun(
  transaction: Transaction,
  id: string,
): Promise<z.infer<typeof runExtentShape> | null> {
  const rows = await select(
    transaction,
    runExtentShape,
    'select extent, playbook_version_id as "playbookVersionId" from runs where id = :id',
    { id },
  );
  return rows[0] ?? null;
}

export async function readPackedProblem(transaction: Transaction, id: string): Promise<Buffer | null> {
  const shape = z.strictObject({ problem: z.instanceof(Buffer).nullable() });
  return (
    (await select(transaction, shape, 'select problem from runs where id = :id', { id }))[0]?.problem ?? null
  );
}

/** What a run began from, and what it has found. */
export async function readStartAndPlan(
  transaction: Transaction,
  id: string,
): Promise<{ start: unknown; plan: unknown } | null> {
  const rows = await select(
    transaction,
    z.strictObject({ start: z.unknown(), plan: z.unknown() }),
    `select start_plan as start, case when status = 'done' then best_plan end as plan from runs where id = :id`,
    { id },
  );
  return rows[0] ?? null;
}

/** The best plan that a run has found, and how far it had come. */
export async function readBestPlan(
  transaction: Transaction,
  id: string,
): Promise<{ plan: unknown; foundAt: string } | null> {
  const rows = await select(
    transaction,
    z.strictObject({ plan: z.unknown(), foundAt: z.string() }),
    `select best_plan as plan, md5(best_plan::text) as "foundAt" from runs where id = :id and best_plan is not null`,
    { id },
  );
  const [row] = rows;
  return row ? { plan: row.plan, foundAt: row.foundAt } : null;
}

/** A run that a worker has taken. */
const claimedShape = z.strictObject({
  id: z.string(),
  asked: z.unknown(),
  seconds: z.int(),
  seed: z.int(),
  attempts: z.int(),
  start: z.custom<Plan>().nullable(),
  progress: z.array(progressPoint),
});
export type ClaimedRun = z.infer<typeof claimedShape>;

/**
 * Takes the waiting run whose turn it is: first of those who have the fewest runs under way and have had the
 * fewest in the last hour, then the oldest. Null when none waits.
 */
export async function claimNext(transaction: Transaction): Promise<ClaimedRun | null> {
  const rows = await select(
    transaction,
    claimedShape,
    `update runs set status = 'running', attempts = attempts + 1, heartbeat_at = now(), started_at = coalesce(started_at, now())
     where id = (select r.id from runs r where r.status = 'queued'
       order by ${TURN}
       limit 1 for update skip locked)
     returning id, asked, seconds, seed, attempts, best_plan as start, progress`,
  );
  return rows[0] ?? null;
}

/** Notes that a run is alive, with its newest figures; null when it is not this attempt's any more. */
export async function noteProgress(
  transaction: Transaction,
  run: { readonly id: string; readonly attempt: number },
  progress: readonly z.infer<typeof progressPoint>[],
  best: Plan | null,
): Promise<{ readonly stop: boolean; readonly cancel: boolean } | null> {
  const rows = await select(
    transaction,
    z.strictObject({ stop: z.boolean(), cancel: z.boolean() }),
    `update runs set heartbeat_at = now(), progress = cast(:progress as jsonb),
       best_plan = coalesce(cast(:best as jsonb), best_plan)
     where id = :id and status = 'running' and attempts = :attempt returning stop_requested as stop, cancel_requested as cancel`,
    { ...run, progress: JSON.stringify(progress), best: best ? JSON.stringify(best) : null },
  );
  return rows[0] ?? null;
}

const endedShape = z.strictObject({ extent: extentSchema, playbook: z.string(), createdBy: z.string() });

/** Ends a run as done; null when it is not this attempt's any more. */
export async function endAsDone(
  transaction: Transaction,
  run: { readonly id: string; readonly attempt: number },
  ended: { readonly outcome: unknown; readonly progress: unknown; readonly plan: Plan },
): Promise<z.infer<typeof endedShape> | null> {
  const rows = await select(
    transaction,
    endedShape,
    `update runs set status = 'done', ended_at = now(), outcome = cast(:outcome as jsonb), progress = cast(:progress as jsonb),
       best_plan = cast(:plan as jsonb)
     where id = :id and status = 'running' and attempts = :attempt
     returning extent, created_by as "createdBy", (select p.name from playbook_versions v join playbooks p on p.id = v.playbook_id
       where v.id = playbook_version_id) as playbook`,
    {
      ...run,
      outcome: JSON.stringify(ended.outcome),
      progress: JSON.stringify(ended.progress),
      plan: JSON.stringify(ended.plan),
    },
  );
  return rows[0] ?? null;
}

export async function endAsFailed(
  transaction: Transaction,
  run: { readonly id: string; readonly attempt: number },
  outcome: z.infer<typeof runOutcome>,
): Promise<void> {
  await rowsOf(transaction, runs).update(
    { id: run.id, status: 'running', attempts: run.attempt },
    { status: 'failed', outcome, endedAt: new Date() },
  );
}

/** Puts runs whose worker went away back in line, or ends them when that happened too often; says which. */
export async function rescueLost(
  transaction: Transaction,
  limits: { readonly lostSec: number; readonly mostAttempts: number },
): Promise<string[]> {
  const rows = await select(
    transaction,
    idShape,
    `update runs set
       status = case when attempts >= :mostAttempts then 'failed' else 'queued' end,
       outcome = case when attempts >= :mostAttempts then '{"code":"worker-lost"}'::jsonb else outcome end,
       ended_at = case when attempts >= :mostAttempts then now() else ended_at end
     where status = 'running' and heartbeat_at < now() - make_interval(secs => :lostSec) returning id`,
    limits,
  );
  return rows.map((r) => r.id);
}

/** Whether any run waits. */
export async function anyWaiting(transaction: Transaction): Promise<boolean> {
  return (
    (await select(transaction, idShape, `select id from runs where status = 'queued' limit 1`)).length > 0
  );
}

/** Tells all processes that a run moved on. */
export async function notifyRun(transaction: Transaction, id: string): Promise<void> {
  await execute(transaction, `select pg_notify('lime', :payload)`, {
    payload: JSON.stringify({ kind: 'run', id }),
  });
}
