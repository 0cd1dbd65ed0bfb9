import { z } from 'zod';
import type { ValueOf } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { Kept } from '@/contract/shared/object';
import { select, type Transaction } from '../../connection';
import { readObjects } from '../../objects/object-store';
import { OBJECT_TABLES } from '../../objects/object-tables';

/** An object as it is kept. */
export type Stored<N extends ObjectName> = ValueOf<N> & Kept;

const idShape = z.strictObject({ id: z.string() });

/** Objects of a kind by id, in the order asked for; their shape is tested against what the schema says. */
export async function readMany<N extends ObjectName>(
  transaction: Transaction,
  name: N,
  ids: readonly string[],
): Promise<Stored<N>[]> {
  const found = await readObjects(transaction, name, ids);
  return ids.flatMap((id) => (found.get(id) as Stored<N> | undefined) ?? []);
}

/** All objects of a kind that are not put away, by id. For kinds that are few. */
export async function readAll<N extends ObjectName>(transaction: Transaction, name: N): Promise<Stored<N>[]> {
  const { table } = OBJECT_TABLES[name];
  const where = 'archivedAt' in table.columns ? 'where archived_at is null' : '';
  const ids = await select(transaction, idShape, `select id from ${table.name} ${where} order by id`);
  return readMany(
    transaction,
    name,
    ids.map((r) => r.id),
  );
}

export interface Days {
  readonly firstDate: string;
  readonly lastDate: string;
}

/** Active technicians who belong to one of the territories on any of the days, or to one that may help out there. */
export async function technicianIdsIn(
  transaction: Transaction,
  territoryIds: readonly string[],
  days: Days,
): Promise<string[]> {
  const rows = await select(
    transaction,
    idShape,
    `select t.id from technicians t where t.active and t.archived_at is null and exists (
       select 1 from technician_territories m where m.technician_id = t.id
         and m.valid_from <= :lastDate and coalesce(m.valid_to, 'infinity') >= :firstDate
         and (m.territory_id in (:territoryIds) or (m.relation <> 'cover' and exists
           (select 1 from territory_neighbours n where n.neighbour_id = m.territory_id and n.territory_id in (:territoryIds)))))
     order by t.name, t.id`,
    { territoryIds, ...days },
  );
  return rows.map((r) => r.id);
}

/** Crews of the territories and those that take away some of the people, on any of the days. */
export async function crewIdsIn(
  transaction: Transaction,
  territoryIds: readonly string[],
  technicianIds: readonly string[],
  days: Days,
): Promise<string[]> {
  const rows = await select(
    transaction,
    idShape,
    `select c.id from crews c where c.archived_at is null and c.valid_from <= :lastDate
       and coalesce(c.valid_to, 'infinity') >= :firstDate and (c.territory_id in (:territoryIds)
         or exists (select 1 from territory_neighbours n where n.neighbour_id = c.territory_id and n.territory_id in (:territoryIds))
         or c.leader_id in (:technicianIds)
         or exists (select 1 from crew_members m where m.crew_id = c.id and m.technician_id in (:technicianIds))
         or exists (select 1 from crew_changes x where x.crew_id = c.id and x.technician_id in (:technicianIds)))
     order by c.name, c.id`,
    { territoryIds, technicianIds: ['', ...technicianIds], ...days },
  );
  return rows.map((r) => r.id);
}

