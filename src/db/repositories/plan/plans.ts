import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';

const planShape = z.strictObject({
  id: z.string(),
  kind: z.enum(['live', 'draft']),
  name: z.string(),
  status: z.enum(['live', 'open', 'accepted', 'thrown-away']),
  revision: z.int(),
  runId: z.string().nullable(),
});
export type PlanRow = z.infer<typeof planShape>;

const PLAN = 'select id, kind, name, status, revision, run_id as "runId" from plans';

export async function readPlan(transaction: Transaction, id: string): Promise<PlanRow | null> {
  return (await select(transaction, planShape, `${PLAN} where id = :id`, { id }))[0] ?? null;
}

/** The one live plan; `lock` holds it until the transaction ends. */
export async function readLivePlan(
  transaction: Transaction,
  options: { readonly lock?: boolean } = {},
): Promise<PlanRow> {
  const sql = `${PLAN} where kind = 'live'${options.lock ? ' for update' : ''}`;
  const [row] = await select(transaction, planShape, sql);
  if (!row) throw new Error('There is no live plan in this database');
  return row;
}

/** Holds the live plan until the transaction ends, so that nobody changes it meanwhile; it stays as it is. */
export async function lockLivePlan(transaction: Transaction): Promise<void> {
  await execute(transaction, `select 1 from plans where kind = 'live' for update`);
}

/** Counts one change of the live plan and holds it until the transaction ends; gives the new revision. */
export async function raiseLiveRevision(transaction: Transaction): Promise<number> {
  await execute(transaction, `update plans set revision = revision + 1 where kind = 'live'`);
  return (await readLivePlan(transaction)).revision;
}

const placementShape = z.strictObject({
  visitId: z.string(),
  part: z.int(),
  seat: z.int(),
  personId: z.string().nullable(),
  date: z.string().nullable(),
  startAt: z.number().nullable(),
  endAt: z.number().nullable(),
  equipmentIds: z.array(z.string()),
  overlapReason: z.string().nullable(),
});
/** Where one person of one part of a visit is. Instants are seconds since 1970. */
export type PlacementRow = z.infer<typeof placementShape>;

const PLACEMENT = `select p.visit_id as "visitId", p.part, p.seat, p.person_id as "personId", p.date,
  extract(epoch from p.starts_at)::float8 as "startAt", extract(epoch from p.ends_at)::float8 as "endAt",
  p.equipment_ids as "equipmentIds", p.overlap_reason as "overlapReason" from placements p`;
const ORDER = 'order by p.starts_at, p.visit_id, p.part, p.seat';

export interface Layer {
  readonly liveId: string;
  /** A draft that is laid over the live plan. */
  readonly draftId: string | null;
  /** What is laid over both without being stored: the plan as it was, or as a run has it so far. */
  readonly overlay?: Overlay | undefined;
}

/** Visits and days that are otherwise than in the plan below; a visit without rows is on nobody's day. */
export interface Overlay {
  /** What it is, for whoever keeps what follows from it. */
  readonly key: string;
  readonly visits: ReadonlyMap<string, readonly PlacementRow[]>;
  /** By "person@date". */
  readonly days: ReadonlyMap<string, readonly PlanDayRow[]>;
}

function laidOver<T>(
  below: readonly T[],
  over: ReadonlyMap<string, readonly T[]> | undefined,
  keyOf: (row: T) => string,
  wanted: (row: T) => boolean,
): T[] {
  if (!over) return [...below];
  return [...below.filter((row) => !over.has(keyOf(row))), ...[...over.values()].flat().filter(wanted)];
}

/** Of a draft laid over the live plan, what the draft decided comes from it. */
const LAID = `(p.plan_id = :draftId or (p.plan_id = :liveId and not exists
  (select 1 from placements d where d.plan_id = :draftId and d.visit_id = p.visit_id)))`;

