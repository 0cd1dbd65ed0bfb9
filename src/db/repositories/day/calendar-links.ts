import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { calendarLinks } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';

/** Gives somebody's calendar a secret; the one before is none any more. */
export async function writeCalendarLink(
  transaction: Transaction,
  row: NewRowOf<typeof calendarLinks>,
): Promise<void> {
  const rows = rowsOf(transaction, calendarLinks);
  await rows.remove({ technicianId: row.technicianId });
  await rows.insert([row]);
}

const holder = z.strictObject({ id: z.string(), name: z.string() });

/** Whose calendar a secret opens; null where it opens none. */
export async function readCalendarHolder(
  transaction: Transaction,
  secretHash: string,
): Promise<z.infer<typeof holder> | null> {
  const [row] = await select(
    transaction,
    holder,
    `select t.id, t.name from calendar_links c join technicians t on t.id = c.technician_id
     where c.secret_hash = :secretHash and t.archived_at is null`,
    { secretHash },
  );
  return row ?? null;
}

const visit = z.strictObject({
  id: z.string(),
  part: z.int(),
  label: z.string(),
  what: z.string(),
  site: z.string(),
  address: z.string(),
  lat: z.number().nullable(),
  lon: z.number().nullable(),
  startsAt: z.date(),
  endsAt: z.date(),
});

/** What the live plan has for a technician between two days, with the crews that they always belong to. */
export function readCalendarVisits(
  transaction: Transaction,
  { technicianId, from, to }: { readonly technicianId: string; readonly from: string; readonly to: string },
): Promise<z.infer<typeof visit>[]> {
  return select(
    transaction,
    visit,
    `select v.id, p.part, 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end as label, w.summary as what,
       s.name as site, s.address, s.lat, s.lon, p.starts_at as "startsAt", p.ends_at as "endsAt"
     from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id and v.status = 'open'
     join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
     where p.date between :from and :to and (p.person_id = :technicianId or p.person_id in (
       select c.id from crews c where c.leader_id = :technicianId or c.id in (select m.crew_id from crew_members m where m.technician_id = :technicianId)))
     order by p.starts_at, v.id`,
    { technicianId, from, to },
  );
}
