import type { Extent, ProgressPoint, RunOutcome } from '@/contract/run';
import { type Plan, type Problem, verifyPlan } from '@/core/index';
import { select } from '@/db/connection';
import { table } from '@/db/models/tables';
import { database } from './database';
import { enqueueRun } from './queue';
import { restoreProblem } from './run-problem';

/** A heartbeat older than this means that the worker is gone. */
const LOST_SEC = 15;
const MOST_ATTEMPTS = 3;

export interface ClaimedRun {
  readonly id: string;
  readonly seconds: number;
  readonly seed: number;
  readonly attempts: number;
  readonly start: Plan | null;
  readonly progress: readonly ProgressPoint[];
}

/** Takes a queued run for this worker; null when another has it. */
export async function claimRun(id: string): Promise<ClaimedRun | null> {
  const [row] = await select<ClaimedRun>(
    database(),
    `update runs set status = 'running', attempts = attempts + 1, heartbeat_at = now(), started_at = coalesce(started_at, now())
     where id = :id and status = 'queued'
     returning id, seconds, seed, attempts, best_plan as start, progress`,
    { id },
  );
  return row ?? null;
}

export async function problemOfRun(id: string): Promise<Problem> {
  return restoreProblem(id);
}

/** Notes that the run is alive, with its newest figures; says whether somebody asked it to stop. */
export async function reportRun(
  id: string,
  attempt: number,
  progress: readonly ProgressPoint[],
  best: Plan | null,
): Promise<'go-on' | 'stop' | 'lost'> {
  const [row] = await select<{ stop: boolean }>(
    database(),
    `update runs set heartbeat_at = now(), progress = cast(:progress as jsonb),
       best_plan = coalesce(cast(:best as jsonb), best_plan)
     where id = :id and status = 'running' and attempts = :attempt returning stop_requested as stop`,
    { id, attempt, progress: JSON.stringify(progress), best: best ? JSON.stringify(best) : null },
  );
  if (!row) return 'lost';
  return row.stop ? 'stop' : 'go-on';
}

/** Ends a run without a draft. */
export async function failRun(id: string, attempt: number, outcome: RunOutcome): Promise<void> {
  await table(database(), 'runs').update(
    { status: 'failed', outcome, endedAt: new Date() },
    { where: { id, status: 'running', attempts: attempt } },
  );
}

interface Finished {
  readonly plan: Plan;
  readonly problem: Problem;
  readonly progress: readonly ProgressPoint[];
  readonly outcome: RunOutcome;
}

/** Checks the plan and stores it as a draft, run and draft in one transaction. */
export async function finishRun(id: string, attempt: number, finished: Finished): Promise<void> {
  const { plan, problem } = finished;
  const verdict = verifyPlan(problem, plan);
  const isSound = verdict.kind === 'judged' && verdict.violations.length === 0 && verdict.priceAgrees;
  if (!isSound) {
    const violations = verdict.kind === 'judged' ? Math.max(1, verdict.violations.length) : 1;
    await failRun(id, attempt, { code: 'checker-refused', violations });
    return;
  }
  const db = database();
  await db.transaction(async (transaction) => {
    const [run] = await select<{ extent: Extent; playbook: string }>(
      db,
      `update runs set status = 'done', ended_at = now(), outcome = cast(:outcome as jsonb), progress = cast(:progress as jsonb)
       where id = :id and status = 'running' and attempts = :attempt
       returning extent, (select p.name from playbook_versions v join playbooks p on p.id = v.playbook_id
         where v.id = playbook_version_id) as playbook`,
      { id, attempt, outcome: JSON.stringify(finished.outcome), progress: JSON.stringify(finished.progress) },
      transaction,
    );
    if (!run) return;
    const [count] = await select<{ n: number }>(
      db,
      `select count(*)::int + 1 as n from plans where kind = 'draft'`,
      {},
      transaction,
    );
    const planId = `draft-${id}`;
    await table(db, 'plans').create(
      {
        id: planId,
        kind: 'draft',
        name: `Draft ${count?.n ?? 1}, ${run.playbook}`,
        status: 'open',
        revision: 0,
        runId: id,
        createdAt: new Date(),
      },
      { transaction },
    );
    const rows = planRows(problem, plan, run.extent);
    await table(db, 'placements').bulkCreate(
      rows.placements.map((p) => ({ planId, ...p })),
      { transaction },
    );
    await table(db, 'plan_days').bulkCreate(
      rows.days.map((d) => ({ planId, ...d })),
      { transaction },
    );
  });
}

export interface PlanRows {
  readonly placements: {
    visitId: string;
    technicianId: string | null;
    date: string | null;
    startsAt: Date | null;
    changedRevision: number;
  }[];
  readonly days: {
    technicianId: string;
    date: string;
    departAt: Date;
    breakAt: Date | null;
    arriveAt: Date;
  }[];
}

/** A core plan as rows. Visits that only block time (other territories') are not the draft's to place. */
export function planRows(problem: Problem, plan: Plan, extent: Extent): PlanRows {
  const originMs = Date.parse(problem.originAt);
  const at = (sec: number): Date => new Date(originMs + sec * 1000);
  const shifts = new Map(problem.shifts.map((s) => [s.id, s]));
  const foreign = new Set(
    problem.visits
      .filter((v) => v.territoryId === null || !extent.territoryIds.includes(v.territoryId))
      .map((v) => v.id),
  );
  const placements: PlanRows['placements'] = [];
  const days: PlanRows['days'] = [];
  for (const route of plan.routes) {
    const technicianId = shifts.get(route.shiftId)?.personId ?? '';
    const date = route.shiftId.slice(technicianId.length + 1, technicianId.length + 11);
    days.push({
      technicianId,
      date,
      departAt: at(route.departSec),
      breakAt: route.breakStartSecs[0] === undefined ? null : at(route.breakStartSecs[0]),
      arriveAt: at(route.arriveSec),
    });
    for (const stop of route.stops) {
      if (foreign.has(stop.visitId)) continue;
      placements.push({
        visitId: stop.visitId,
        technicianId,
        date,
        startsAt: at(stop.startSec),
        changedRevision: 0,
      });
    }
  }
  for (const visitId of plan.unplannedVisitIds) {
    if (!foreign.has(visitId))
      placements.push({ visitId, technicianId: null, date: null, startsAt: null, changedRevision: 0 });
  }
  return { placements, days };
}

/** Queues again the runs whose worker went away, or ends them when that happened too often. */
export async function rescueLostRuns(): Promise<void> {
  const db = database();
  const lost = await select<{ id: string; status: string }>(
    db,
    `update runs set
       status = case when attempts >= :most then 'failed' else 'queued' end,
       outcome = case when attempts >= :most then '{"code":"worker-lost"}'::jsonb else outcome end,
       ended_at = case when attempts >= :most then now() else ended_at end
     where status = 'running' and heartbeat_at < now() - make_interval(secs => :lost)
     returning id, status`,
    { most: MOST_ATTEMPTS, lost: LOST_SEC },
  );
  // A run that was queued while no worker listened may have lost its nudge.
  const forgotten = await select<{ id: string }>(
    db,
    `select id from runs where status = 'queued' and created_at < now() - interval '20 seconds'`,
  );
  const ids = new Set([...lost.filter((r) => r.status === 'queued'), ...forgotten].map((r) => r.id));
  for (const id of ids) await enqueueRun(id);
}
