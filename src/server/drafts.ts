import type { DraftRow, HistoryEntry } from '@/contract/plan-view';
import type { Extent } from '@/contract/run';
import { select, type Transaction } from '@/db/connection';
import { table } from '@/db/models/tables';
import { readLivePlan, readPlacements, readPlanDays } from '@/db/repositories/plans';
import { readAccess, requireChange, requireSight } from './access';
import { database } from './database';
import { extentOfRun, findPlan } from './find-plan';
import { shiftDays } from './problem/load-schedule';
import { Refusal } from './refusal';
import { readRunProblem } from './run-problem';
import type { User } from './session';

interface Stored
  extends Omit<DraftRow, 'territoryNames' | 'createdAt' | 'firstDate' | 'lastDate' | 'territoryIds'> {
  readonly createdAt: Date;
  readonly extent: Extent;
}

/** Drafts whose whole extent the user sees, newest first; thrown away ones left out. */
export async function listDrafts(user: User): Promise<DraftRow[]> {
  const seen = new Set((await readAccess(user)).map((a) => a.territoryId));
  const db = database();
  const rows = await select<Stored>(
    db,
    `select d.id, d.name, d.status, d.run_id as "runId", d.created_at as "createdAt", r.extent,
      p.name || ', version ' || v.version as playbook, (r.outcome->>'price')::float8 as price
     from plans d join runs r on r.id = d.run_id join playbook_versions v on v.id = r.playbook_version_id
     join playbooks p on p.id = v.playbook_id
     where d.kind = 'draft' and d.status <> 'thrown-away' order by d.created_at desc limit 100`,
  );
  const names = new Map(
    (await select<{ id: string; name: string }>(db, 'select id, name from territories')).map((t) => [
      t.id,
      t.name,
    ]),
  );
  return rows
    .filter((r) => r.extent.territoryIds.every((t) => seen.has(t)))
    .map(({ extent, createdAt, ...row }) => ({
      ...row,
      createdAt: createdAt.toISOString(),
      firstDate: extent.firstDate,
      lastDate: extent.lastDate,
      territoryIds: extent.territoryIds,
      territoryNames: extent.territoryIds.map((id) => names.get(id) ?? ''),
    }));
}

/** What changed in the live plan, within a draft's reach, since its run began. */
async function conflictsOf(
  plan: { id: string; runId: string },
  liveId: string,
  transaction: Transaction,
): Promise<string[]> {
  const days = shiftDays(await readRunProblem(plan.runId));
  const rows = await select<{
    label: string;
    technicianId: string | null;
    date: string | null;
    isOwn: boolean;
  }>(
    database(),
    `select 'W-' || w.number as label, p.technician_id as "technicianId", p.date, d.visit_id is not null as "isOwn"
     from placements p join visits v on v.id = p.visit_id join work_orders w on w.id = v.work_order_id
     left join placements d on d.plan_id = :planId and d.visit_id = p.visit_id
     where p.plan_id = :liveId and p.changed_revision > (select base_revision from runs where id = :runId)
     order by w.number`,
    { planId: plan.id, liveId, runId: plan.runId },
    transaction,
  );
  return rows.filter((r) => r.isOwn || days.has(`${r.technicianId}@${r.date}`)).map((r) => r.label);
}

/** Makes a whole draft the live plan; refused with a list when the live plan moved on underneath it. */
export async function acceptDraft(user: User, planId: string): Promise<void> {
  const plan = await findPlan(user, planId);
  const { runId } = plan;
  if (runId === null) throw new Refusal('not-found');
  const extent = await extentOfRun(runId);
  await requireChange(user, extent.territoryIds);
  const db = database();
  await db.transaction(async (transaction) => {
    const live = await readLivePlan(db, { transaction, lock: true });
    const [open] = await select<{ id: string }>(
      db,
      `update plans set status = 'accepted' where id = :id and status = 'open' returning id`,
      { id: plan.id },
      transaction,
    );
    if (!open) throw new Refusal('conflict', { reason: 'not-open' });
    const changed = await conflictsOf({ id: plan.id, runId }, live.id, transaction);
    if (changed.length > 0) throw new Refusal('conflict', { reason: 'live-changed', changed });
    await layOver(
      { id: plan.id, name: plan.name, runId },
      { id: live.id, revision: live.revision + 1 },
      { user, extent, transaction },
    );
  });
}

