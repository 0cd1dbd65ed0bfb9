import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const shape = z.strictObject({
  id: z.string(),
  number: z.int(),
  summary: z.string(),
  stage: z.string(),
  outsideNumber: z.string().nullable(),
  siteId: z.string(),
  site: z.string(),
  address: z.string(),
  zone: z.string(),
  territoryId: z.string().nullable(),
  jobKindId: z.string(),
  jobKind: z.string(),
  publicName: z.string(),
  customerId: z.string().nullable(),
  customer: z.string().nullable(),
  email: z.string().nullable(),
  phone: z.string().nullable(),
  language: z.string().nullable(),
  visitId: z.string().nullable(),
  startAt: z.number().nullable(),
  endAt: z.number().nullable(),
});
/** A work order with whom it is for and the first window that is promised. Instants are seconds since 1970. */
export type OrderView = z.infer<typeof shape>;

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

/** What is said of a work order to customers and other programs; null where there is none. */
export async function readOrderView(transaction: Transaction, id: string): Promise<OrderView | null> {
  const [row] = await select(
    transaction,
    shape,
    `select w.id, w.number, w.summary, w.stage, w.outside_number as "outsideNumber", w.site_id as "siteId", s.name as site, s.address, s.zone,
      s.territory_id as "territoryId", w.job_kind_id as "jobKindId", k.name as "jobKind",
      case when k.public_name = '' then k.name else k.public_name end as "publicName",
      s.customer_id as "customerId", c.name as customer,
      nullif(coalesce(b.email, (select x.email from customer_contacts x where x.customer_id = c.id and x.email <> '' order by x.name limit 1), c.email), '') as email,
      nullif(coalesce(nullif(b.phone, ''), c.phone), '') as phone, coalesce(b.language, c.language) as language,
      p.visit_id as "visitId", ${epoch('p.starts_at')} as "startAt", ${epoch('p.ends_at')} as "endAt"
     from work_orders w
     join sites s on s.id = w.site_id
     join job_kinds k on k.id = w.job_kind_id
     left join customers c on c.id = s.customer_id
     left join lateral (select * from bookings b where b.work_order_id = w.id order by b.made_at limit 1) b on true
     left join lateral (select x.visit_id, x.starts_at, x.ends_at from visit_windows x join visits v on v.id = x.visit_id
       where v.work_order_id = w.id and v.status = 'open' order by x.starts_at limit 1) p on true
     where w.id = :id`,
    { id },
  );
  return row ?? null;
}
