import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { leaveAsks } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

const row = z.strictObject({
  id: z.string(),
  technicianId: z.string(),
  person: z.string(),
  zone: z.string(),
  startAt: z.number(),
  endAt: z.number(),
  reason: z.string(),
  state: z.enum(['asked', 'granted', 'refused']),
  answer: z.string(),
  territoryIds: z.array(z.string()),
  /** Visits that the live plan has with them in that time. */
  planned: z.int(),
});
export type LeaveRow = z.infer<typeof row>;

const LEAVE = `select a.id, a.technician_id as "technicianId", t.name as person, t.zone, ${epoch('a.starts_at')} as "startAt", ${epoch('a.ends_at')} as "endAt",
  a.reason, a.state, a.answer,
  coalesce((select jsonb_agg(distinct x.territory_id) from technician_territories x where x.technician_id = t.id
    and x.valid_from <= a.ends_at::date and (x.valid_to is null or x.valid_to >= a.starts_at::date)), '[]') as "territoryIds",
  (select count(distinct p.visit_id)::int from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id and v.status = 'open'
    where p.person_id = t.id and p.starts_at < a.ends_at and p.ends_at > a.starts_at) as planned
  from leave_asks a join technicians t on t.id = a.technician_id`;

export async function addLeaveAsk(transaction: Transaction, ask: NewRowOf<typeof leaveAsks>): Promise<void> {
  await rowsOf(transaction, leaveAsks).insert([ask]);
}

/** What a technician asked for that is not over. */
export function readOwnLeave(
  transaction: Transaction,
  technicianId: string,
  from: Date,
): Promise<LeaveRow[]> {
  return select(
    transaction,
    row,
    `${LEAVE} where a.technician_id = :technicianId and a.ends_at > :from order by a.starts_at, a.id`,
    { technicianId, from },
  );
}

/** What waits for an answer. */
export function readOpenLeave(transaction: Transaction): Promise<LeaveRow[]> {
  return select(transaction, row, `${LEAVE} where a.state = 'asked' order by a.starts_at, a.id`);
}

/** Answers what waits; nothing where somebody has answered it already. */
export function writeLeaveAnswer(
  transaction: Transaction,
  at: {
    readonly id: string;
    readonly state: 'granted' | 'refused';
    readonly answer: string;
    readonly userId: string;
    readonly at: Date;
  },
): Promise<void> {
  return execute(
    transaction,
    `update leave_asks set state = :state, answer = :answer, answered_by = :userId, answered_at = :at where id = :id and state = 'asked'`,
    { ...at },
  );
}
