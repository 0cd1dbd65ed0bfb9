/**
 * Work comes in: customers with their contacts, assets and agreements, requests, maintenance plans, promised times that are held for
 * a while, bookings by customers, messages to them, and hooks that tell other programs.
 */
export const theWork = {
  name: '007-the-work',
  up: `
create table customers (
  id text primary key,
  name text not null,
  phone text not null default '',
  email text not null default '',
  language text not null default 'en',
  notes text not null default '',
  version integer not null default 1,
  archived_at timestamptz
);
create table customer_contacts (
  id text primary key,
  customer_id text not null references customers on delete cascade,
  name text not null,
  role text not null default '',
  phone text not null default '',
  email text not null default ''
);
create index customer_contacts_of on customer_contacts (customer_id);

alter table sites add column customer_id text references customers;
alter table sites add column best_days jsonb not null default '[]';
alter table sites add column best_from_min integer check (best_from_min between 0 and 1440);
alter table sites add column best_to_min integer check (best_to_min between 0 and 1440);
create index sites_of on sites (customer_id);
create table site_wishes (
  site_id text not null references sites on delete cascade,
  technician_id text not null references technicians on delete cascade,
  wish text not null check (wish in ('must','favoured','avoid','never')),
  primary key (site_id, technician_id)
);

create table assets (
  id text primary key,
  name text not null,
  site_id text not null references sites,
  model text not null default '',
  serial text not null default '',
  installed_on date,
  notes text not null default '',
  version integer not null default 1,
  archived_at timestamptz
);
create index assets_at on assets (site_id);
create table asset_parts (
  asset_id text not null references assets on delete cascade,
  part_id text not null references parts on delete cascade,
  primary key (asset_id, part_id)
);

create table agreements (
  id text primary key,
  name text not null,
  customer_id text not null references customers,
  site_id text references sites,
  respond_min integer check (respond_min > 0),
  finish_min integer check (finish_min > 0),
  price double precision check (price >= 0),
  priority integer check (priority between 1 and 5),
  valid_from date not null,
  valid_to date,
  notes text not null default '',
  version integer not null default 1,
  archived_at timestamptz,
  check (valid_to is null or valid_to >= valid_from)
);
create index agreements_of on agreements (customer_id);
create table agreement_kinds (
  agreement_id text not null references agreements on delete cascade,
  job_kind_id text not null references job_kinds on delete cascade,
  primary key (agreement_id, job_kind_id)
);

create table problem_kinds (
  id text primary key,
  name text not null,
  job_kind_id text references job_kinds,
  ask text not null default '',
  advice text not null default '',
  version integer not null default 1,
  archived_at timestamptz
);

create table requests (
  id text primary key,
  number integer not null unique,
  site_id text references sites,
  customer_id text references customers,
  asset_id text references assets,
  problem_kind_id text references problem_kinds,
  channel text not null check (channel in ('phone','mail','form')),
  caller text not null default '',
  call_back text not null default '',
  said text not null,
  stage text not null default 'new' check (stage in ('new','solved','ordered','closed')),
  solution text not null default '',
  received_at timestamptz not null,
  version integer not null default 1,
  archived_at timestamptz
);
create index requests_at on requests (site_id);

create table maintenance_plans (
  id text primary key,
  name text not null,
  job_kind_id text not null references job_kinds,
  rule text not null,
  counts_from text not null check (counts_from in ('calendar','last-done')),
  starts_on date not null,
  ends_on date,
  lead_days integer not null check (lead_days between 0 and 365),
  within_days integer not null check (within_days between 1 and 365),
  agreement_id text references agreements,
  notes text not null default '',
  version integer not null default 1,
  archived_at timestamptz,
  check (ends_on is null or ends_on >= starts_on)
);
create table maintenance_assets (
  plan_id text not null references maintenance_plans on delete cascade,
  asset_id text not null references assets on delete cascade,
  primary key (plan_id, asset_id)
);

alter table work_orders add column request_id text references requests;
alter table work_orders add column asset_id text references assets;
alter table work_orders add column agreement_id text references agreements;
alter table work_orders add column plan_id text references maintenance_plans;
alter table work_orders add column planned_on date;
alter table work_orders add column outside_number text;
alter table work_orders add column stage text not null default 'open' check (stage in ('open','done','confirmed','cancelled'));
alter table work_orders add column cancelled_for text not null default '';
create unique index work_orders_outside on work_orders (outside_number) where archived_at is null;
-- Maintenance is made once for a day, whoever asks how often.
create unique index work_orders_planned on work_orders (plan_id, asset_id, planned_on) where archived_at is null;
create index work_orders_request on work_orders (request_id);
create index work_orders_asset on work_orders (asset_id);

alter table job_kinds add column bookable text not null default 'no' check (bookable in ('no','request','at-once'));
alter table job_kinds add column public_name text not null default '';
alter table offers add column may_push boolean not null default true;
alter table company add column booking_open boolean not null default false;
alter table company add column booking_until_min integer not null default 1440 check (booking_until_min >= 0);
alter table company add column booking_names boolean not null default false;
alter table company add column booking_hold_min integer not null default 5 check (booking_hold_min between 1 and 60);

-- A time that is kept free for somebody who has not decided yet.
create table holds (
  id text primary key,
  holder text not null,
  territory_id text not null references territories,
  asked jsonb not null,
  visit jsonb not null,
  seats jsonb not null,
  starts_at timestamptz not null,
  ends_at timestamptz not null,
  expires_at timestamptz not null
);
create index holds_open on holds (territory_id, expires_at);

create table bookings (
  id text primary key,
  secret_hash text not null unique,
  work_order_id text not null references work_orders on delete cascade,
  caller text not null,
  email text not null default '',
  phone text not null default '',
  language text not null default 'en',
  state text not null check (state in ('asked','promised','cancelled')),
  confirmed_at timestamptz,
  made_at timestamptz not null
);
create index bookings_of on bookings (work_order_id);

create table message_templates (
  id text primary key,
  name text not null,
  event text not null check (event in ('promised','moved','on-the-way','done','sorry','booked')),
  channel text not null check (channel in ('mail','text')),
  language text not null,
  subject text not null default '',
  body text not null,
  active boolean not null default true,
  version integer not null default 1,
  archived_at timestamptz
);
create unique index message_templates_for on message_templates (event, channel, language) where archived_at is null;

create table messages (
  id text primary key,
  event text not null,
  channel text not null check (channel in ('mail','text')),
  address text not null,
  subject text not null default '',
  body text not null,
  work_order_id text references work_orders on delete set null,
  state text not null check (state in ('waiting','sent','failed')),
  tries integer not null default 0,
  next_try_at timestamptz not null,
  failure text,
  made_at timestamptz not null,
  sent_at timestamptz
);
create index messages_waiting on messages (next_try_at) where state = 'waiting';
create index messages_of on messages (work_order_id);

create table hooks (
  id text primary key,
  name text not null,
  address text not null,
  secret text not null,
  events jsonb not null,
  active boolean not null default true,
  version integer not null default 1,
  archived_at timestamptz
);
create table hook_calls (
  id text primary key,
  hook_id text not null references hooks on delete cascade,
  event text not null,
  body jsonb not null,
  state text not null check (state in ('waiting','answered','failed')),
  tries integer not null default 0,
  next_try_at timestamptz not null,
  status integer,
  failure text,
  made_at timestamptz not null,
  answered_at timestamptz
);
create index hook_calls_waiting on hook_calls (next_try_at) where state = 'waiting';
create index hook_calls_of on hook_calls (hook_id, made_at);
`,
};
