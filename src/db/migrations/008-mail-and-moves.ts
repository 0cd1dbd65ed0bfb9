/**
 * Mail that comes in, with the request that it became; and promises that the plan does not keep any more, with since when, so that
 * whoever was promised is told once it has stood for a while.
 */
export const mailAndMoves = {
  name: '008-mail-and-moves',
  up: `
create table incoming_mails (
  id text primary key,
  raw text not null,
  arrived_at timestamptz not null,
  state text not null check (state in ('waiting','taken','failed')),
  sender text not null default '',
  subject text not null default '',
  failure text,
  request_id text references requests on delete set null
);
create index incoming_mails_waiting on incoming_mails (arrived_at) where state = 'waiting';

alter table company add column tell_moved_min integer default 15 check (tell_moved_min between 1 and 1440);
create table moved_promises (
  visit_id text primary key references visits on delete cascade,
  starts_at timestamptz not null,
  seen_at timestamptz not null,
  told_at timestamptz
);
`,
};
