import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { fieldReports, personFields, visitFields } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

/** What became of reports that came before, by their ids. */
export async function readOutcomes(
  transaction: Transaction,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string | null>> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string(), refused: z.string().nullable() }),
    'select id, refused from field_reports where id in (:ids)',
    { ids: ['', ...ids] },
  );
  return new Map(rows.map((r) => [r.id, r.refused]));
}

export async function addReport(transaction: Transaction, row: NewRowOf<typeof fieldReports>): Promise<void> {
  await rowsOf(transaction, fieldReports).insert([row]);
}

/** Two reports about the same take turns until the transaction ends: those of a person's day, and those of a part of a visit. */
export async function takeTurns(transaction: Transaction, id: string, which: string): Promise<void> {
  await execute(transaction, 'select pg_advisory_xact_lock(hashtextextended(:key, 21))', {
    key: `${id} ${which}`,
  });
}

const seatShape = z.strictObject({
  date: z.string(),
  territoryId: z.string().nullable(),
  startAt: z.number(),
});

/** The day on which the live plan has a part of a visit with somebody; null where it has not. */
export async function readSeat(
  transaction: Transaction,
  at: { readonly visitId: string; readonly part: number; readonly personId: string },
): Promise<z.infer<typeof seatShape> | null> {
  const [row] = await select(
    transaction,
    seatShape,
    `select p.date::text as date, coalesce(d.territory_id, s.territory_id) as "territoryId", ${epoch('p.starts_at')} as "startAt"
     from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join visits v on v.id = p.visit_id
     join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id left join depots d on d.id = v.premises_id
     where p.visit_id = :visitId and p.part = :part and p.person_id = :personId and v.status = 'open'`,
    { ...at },
  );
  return row ?? null;
}

const whoShape = z.strictObject({
  personId: z.string(),
  zone: z.string(),
  /** Whose word counts: the technician themselves, of a crew its leader on the day. */
  speakerId: z.string().nullable(),
  territoryIds: z.array(z.string()),
});

/** A technician or a crew with who speaks for it on a day, and where they belong. */
export async function readSpeaker(
  transaction: Transaction,
  personId: string,
  date: string,
): Promise<z.infer<typeof whoShape> | null> {
  const [row] = await select(
    transaction,
    whoShape,
    `select t.id as "personId", t.zone, t.id as "speakerId",
       coalesce((select jsonb_agg(distinct x.territory_id) from technician_territories x where x.technician_id = t.id
         and x.valid_from <= :date and (x.valid_to is null or x.valid_to >= :date)), '[]') as "territoryIds"
     from technicians t where t.id = :personId and t.archived_at is null
     union all
     select c.id, l.zone, l.id, jsonb_build_array(c.territory_id) from crews c
       join lateral (select coalesce((select g.technician_id from crew_changes g where g.crew_id = c.id and g.change = 'leads'
         and g.valid_from <= :date and g.valid_to >= :date order by g.valid_from desc limit 1), c.leader_id) as id) w on true
       join technicians l on l.id = w.id
     where c.id = :personId and c.archived_at is null`,
    { personId, date },
  );
  return row ?? null;
}

/** Crews in which a technician is on a day: always members who are not away, and who is extra for a time. */
export async function readCrewsOf(
  transaction: Transaction,
  technicianId: string,
  date: string,
): Promise<string[]> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    `select c.id from crews c where c.archived_at is null and c.valid_from <= :date and (c.valid_to is null or c.valid_to >= :date)
       and (c.leader_id = :technicianId or exists (select 1 from crew_members m where m.crew_id = c.id and m.technician_id = :technicianId)
         or exists (select 1 from crew_changes g where g.crew_id = c.id and g.technician_id = :technicianId and g.change in ('extra','leads')
           and :date between g.valid_from and g.valid_to))
       and not exists (select 1 from crew_changes g where g.crew_id = c.id and g.technician_id = :technicianId and g.change = 'away'
         and :date between g.valid_from and g.valid_to) order by c.id`,
    { technicianId, date },
  );
  return rows.map((r) => r.id);
}

