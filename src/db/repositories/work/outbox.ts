import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { hookCalls, messages } from '../../models/requests';
import { type NewRowOf, rowsOf } from '../../models/table';

export async function addMessage(
  transaction: Transaction,
  message: NewRowOf<typeof messages>,
): Promise<void> {
  await rowsOf(transaction, messages).insert([message]);
}

export async function updateMessage(
  transaction: Transaction,
  id: string,
  values: Partial<NewRowOf<typeof messages>>,
): Promise<void> {
  await rowsOf(transaction, messages).update({ id }, values);
}

const messageShape = z.strictObject({
  id: z.string(),
  event: z.string(),
  channel: z.enum(['mail', 'text']),
  address: z.string(),
  subject: z.string(),
  body: z.string(),
  workOrderId: z.string().nullable(),
  number: z.int().nullable(),
  technician: z.string().nullable(),
  territoryId: z.string().nullable(),
  state: z.enum(['waiting', 'sent', 'failed']),
  tries: z.int(),
  failure: z.string().nullable(),
  madeAt: z.date(),
  sentAt: z.date().nullable(),
});
/** A message to a customer or a technician, sent or not. */
export type MessageRow = z.infer<typeof messageShape>;

const FROM = `from messages m left join work_orders w on w.id = m.work_order_id left join sites s on s.id = w.site_id
  left join technicians t on t.id = m.technician_id`;
/** Where a message belongs: to the territory of the site, or to the home of the technician when it was written. */
const WHERE = `coalesce(s.territory_id, (select x.territory_id from technician_territories x where x.technician_id = m.technician_id
  and x.relation = 'home' and x.valid_from <= m.made_at::date and (x.valid_to is null or x.valid_to >= m.made_at::date)
  order by x.valid_from desc limit 1))`;

const MESSAGES = `select m.id, m.event, m.channel, m.address, m.subject, m.body, m.work_order_id as "workOrderId", w.number,
  t.name as technician, ${WHERE} as "territoryId", m.state, m.tries, m.failure, m.made_at as "madeAt", m.sent_at as "sentAt"
  ${FROM}`;

/** Those about work in some territories, newest first. */
export function readMessages(
  transaction: Transaction,
  territoryIds: readonly string[],
  most: number,
): Promise<MessageRow[]> {
  return select(
    transaction,
    messageShape,
    `${MESSAGES} where ${WHERE} in (:territoryIds) order by m.made_at desc, m.id limit :most`,
    { territoryIds: ['', ...territoryIds], most },
  );
}

export function readMessagesOf(transaction: Transaction, workOrderId: string): Promise<MessageRow[]> {
  return select(
    transaction,
    messageShape,
    `${MESSAGES} where m.work_order_id = :workOrderId order by m.made_at, m.id`,
    {
      workOrderId,
    },
  );
}

/** Those that are due to be sent; whoever reads them has them until the transaction ends. */
export function takeDueMessages(transaction: Transaction, now: Date, most: number): Promise<MessageRow[]> {
  return select(
    transaction,
    messageShape,
    `${MESSAGES} where m.state = 'waiting' and m.next_try_at <= :now order by m.next_try_at limit :most for update of m skip locked`,
    { now, most },
  );
}

const callShape = z.strictObject({
  id: z.string(),
  hookId: z.string(),
  hook: z.string(),
  address: z.string(),
  secret: z.string(),
  active: z.boolean(),
  event: z.string(),
  body: z.unknown(),
  state: z.enum(['waiting', 'answered', 'failed']),
  tries: z.int(),
  status: z.int().nullable(),
  failure: z.string().nullable(),
  madeAt: z.date(),
  answeredAt: z.date().nullable(),
});
/** A call of another program, made or still to be made. */
export type HookCallRow = z.infer<typeof callShape>;

const CALLS = `select c.id, c.hook_id as "hookId", h.name as hook, h.address, h.secret, h.active and h.archived_at is null as active, c.event, c.body,
  c.state, c.tries, c.status, c.failure, c.made_at as "madeAt", c.answered_at as "answeredAt" from hook_calls c join hooks h on h.id = c.hook_id`;

export function readHookCalls(transaction: Transaction, most: number): Promise<HookCallRow[]> {
  return select(transaction, callShape, `${CALLS} order by c.made_at desc, c.id limit :most`, { most });
}

export function takeDueHookCalls(transaction: Transaction, now: Date, most: number): Promise<HookCallRow[]> {
  return select(
    transaction,
    callShape,
    `${CALLS} where c.state = 'waiting' and c.next_try_at <= :now order by c.next_try_at limit :most for update of c skip locked`,
    { now, most },
  );
}

export async function addHookCalls(
  transaction: Transaction,
  rows: readonly NewRowOf<typeof hookCalls>[],
): Promise<void> {
  await rowsOf(transaction, hookCalls).insert([...rows]);
}

export async function updateHookCall(
  transaction: Transaction,
  id: string,
  values: Partial<NewRowOf<typeof hookCalls>>,
): Promise<void> {
  await rowsOf(transaction, hookCalls).update({ id }, values);
}

/** How many messages were written about work in some territories since a moment, and how many of them failed. */
export async function countMessages(
  transaction: Transaction,
  territoryIds: readonly string[],
  from: number,
  to: number,
): Promise<{ messages: number; failed: number }> {
  const [row] = await select(
    transaction,
    z.strictObject({ messages: z.int(), failed: z.int() }),
    `select count(*)::int as messages, count(*) filter (where m.state = 'failed')::int as failed
     ${FROM} where ${WHERE} in (:territoryIds) and m.made_at between to_timestamp(:from) and to_timestamp(:to)`,
    { territoryIds: ['', ...territoryIds], from, to },
  );
  return row ?? { messages: 0, failed: 0 };
}