interface By {
  readonly user: User;
  readonly extent: Extent;
  readonly transaction: Transaction;
}

async function layOver(
  draft: { id: string; name: string; runId: string },
  live: { id: string; revision: number },
  { user, extent, transaction }: By,
): Promise<void> {
  const db = database();
  const before = new Map((await readPlacements(db, live.id, transaction)).map((p) => [p.visitId, p]));
  const drafted = await readPlacements(db, draft.id, transaction);
  const moved = drafted.filter((p) => {
    const old = before.get(p.visitId);
    return (old?.technicianId ?? null) !== p.technicianId || (old?.startAt ?? null) !== p.startAt;
  });
  const instant = (sec: number | null): Date | null => (sec === null ? null : new Date(sec * 1000));
  await table(db, 'placements').destroy({
    where: { planId: live.id, visitId: moved.map((p) => p.visitId) },
    transaction,
  });
  await table(db, 'placements').bulkCreate(
    moved.map((p) => ({
      planId: live.id,
      visitId: p.visitId,
      technicianId: p.technicianId,
      date: p.date,
      startsAt: instant(p.startAt),
      changedRevision: live.revision,
    })),
    { transaction },
  );
  await table(db, 'plan_changes').bulkCreate(
    moved.map((p) => ({
      visitId: p.visitId,
      revision: live.revision,
      technicianId: p.technicianId,
      startsAt: instant(p.startAt),
      source: draft.name,
      userId: user.id,
    })),
    { transaction },
  );
  const redone = [...shiftDays(await readRunProblem(draft.runId))].map((key) => key.split('@'));
  const people = [...new Set(redone.map(([technicianId]) => technicianId ?? ''))];
  const dates = [...new Set(redone.map(([, date]) => date ?? ''))];
  await table(db, 'plan_days').destroy({
    where: { planId: live.id, technicianId: people, date: dates },
    transaction,
  });
  const days = await readPlanDays(db, draft.id, extent, transaction);
  await table(db, 'plan_days').bulkCreate(
    days.map((d) => ({
      planId: live.id,
      technicianId: d.technicianId,
      date: d.date,
      departAt: instant(d.departAt),
      breakAt: instant(d.breakAt),
      arriveAt: instant(d.arriveAt),
    })),
    { transaction },
  );
  await table(db, 'plans').update({ revision: live.revision }, { where: { id: live.id }, transaction });
}

/** Puts a draft away for good. Nothing live changes. */
export async function throwAwayDraft(user: User, planId: string): Promise<void> {
  const plan = await findPlan(user, planId);
  if (plan.runId === null) throw new Refusal('not-found');
  await requireChange(user, (await extentOfRun(plan.runId)).territoryIds);
  const [count] = await table(database(), 'plans').update(
    { status: 'thrown-away' },
    { where: { id: plan.id, status: 'open' } },
  );
  if (count === 0) throw new Refusal('conflict', { reason: 'not-open' });
}

/** What happened to a visit in the live plan, newest first. */
export async function readHistory(user: User, visitId: string): Promise<HistoryEntry[]> {
  const db = database();
  const [visit] = await select<{ territoryId: string }>(
    db,
    `select s.territory_id as "territoryId" from visits v join work_orders w on w.id = v.work_order_id
     join sites s on s.id = w.site_id where v.id = :visitId`,
    { visitId },
  );
  if (!visit) throw new Refusal('not-found');
  await requireSight(user, [visit.territoryId]);
  const rows = await select<{
    at: Date;
    source: string;
    person: string | null;
    startsAt: number | null;
    by: string | null;
  }>(
    db,
    `select c.changed_at as at, c.source, t.name as person, extract(epoch from c.starts_at)::float8 as "startsAt", u.name as by
     from plan_changes c left join technicians t on t.id = c.technician_id left join users u on u.id = c.user_id
     where c.visit_id = :visitId order by c.id desc limit 50`,
    { visitId },
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}