const memberShape = z.strictObject({
  id: z.string(),
  name: z.string(),
  leads: z.boolean(),
  isAway: z.boolean(),
});

/** Who belongs to a crew on a day, whoever is away for it among them; first whoever leads. */
export function readCrewMembers(
  transaction: Transaction,
  crewId: string,
  date: string,
): Promise<z.infer<typeof memberShape>[]> {
  return select(
    transaction,
    memberShape,
    `select t.id, t.name, t.id = coalesce((select g.technician_id from crew_changes g where g.crew_id = c.id and g.change = 'leads'
         and :date between g.valid_from and g.valid_to order by g.valid_from desc limit 1), c.leader_id) as leads,
       exists (select 1 from crew_changes g where g.crew_id = c.id and g.technician_id = t.id and g.change = 'away'
         and :date between g.valid_from and g.valid_to) as "isAway"
     from crews c join technicians t on t.id = c.leader_id
       or exists (select 1 from crew_members m where m.crew_id = c.id and m.technician_id = t.id)
       or exists (select 1 from crew_changes g where g.crew_id = c.id and g.technician_id = t.id and g.change in ('extra','leads')
         and :date between g.valid_from and g.valid_to)
     where c.id = :crewId order by 3 desc, t.name`,
    { crewId, date },
  );
}

const visitShape = z.strictObject({
  visitId: z.string(),
  part: z.int(),
  state: z.enum(['planned', 'accepted', 'on-the-way', 'on-site', 'done', 'not-done']),
  personId: z.string(),
  date: z.string(),
  onWayAt: z.number().nullable(),
  beganAt: z.number().nullable(),
  endedAt: z.number().nullable(),
  moreMin: z.int(),
  lateMin: z.int(),
  reason: z.string(),
});
export type VisitField = z.infer<typeof visitShape>;

const VISIT = `select f.visit_id as "visitId", f.part, f.state, f.person_id as "personId", f.date::text as date, ${epoch('f.on_way_at')} as "onWayAt",
  ${epoch('f.began_at')} as "beganAt", ${epoch('f.ended_at')} as "endedAt", f.more_min as "moreMin", f.late_min as "lateMin", f.reason from visit_fields f`;

/** What was said of a visit stands as long as whoever said it has it on that day: given to somebody else, it is planned anew. */
const STANDS = `exists (select 1 from placements p join plans l on l.id = p.plan_id and l.kind = 'live'
  where p.visit_id = f.visit_id and p.part = f.part and p.person_id = f.person_id and p.date = f.date)`;

/** How far a part of a visit is; null where nothing stands that was said of it. */
export async function readVisitField(
  transaction: Transaction,
  visitId: string,
  part: number,
): Promise<VisitField | null> {
  const [row] = await select(
    transaction,
    visitShape,
    `${VISIT} where f.visit_id = :visitId and f.part = :part and ${STANDS}`,
    { visitId, part },
  );
  return row ?? null;
}

/** Visits of a day that somebody is at: what was left open on another day is in nobody's way. */
export function readOnSite(transaction: Transaction, personId: string, date: string): Promise<VisitField[]> {
  return select(
    transaction,
    visitShape,
    `${VISIT} where f.person_id = :personId and f.state = 'on-site' and f.date = :date and ${STANDS}`,
    { personId, date },
  );
}

/** Of visits that the live plan has on a day: how far they are. */
export function readVisitFields(transaction: Transaction, date: string): Promise<VisitField[]> {
  return select(
    transaction,
    visitShape,
    `${VISIT} where f.date = :date and ${STANDS} order by f.visit_id, f.part`,
    { date },
  );
}

export async function writeVisitField(
  transaction: Transaction,
  row: NewRowOf<typeof visitFields>,
): Promise<void> {
  const rows = rowsOf(transaction, visitFields);
  await rows.remove({ visitId: row.visitId, part: row.part });
  await rows.insert([row]);
}

