import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { studies } from '../../models/plan';
import { type NewRowOf, rowsOf } from '../../models/table';

const studyShape = z.strictObject({
  id: z.string(),
  kind: z.enum(['sweep', 'grid', 'binds', 'relax', 'files']),
  asked: z.unknown(),
  territoryIds: z.array(z.string()),
  status: z.enum(['queued', 'running', 'done', 'failed', 'stopped']),
  found: z.unknown(),
  failure: z.string().nullable(),
  createdBy: z.string(),
  createdAt: z.date(),
});
export type StoredStudy = z.infer<typeof studyShape>;
const STUDY = `select s.id, s.kind, s.asked, s.territory_ids as "territoryIds", s.status, s.found, s.failure,
  u.name as "createdBy", s.created_at as "createdAt" from studies s join users u on u.id = s.created_by`;

export async function readStudy(transaction: Transaction, id: string): Promise<StoredStudy | null> {
  return (await select(transaction, studyShape, `${STUDY} where s.id = :id`, { id }))[0] ?? null;
}

/** The answer to a question that was asked before, unless it failed or was stopped. */
export async function readStudyByKey(transaction: Transaction, key: string): Promise<StoredStudy | null> {
  return (await select(transaction, studyShape, `${STUDY} where s.key = :key`, { key }))[0] ?? null;
}

export async function addStudy(transaction: Transaction, study: NewRowOf<typeof studies>): Promise<void> {
  await rowsOf(transaction, studies).insert([study]);
}

/** Puts a question that failed or was stopped in line once more; what it found is kept. */
export async function askAgain(transaction: Transaction, id: string): Promise<void> {
  await rowsOf(transaction, studies).update(
    { id, status: ['failed', 'stopped'] },
    { status: 'queued', stopRequested: false, failure: null, attempts: 0, endedAt: null },
  );
}

const claimedShape = z.strictObject({
  id: z.string(),
  kind: z.enum(['sweep', 'grid', 'binds', 'relax', 'files']),
  asked: z.unknown(),
  found: z.unknown(),
  problem: z.instanceof(Buffer).nullable(),
  attempts: z.int(),
});
export type ClaimedStudy = z.infer<typeof claimedShape>;

/** Takes a study that waits, or one whose worker went away; null when there is none. */
export async function claimStudy(transaction: Transaction, lostSec: number): Promise<ClaimedStudy | null> {
  const rows = await select(
    transaction,
    claimedShape,
    `update studies set status = 'running', attempts = attempts + 1, heartbeat_at = now()
     where id = (select id from studies where status = 'queued'
       or (status = 'running' and heartbeat_at < now() - make_interval(secs => :lostSec))
       order by created_at, id limit 1 for update skip locked)
     returning id, kind, asked, found, problem, attempts`,
    { lostSec },
  );
  return rows[0] ?? null;
}

/** Notes what a study has found; false when it is to stop, or is not this attempt's any more. */
export async function noteStudy(
  transaction: Transaction,
  study: { readonly id: string; readonly attempt: number },
  found: unknown,
): Promise<boolean> {
  const rows = await select(
    transaction,
    z.strictObject({ stop: z.boolean() }),
    `update studies set heartbeat_at = now(), found = cast(:found as jsonb)
     where id = :id and status = 'running' and attempts = :attempt returning stop_requested as stop`,
    { ...study, found: JSON.stringify(found) },
  );
  return rows[0] !== undefined && !rows[0].stop;
}

/** Gives a study back to the line, so that a run may come first. */
export async function yieldStudy(
  transaction: Transaction,
  study: { readonly id: string; readonly attempt: number },
): Promise<void> {
  await execute(
    transaction,
    `update studies set status = 'queued', attempts = attempts - 1 where id = :id and status = 'running' and attempts = :attempt`,
    study,
  );
}

export async function endStudy(
  transaction: Transaction,
  study: { readonly id: string; readonly attempt: number },
  end: { readonly status: 'done' | 'failed' | 'stopped'; readonly failure: string | null },
): Promise<void> {
  await rowsOf(transaction, studies).update(
    { id: study.id, status: 'running', attempts: study.attempt },
    { ...end, endedAt: new Date() },
  );
}

export async function askStudyToStop(transaction: Transaction, id: string): Promise<void> {
  await rowsOf(transaction, studies).update(
    { id, status: 'queued' },
    { status: 'stopped', endedAt: new Date() },
  );
  await rowsOf(transaction, studies).update({ id, status: 'running' }, { stopRequested: true });
}

/** Whether any study waits, or lies where its worker went away. */
export async function anyStudyWaiting(transaction: Transaction, lostSec: number): Promise<boolean> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `select id from studies where status = 'queued'
       or (status = 'running' and heartbeat_at < now() - make_interval(secs => :lostSec)) limit 1`,
    { lostSec },
  );
  return rows.length > 0;
}

/** Studies that nobody has asked about for long go. */
export async function forgetStudies(transaction: Transaction, before: Date): Promise<void> {
  await execute(transaction, `delete from studies where coalesce(ended_at, created_at) < :before`, {
    before,
  });
}
