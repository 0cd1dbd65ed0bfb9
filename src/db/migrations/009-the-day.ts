/**
 * The day as it is carried out: what the field reports, how far each visit and each person is by it, and who of the technicians a user
 * is.
 */
export const theDay = {
  name: '009-the-day',
  up: `
alter table users add column technician_id text references technicians;
create unique index users_technician on users (technician_id) where technician_id is not null and archived_at is null;
alter table company add column pull_forward boolean not null default true;
alter table company add column silent_min integer not null default 90 check (silent_min between 5 and 1440);

create table field_reports (
  id text primary key,
  seq bigint generated always as identity unique,
  user_id text not null references users,
  person_id text not null references workers,
  date date not null,
  visit_id text references visits on delete cascade,
  part integer check (part >= 1),
  kind text not null,
  facts jsonb not null default '{}',
  at timestamptz not null,
  received_at timestamptz not null,
  refused text,
  check ((visit_id is null) = (part is null))
);
create index field_reports_day on field_reports (person_id, date, seq);
create index field_reports_visit on field_reports (visit_id);

create table visit_fields (
  visit_id text not null references visits on delete cascade,
  part integer not null check (part >= 1),
  state text not null check (state in ('accepted','on-the-way','on-site','done','not-done')),
  person_id text not null references workers,
  date date not null,
  on_way_at timestamptz,
  began_at timestamptz,
  ended_at timestamptz,
  more_min integer not null default 0 check (more_min >= 0),
  reason text not null default '',
  primary key (visit_id, part),
  check (ended_at is null or ended_at >= began_at)
);
create table calendar_links (
  technician_id text primary key references technicians on delete cascade,
  secret_hash text not null unique,
  made_at timestamptz not null
);
create table person_fields (
  person_id text not null references workers,
  date date not null,
  heard_at timestamptz not null,
  break_began_at timestamptz,
  breaks_taken integer not null default 0 check (breaks_taken >= 0),
  break_ended_at timestamptz,
  off_at timestamptz,
  primary key (person_id, date)
);
`,
};
