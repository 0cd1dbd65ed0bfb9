import { z } from 'zod';
import { type CameBack, cameBack } from '@/contract/work/work-list';
import { execute, select, type Transaction } from '../../connection';
import { type SeenStop, seenDays, visitPapers, visitPhotos } from '../../models/field';
import { type NewRowOf, rowsOf } from '../../models/table';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

/**
 * Keeps what came back from a part of a visit; a signature that was given stays where none is given anew, and what the office has
 * confirmed stays as it is. Says whether it was kept.
 */
export async function writePapers(
  transaction: Transaction,
  row: NewRowOf<typeof visitPapers>,
): Promise<boolean> {
  const rows = rowsOf(transaction, visitPapers);
  const [known] = await rows.find({ visitId: row.visitId, part: row.part });
  if (known?.state === 'confirmed') return false;
  await rows.remove({ visitId: row.visitId, part: row.part });
  const isUnsigned = known !== undefined && (row.signature ?? '') === '';
  await rows.insert([isUnsigned ? { ...row, signature: known.signature } : row]);
  return true;
}

const PAPERS = `select p.visit_id as "visitId", p.part, r.name as person, p.tasks, p.parts, p.minutes,
  coalesce((select jsonb_agg(jsonb_build_object('personId', t.id, 'person', t.name, 'minutes', x.minutes) order by t.name)
    from jsonb_to_recordset(p.crew_minutes) as x("personId" text, minutes int) join technicians t on t.id = x."personId"), '[]') as "crewMinutes", p.note, p.signed_by as "signedBy",
  p.signature, ${epoch('p.said_at')} as "saidAt", p.state, p.back_reason as "backReason", u.name as "lookedBy",
  coalesce((select jsonb_agg(jsonb_build_object('id', f.id) order by f.at, f.id) from visit_photos f
    where f.visit_id = p.visit_id and f.part = p.part), '[]') as photos
  from visit_papers p join (select id, name from technicians union all select id, name from crews) r on r.id = p.person_id
  left join users u on u.id = p.looked_by`;

/** What came back from the visits of a work order. */
export function readPapersOf(transaction: Transaction, workOrderId: string): Promise<CameBack[]> {
  return select(
    transaction,
    cameBack,
    `${PAPERS} join visits v on v.id = p.visit_id where v.work_order_id = :workOrderId order by v.part, p.part`,
    { workOrderId },
  );
}

/** What came back from some visits. */
export function readPapersOfVisits(
  transaction: Transaction,
  visitIds: readonly string[],
): Promise<CameBack[]> {
  return select(
    transaction,
    cameBack,
    `${PAPERS} where p.visit_id in (:visitIds) order by p.visit_id, p.part`,
    { visitIds: ['', ...visitIds] },
  );
}

/** What the office makes of what came back from a work order: every part of it that is not confirmed yet. */
export async function judgePapers(
  transaction: Transaction,
  at: {
    readonly workOrderId: string;
    readonly state: 'sent-back' | 'confirmed';
    readonly reason: string;
    readonly userId: string;
    readonly at: Date;
  },
): Promise<void> {
  await execute(
    transaction,
    `update visit_papers set state = :state, back_reason = :reason, looked_by = :userId, looked_at = :at
     where state <> 'confirmed' and visit_id in (select id from visits where work_order_id = :workOrderId)`,
    { ...at },
  );
}

export async function addPhoto(transaction: Transaction, row: NewRowOf<typeof visitPhotos>): Promise<void> {
  await rowsOf(transaction, visitPhotos).insert([row]);
}

export async function countPhotos(transaction: Transaction, visitId: string, part: number): Promise<number> {
  const [row] = await select(
    transaction,
    z.strictObject({ n: z.int() }),
    'select count(*)::int as n from visit_photos where visit_id = :visitId and part = :part',
    { visitId, part },
  );
  return row?.n ?? 0;
}

const photoShape = z.strictObject({
  image: z.instanceof(Buffer),
  kind: z.string(),
  territoryId: z.string().nullable(),
});

/** A photo with the territory that it belongs to; null where there is none. */
export async function readPhoto(
  transaction: Transaction,
  id: string,
): Promise<z.infer<typeof photoShape> | null> {
  const [row] = await select(
    transaction,
    photoShape,
    `select f.image, f.kind, s.territory_id as "territoryId" from visit_photos f join visits v on v.id = f.visit_id
     join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id where f.id = :id`,
    { id },
  );
  return row ?? null;
}

export async function writeSeenDay(transaction: Transaction, row: NewRowOf<typeof seenDays>): Promise<void> {
  const rows = rowsOf(transaction, seenDays);
  await rows.remove({ personId: row.personId, date: row.date });
  await rows.insert([row]);
}

/** A visit as somebody saw it in their day. */
export const seenStop: z.ZodType<SeenStop> = z.object({
  visitId: z.string(),
  part: z.int(),
  label: z.string(),
  site: z.string(),
  startAt: z.number(),
});
const seenShape = z.strictObject({
  personId: z.string(),
  stops: z.array(seenStop),
  seenAt: z.number(),
});

/** What people have seen of a day of theirs. */
export function readSeenDays(transaction: Transaction, date: string): Promise<z.infer<typeof seenShape>[]> {
  return select(
    transaction,
    seenShape,
    `select person_id as "personId", stops, ${epoch('seen_at')} as "seenAt" from seen_days where date = :date order by person_id`,
    { date },
  );
}
