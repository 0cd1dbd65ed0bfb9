/**
 * Desks and views of loose ends are somebody's own, shared where they say so. Reminders are due at a moment. Whoever changes
 * the plan may be kept from placing against a rule.
 */
export const theDesk = {
  name: '006-the-desk',
  up: `
alter table users add column may_force boolean not null default true;
alter table technicians add column phone text not null default '';

create table arrangements (
  id text primary key,
  kind text not null check (kind in ('desk','loose-view')),
  name text not null,
  owner_id text not null references users,
  shared text not null check (shared in ('private','some','all')),
  user_ids text[] not null default '{}',
  settings jsonb not null,
  version integer not null default 1,
  archived_at timestamptz
);
create unique index arrangements_names on arrangements (owner_id, kind, lower(name)) where archived_at is null;
-- What opens by itself for somebody.
create table arrangement_choices (
  user_id text not null references users,
  kind text not null check (kind in ('desk','loose-view')),
  arrangement_id text not null references arrangements on delete cascade,
  primary key (user_id, kind)
);
create table reminders (
  id text primary key,
  owner_id text not null references users,
  note text not null,
  due_at timestamptz not null,
  visit_id text references visits on delete cascade,
  person_id text references workers on delete cascade,
  done_at timestamptz,
  version integer not null default 1
);
create index reminders_open on reminders (owner_id, due_at) where done_at is null;
`,
};
