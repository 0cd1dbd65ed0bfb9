import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { incomingMails } from '../../models/requests';
import { type NewRowOf, rowsOf } from '../../models/table';

/** Puts a mail among those that wait; false where it is there already. */
export async function putIncoming(
  transaction: Transaction,
  mail: { readonly id: string; readonly raw: string; readonly arrivedAt: Date },
): Promise<boolean> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `insert into incoming_mails (id, raw, arrived_at, state) values (:id, :raw, :arrivedAt, 'waiting')
     on conflict (id) do nothing returning id`,
    { ...mail },
  );
  return rows.length > 0;
}

/** Mails that wait, oldest first; whoever reads them has them until the transaction ends. */
export function takeWaitingMails(
  transaction: Transaction,
  most: number,
): Promise<{ id: string; raw: string }[]> {
  return select(
    transaction,
    z.strictObject({ id: z.string(), raw: z.string() }),
    `select id, raw from incoming_mails where state = 'waiting' order by arrived_at, id limit :most for update skip locked`,
    { most },
  );
}

export async function updateIncoming(
  transaction: Transaction,
  id: string,
  values: Partial<NewRowOf<typeof incomingMails>>,
): Promise<void> {
  await rowsOf(transaction, incomingMails).update({ id }, values);
}

const shown = z.strictObject({
  id: z.string(),
  sender: z.string(),
  subject: z.string(),
  arrivedAt: z.date(),
  state: z.enum(['waiting', 'taken', 'failed']),
  failure: z.string().nullable(),
  requestId: z.string().nullable(),
  number: z.int().nullable(),
  stage: z.string().nullable(),
  site: z.string().nullable(),
});

/** Mails that came in, newest first: those whose place nobody knows yet, and those about places in some territories. */
export function readIncoming(
  transaction: Transaction,
  { territoryIds, most }: { readonly territoryIds: readonly string[]; readonly most: number },
): Promise<z.infer<typeof shown>[]> {
  return select(
    transaction,
    shown,
    `select m.id, m.sender, m.subject, m.arrived_at as "arrivedAt", m.state, m.failure, r.id as "requestId", r.number, r.stage, s.name as site
     from incoming_mails m left join requests r on r.id = m.request_id left join sites s on s.id = r.site_id
     where s.territory_id is null or s.territory_id in (:territoryIds)
     order by m.arrived_at desc, m.id limit :most`,
    { territoryIds: ['', ...territoryIds], most },
  );
}

const whose = z.strictObject({ customerId: z.string(), siteId: z.string().nullable() });

/** The customer with an address, their own or a contact's, with their site where they have one only; null where none or several are. */
export async function findCustomerByMail(
  transaction: Transaction,
  address: string,
): Promise<z.infer<typeof whose> | null> {
  const rows = await select(
    transaction,
    whose,
    `select c.id as "customerId", (select min(s.id) from sites s where s.customer_id = c.id and s.archived_at is null having count(*) = 1) as "siteId"
     from customers c where c.archived_at is null and (lower(c.email) = lower(:address)
       or exists (select 1 from customer_contacts x where x.customer_id = c.id and lower(x.email) = lower(:address))) limit 2`,
    { address },
  );
  return rows.length === 1 ? rows[0]! : null;
}

const place = z.strictObject({
  siteId: z.string(),
  customerId: z.string().nullable(),
  assetId: z.string().nullable(),
});

/** Where the asset is whose serial number is among some words; null where none or several are. */
export async function findAssetAmong(
  transaction: Transaction,
  words: readonly string[],
): Promise<z.infer<typeof place> | null> {
  const rows = await select(
    transaction,
    place,
    `select a.site_id as "siteId", s.customer_id as "customerId", a.id as "assetId" from assets a join sites s on s.id = a.site_id
     where a.archived_at is null and a.serial <> '' and lower(a.serial) in (:words) limit 2`,
    { words: ['', ...words] },
  );
  return rows.length === 1 ? rows[0]! : null;
}

/** Where a work order is, by its number. */
export async function findOrderPlace(
  transaction: Transaction,
  number: number,
): Promise<z.infer<typeof place> | null> {
  const [row] = await select(
    transaction,
    place,
    `select w.site_id as "siteId", s.customer_id as "customerId", w.asset_id as "assetId" from work_orders w join sites s on s.id = w.site_id
     where w.number = :number and w.archived_at is null`,
    { number },
  );
  return row ?? null;
}

export async function dropIncoming(transaction: Transaction, before: Date): Promise<void> {
  await execute(transaction, `delete from incoming_mails where arrived_at < :before and state <> 'waiting'`, {
    before,
  });
}
