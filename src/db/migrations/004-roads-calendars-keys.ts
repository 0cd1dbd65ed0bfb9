/**
 * Roads are settings like others, and what was brought in of them, which is large, lies apart. The company says
 * which network it drives on, or that it counts in straight lines. Calendars that are read again and again.
 */
export const roadsCalendarsKeys = {
  name: '004-roads-calendars-keys',
  up: `
-- Kept when the settings go, for the undoing of that.
create table road_contents (
  roads_id text primary key,
  found jsonb,
  created_at timestamptz not null default now()
);
-- What is too long for a row, in pieces: maps of networks, and files of them on their way in.
create table large_files (
  id text not null,
  ix integer not null,
  bytes bytea not null,
  primary key (id, ix)
);
insert into road_contents (roads_id) select id from road_networks;
insert into large_files (id, ix, bytes) select id, 0, convert_to(content::text, 'UTF8') from road_networks;
update road_networks set speeds_kmh = '{}' where speeds_kmh is null;
alter table road_networks drop column content,
  alter column speeds_kmh set default '{}',
  alter column speeds_kmh set not null,
  add column archived_at timestamptz;
alter table company add column roads_id text references road_networks;
update company set roads_id = (select id from road_networks order by id limit 1);

create table calendars (
  id text primary key,
  name text not null,
  address text not null,
  technician_id text references technicians,
  territory_id text references territories,
  version integer not null default 1,
  archived_at timestamptz,
  check ((technician_id is null) <> (territory_id is null))
);
-- What the stand-in for a mail service was given.
create table mails (
  id text primary key,
  recipient text not null,
  subject text not null,
  body text not null,
  sent_at timestamptz not null default now()
);
-- Keys for programs: in whose name, how far, and until when.
create table program_keys (
  id text primary key,
  name text not null,
  token_hash text not null unique,
  user_id text not null references users on delete cascade,
  may_change boolean not null,
  objects jsonb not null default '[]',
  ends_on date not null,
  created_at timestamptz not null default now(),
  last_used_at timestamptz
);
-- What the last reading of each brought, so that the next one knows what it may take back.
create table calendar_reads (
  calendar_id text primary key references calendars on delete cascade,
  read_at timestamptz,
  failure text,
  brought jsonb not null default '[]'
);
`,
};
