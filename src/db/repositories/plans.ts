import { type Database, select, type Transaction } from '../connection';

export interface PlanRow {
  readonly id: string;
  readonly kind: 'live' | 'draft';
  readonly name: string;
  readonly status: 'live' | 'open' | 'accepted' | 'thrown-away';
  readonly revision: number;
  readonly runId: string | null;
}

export interface PlacementRow {
  readonly visitId: string;
  readonly technicianId: string | null;
  readonly date: string | null;
  readonly startAt: number | null;
  readonly changedRevision: number;
}

export interface PlanDayRow {
  readonly technicianId: string;
  readonly date: string;
  readonly departAt: number;
  readonly breakAt: number | null;
  readonly arriveAt: number;
}

const PLAN = 'select id, kind, name, status, revision, run_id as "runId" from plans';

export async function readPlan(db: Database, id: string, transaction?: Transaction): Promise<PlanRow | null> {
  return (await select<PlanRow>(db, `${PLAN} where id = :id`, { id }, transaction))[0] ?? null;
}

/** The one live plan; `lock` holds it until the transaction ends. */
export async function readLivePlan(
  db: Database,
  options: { transaction?: Transaction; lock?: boolean } = {},
): Promise<PlanRow> {
  const sql = `${PLAN} where kind = 'live'${options.lock ? ' for update' : ''}`;
  const [row] = await select<PlanRow>(db, sql, {}, options.transaction);
  if (!row) throw new Error('There is no live plan in this database');
  return row;
}

export async function readPlacements(
  db: Database,
  planId: string,
  transaction?: Transaction,
): Promise<PlacementRow[]> {
  return select<PlacementRow>(
    db,
    `select visit_id as "visitId", technician_id as "technicianId", date, changed_revision as "changedRevision",
      extract(epoch from starts_at)::float8 as "startAt" from placements where plan_id = :planId order by starts_at, visit_id`,
    { planId },
    transaction,
  );
}

export async function readPlanDays(
  db: Database,
  planId: string,
  days: { readonly firstDate: string; readonly lastDate: string },
  transaction?: Transaction,
): Promise<PlanDayRow[]> {
  return select<PlanDayRow>(
    db,
    `select technician_id as "technicianId", date, extract(epoch from depart_at)::float8 as "departAt",
      extract(epoch from break_at)::float8 as "breakAt", extract(epoch from arrive_at)::float8 as "arriveAt"
    from plan_days where plan_id = :planId and date between :firstDate and :lastDate`,
    { planId, ...days },
    transaction,
  );
}
