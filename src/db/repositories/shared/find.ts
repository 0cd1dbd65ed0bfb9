import { type Found, foundThing } from '@/contract/shared/find';
import { select, type Transaction } from '../../connection';

/** Signs that mean something to `like` are looked for as they are. */
const escaped = (text: string): string => text.replace(/[\\%_]/g, (c) => `\\${c}`);

interface Wanted {
  readonly words: string;
  readonly territories: readonly string[];
  readonly limit: number;
  /** What is on this day or later is ahead. */
  readonly today: string;
}

function valuesOf({ words, territories, limit, today }: Wanted) {
  const number = /^(?:w-?)?(\d{1,9})(?:[./]\d+)?$/i.exec(words.trim())?.[1] ?? '';
  return {
    territories: ['', ...territories],
    limit,
    today,
    part: `%${escaped(words.trim())}%`,
    number: number === '' ? '-' : `${number}%`,
  };
}

/** Open visits by number, site or what is to be done; those ahead first, then those without a place, then past ones. */
export async function findVisits(transaction: Transaction, wanted: Wanted): Promise<Found[]> {
  return select(
    transaction,
    foundThing,
    `select 'visit' as kind, v.id, 'W-' || w.number || case when v.part > 1 then '.' || v.part else '' end as title,
       k.name || ', ' || s.name as detail, coalesce(pd.territory_id, s.territory_id) as "territoryId", p.date
     from visits v join work_orders w on w.id = v.work_order_id join sites s on s.id = w.site_id
     join job_kinds k on k.id = w.job_kind_id left join depots pd on pd.id = v.premises_id
     left join lateral (select coalesce(min(x.date) filter (where x.date >= :today), max(x.date)) as date
       from placements x join plans l on l.id = x.plan_id and l.kind = 'live'
       where x.visit_id = v.id and x.person_id is not null) p on true
     where v.status = 'open' and v.archived_at is null and coalesce(pd.territory_id, s.territory_id) in (:territories)
       and (w.number::text like :number or s.name ilike :part or s.address ilike :part or w.summary ilike :part)
     order by (w.number::text like :number) desc, coalesce(p.date < :today, false), p.date nulls last, w.number, v.part limit :limit`,
    valuesOf(wanted),
  );
}

/** People and crews by name, in the territories where they are at home. */
export async function findPeople(transaction: Transaction, wanted: Wanted): Promise<Found[]> {
  return select(
    transaction,
    foundThing,
    `select * from (
       select distinct on (t.id) 'person' as kind, t.id, t.name as title, y.name as detail, m.territory_id as "territoryId", null as date
       from technicians t join technician_territories m on m.technician_id = t.id join territories y on y.id = m.territory_id
       where t.active and t.archived_at is null and t.name ilike :part and m.territory_id in (:territories)
       order by t.id, m.relation = 'cover', m.valid_from desc) people
     union all
     select 'person', c.id, c.name, y.name, c.territory_id, null from crews c join territories y on y.id = c.territory_id
       where c.archived_at is null and c.name ilike :part and c.territory_id in (:territories)
     order by title limit :limit`,
    valuesOf(wanted),
  );
}

export async function findSites(transaction: Transaction, wanted: Wanted): Promise<Found[]> {
  return select(
    transaction,
    foundThing,
    `select 'site' as kind, s.id, s.name as title, s.address as detail, s.territory_id as "territoryId", null as date
     from sites s where s.archived_at is null and s.territory_id in (:territories)
       and (s.name ilike :part or s.address ilike :part) order by s.name limit :limit`,
    valuesOf(wanted),
  );
}
