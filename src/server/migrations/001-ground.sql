-- The book: small things are rows with a body that the book's schema checks.
create table book_part (
  kind text not null,
  id text not null,
  position integer not null,
  body jsonb not null,
  primary key (kind, id)
);

create table goods (
  sku text primary key,
  name text not null,
  price text not null,
  mass jsonb,
  size jsonb,
  tags text[] not null,
  kind text not null,
  template text
);

-- One row a save; number 0 is the empty beginning.
create table revision (
  number integer primary key,
  at timestamptz not null,
  who text not null,
  note text not null,
  changes jsonb not null
);

create table setting (
  key text primary key,
  value jsonb not null
);

create table send (
  id bigint generated always as identity primary key,
  channel text not null,
  revision integer not null references revision (number),
  idempotency_key text not null unique,
  state text not null check (state in ('queued', 'sending', 'accepted', 'refused', 'failed')),
  requested timestamptz not null,
  who text not null,
  files jsonb not null,
  report jsonb not null default '[]',
  error text
);
create index send_by_channel on send (channel, id desc);
-- At most one send of a channel is under way.
create unique index send_under_way on send (channel) where state in ('queued', 'sending');

create table check_run (
  id bigint generated always as identity primary key,
  state text not null check (state in ('queued', 'running', 'done', 'stopped', 'failed')),
  moment timestamptz not null,
  revision integer not null references revision (number),
  requested timestamptz not null,
  finished timestamptz,
  done integer not null default 0,
  total integer not null default 0,
  error text,
  -- Channels that did not answer, and why: [{channel, why}].
  down jsonb not null default '[]'
);

create table class_result (
  run bigint not null references check_run (id) on delete cascade,
  channel text not null,
  key text not null,
  class jsonb not null,
  corners integer not null,
  told_above integer not null,
  primary key (run, channel, key)
);

create table finding (
  run bigint not null references check_run (id) on delete cascade,
  position integer not null,
  channel text not null,
  key text not null,
  cause text not null,
  body jsonb not null,
  primary key (run, position)
);
create index finding_by_key on finding (key);

-- Differences taken as they are.
create table accepted (
  key text primary key,
  who text not null,
  at timestamptz not null
);

insert into revision values (0, now(), 'Plemb', 'The empty book', '[]');
