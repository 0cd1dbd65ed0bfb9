import { z } from 'zod';
import { unfinished } from '@/contract/day/unfinished';
import { select, type Transaction } from '../../connection';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

const row = unfinished.extend({ total: z.int() });
type Unfinished = z.infer<typeof unfinished>;

/** Of a visit's parts on the live plan: those of other days that are past, and all that could not be done; what goes on elsewhere is none. */
const PAST = `from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id and v.status = 'open' and v.archived_at is null
  join work_orders w on w.id = v.work_order_id and w.stage = 'open' join sites s on s.id = w.site_id join job_kinds k on k.id = w.job_kind_id
  join (select id, name from technicians union all select id, name from crews) r on r.id = p.person_id
  left join visit_fields f on f.visit_id = p.visit_id and f.part = p.part and f.person_id = p.person_id and f.date = p.date
  where s.territory_id in (:territoryIds) and p.starts_at is not null
    and not exists (select 1 from visits o where o.continues_id = v.id and o.status = 'open')`;

const COLUMNS = `p.visit_id as "visitId", p.part, w.id as "workOrderId", 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end as label,
  k.name as "jobKind", s.name as site, r.name as person, ${epoch('p.starts_at')} as "startAt", s.zone, coalesce(f.reason, '') as reason,
  v.duration_min as "plannedMin", coalesce(floor(extract(epoch from f.ended_at - f.began_at) / 60), 0)::int as "workedMin",
  count(*) over ()::int as total`;

/** What was to be over before a day and is not done, latest first; with what of that day could not be done. */
export async function readUnfinished(
  transaction: Transaction,
  at: { readonly territoryIds: readonly string[]; readonly date: string; readonly limit: number },
): Promise<{ readonly visits: Unfinished[]; readonly total: number }> {
  const rows = await select(
    transaction,
    row,
    `select ${COLUMNS} ${PAST} and p.date < :date and coalesce(f.state, 'planned') <> 'done'
     order by p.starts_at desc, p.visit_id limit :limit`,
    { ...at, territoryIds: ['', ...at.territoryIds] },
  );
  return { visits: rows.map(({ total: _total, ...r }) => r), total: rows[0]?.total ?? 0 };
}

/** One part of a visit that is unfinished, in some territories; null where it is none, or done. */
export async function readUnfinishedVisit(
  transaction: Transaction,
  at: { readonly visitId: string; readonly part: number; readonly territoryIds: readonly string[] },
): Promise<Unfinished | null> {
  const [found] = await select(
    transaction,
    row,
    `select ${COLUMNS} ${PAST} and p.visit_id = :visitId and p.part = :part and coalesce(f.state, 'planned') not in ('done', 'on-site')`,
    { ...at, territoryIds: ['', ...at.territoryIds] },
  );
  if (!found) return null;
  const { total: _total, ...rest } = found;
  return rest;
}
