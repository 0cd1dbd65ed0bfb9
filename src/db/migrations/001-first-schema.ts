/** Territories, people, work, playbooks, runs and plans. Instants are timestamptz; places are WGS 84 degrees. */
export const firstSchema = {
  name: '001-first-schema',
  up: `
create extension if not exists btree_gist;

create table territories (
  id text primary key,
  name text not null unique check (length(name) between 1 and 80),
  zone text not null,
  outline jsonb not null check (jsonb_array_length(outline) >= 3)
);

create table users (
  id text primary key,
  email text not null unique check (email = lower(email) and position('@' in email) > 1),
  name text not null,
  role text not null check (role in ('analyst','dispatcher','agent','technician','manager','administrator')),
  password_hash text not null,
  active boolean not null default true
);
create table user_territories (
  user_id text not null references users on delete cascade,
  territory_id text not null references territories on delete cascade,
  may_change boolean not null,
  primary key (user_id, territory_id)
);
create table sessions (
  token_hash text primary key,
  user_id text not null references users on delete cascade,
  expires_at timestamptz not null
);
create index sessions_user on sessions (user_id);

create table depots (
  id text primary key,
  territory_id text not null references territories,
  name text not null,
  lat double precision not null check (lat between -90 and 90),
  lon double precision not null check (lon between -180 and 180)
);
create table skills (
  id text primary key,
  name text not null unique,
  group_name text not null,
  expires boolean not null
);
create table job_kinds (
  id text primary key,
  name text not null unique,
  duration_min integer not null check (duration_min between 1 and 1440),
  people integer not null check (people >= 1),
  promise_days integer not null check (promise_days >= 0)
);
create table job_kind_skills (
  job_kind_id text not null references job_kinds on delete cascade,
  skill_id text not null references skills,
  level integer not null check (level between 1 and 5),
  primary key (job_kind_id, skill_id)
);
create table week_patterns (
  id text primary key,
  name text not null unique,
  weeks jsonb not null check (jsonb_array_length(weeks) between 1 and 2),
  anchor_date date not null
);
create table technicians (
  id text primary key,
  name text not null,
  home_lat double precision not null check (home_lat between -90 and 90),
  home_lon double precision not null check (home_lon between -180 and 180),
  starts_at text not null check (starts_at in ('home','depot')),
  ends_at text not null check (ends_at in ('home','depot')),
  depot_id text references depots,
  week_pattern_id text references week_patterns,
  zone text not null,
  travel_before_min integer not null check (travel_before_min >= 0),
  travel_after_min integer not null check (travel_after_min >= 0),
  overtime_limit_min integer not null check (overtime_limit_min >= 0),
  break_min integer not null check (break_min >= 0),
  break_from_min integer not null,
  break_to_min integer not null,
  open_to_planning boolean not null,
  active boolean not null,
  check (break_from_min <= break_to_min),
  check (depot_id is not null or (starts_at = 'home' and ends_at = 'home'))
);
create table technician_skills (
  technician_id text not null references technicians on delete cascade,
  skill_id text not null references skills,
  level integer not null check (level between 1 and 5),
  valid_from date not null,
  valid_to date,
  check (valid_to is null or valid_to >= valid_from),
  exclude using gist (technician_id with =, skill_id with =, daterange(valid_from, valid_to, '[]') with &&)
);
create table technician_territories (
  technician_id text not null references technicians on delete cascade,
  territory_id text not null references territories,
  relation text not null check (relation in ('home','cover','loan')),
  valid_from date not null,
  valid_to date,
  check (valid_to is null or valid_to >= valid_from),
  check (relation <> 'loan' or valid_to is not null),
  exclude using gist (technician_id with =, territory_id with =, daterange(valid_from, valid_to, '[]') with &&),
  exclude using gist (technician_id with =, daterange(valid_from, valid_to, '[]') with &&) where (relation = 'home'),
  exclude using gist (technician_id with =, daterange(valid_from, valid_to, '[]') with &&) where (relation = 'loan')
);
create table day_exceptions (
  id text primary key,
  technician_id text not null references technicians on delete cascade,
  date date not null,
  kind text not null check (kind in ('off','hours')),
  start_min integer not null check (start_min >= 0),
  end_min integer not null,
  reason text not null,
  check (end_min > start_min),
  unique (technician_id, date, kind, start_min)
);

create table sites (
  id text primary key,
  name text not null,
  address text not null,
  lat double precision not null check (lat between -90 and 90),
  lon double precision not null check (lon between -180 and 180),
  territory_id text not null references territories,
  zone text not null,
  access_pattern_id text references week_patterns
);
create table work_orders (
  id text primary key,
  number integer not null unique,
  site_id text not null references sites,
  job_kind_id text not null references job_kinds,
  summary text not null,
  notes text not null default '',
  received_at timestamptz not null
);
create table visits (
  id text primary key,
  work_order_id text not null references work_orders on delete cascade,
  duration_min integer not null check (duration_min between 1 and 1440),
  priority integer not null check (priority between 1 and 5),
  earliest_at timestamptz not null,
  due_at timestamptz not null,
  tied_time boolean not null default false,
  tied_person boolean not null default false,
  part integer not null default 1 check (part >= 1),
  status text not null default 'open' check (status in ('open','cancelled')),
  check (due_at > earliest_at),
  unique (work_order_id, part)
);
create table visit_windows (
  visit_id text not null references visits on delete cascade,
  starts_at timestamptz not null,
  ends_at timestamptz not null,
  check (ends_at > starts_at),
  exclude using gist (visit_id with =, tstzrange(starts_at, ends_at) with &&)
);
create table visit_wishes (
  visit_id text not null references visits on delete cascade,
  technician_id text not null references technicians,
  wish text not null check (wish in ('must','favoured','never')),
  primary key (visit_id, technician_id)
);

create table playbooks (
  id text primary key,
  name text not null unique
);
create table playbook_versions (
  id text primary key,
  playbook_id text not null references playbooks on delete cascade,
  version integer not null check (version >= 1),
  content jsonb not null,
  note text not null,
  created_at timestamptz not null default now(),
  unique (playbook_id, version)
);

create table runs (
  id text primary key,
  extent jsonb not null,
  extent_key text not null,
  playbook_version_id text not null references playbook_versions,
  may_move text not null check (may_move in ('loose','all')),
  seconds integer not null check (seconds between 1 and 3600),
  seed integer not null,
  status text not null check (status in ('queued','running','done','failed')),
  stop_requested boolean not null default false,
  attempts integer not null default 0,
  problem bytea,
  problem_hash text,
  base_revision bigint,
  best_plan jsonb,
  progress jsonb not null default '[]',
  outcome jsonb,
  created_by text not null references users,
  created_at timestamptz not null default now(),
  started_at timestamptz,
  heartbeat_at timestamptz,
  ended_at timestamptz
);
create unique index runs_one_per_extent on runs (extent_key) where status in ('queued','running');

create table plans (
  id text primary key,
  kind text not null check (kind in ('live','draft')),
  name text not null,
  status text not null check (status in ('live','open','accepted','thrown-away')),
  revision bigint not null default 0,
  run_id text unique references runs,
  created_at timestamptz not null default now(),
  check ((kind = 'live') = (status = 'live')),
  check ((kind = 'draft') = (run_id is not null))
);
create unique index plans_one_live on plans (kind) where kind = 'live';
create table placements (
  plan_id text not null references plans on delete cascade,
  visit_id text not null references visits on delete cascade,
  technician_id text references technicians,
  date date,
  starts_at timestamptz,
  changed_revision bigint not null default 0,
  primary key (plan_id, visit_id),
  check ((technician_id is null) = (starts_at is null)),
  check ((technician_id is null) = (date is null))
);
create index placements_day on placements (plan_id, date);
create table plan_days (
  plan_id text not null references plans on delete cascade,
  technician_id text not null references technicians,
  date date not null,
  depart_at timestamptz not null,
  break_at timestamptz,
  arrive_at timestamptz not null,
  primary key (plan_id, technician_id, date, depart_at),
  check (arrive_at >= depart_at)
);
create table plan_changes (
  id bigint generated always as identity primary key,
  visit_id text not null references visits on delete cascade,
  revision bigint not null,
  technician_id text references technicians,
  starts_at timestamptz,
  source text not null,
  user_id text references users,
  changed_at timestamptz not null default now()
);
create index plan_changes_visit on plan_changes (visit_id, id);

create table road_networks (
  id text primary key,
  content jsonb not null
);
`,
};
