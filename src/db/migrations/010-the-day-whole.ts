/**
 * What comes back from the field beside its states, what the office does with it, and the clock and progress of the day player: one
 * row, in the demo alone.
 */
export const theDayWhole = {
  name: '010-the-day-whole',
  up: `
create table day_player (
  id integer primary key check (id = 1),
  date date not null,
  seed integer not null,
  at timestamptz not null,
  set_at timestamptz not null,
  pace integer not null check (pace between 0 and 600),
  played_to timestamptz not null
);

alter table person_fields add column out_at timestamptz;
alter table person_fields add column out_reason text not null default '';
alter table visit_fields add column late_min integer not null default 0 check (late_min >= 0);
alter table visit_fields drop constraint visit_fields_state_check;
alter table visit_fields add constraint visit_fields_state_check
  check (state in ('planned','accepted','on-the-way','on-site','done','not-done'));

create table needs_aside (
  key text primary key,
  date date not null,
  reason text not null,
  user_id text not null references users,
  at timestamptz not null
);

create table visit_papers (
  visit_id text not null references visits on delete cascade,
  part integer not null check (part >= 1),
  person_id text not null references workers,
  date date not null,
  tasks jsonb not null default '[]',
  parts jsonb not null default '[]',
  minutes integer check (minutes between 0 and 1440),
  note text not null default '',
  signed_by text not null default '',
  signature text not null default '',
  said_at timestamptz not null,
  state text not null default 'came' check (state in ('came','sent-back','confirmed')),
  back_reason text not null default '',
  looked_by text references users,
  looked_at timestamptz,
  primary key (visit_id, part)
);
create table visit_photos (
  id text primary key,
  visit_id text not null references visits on delete cascade,
  part integer not null check (part >= 1),
  person_id text not null references workers,
  image bytea not null,
  kind text not null check (kind in ('image/jpeg','image/png')),
  at timestamptz not null
);
create index visit_photos_visit on visit_photos (visit_id, part);

create table seen_days (
  person_id text not null references workers,
  date date not null,
  stops jsonb not null,
  seen_at timestamptz not null,
  user_id text not null references users,
  primary key (person_id, date)
);
create table day_rests (
  id text primary key,
  user_id text not null references users,
  territory_ids text[] not null,
  date date not null,
  seconds integer not null check (seconds between 1 and 120),
  state text not null default 'waiting' check (state in ('waiting','searching','found','failed')),
  plan jsonb,
  asked_at timestamptz not null
);
create index day_rests_waiting on day_rests (asked_at) where state = 'waiting';
create table leave_asks (
  id text primary key,
  technician_id text not null references technicians on delete cascade,
  starts_at timestamptz not null,
  ends_at timestamptz not null,
  reason text not null default '',
  state text not null default 'asked' check (state in ('asked','granted','refused')),
  answer text not null default '',
  asked_at timestamptz not null,
  answered_by text references users,
  answered_at timestamptz,
  check (ends_at > starts_at)
);
create index leave_asks_open on leave_asks (technician_id) where state = 'asked';

alter table visits add column continues_id text references visits;
`,
};
