import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { bookings } from '../../models/requests';
import { type NewRowOf, rowsOf } from '../../models/table';

const found = z.strictObject({ siteId: z.string(), assetId: z.string().nullable() });

/** The site that a code means: that of an asset with the serial number, or the one at an address. Null where several or none are. */
export async function findSiteByCode(
  transaction: Transaction,
  code: string,
): Promise<z.infer<typeof found> | null> {
  const rows = await select(
    transaction,
    found,
    `select a.site_id as "siteId", a.id as "assetId" from assets a where lower(a.serial) = lower(:code) and a.archived_at is null
     union all
     select s.id, null from sites s where lower(s.address) = lower(:code) and s.archived_at is null limit 2`,
    { code },
  );
  return rows.length === 1 ? rows[0]! : null;
}

/** Some serial numbers, always the same ones. */
export async function readSerials(transaction: Transaction): Promise<string[]> {
  const rows = await select(
    transaction,
    z.strictObject({ serial: z.string() }),
    `select a.serial from assets a join sites s on s.id = a.site_id
     where a.serial <> '' and a.archived_at is null and s.lat is not null and s.territory_id is not null order by a.id limit 500`,
  );
  return rows.map((r) => r.serial);
}

const shape = z.strictObject({
  id: z.string(),
  workOrderId: z.string(),
  caller: z.string(),
  state: z.enum(['asked', 'promised', 'cancelled']),
  confirmedAt: z.date().nullable(),
});
export type BookingRow = z.infer<typeof shape>;

export async function readBooking(transaction: Transaction, secretHash: string): Promise<BookingRow | null> {
  const [row] = await select(
    transaction,
    shape,
    `select id, work_order_id as "workOrderId", caller, state, confirmed_at as "confirmedAt" from bookings where secret_hash = :secretHash`,
    { secretHash },
  );
  return row ?? null;
}

export async function addBooking(transaction: Transaction, row: NewRowOf<typeof bookings>): Promise<void> {
  await rowsOf(transaction, bookings).insert([row]);
}

export async function updateBooking(
  transaction: Transaction,
  id: string,
  values: Partial<NewRowOf<typeof bookings>>,
): Promise<void> {
  await rowsOf(transaction, bookings).update({ id }, values);
}

const place = z.strictObject({
  personId: z.string(),
  person: z.string(),
  date: z.string(),
  before: z.int(),
});

/** Who has a visit on the live plan, and how many of their stops on that day are still before it. */
export async function readStanding(
  transaction: Transaction,
  visitId: string,
  now: number,
): Promise<z.infer<typeof place> | null> {
  const [row] = await select(
    transaction,
    place,
    `select p.person_id as "personId", r.name as person, p.date::text as date,
      (select count(*)::int from placements o where o.plan_id = p.plan_id and o.person_id = p.person_id and o.date = p.date
        and o.starts_at < p.starts_at and o.ends_at > to_timestamp(:now)) as before
     from placements p join plans l on l.id = p.plan_id and l.kind = 'live'
     join (select id, name from technicians union all select id, name from crews) r on r.id = p.person_id
     where p.visit_id = :visitId and p.starts_at is not null order by p.seat limit 1`,
    { visitId, now },
  );
  return row ?? null;
}