function layerValues({ liveId, draftId }: Layer): { liveId: string; draftId: string } {
  return { liveId, draftId: draftId ?? '' };
}

/** All that is placed on some days. */
export async function readPlacementsOn(
  transaction: Transaction,
  layer: Layer,
  days: { readonly firstDate: string; readonly lastDate: string },
): Promise<PlacementRow[]> {
  const rows = await select(
    transaction,
    placementShape,
    `${PLACEMENT} where ${LAID} and p.date between :firstDate and :lastDate ${ORDER}`,
    { ...layerValues(layer), ...days },
  );
  const isOn = ({ date }: PlacementRow): boolean =>
    date !== null && date >= days.firstDate && date <= days.lastDate;
  return laidOver(rows, layer.overlay?.visits, (r) => r.visitId, isOn);
}

/** Where some visits are, whatever the day; loose ones included where a draft says so. */
export async function readPlacementsOf(
  transaction: Transaction,
  layer: Layer,
  visitIds: readonly string[],
): Promise<PlacementRow[]> {
  if (visitIds.length === 0) return [];
  const rows = await select(
    transaction,
    placementShape,
    `${PLACEMENT} where ${LAID} and p.visit_id = any(array[:visitIds]) ${ORDER}`,
    { ...layerValues(layer), visitIds },
  );
  const wanted = new Set(visitIds);
  return laidOver(
    rows,
    layer.overlay?.visits,
    (r) => r.visitId,
    (r) => wanted.has(r.visitId),
  );
}

/** Everything that a plan itself holds. */
export async function readPlacementsIn(transaction: Transaction, planId: string): Promise<PlacementRow[]> {
  return select(transaction, placementShape, `${PLACEMENT} where p.plan_id = :planId ${ORDER}`, { planId });
}

const dayShape = z.strictObject({
  personId: z.string(),
  date: z.string(),
  departAt: z.number(),
  breakAts: z.array(z.number()),
  arriveAt: z.number(),
});
export type PlanDayRow = z.infer<typeof dayShape>;

const DAY = `select d.person_id as "personId", d.date, extract(epoch from d.depart_at)::float8 as "departAt",
  coalesce((select jsonb_agg(extract(epoch from b) order by b) from unnest(d.break_starts) b), '[]') as "breakAts",
  extract(epoch from d.arrive_at)::float8 as "arriveAt" from plan_days d`;

/** Days as they are driven; of a draft laid over the live plan, those that it decided come from it. */
export async function readPlanDays(
  transaction: Transaction,
  layer: Layer,
  days: { readonly firstDate: string; readonly lastDate: string },
): Promise<PlanDayRow[]> {
  const rows = await select(
    transaction,
    dayShape,
    `${DAY} where d.date between :firstDate and :lastDate and (d.plan_id = :draftId or (d.plan_id = :liveId
       and not exists (select 1 from plan_scope s where s.plan_id = :draftId and s.person_id = d.person_id and s.date = d.date)))
     order by d.person_id, d.depart_at`,
    { ...layerValues(layer), ...days },
  );
  const isOn = ({ date }: PlanDayRow): boolean => date >= days.firstDate && date <= days.lastDate;
  return laidOver(rows, layer.overlay?.days, (r) => `${r.personId}@${r.date}`, isOn);
}

export async function readDaysIn(transaction: Transaction, planId: string): Promise<PlanDayRow[]> {
  return select(transaction, dayShape, `${DAY} where d.plan_id = :planId order by d.person_id, d.depart_at`, {
    planId,
  });
}

const pairShape = z.strictObject({ personId: z.string(), date: z.string() });

/** The pairs of person and date that a draft decided. */
export async function readScope(
  transaction: Transaction,
  planId: string,
): Promise<{ personId: string; date: string }[]> {
  return select(
    transaction,
    pairShape,
    'select person_id as "personId", date from plan_scope where plan_id = :planId order by person_id, date',
    { planId },
  );
}