const stretch = z.strictObject({ startAt: z.number(), endAt: z.number() });
const visitShape = z.strictObject({
  id: z.string(),
  workOrderId: z.string(),
  siteId: z.string(),
  number: z.int(),
  part: z.int(),
  jobKindId: z.string(),
  summary: z.string(),
  notes: z.string(),
  receivedAt: z.number(),
  differs: z.custom<ValueOf<'work-orders'>['differs']>(),
  site: z.string(),
  address: z.string(),
  lat: z.number(),
  lon: z.number(),
  /** Whether anybody knows where it is; if not, its coordinates mean nothing. */
  isLocated: z.boolean(),
  territoryId: z.string().nullable(),
  zone: z.string(),
  accessPatternId: z.string().nullable(),
  durationMin: z.int(),
  priority: z.int(),
  earliestAt: z.number(),
  dueAt: z.number(),
  skills: z.custom<ValueOf<'visits'>['skills']>(),
  prices: z.custom<ValueOf<'visits'>['prices']>(),
  premisesId: z.string().nullable(),
  afterVisitId: z.string().nullable(),
  afterGapMin: z.int().nullable(),
  afterMostMin: z.int().nullable(),
  samePersonAsId: z.string().nullable(),
  tiedPersonId: z.string().nullable(),
  tiedStartAt: z.number().nullable(),
  windows: z.array(stretch),
  wishes: z.array(
    z.strictObject({ technicianId: z.string(), wish: z.enum(['must', 'favoured', 'avoid', 'never']) }),
  ),
});
/** A visit with its work order and site. Instants are seconds since 1970. */
export type VisitRow = z.infer<typeof visitShape>;

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

/** A visit with its work order and site, of all there are. */
const VISIT_ROWS = `select v.id, v.work_order_id as "workOrderId", w.site_id as "siteId", w.number, v.part, w.job_kind_id as "jobKindId", w.summary, w.notes, ${epoch('w.received_at')} as "receivedAt",
      w.differs, s.name as site, s.address, coalesce(s.lat, 0) as lat, coalesce(s.lon, 0) as lon,
      s.lat is not null as "isLocated", coalesce(pd.territory_id, s.territory_id) as "territoryId", s.zone,
      s.access_pattern_id as "accessPatternId", v.duration_min as "durationMin", v.priority,
      ${epoch('v.earliest_at')} as "earliestAt", ${epoch('v.due_at')} as "dueAt", v.skills, v.prices,
      v.premises_id as "premisesId", v.after_visit_id as "afterVisitId", v.after_gap_min as "afterGapMin",
      v.after_most_min as "afterMostMin", v.same_person_as_id as "samePersonAsId",
      v.tied_person_id as "tiedPersonId", ${epoch('v.tied_start_at')} as "tiedStartAt",
      coalesce(x.list, '[]') as windows, coalesce(h.list, '[]') as wishes
    from visits v
    join work_orders w on w.id = v.work_order_id
    join sites s on s.id = w.site_id
    left join depots pd on pd.id = v.premises_id
    left join (select visit_id, jsonb_agg(jsonb_build_object('startAt', ${epoch('starts_at')}, 'endAt', ${epoch('ends_at')})
      order by starts_at) as list from visit_windows group by visit_id) x on x.visit_id = v.id
    left join (select visit_id, jsonb_agg(jsonb_build_object('technicianId', technician_id, 'wish', wish)
      order by technician_id) as list from visit_wishes group by visit_id) h on h.visit_id = v.id`;

/** Open visits: those of the territories that could fall into the time, and any others named. */
export async function readVisits(
  transaction: Transaction,
  wanted: {
    readonly territoryIds: readonly string[];
    readonly fromAt: number;
    readonly toAt: number;
    readonly visitIds: readonly string[];
  },
): Promise<VisitRow[]> {
  return select(
    transaction,
    visitShape,
    `${VISIT_ROWS}
    where v.status = 'open' and v.archived_at is null and (v.id in (:visitIds)
      or (coalesce(pd.territory_id, s.territory_id) in (:territoryIds)
        and v.earliest_at < to_timestamp(:toAt) and v.due_at > to_timestamp(:fromAt)))
    order by w.number, v.part, v.id`,
    { ...wanted, visitIds: ['', ...wanted.visitIds] },
  );
}

/** One open visit; null where there is none. */
export async function readVisitRow(transaction: Transaction, id: string): Promise<VisitRow | null> {
  const rows = await select(
    transaction,
    visitShape,
    `${VISIT_ROWS} where v.status = 'open' and v.archived_at is null and v.id = :id`,
    { id },
  );
  return rows[0] ?? null;
}
