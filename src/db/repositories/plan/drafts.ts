import { z } from 'zod';
import { extentSchema } from '@/contract/runs/run';
import { select, type Transaction } from '../../connection';
import { placements, planDays, planScope, plans } from '../../models/plan';
import { type NewRowOf, rowsOf } from '../../models/table';

const draftShape = z.strictObject({
  id: z.string(),
  name: z.string(),
  status: z.enum(['open', 'accepted']),
  runId: z.string(),
  createdAt: z.date(),
  extent: extentSchema,
  playbook: z.string(),
  price: z.number().nullable(),
});
export type StoredDraft = z.infer<typeof draftShape>;

/** Runs and drafts are seen by those who see all of their territories. */
export const EXTENT_IN_SIGHT = `not exists (select 1 from jsonb_array_elements_text(r.extent->'territoryIds') t
  where t not in (:territories))`;

/** The newest drafts that are not thrown away and lie wholly in the territories. */
export async function readDrafts(
  transaction: Transaction,
  territoryIds: readonly string[],
  limit: number,
): Promise<StoredDraft[]> {
  return select(
    transaction,
    draftShape,
    `select d.id, d.name, d.status, d.run_id as "runId", d.created_at as "createdAt", r.extent,
      p.name || ', version ' || v.version as playbook, (r.outcome->>'price')::float8 as price
     from plans d join runs r on r.id = d.run_id join playbook_versions v on v.id = r.playbook_version_id
     join playbooks p on p.id = v.playbook_id
     where d.kind = 'draft' and d.status <> 'thrown-away' and ${EXTENT_IN_SIGHT}
     order by d.created_at desc, r.ended_at desc, d.id limit :limit`,
    { territories: ['', ...territoryIds], limit },
  );
}

/** The newest open drafts of exactly these days and territories. */
export async function readDraftsOfExtent(
  transaction: Transaction,
  extent: { readonly territoryIds: readonly string[]; readonly firstDate: string; readonly lastDate: string },
  limit: number,
): Promise<string[]> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `select d.id from plans d join runs r on r.id = d.run_id
     where d.kind = 'draft' and d.status = 'open' and r.extent->>'firstDate' = :firstDate
       and r.extent->>'lastDate' = :lastDate and jsonb_array_length(r.extent->'territoryIds') = :count
       and not exists (select 1 from jsonb_array_elements_text(r.extent->'territoryIds') t where t not in (:territoryIds))
     order by d.created_at desc, r.ended_at desc, d.id limit :limit`,
    { ...extent, territoryIds: ['', ...extent.territoryIds], count: extent.territoryIds.length, limit },
  );
  return rows.map((r) => r.id);
}

const acceptanceShape = z.strictObject({
  commandId: z.int(),
  at: z.date(),
  by: z.string().nullable(),
  draft: z.string(),
  part: z.string().nullable(),
  isUndone: z.boolean(),
  extent: extentSchema,
});

/** The newest acceptances of drafts that lie wholly in the territories. */
export async function readAcceptances(
  transaction: Transaction,
  territoryIds: readonly string[],
  limit: number,
): Promise<z.infer<typeof acceptanceShape>[]> {
  return select(
    transaction,
    acceptanceShape,
    `select c.id::int as "commandId", c.at, u.name as by, d.name as draft, c.facts->>'part' as part,
       c.undone_by is not null as "isUndone", r.extent
     from commands c join plans d on d.id = c.facts->>'planId' join runs r on r.id = d.run_id
     left join users u on u.id = c.user_id
     where c.name = 'accept-draft' and ${EXTENT_IN_SIGHT} order by c.id desc limit :limit`,
    { territories: ['', ...territoryIds], limit },
  );
}

export async function countDrafts(transaction: Transaction): Promise<number> {
  const shape = z.strictObject({ n: z.int() });
  const [row] = await select(transaction, shape, `select count(*)::int as n from plans where kind = 'draft'`);
  return row?.n ?? 0;
}

export interface DraftRows {
  readonly placements: readonly Omit<NewRowOf<typeof placements>, 'planId'>[];
  readonly days: readonly Omit<NewRowOf<typeof planDays>, 'planId'>[];
  readonly scope: readonly Omit<NewRowOf<typeof planScope>, 'planId'>[];
}

/** Lays down what a plan holds. */
export async function addPlanRows(transaction: Transaction, planId: string, rows: DraftRows): Promise<void> {
  await rowsOf(transaction, placements).insert(rows.placements.map((p) => ({ ...p, planId })) as never);
  await rowsOf(transaction, planDays).insert(rows.days.map((d) => ({ ...d, planId })) as never);
  await rowsOf(transaction, planScope).insert(rows.scope.map((s) => ({ ...s, planId })) as never);
}

export async function addPlan(transaction: Transaction, plan: NewRowOf<typeof plans>): Promise<void> {
  await rowsOf(transaction, plans).insert([plan]);
}

type DraftStatus = 'open' | 'accepted' | 'thrown-away';

/** Sets a draft's status if it still has the one expected; says whether it had. */
export async function changeDraftStatus(
  transaction: Transaction,
  id: string,
  from: DraftStatus,
  to: DraftStatus,
): Promise<boolean> {
  return (await rowsOf(transaction, plans).update({ id, kind: 'draft', status: from }, { status: to })) === 1;
}

export async function readDraftStates(
  transaction: Transaction,
  ids: readonly string[],
): Promise<Map<string, { status: string }>> {
  const rows = await rowsOf(transaction, plans).find({ id: ids, kind: 'draft' });
  return new Map(rows.map((r) => [r.id, { status: r.status }]));
}

export async function writeDraftState(transaction: Transaction, id: string, value: unknown): Promise<void> {
  const { status } = z.strictObject({ status: z.enum(['open', 'accepted', 'thrown-away']) }).parse(value);
  await rowsOf(transaction, plans).update({ id, kind: 'draft' }, { status });
}
