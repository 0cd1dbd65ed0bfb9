/**
 * A home for every fact that the engine knows, versions of what people edit, commands with what they changed,
 * and plans that hold several people, breaks and units. Minutes, metres and prices are named with their units.
 */
export const theGround = {
  name: '002-the-ground',
  up: `
create table company (
  id text primary key check (id = 'company'),
  name text not null check (length(name) between 1 and 80),
  hold_min integer not null default 30 check (hold_min between 0 and 1440),
  straight_factor double precision not null default 1.3 check (straight_factor between 1 and 5),
  straight_kmh double precision not null default 45 check (straight_kmh between 1 and 200),
  live_playbook_id text references playbooks,
  filled_by text check (filled_by in ('demo')),
  version integer not null default 1
);
insert into company (id, name, live_playbook_id) select 'company', 'Company', (select id from playbooks order by name limit 1);

-- What people edit has a version, and is put away instead of lost.
alter table territories add column version integer not null default 1, add column archived_at timestamptz;
alter table users add column version integer not null default 1, add column archived_at timestamptz;
alter table depots add column version integer not null default 1, add column archived_at timestamptz,
  add column address text not null default '';
alter table skills add column version integer not null default 1, add column archived_at timestamptz;
alter table job_kinds add column version integer not null default 1, add column archived_at timestamptz;
alter table week_patterns add column version integer not null default 1, add column archived_at timestamptz,
  add column zone text;
alter table technicians add column version integer not null default 1, add column archived_at timestamptz;
alter table sites add column version integer not null default 1, add column archived_at timestamptz;
alter table work_orders add column version integer not null default 1, add column archived_at timestamptz;
alter table visits add column version integer not null default 1, add column archived_at timestamptz;
alter table playbooks add column version integer not null default 1, add column archived_at timestamptz;

-- Territories: hours, holidays, who covers for whom.
alter table territories add column week_pattern_id text references week_patterns;
create table territory_holidays (
  territory_id text not null references territories on delete cascade,
  date date not null,
  name text not null,
  primary key (territory_id, date)
);
create table territory_neighbours (
  territory_id text not null references territories on delete cascade,
  neighbour_id text not null references territories,
  primary key (territory_id, neighbour_id),
  check (territory_id <> neighbour_id)
);

-- Parts, equipment, groups.
create table parts (
  id text primary key,
  name text not null unique,
  version integer not null default 1,
  archived_at timestamptz
);
create table depot_parts (
  depot_id text not null references depots on delete cascade,
  part_id text not null references parts,
  primary key (depot_id, part_id)
);
create table equipment_kinds (
  id text primary key,
  name text not null unique,
  version integer not null default 1,
  archived_at timestamptz
);
create table equipment (
  id text primary key,
  name text not null unique,
  kind_id text not null references equipment_kinds,
  depot_id text not null references depots,
  stays_at_depot boolean not null default false,
  version integer not null default 1,
  archived_at timestamptz
);
create table equipment_outages (
  equipment_id text not null references equipment on delete cascade,
  starts_at timestamptz not null,
  ends_at timestamptz not null,
  reason text not null default '',
  primary key (equipment_id, starts_at),
  check (ends_at > starts_at)
);
create table groups (
  id text primary key,
  name text not null unique,
  version integer not null default 1,
  archived_at timestamptz
);

-- Whoever has a cord: a technician or a crew.
create table workers (
  id text primary key,
  kind text not null check (kind in ('technician','crew'))
);
insert into workers select id, 'technician' from technicians;

alter table technicians
  add column kind text not null default 'employee' check (kind in ('employee','contractor')),
  add column breaks jsonb not null default '[]',
  add column pay_per_hour double precision check (pay_per_hour >= 0),
  add column out_price double precision check (out_price >= 0),
  add column overtime_price_per_hour double precision check (overtime_price_per_hour >= 0),
  add column most_visits integer check (most_visits >= 0),
  add column most_driving_min integer check (most_driving_min >= 0),
  add column reach_min integer check (reach_min >= 0),
  add column reach_km double precision check (reach_km >= 0),
  add column first_reach_min integer check (first_reach_min >= 0),
  add column first_reach_km double precision check (first_reach_km >= 0),
  add column attributes jsonb not null default '{}',
  add column vehicle text not null default '',
  add column load_capacity integer check (load_capacity >= 0),
  add column parts_depot_id text references depots,
  add column week_most_min integer check (week_most_min >= 0),
  add column week_dearer_after_min integer check (week_dearer_after_min >= 0),
  add column last_lat double precision check (last_lat between -90 and 90),
  add column last_lon double precision check (last_lon between -180 and 180),
  add column last_seen_at timestamptz,
  add check ((last_lat is null) = (last_lon is null)),
  drop constraint technicians_starts_at_check,
  add constraint technicians_starts_at_check check (starts_at in ('home','depot','last-position')),
  drop constraint technicians_check1,
  add constraint technicians_depot_given check (depot_id is not null or (starts_at <> 'depot' and ends_at <> 'depot')),
  add constraint technicians_worker foreign key (id) references workers;
update technicians set breaks = case when break_min = 0 then '[]'::jsonb else jsonb_build_array(jsonb_build_object(
  'lengthMin', break_min, 'fromMin', break_from_min, 'toMin', break_to_min, 'dueAfterMin', null, 'isPaid', false)) end;
alter table technicians drop column break_min, drop column break_from_min, drop column break_to_min;
create table technician_parts (
  technician_id text not null references technicians on delete cascade,
  part_id text not null references parts,
  primary key (technician_id, part_id)
);
create table technician_paces (
  technician_id text not null references technicians on delete cascade,
  job_kind_id text not null references job_kinds,
  percent integer not null check (percent between 10 and 1000),
  primary key (technician_id, job_kind_id)
);
create table group_members (
  group_id text not null references groups on delete cascade,
  technician_id text not null references technicians,
  primary key (group_id, technician_id)
);

create table crews (
  id text primary key references workers,
  name text not null unique,
  territory_id text not null references territories,
  leader_id text not null references technicians,
  valid_from date not null,
  valid_to date,
  week_pattern_id text references week_patterns,
  starts_at text not null check (starts_at in ('home','depot')),
  ends_at text not null check (ends_at in ('home','depot')),
  depot_id text references depots,
  pay_per_hour double precision check (pay_per_hour >= 0),
  out_price double precision check (out_price >= 0),
  overtime_limit_min integer not null default 0 check (overtime_limit_min >= 0),
  vehicle text not null default '',
  load_capacity integer check (load_capacity >= 0),
  attributes jsonb not null default '{}',
  version integer not null default 1,
  archived_at timestamptz,
  check (valid_to is null or valid_to >= valid_from),
  check (depot_id is not null or (starts_at = 'home' and ends_at = 'home'))
);
create table crew_members (
  crew_id text not null references crews on delete cascade,
  technician_id text not null references technicians,
  primary key (crew_id, technician_id)
);
create table crew_changes (
  crew_id text not null references crews on delete cascade,
  technician_id text not null references technicians,
  change text not null check (change in ('away','extra','leads')),
  valid_from date not null,
  valid_to date not null,
  primary key (crew_id, technician_id, change, valid_from),
  check (valid_to >= valid_from)
);
create table crew_skills (
  crew_id text not null references crews on delete cascade,
  skill_id text not null references skills,
  level integer not null check (level between 1 and 5),
  primary key (crew_id, skill_id)
);

-- Every technician and crew is a worker; who writes one of them need not think of it.
create function add_worker() returns trigger language plpgsql as $$
begin
  insert into workers (id, kind) values (new.id, case tg_table_name when 'crews' then 'crew' else 'technician' end)
    on conflict (id) do nothing;
  return new;
end $$;
create trigger technicians_worker before insert on technicians for each row execute function add_worker();
create trigger crews_worker before insert on crews for each row execute function add_worker();

-- What work needs. A work order that differs from its kind says in what.
alter table job_kinds
  add column skill_mode text not null default 'all' check (skill_mode in ('all','any')),
  add column duration_best_min integer check (duration_best_min >= 1),
  add column duration_worst_min integer check (duration_worst_min >= 1),
  add column crew_of integer check (crew_of between 1 and 50),
  add column buffer_before_min integer not null default 0 check (buffer_before_min >= 0),
  add column buffer_after_min integer not null default 0 check (buffer_after_min >= 0),
  add column window_on text not null default 'start' check (window_on in ('start','finish')),
  add column lead_time_min integer not null default 0 check (lead_time_min >= 0),
  add column allowed_pattern_id text references week_patterns,
  add column load integer not null default 0 check (load >= 0),
  add column group_id text references groups,
  add column attributes jsonb not null default '{}',
  add column prices jsonb not null default '{}',
  add column tasks jsonb not null default '[]',
  add column most_day_min integer check (most_day_min >= 30),
  drop constraint job_kinds_duration_min_check,
  add constraint job_kinds_duration_min_check check (duration_min between 1 and 14400),
  add check ((duration_best_min is null) = (duration_worst_min is null)),
  add check (duration_best_min <= duration_min and duration_worst_min >= duration_min),
  add check (people between 1 and 20),
  add check (people = 1 or crew_of is null);
create table job_kind_equipment (
  job_kind_id text not null references job_kinds on delete cascade,
  equipment_kind_id text not null references equipment_kinds,
  units integer not null default 1 check (units between 1 and 5),
  primary key (job_kind_id, equipment_kind_id)
);
create table job_kind_parts (
  job_kind_id text not null references job_kinds on delete cascade,
  part_id text not null references parts,
  primary key (job_kind_id, part_id)
);
-- Our own premises at which it is done; none means at the customer's site.
create table job_kind_premises (
  job_kind_id text not null references job_kinds on delete cascade,
  depot_id text not null references depots,
  primary key (job_kind_id, depot_id)
);
alter table work_orders
  add column differs jsonb not null default '{}';
alter table sites alter column territory_id drop not null;

alter table visits
  add column skills jsonb,
  add column prices jsonb not null default '{}',
  add column premises_id text references depots,
  add column after_visit_id text references visits,
  add column after_gap_min integer check (after_gap_min >= 0),
  add column after_most_min integer check (after_most_min >= after_gap_min),
  add column same_person_as_id text references visits,
  add column tied_person_id text references workers,
  add column tied_start_at timestamptz,
  drop constraint visits_duration_min_check,
  add constraint visits_duration_min_check check (duration_min between 1 and 14400),
  add check ((after_visit_id is null) = (after_gap_min is null)),
  add check (after_visit_id <> id),
  add check (same_person_as_id <> id);
update visits v set
  tied_person_id = case when v.tied_person then p.technician_id end,
  tied_start_at = case when v.tied_time then p.starts_at end
  from placements p join plans l on l.id = p.plan_id and l.kind = 'live' where p.visit_id = v.id;
alter table visits drop column tied_time, drop column tied_person;
alter table visit_wishes drop constraint visit_wishes_wish_check,
  add constraint visit_wishes_wish_check check (wish in ('must','favoured','avoid','never'));

-- Roads: speeds by class and by hour of the day.
alter table road_networks
  add column name text not null default '',
  add column zone text not null default 'UTC',
  add column speeds_kmh jsonb,
  add column periods jsonb not null default '[]',
  add column version integer not null default 1;

-- Commands and what they changed.
create table commands (
  id bigint generated always as identity primary key,
  name text not null,
  facts jsonb not null default '{}',
  user_id text references users,
  at timestamptz not null,
  undoes bigint references commands,
  undone_by bigint references commands
);
create index commands_user on commands (user_id, id desc);
create table changes (
  id bigint generated always as identity primary key,
  command_id bigint not null references commands on delete cascade,
  object text not null,
  object_id text not null,
  before jsonb,
  after jsonb,
  territory_ids text[] not null default '{}'
);
create index changes_object on changes (object, object_id, id desc);
create index changes_command on changes (command_id);

-- Plans: several people for a visit, parts of long jobs, several breaks, units of equipment.
create table old_placements as select * from placements;
create table old_days as select * from plan_days;
drop table placements;
drop table plan_days;
create table placements (
  plan_id text not null references plans on delete cascade,
  visit_id text not null references visits on delete cascade,
  part integer not null check (part >= 1),
  seat integer not null check (seat >= 1),
  person_id text references workers,
  date date,
  starts_at timestamptz,
  ends_at timestamptz,
  equipment_ids text[] not null default '{}',
  overlap_reason text,
  changed_revision bigint not null default 0,
  primary key (plan_id, visit_id, part, seat),
  check ((person_id is null) = (starts_at is null)),
  check ((person_id is null) = (ends_at is null)),
  check ((person_id is null) = (date is null)),
  check (ends_at >= starts_at),
  -- Nobody is in two places at once, unless somebody allowed it on purpose and said why.
  constraint placements_one_at_a_time exclude using gist (plan_id with =, person_id with =, tstzrange(starts_at, ends_at) with &&)
    where (overlap_reason is null) deferrable initially deferred
);
create index placements_day on placements (plan_id, date);
create index placements_person on placements (plan_id, person_id, date);
insert into placements (plan_id, visit_id, part, seat, person_id, date, starts_at, ends_at, changed_revision, overlap_reason)
  select p.plan_id, p.visit_id, 1, 1, p.technician_id, p.date, p.starts_at,
    p.starts_at + make_interval(mins => v.duration_min), p.changed_revision,
    case when exists (select 1 from old_placements q join visits w on w.id = q.visit_id
      where q.plan_id = p.plan_id and q.technician_id = p.technician_id and q.visit_id <> p.visit_id
      and q.starts_at < p.starts_at + make_interval(mins => v.duration_min)
      and p.starts_at < q.starts_at + make_interval(mins => w.duration_min)) then 'as it was' end
  from old_placements p join visits v on v.id = p.visit_id;
create table plan_days (
  plan_id text not null references plans on delete cascade,
  person_id text not null references workers,
  date date not null,
  depart_at timestamptz not null,
  break_starts timestamptz[] not null default '{}',
  arrive_at timestamptz not null,
  primary key (plan_id, person_id, date, depart_at),
  check (arrive_at >= depart_at)
);
insert into plan_days select plan_id, technician_id, date, depart_at,
  case when break_at is null then '{}' else array[break_at] end, arrive_at from old_days;
drop table old_placements;
drop table old_days;
-- The pairs of person and date that a draft decided, those left empty included.
create table plan_scope (
  plan_id text not null references plans on delete cascade,
  person_id text not null references workers,
  date date not null,
  primary key (plan_id, person_id, date)
);
insert into plan_scope select distinct plan_id, person_id, date from plan_days
  join plans on plans.id = plan_days.plan_id where kind = 'draft';

-- What is known of the history so far.
insert into commands (name, facts, user_id, at)
  select 'earlier', jsonb_build_object('source', source), user_id, min(changed_at)
  from plan_changes group by source, user_id, revision order by min(changed_at);
insert into changes (command_id, object, object_id, before, after, territory_ids)
  select (select max(c.id) from commands c where c.facts->>'source' = p.source and c.user_id is not distinct from p.user_id),
    'live-visits', p.visit_id, null, case when p.technician_id is null then null else jsonb_build_array(jsonb_build_object(
      'part', 1, 'seat', 1, 'personId', p.technician_id, 'startsAt', to_char(p.starts_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'))) end, '{}'
  from plan_changes p order by p.id;
drop table plan_changes;

alter table runs add column not_before timestamptz;

-- Access: the first administrator's link, tries at signing in.
create table entry_links (
  token_hash text primary key,
  user_id text not null references users on delete cascade,
  expires_at timestamptz not null
);
create table sign_in_tries (
  key text primary key,
  points integer not null default 0,
  expire bigint
);
alter table user_territories drop constraint user_territories_territory_id_fkey,
  add constraint user_territories_territory_id_fkey foreign key (territory_id) references territories;
`,
};
