import type { DayException, WeekPattern } from '@/core/index';
import { type Database, select, type Transaction } from '../connection';

/** All that a schedule over some territories and days is made of, as plain rows. */
export interface TerritoryRow {
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly outline: readonly (readonly [number, number])[];
}

export interface TechnicianRow {
  readonly id: string;
  readonly name: string;
  readonly homeLat: number;
  readonly homeLon: number;
  readonly startsAt: 'home' | 'depot';
  readonly endsAt: 'home' | 'depot';
  readonly depotLat: number | null;
  readonly depotLon: number | null;
  readonly pattern: WeekPattern | null;
  readonly zone: string;
  readonly travelBeforeMin: number;
  readonly travelAfterMin: number;
  readonly overtimeLimitMin: number;
  readonly breakMin: number;
  readonly breakFromMin: number;
  readonly breakToMin: number;
  readonly openToPlanning: boolean;
  readonly skills: readonly {
    skillId: string;
    name: string;
    level: number;
    validFrom: string;
    validTo: string | null;
  }[];
  readonly territories: readonly {
    territoryId: string;
    relation: 'home' | 'cover' | 'loan';
    validFrom: string;
    validTo: string | null;
  }[];
  readonly exceptions: readonly DayException[];
}

export interface VisitRow {
  readonly id: string;
  readonly number: number;
  readonly part: number;
  readonly jobKind: string;
  readonly summary: string;
  readonly notes: string;
  readonly site: string;
  readonly address: string;
  readonly lat: number;
  readonly lon: number;
  readonly territoryId: string;
  readonly zone: string;
  readonly access: WeekPattern | null;
  readonly durationMin: number;
  readonly priority: number;
  readonly earliestAt: number;
  readonly dueAt: number;
  readonly windows: readonly { startAt: number; endAt: number }[];
  readonly skills: readonly { skillId: string; name: string; level: number }[];
  readonly wishes: readonly { technicianId: string; wish: 'must' | 'favoured' | 'never' }[];
  readonly tiedTime: boolean;
  readonly tiedPerson: boolean;
}

export async function readTerritories(db: Database, transaction?: Transaction): Promise<TerritoryRow[]> {
  return select<TerritoryRow>(
    db,
    'select id, name, zone, outline from territories order by name',
    {},
    transaction,
  );
}

export async function readDepots(
  db: Database,
  territoryIds: readonly string[],
): Promise<{ name: string; lat: number; lon: number }[]> {
  return select(db, 'select name, lat, lon from depots where territory_id in (:territoryIds) order by name', {
    territoryIds,
  });
}

const patternJson = (alias: string): string =>
  `case when ${alias}.id is null then null else jsonb_build_object('weeks', ${alias}.weeks, 'anchorDate', ${alias}.anchor_date) end`;

/** Active technicians who belong to one of the territories on any of the days. */
export async function readTechnicians(
  db: Database,
  extent: { readonly territoryIds: readonly string[]; readonly firstDate: string; readonly lastDate: string },
  transaction?: Transaction,
): Promise<TechnicianRow[]> {
  return select<TechnicianRow>(
    db,
    `select t.id, t.name, t.home_lat as "homeLat", t.home_lon as "homeLon", t.starts_at as "startsAt", t.ends_at as "endsAt",
      d.lat as "depotLat", d.lon as "depotLon", ${patternJson('p')} as pattern, t.zone,
      t.travel_before_min as "travelBeforeMin", t.travel_after_min as "travelAfterMin",
      t.overtime_limit_min as "overtimeLimitMin", t.break_min as "breakMin", t.break_from_min as "breakFromMin",
      t.break_to_min as "breakToMin", t.open_to_planning as "openToPlanning",
      coalesce((select jsonb_agg(jsonb_build_object('skillId', s.skill_id, 'name', k.name, 'level', s.level,
        'validFrom', s.valid_from, 'validTo', s.valid_to) order by k.name)
        from technician_skills s join skills k on k.id = s.skill_id where s.technician_id = t.id), '[]') as skills,
      coalesce((select jsonb_agg(jsonb_build_object('territoryId', m.territory_id, 'relation', m.relation,
        'validFrom', m.valid_from, 'validTo', m.valid_to) order by m.relation desc, m.territory_id)
        from technician_territories m where m.technician_id = t.id), '[]') as territories,
      coalesce((select jsonb_agg(case when e.kind = 'off'
          then jsonb_build_object('kind', 'off', 'date', e.date, 'startMin', e.start_min, 'endMin', e.end_min)
          else jsonb_build_object('kind', 'hours', 'date', e.date, 'hours',
            jsonb_build_array(jsonb_build_object('startMin', e.start_min, 'endMin', e.end_min))) end)
        from day_exceptions e where e.technician_id = t.id and e.date between :firstDate and :lastDate), '[]') as exceptions
    from technicians t
    left join depots d on d.id = t.depot_id
    left join week_patterns p on p.id = t.week_pattern_id
    where t.active and exists (select 1 from technician_territories m where m.technician_id = t.id
      and m.territory_id in (:territoryIds) and m.valid_from <= :lastDate and coalesce(m.valid_to, 'infinity') >= :firstDate)
    order by t.name, t.id`,
    { ...extent },
    transaction,
  );
}

/** Open visits: those of the territories that could fall into the days, and any others named. */
export async function readVisits(
  db: Database,
  wanted: {
    readonly territoryIds: readonly string[];
    readonly fromAt: number;
    readonly toAt: number;
    readonly visitIds: readonly string[];
  },
  transaction?: Transaction,
): Promise<VisitRow[]> {
  return select<VisitRow>(
    db,
    `select v.id, w.number, v.part, k.name as "jobKind", w.summary, w.notes, s.name as site, s.address, s.lat, s.lon,
      s.territory_id as "territoryId", s.zone, ${patternJson('a')} as access,
      v.duration_min as "durationMin", v.priority, v.tied_time as "tiedTime", v.tied_person as "tiedPerson",
      extract(epoch from v.earliest_at)::float8 as "earliestAt", extract(epoch from v.due_at)::float8 as "dueAt",
      coalesce((select jsonb_agg(jsonb_build_object('startAt', extract(epoch from x.starts_at)::bigint,
        'endAt', extract(epoch from x.ends_at)::bigint) order by x.starts_at)
        from visit_windows x where x.visit_id = v.id), '[]') as windows,
      coalesce((select jsonb_agg(jsonb_build_object('skillId', ks.skill_id, 'name', sk.name, 'level', ks.level) order by sk.name)
        from job_kind_skills ks join skills sk on sk.id = ks.skill_id where ks.job_kind_id = k.id), '[]') as skills,
      coalesce((select jsonb_agg(jsonb_build_object('technicianId', h.technician_id, 'wish', h.wish) order by h.technician_id)
        from visit_wishes h where h.visit_id = v.id), '[]') as wishes
    from visits v
    join work_orders w on w.id = v.work_order_id
    join job_kinds k on k.id = w.job_kind_id
    join sites s on s.id = w.site_id
    left join week_patterns a on a.id = s.access_pattern_id
    where v.status = 'open' and (v.id in (:visitIds) or (s.territory_id in (:territoryIds)
      and v.earliest_at < to_timestamp(:toAt) and v.due_at > to_timestamp(:fromAt)))
    order by w.number, v.id`,
    { ...wanted, visitIds: wanted.visitIds.length > 0 ? wanted.visitIds : [''] },
    transaction,
  );
}
