import { createHash, randomUUID } from 'node:crypto';
import { type Extent, type RunOutcome, type RunView, runRequest } from '@/contract/run';
import { stableJson } from '@/core/index';
import { select } from '@/db/connection';
import { table } from '@/db/models/tables';
import { readLivePlan } from '@/db/repositories/plans';
import { readAccess, requireChange, requireSight } from './access';
import { database } from './database';
import { readPlaybookVersion } from './playbooks';
import { buildProblem } from './problem/build-problem';
import { loadSchedule } from './problem/load-schedule';
import { enqueueRun } from './queue';
import { Refusal } from './refusal';
import { packProblem } from './run-problem';
import type { User } from './session';

function keyOf(extent: Extent): string {
  return `${[...extent.territoryIds].sort().join(',')}|${extent.firstDate}|${extent.lastDate}`;
}

async function activeRun(extentKey: string): Promise<string | null> {
  const [run] = await select<{ id: string }>(
    database(),
    `select id from runs where extent_key = :extentKey and status in ('queued','running')`,
    { extentKey },
  );
  return run?.id ?? null;
}

/** Builds the problem of a run as of now, stores it and queues the run. One run per extent at a time. */
export async function startRun(user: User, raw: unknown): Promise<string> {
  const parsed = runRequest.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new Refusal('invalid', { path: issue?.path.join('.'), message: issue?.message });
  }
  const { extent, playbookVersionId, mayMove, seconds } = parsed.data;
  await requireChange(user, extent.territoryIds);
  const playbook = await readPlaybookVersion(playbookVersionId);
  const extentKey = keyOf(extent);
  const running = await activeRun(extentKey);
  if (running) throw new Refusal('conflict', { runId: running });
  const db = database();
  const id = randomUUID();
  try {
    await db.transaction({ isolationLevel: 'REPEATABLE READ' as never }, async (transaction) => {
      const live = await readLivePlan(db, { transaction });
      const { data, zone } = await loadSchedule(extent, live, transaction);
      const { problem, plan, ownVisitIds } = await buildProblem(data, {
        extent,
        playbook: playbook.content,
        zone,
        mayMove,
        name: `${playbook.name} ${extent.firstDate}`,
      });
      const empty: RunOutcome | null =
        ownVisitIds.length === 0
          ? { code: 'no-work' }
          : problem.shifts.length === 0
            ? { code: 'no-people' }
            : null;
      if (empty) throw new Refusal('invalid', { path: 'extent', outcome: empty.code });
      await table(db, 'runs').create(
        {
          id,
          extent,
          extentKey,
          playbookVersionId,
          mayMove,
          seconds,
          seed: 1 + Math.floor(Math.random() * 1_000_000),
          status: 'queued',
          problem: packProblem(problem),
          problemHash: createHash('sha256').update(stableJson(problem)).digest('hex'),
          baseRevision: live.revision,
          bestPlan: plan.routes.length > 0 ? plan : null,
          progress: [],
          createdBy: user.id,
          createdAt: new Date(),
        },
        { transaction },
      );
    });
  } catch (cause) {
    // Two starts of one extent in the same moment: the index lets one through.
    const other = cause instanceof Refusal ? null : await activeRun(extentKey);
    if (other) throw new Refusal('conflict', { runId: other });
    throw cause;
  }
  await enqueueRun(id);
  return id;
}

interface RunRow extends Omit<RunView, 'territoryNames' | 'createdAt' | 'startedAt' | 'endedAt'> {
  readonly createdAt: Date;
  readonly startedAt: Date | null;
  readonly endedAt: Date | null;
}

const RUNS = `select r.id, r.status, r.extent, p.name || ', version ' || v.version as playbook, r.may_move as "mayMove",
  r.seconds, r.seed, r.created_at as "createdAt", r.started_at as "startedAt", r.ended_at as "endedAt",
  r.stop_requested as "stopRequested", r.attempts, r.progress, r.outcome, d.id as "draftId", u.name as "createdBy"
  from runs r join playbook_versions v on v.id = r.playbook_version_id join playbooks p on p.id = v.playbook_id
  join users u on u.id = r.created_by left join plans d on d.run_id = r.id`;

async function toView(row: RunRow, names: ReadonlyMap<string, string>): Promise<RunView> {
  return {
    ...row,
    createdAt: row.createdAt.toISOString(),
    startedAt: row.startedAt?.toISOString() ?? null,
    endedAt: row.endedAt?.toISOString() ?? null,
    territoryNames: row.extent.territoryIds.map((id) => names.get(id) ?? ''),
  };
}

async function territoryNames(): Promise<Map<string, string>> {
  const rows = await select<{ id: string; name: string }>(database(), 'select id, name from territories');
  return new Map(rows.map((r) => [r.id, r.name]));
}

/** One run that the user may see. */
export async function readRun(user: User, id: string): Promise<RunView> {
  const [row] = await select<RunRow>(database(), `${RUNS} where r.id = :id`, { id });
  if (!row) throw new Refusal('not-found');
  await requireSight(user, row.extent.territoryIds);
  return toView(row, await territoryNames());
}

/** The newest runs whose whole extent the user sees. */
export async function listRuns(user: User): Promise<RunView[]> {
  const seen = new Set((await readAccess(user)).map((a) => a.territoryId));
  const rows = await select<RunRow>(database(), `${RUNS} order by r.created_at desc limit 60`);
  const names = await territoryNames();
  const mine = rows.filter((r) => r.extent.territoryIds.every((t) => seen.has(t)));
  return Promise.all(mine.map((r) => toView(r, names)));
}

/** Asks a run to end and keep its best plan. */
export async function stopRun(user: User, id: string): Promise<void> {
  const run = await readRun(user, id);
  await requireChange(user, run.extent.territoryIds);
  await table(database(), 'runs').update(
    { stopRequested: true },
    { where: { id, status: ['queued', 'running'] } },
  );
}