const personShape = z.strictObject({
  personId: z.string(),
  date: z.string(),
  heardAt: z.number(),
  breakBeganAt: z.number().nullable(),
  breaksTaken: z.int(),
  breakEndedAt: z.number().nullable(),
  offAt: z.number().nullable(),
  outAt: z.number().nullable(),
  outReason: z.string(),
});
export type PersonField = z.infer<typeof personShape>;

const PERSON = `select f.person_id as "personId", f.date::text as date, ${epoch('f.heard_at')} as "heardAt", ${epoch('f.break_began_at')} as "breakBeganAt",
  f.breaks_taken as "breaksTaken", ${epoch('f.break_ended_at')} as "breakEndedAt", ${epoch('f.off_at')} as "offAt", ${epoch('f.out_at')} as "outAt", f.out_reason as "outReason" from person_fields f`;

export async function readPersonField(
  transaction: Transaction,
  personId: string,
  date: string,
): Promise<PersonField | null> {
  const [row] = await select(
    transaction,
    personShape,
    `${PERSON} where f.person_id = :personId and f.date = :date`,
    {
      personId,
      date,
    },
  );
  return row ?? null;
}

export function readPersonFields(transaction: Transaction, date: string): Promise<PersonField[]> {
  return select(transaction, personShape, `${PERSON} where f.date = :date order by f.person_id`, { date });
}

export async function writePersonField(
  transaction: Transaction,
  row: NewRowOf<typeof personFields>,
): Promise<void> {
  const rows = rowsOf(transaction, personFields);
  await rows.remove({ personId: row.personId, date: row.date });
  await rows.insert([row]);
}

/** Where a technician was last; an older place than the one that is known is left. */
export async function writePosition(
  transaction: Transaction,
  at: { readonly personId: string; readonly lat: number; readonly lon: number; readonly at: Date },
): Promise<void> {
  await execute(
    transaction,
    `update technicians set last_lat = :lat, last_lon = :lon, last_seen_at = :at
     where id = :personId and (last_seen_at is null or last_seen_at <= :at)`,
    { ...at },
  );
}

const lifeShape = z.strictObject({
  at: z.date(),
  by: z.string(),
  kind: z.string(),
  facts: z.record(z.string(), z.unknown()),
  refused: z.string().nullable(),
});

/** What the field said of a work order's visits, in the order in which it was received. */
export function readReportsOf(
  transaction: Transaction,
  workOrderId: string,
): Promise<z.infer<typeof lifeShape>[]> {
  return select(
    transaction,
    lifeShape,
    `select f.at, r.name as by, f.kind, f.facts, f.refused from field_reports f
     join (select id, name from technicians union all select id, name from crews) r on r.id = f.person_id
     join visits v on v.id = f.visit_id where v.work_order_id = :workOrderId order by f.seq`,
    { workOrderId },
  );
}

const lastShape = z.strictObject({
  workOrderId: z.string(),
  territoryId: z.string().nullable(),
  isLast: z.boolean(),
});

/** The work order of a visit, and whether nothing of it is left that is not done. */
export async function readOrderOfVisit(
  transaction: Transaction,
  visitId: string,
): Promise<z.infer<typeof lastShape> | null> {
  const [row] = await select(
    transaction,
    lastShape,
    `select w.id as "workOrderId", s.territory_id as "territoryId", w.stage = 'open' and not exists (
       select 1 from visits o where o.work_order_id = w.id and o.status = 'open' and o.archived_at is null
         and not exists (select 1 from visits c where c.continues_id = o.id and c.status = 'open') and (
         not exists (select 1 from visit_fields f where f.visit_id = o.id and f.state = 'done')
         or exists (select 1 from placements p join plans l on l.id = p.plan_id and l.kind = 'live'
           where p.visit_id = o.id and not exists (select 1 from visit_fields f where f.visit_id = o.id and f.part = p.part and f.state = 'done')))
     ) as "isLast"
     from visits v join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id where v.id = :visitId`,
    { visitId },
  );
  return row ?? null;
}
