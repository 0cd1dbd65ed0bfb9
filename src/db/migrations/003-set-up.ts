/**
 * What set-up needs beyond what plans are made of: how the company counts and keeps, what may be missing for a
 * while, windows offered, doubts put aside, lists as people like them, and columns of files that were explained once.
 */
export const setUp = {
  name: '003-set-up',
  up: `
alter table company
  add column currency text not null default 'EUR' check (currency ~ '^[A-Z]{3}$'),
  add column distance_unit text not null default 'km' check (distance_unit in ('km','mi')),
  add column week_starts_on integer not null default 1 check (week_starts_on between 0 and 6),
  add column home_zone text not null default 'UTC',
  add column keep_positions_days integer not null default 30 check (keep_positions_days between 1 and 3650),
  add column keep_logs_days integer not null default 730 check (keep_logs_days between 30 and 3650);

-- Known before they are complete: what is missing is a doubt, and holds up only what needs it.
alter table sites alter column lat drop not null, alter column lon drop not null,
  add check ((lat is null) = (lon is null)),
  add column notes text not null default '';
alter table technicians alter column home_lat drop not null, alter column home_lon drop not null,
  add check ((home_lat is null) = (home_lon is null));

-- Two loans at once are a doubt; homes stay one at a time.
alter table technician_territories drop constraint technician_territories_technician_id_daterange_excl1;

alter table week_patterns drop constraint week_patterns_weeks_check,
  add constraint week_patterns_weeks_check check (jsonb_array_length(weeks) between 1 and 8);
alter table job_kinds add column priority integer not null default 3 check (priority between 1 and 5);
-- Kinds of work that a territory does not have in some hours.
alter table territories add column quiet_hours jsonb not null default '[]';

create table offers (
  id text primary key,
  name text not null unique,
  territory_id text references territories,
  job_kind_id text references job_kinds,
  width_min integer not null check (width_min between 15 and 1440),
  grid_min integer not null check (grid_min between 15 and 1440),
  from_min integer not null check (from_min between 0 and 1440),
  to_min integer not null check (to_min between 0 and 2880),
  soonest_min integer not null check (soonest_min >= 0),
  ahead_days integer not null check (ahead_days between 1 and 365),
  same_day_until_min integer check (same_day_until_min between 0 and 1440),
  version integer not null default 1,
  archived_at timestamptz,
  check (to_min >= from_min + width_min)
);
create unique index offers_for on offers (coalesce(territory_id, ''), coalesce(job_kind_id, '')) where archived_at is null;

create table asides (
  id text primary key,
  doubt text not null unique,
  reason text not null check (length(reason) between 1 and 200),
  until_date date not null,
  version integer not null default 1,
  archived_at timestamptz
);
create table list_views (
  id text primary key,
  name text not null,
  list text not null,
  query text not null default '',
  columns jsonb not null default '[]',
  version integer not null default 1,
  archived_at timestamptz,
  unique (list, name)
);
create table column_maps (
  id text primary key,
  name text not null,
  object text not null,
  columns jsonb not null default '{}',
  version integer not null default 1,
  archived_at timestamptz,
  unique (object, name)
);

-- Files that are brought in: kept while they are looked at.
create table imports (
  id text primary key,
  user_id text not null references users on delete cascade,
  target text not null,
  file_name text not null,
  content bytea not null,
  settings jsonb not null default '{}',
  status text not null check (status in ('open','checking','checked','bringing','done','failed')),
  done double precision not null default 0,
  result jsonb,
  created_at timestamptz not null
);
create index imports_user on imports (user_id, created_at desc);

-- Whose sessions they are, as their owner knows them.
alter table sessions add column created_at timestamptz not null default now(), add column agent text not null default '';

-- Whoever makes a territory sees it; only the undoing of that deletes one.
alter table user_territories drop constraint user_territories_territory_id_fkey,
  add constraint user_territories_territory_id_fkey foreign key (territory_id) references territories on delete cascade;
`,
};
