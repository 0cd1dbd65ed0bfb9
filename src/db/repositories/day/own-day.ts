import { z } from 'zod';
import { select, type Transaction } from '../../connection';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

const stop = z.strictObject({
  visitId: z.string(),
  workOrderId: z.string(),
  part: z.int(),
  label: z.string(),
  state: z.string().nullable(),
  what: z.string(),
  jobKind: z.string(),
  siteId: z.string(),
  site: z.string(),
  address: z.string(),
  zone: z.string(),
  lat: z.number().nullable(),
  lon: z.number().nullable(),
  startAt: z.number(),
  beganAt: z.number().nullable(),
  finishAt: z.number(),
  windows: z.array(z.strictObject({ startAt: z.number(), endAt: z.number() })),
  notes: z.string(),
  contacts: z.array(z.strictObject({ name: z.string(), role: z.string(), phone: z.string() })),
  asset: z.string().nullable(),
  tasks: z.array(z.string()),
});

export type OwnStopRow = z.infer<typeof stop>;

/** What the live plan has for somebody on a day, with all that is needed there, in its order. */
export function readOwnStops(
  transaction: Transaction,
  personId: string,
  date: string,
): Promise<z.infer<typeof stop>[]> {
  return select(
    transaction,
    stop,
    `select p.visit_id as "visitId", w.id as "workOrderId", p.part, 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end as label,
       f.state, w.summary as what, k.name as "jobKind", s.id as "siteId", s.name as site, s.address, s.zone, s.lat, s.lon,
       ${epoch('p.starts_at')} as "startAt", ${epoch('p.ends_at')} as "finishAt", ${epoch('f.began_at')} as "beganAt",
       coalesce((select jsonb_agg(jsonb_build_object('startAt', ${epoch('x.starts_at')}, 'endAt', ${epoch('x.ends_at')}) order by x.starts_at)
         from visit_windows x where x.visit_id = v.id), '[]') as windows,
       w.notes,
       coalesce((select jsonb_agg(jsonb_build_object('name', c.name, 'role', c.role, 'phone', c.phone) order by c.name)
         from customer_contacts c where c.customer_id = s.customer_id), '[]') as contacts,
       nullif(concat_ws(' ', a.name, nullif(a.model, ''), nullif(a.serial, '')), '') as asset,
       coalesce(w.differs->'tasks', k.tasks) as tasks
     from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id and v.status = 'open'
     join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id join job_kinds k on k.id = w.job_kind_id
     left join assets a on a.id = w.asset_id left join visit_fields f on f.visit_id = p.visit_id and f.part = p.part and f.person_id = p.person_id and f.date = p.date
     where p.person_id = :personId and p.date = :date order by p.starts_at, p.visit_id`,
    { personId, date },
  );
}

const past = z.strictObject({ siteId: z.string(), label: z.string(), what: z.string(), at: z.number() });

/** The newest work that was done at some sites, a few of each. */
export function readDoneAt(
  transaction: Transaction,
  siteIds: readonly string[],
): Promise<z.infer<typeof past>[]> {
  return select(
    transaction,
    past,
    `select "siteId", label, what, at from (
       select w.site_id as "siteId", 'W-' || w.number as label, w.summary as what, ${epoch('w.received_at')} as at,
         row_number() over (partition by w.site_id order by w.received_at desc, w.id) as n
       from work_orders w where w.site_id in (:siteIds) and w.stage in ('done','confirmed') and w.archived_at is null
     ) x where n <= 3 order by at desc`,
    { siteIds: ['', ...siteIds] },
  );
}

const driven = z.strictObject({
  breakStarts: z.array(z.number()),
  homeAt: z.number().nullable(),
});

/** Breaks and the way home of somebody's day, as the live plan has them. */
export async function readDrivenDay(
  transaction: Transaction,
  personId: string,
  date: string,
): Promise<z.infer<typeof driven>> {
  const rows = await select(
    transaction,
    driven,
    `select coalesce((select jsonb_agg(${epoch('b')} order by b) from unnest(d.break_starts) b), '[]') as "breakStarts", ${epoch('d.arrive_at')} as "homeAt"
     from plan_days d join plans l on l.id = d.plan_id and l.kind = 'live' where d.person_id = :personId and d.date = :date`,
    { personId, date },
  );
  return {
    breakStarts: rows.flatMap((r) => r.breakStarts),
    homeAt: rows.reduce<number | null>(
      (most, r) => (r.homeAt === null ? most : Math.max(most ?? 0, r.homeAt)),
      null,
    ),
  };
}

const placeShape = z.strictObject({ id: z.string(), lat: z.number(), lon: z.number(), at: z.number() });

/** Where some technicians were last. */
export async function readPlaces(
  transaction: Transaction,
  ids: readonly string[],
): Promise<ReadonlyMap<string, { readonly lat: number; readonly lon: number; readonly at: number }>> {
  const rows = await select(
    transaction,
    placeShape,
    `select id, last_lat as lat, last_lon as lon, ${epoch('last_seen_at')} as at from technicians
     where id in (:ids) and last_lat is not null and last_lon is not null and last_seen_at is not null`,
    { ids: ['', ...ids] },
  );
  return new Map(rows.map(({ id, ...place }) => [id, place]));
}

const keptShape = z.strictObject({
  lat: z.number().nullable(),
  lon: z.number().nullable(),
  at: z.number().nullable(),
  placesDays: z.int(),
  reports: z.int(),
  logsDays: z.int(),
});

/** What is kept about a technician: where they were last, how many reports, and for how long. */
export async function readKeptOf(
  transaction: Transaction,
  technicianId: string,
): Promise<z.infer<typeof keptShape>> {
  const [row] = await select(
    transaction,
    keptShape,
    `select t.last_lat as lat, t.last_lon as lon, ${epoch('t.last_seen_at')} as at,
       coalesce((select c.keep_positions_days from company c limit 1), 30) as "placesDays",
       coalesce((select c.keep_logs_days from company c limit 1), 365) as "logsDays",
       (select count(*)::int from field_reports r where r.person_id = t.id) as reports
     from technicians t where t.id = :technicianId`,
    { technicianId },
  );
  if (!row) throw new Error(`technician ${technicianId} is there`);
  return row;
}

const who = z.strictObject({
  id: z.string(),
  name: z.string(),
  zone: z.string(),
  homeLat: z.number().nullable(),
  homeLon: z.number().nullable(),
});

export async function readTechnicianName(
  transaction: Transaction,
  id: string,
): Promise<z.infer<typeof who> | null> {
  const [row] = await select(
    transaction,
    who,
    'select id, name, zone, home_lat as "homeLat", home_lon as "homeLon" from technicians where id = :id and archived_at is null',
    { id },
  );
  return row ?? null;
}

/** What a crew is called; null where there is none. */
export async function readCrewName(transaction: Transaction, id: string): Promise<string | null> {
  const [row] = await select(
    transaction,
    z.strictObject({ name: z.string() }),
    'select name from crews where id = :id',
    { id },
  );
  return row?.name ?? null;
}
