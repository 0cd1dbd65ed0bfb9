import { z } from 'zod';
import { type WorkQuery, type WorkRow, type WorkState, workRow } from '@/contract/work/work-list';
import { select, type Transaction } from '../../connection';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

/** Promised work that has no place yet, or one outside of what was promised, this near to its end. */
const RISK_SEC = 7200;

/**
 * Work orders with what their visits come to. At risk is what is due or promised soon and has no place, or has one that misses the
 * window.
 */
const ROWS = `select w.id, w.number, w.outside_number as "outsideNumber", w.summary, k.name as "jobKind", w.site_id as "siteId", s.name as site,
    s.zone, coalesce(t.name, '') as territory, c.name as customer, w.stage, v.priority, ${epoch('w.received_at')} as "receivedAt",
    ${epoch('v.due_at')} as "dueAt", ${epoch('v.promised_at')} as "promisedAt", ${epoch('v.promised_until')} as "promisedUntil",
    ${epoch('v.planned_at')} as "plannedAt", v.people, coalesce(v.visits, 0)::int as visits, coalesce(v.loose, 0)::int as loose,
    w.stage = 'open' and coalesce(v.at_risk, false) as "atRisk"
  from work_orders w
  join sites s on s.id = w.site_id
  join job_kinds k on k.id = w.job_kind_id
  left join territories t on t.id = s.territory_id
  left join customers c on c.id = s.customer_id
  left join lateral (
    select count(*) as visits, min(v.priority) as priority, min(v.due_at) as due_at, min(x.starts_at) as promised_at, min(x.ends_at) as promised_until,
      min(p.starts_at) as planned_at, string_agg(distinct p.people, ', ') as people, count(*) filter (where p.starts_at is null) as loose,
      bool_or(case when p.starts_at is null then least(coalesce(x.ends_at, v.due_at), v.due_at) < to_timestamp(:now + ${RISK_SEC})
        else x.starts_at is not null and (p.starts_at < x.starts_at or p.starts_at > x.ends_at) end) as at_risk
    from visits v
    left join lateral (select min(x.starts_at) as starts_at, max(x.ends_at) as ends_at from visit_windows x where x.visit_id = v.id) x on true
    left join lateral (select min(p.starts_at) as starts_at, string_agg(distinct r.name, ', ') as people from placements p
      join plans l on l.id = p.plan_id and l.kind = 'live' join (select id, name from technicians union all select id, name from crews) r on r.id = p.person_id
      where p.visit_id = v.id and p.starts_at is not null) p on true
    where v.work_order_id = w.id and v.status = 'open' and v.archived_at is null) v on true
  where w.archived_at is null and (s.territory_id is null or s.territory_id in (:territoryIds))`;

const STATES: Readonly<Record<WorkState, string>> = {
  loose: `stage = 'open' and loose > 0`,
  planned: `stage = 'open' and visits > 0 and loose = 0`,
  'at-risk': `"atRisk"`,
  done: `stage = 'done'`,
  confirmed: `stage = 'confirmed'`,
  cancelled: `stage = 'cancelled'`,
};
const SORTS: Readonly<Record<string, string>> = {
  number: 'number',
  receivedAt: '"receivedAt"',
  dueAt: '"dueAt"',
  promisedAt: '"promisedAt"',
  plannedAt: '"plannedAt"',
  priority: 'priority',
};

export interface Asked extends WorkQuery {
  /** Those that the user sees. */
  readonly territoryIds: readonly string[];
  readonly now: number;
  readonly pageSize: number;
}

function conditions(asked: Asked): { sql: string; values: Record<string, unknown> } {
  const parts: string[] = [];
  const values: Record<string, unknown> = { territoryIds: ['', ...asked.territoryIds], now: asked.now };
  const equal = (column: string, name: keyof WorkQuery): void => {
    if (asked[name] === null) return;
    parts.push(`${column} = :${name}`);
    values[name] = asked[name];
  };
  equal('s.territory_id', 'territoryId');
  equal('w.job_kind_id', 'jobKindId');
  equal('w.site_id', 'siteId');
  equal('s.customer_id', 'customerId');
  equal('w.asset_id', 'assetId');
  equal('w.request_id', 'requestId');
  equal('w.plan_id', 'planId');
  for (const [i, word] of asked.search.trim().split(/\s+/).filter(Boolean).slice(0, 6).entries()) {
    values[`word${i}`] = `%${word.replace(/^W-(?=\d)/i, '').replaceAll(/[\\%_]/g, (c) => `\\${c}`)}%`;
    parts.push(
      `(w.number::text like :word${i} or w.summary ilike :word${i} or s.name ilike :word${i} or s.address ilike :word${i} or c.name ilike :word${i} or w.outside_number ilike :word${i})`,
    );
  }
  return { sql: parts.map((p) => ` and ${p}`).join(''), values };
}

/** Work orders as they are asked for, newest first where nothing else is said. */
export async function readWorkRows(
  transaction: Transaction,
  asked: Asked,
): Promise<{ readonly rows: WorkRow[]; readonly total: number }> {
  const { sql, values } = conditions(asked);
  const sort = SORTS[asked.sort.replace(/^-/, '')] ?? 'number';
  const way = asked.sort.startsWith('-') ? 'desc nulls last' : 'asc nulls last';
  const where = asked.state === null ? '' : `where ${STATES[asked.state]}`;
  const rows = await select(
    transaction,
    z.strictObject({ ...workRow.shape, total: z.int() }),
    `select *, (count(*) over ())::int as total from (${ROWS}${sql}) q ${where} order by ${sort} ${way}, number desc limit :limit offset :offset`,
    { ...values, limit: asked.pageSize, offset: asked.page * asked.pageSize },
  );
  return { rows: rows.map(({ total: _total, ...row }) => row), total: rows[0]?.total ?? 0 };
}

/** How many there are in each state, of what is asked for otherwise. */
export async function countWork(transaction: Transaction, asked: Asked): Promise<Record<string, number>> {
  const { sql, values } = conditions(asked);
  const counted = Object.entries(STATES)
    .map(([state, where]) => `(count(*) filter (where ${where}))::int as "${state}"`)
    .join(', ');
  const [row] = await select(
    transaction,
    z.record(z.string(), z.int()),
    `select ${counted} from (${ROWS}${sql}) q`,
    values,
  );
  return row ?? {};
}

/** One work order in sight; null where there is none. */
export async function readWorkRow(
  transaction: Transaction,
  id: string,
  { territoryIds, now }: Pick<Asked, 'territoryIds' | 'now'>,
): Promise<WorkRow | null> {
  const [row] = await select(transaction, workRow, `${ROWS} and w.id = :id`, {
    territoryIds: ['', ...territoryIds],
    now,
    id,
  });
  return row ?? null;
}
