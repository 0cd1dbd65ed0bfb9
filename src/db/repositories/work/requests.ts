import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const shape = z.strictObject({
  id: z.string(),
  number: z.int(),
  said: z.string(),
  stage: z.string(),
  site: z.string().nullable(),
  receivedAt: z.number(),
});
const COLUMNS = { siteId: 'r.site_id', customerId: 'r.customer_id', assetId: 'r.asset_id' } as const;

/** Requests about a site, a customer or an asset, newest first. */
export function readRequestsOf(
  transaction: Transaction,
  {
    column,
    id,
    territoryIds,
    most,
  }: {
    readonly column: keyof typeof COLUMNS;
    readonly id: string;
    readonly territoryIds: readonly string[];
    readonly most: number;
  },
): Promise<z.infer<typeof shape>[]> {
  return select(
    transaction,
    shape,
    `select r.id, r.number, r.said, r.stage, s.name as site, extract(epoch from r.received_at)::float8 as "receivedAt"
     from requests r left join sites s on s.id = r.site_id
     where r.archived_at is null and ${COLUMNS[column]} = :id and (s.territory_id is null or s.territory_id in (:territoryIds))
     order by r.received_at desc, r.id limit :most`,
    { id, territoryIds: ['', ...territoryIds], most },
  );
}

/** The highest number that a request has; 0 where there is none. */
export async function newestRequestNumber(transaction: Transaction): Promise<number> {
  const [row] = await select(
    transaction,
    z.strictObject({ n: z.int() }),
    'select coalesce(max(number), 0)::int as n from requests',
  );
  return row?.n ?? 0;
}

/** Which kinds of work came of requests with a kind of problem, most often first. */
export function kindsOfProblem(
  transaction: Transaction,
  problemKindId: string,
): Promise<{ jobKindId: string; name: string; times: number }[]> {
  return select(
    transaction,
    z.strictObject({ jobKindId: z.string(), name: z.string(), times: z.int() }),
    `select k.id as "jobKindId", k.name, count(*)::int as times from requests r
     join work_orders w on w.request_id = r.id join job_kinds k on k.id = w.job_kind_id
     where r.problem_kind_id = :problemKindId group by k.id, k.name order by times desc, k.name limit 5`,
    { problemKindId },
  );
}
