/**
 * Playbooks have a version that holds, which an undo can take back. Runs say all that they were asked, may come in
 * batches and out of templates by a timetable. Studies are what is found out in the background: what a price buys, what
 * binds most, files to take along.
 */
export const theLoop = {
  name: '005-the-loop',
  up: `
alter table playbook_versions add column created_by text references users;
alter table playbooks add column current_id text references playbook_versions deferrable initially deferred;
update playbooks p set current_id = (select v.id from playbook_versions v where v.playbook_id = p.id order by v.version desc limit 1);

alter table runs drop constraint runs_may_move_check, drop constraint runs_seconds_check;
alter table runs add constraint runs_may_move_check check (may_move in ('nothing','loose','all')),
  add constraint runs_seconds_check check (seconds between 0 and 3600),
  add column asked jsonb not null default '{}',
  add column origin text not null default 'search' check (origin in ('search','relaxation','file')),
  add column batch_id text,
  add column cancel_requested boolean not null default false,
  -- What the search began from: the best plan of a run is another by and by.
  add column start_plan jsonb;
create index runs_batch on runs (batch_id) where batch_id is not null;

create table filters (
  id text primary key,
  name text not null unique,
  filter jsonb not null,
  version integer not null default 1,
  archived_at timestamptz
);
create table run_templates (
  id text primary key,
  name text not null unique,
  asked jsonb not null,
  timetable jsonb,
  version integer not null default 1,
  archived_at timestamptz
);
-- What became of a timetable's moments: a run, or why there was none.
create table timed_runs (
  template_id text not null references run_templates on delete cascade,
  due_at timestamptz not null,
  run_ids text[] not null default '{}',
  failure jsonb,
  primary key (template_id, due_at)
);
create table studies (
  id text primary key,
  kind text not null check (kind in ('sweep','grid','binds','relax','files')),
  -- Hash of all that goes in: the same question is answered once.
  key text not null unique,
  asked jsonb not null,
  territory_ids text[] not null,
  problem bytea,
  status text not null check (status in ('queued','running','done','failed','stopped')),
  stop_requested boolean not null default false,
  attempts integer not null default 0,
  found jsonb not null default '{}',
  failure text,
  created_by text not null references users,
  created_at timestamptz not null default now(),
  heartbeat_at timestamptz,
  ended_at timestamptz
);
create index studies_waiting on studies (created_at) where status in ('queued','running');
`,
};
