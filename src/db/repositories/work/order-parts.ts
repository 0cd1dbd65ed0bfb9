import { z } from 'zod';
import { visitLine } from '@/contract/work/work-list';
import { select, type Transaction } from '../../connection';

const epoch = (column: string): string => `extract(epoch from ${column})::float8`;

const extra = z.strictObject({
  version: z.int(),
  notes: z.string(),
  cancelledFor: z.string(),
  address: z.string(),
  territoryId: z.string().nullable(),
  jobKindId: z.string(),
  customerId: z.string().nullable(),
  assetId: z.string().nullable(),
  asset: z.string().nullable(),
  agreementId: z.string().nullable(),
  agreement: z.string().nullable(),
  planId: z.string().nullable(),
  plan: z.string().nullable(),
  plannedOn: z.string().nullable(),
  requestId: z.string().nullable(),
  requestNumber: z.int().nullable(),
  said: z.string().nullable(),
  caller: z.string().nullable(),
  callBack: z.string().nullable(),
  tasks: z.array(z.string()),
});

/** What is said of a work order beside what lists say. */
export async function readOrderExtra(
  transaction: Transaction,
  id: string,
): Promise<z.infer<typeof extra> | null> {
  const [row] = await select(
    transaction,
    extra,
    `select w.version, w.notes, w.cancelled_for as "cancelledFor", s.address, s.territory_id as "territoryId", w.job_kind_id as "jobKindId",
      s.customer_id as "customerId", a.id as "assetId", concat_ws(' ', a.name, nullif(a.model, ''), nullif(a.serial, '')) as asset,
      g.id as "agreementId", g.name as agreement, m.id as "planId", m.name as plan, w.planned_on::text as "plannedOn",
      r.id as "requestId", r.number as "requestNumber", r.said, r.caller, r.call_back as "callBack",
      coalesce(w.differs->'tasks', k.tasks) as tasks
     from work_orders w join sites s on s.id = w.site_id join job_kinds k on k.id = w.job_kind_id
     left join assets a on a.id = w.asset_id left join agreements g on g.id = w.agreement_id
     left join maintenance_plans m on m.id = w.plan_id left join requests r on r.id = w.request_id
     where w.id = :id`,
    { id },
  );
  return row ?? null;
}

/** The visits of a work order, with their places in the live plan. */
export function readVisitLines(
  transaction: Transaction,
  workOrderId: string,
): Promise<z.infer<typeof visitLine>[]> {
  return select(
    transaction,
    visitLine,
    `select v.id, v.part, (select c.part from visits c where c.id = v.continues_id) as "continuesPart", v.status, v.duration_min as "durationMin", v.priority, ${epoch('v.due_at')} as "dueAt",
      coalesce((select jsonb_agg(jsonb_build_object('startAt', ${epoch('x.starts_at')}, 'endAt', ${epoch('x.ends_at')}) order by x.starts_at)
        from visit_windows x where x.visit_id = v.id), '[]') as windows,
      coalesce((select jsonb_agg(jsonb_build_object('personId', p.person_id, 'person', r.name, 'startAt', ${epoch('p.starts_at')}, 'endAt', ${epoch('p.ends_at')})
        order by p.starts_at, r.name) from placements p join plans l on l.id = p.plan_id and l.kind = 'live' join (select id, name from technicians union all select id, name from crews) r on r.id = p.person_id
        where p.visit_id = v.id and p.starts_at is not null), '[]') as seats
     from visits v where v.work_order_id = :workOrderId and v.archived_at is null order by v.part, v.id`,
    { workOrderId },
  );
}

const part = z.strictObject({
  id: z.string(),
  name: z.string(),
  aboard: z.array(z.string()),
  depots: z.array(z.string()),
});

/** The parts that a work order needs: aboard whose van, of some people, and at which depots. */
export function readPartsNeeded(
  transaction: Transaction,
  workOrderId: string,
  personIds: readonly string[],
): Promise<z.infer<typeof part>[]> {
  return select(
    transaction,
    part,
    `select p.id, p.name,
      coalesce((select jsonb_agg(t.name order by t.name) from technician_parts b join technicians t on t.id = b.technician_id
        where b.part_id = p.id and b.technician_id in (:personIds)), '[]') as aboard,
      coalesce((select jsonb_agg(d.name order by d.name) from depot_parts e join depots d on d.id = e.depot_id
        where e.part_id = p.id and d.archived_at is null), '[]') as depots
     from parts p where p.id in (
       select x.part_id from work_orders w join job_kind_parts x on x.job_kind_id = w.job_kind_id
         where w.id = :workOrderId and not jsonb_exists(w.differs, 'parts')
       union select e->>'partId' from work_orders w, jsonb_array_elements(w.differs->'parts') e where w.id = :workOrderId and jsonb_exists(w.differs, 'parts'))
     order by p.name`,
    { workOrderId, personIds: ['', ...personIds] },
  );
}

const life = z.strictObject({
  commandId: z.int(),
  name: z.string(),
  facts: z.record(z.string(), z.unknown()),
  by: z.string().nullable(),
  at: z.date(),
});

/** The commands that changed a work order, its visits, their places, or its request, in the order in which they were done. */
export function readLifeOf(
  transaction: Transaction,
  { workOrderId, requestId }: { readonly workOrderId: string; readonly requestId: string | null },
): Promise<z.infer<typeof life>[]> {
  return select(
    transaction,
    life,
    `select c.id::int as "commandId", c.name, c.facts, u.name as by, c.at from commands c left join users u on u.id = c.user_id
     where c.id in (select x.command_id from changes x where (x.object = 'work-orders' and x.object_id = :workOrderId)
       or (x.object in ('visits', 'live-visits') and x.object_id in (select v.id from visits v where v.work_order_id = :workOrderId))
       or (x.object = 'requests' and x.object_id = :requestId and x.command_id <= coalesce((select min(o.command_id) from changes o
         where o.object = 'work-orders' and o.object_id = :workOrderId), 0)))
     order by c.at, c.id limit 500`,
    { workOrderId, requestId: requestId ?? '' },
  );
}
