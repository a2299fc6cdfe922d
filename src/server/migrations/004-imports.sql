-- Files of goods too large for the screen: read, then taken, as jobs.
create table goods_import (
  id bigint generated always as identity primary key,
  state text not null check (state in ('reading', 'read', 'taking', 'done', 'stopped', 'failed')),
  name text not null,
  text text not null,
  who text not null,
  requested timestamptz not null,
  done integer not null default 0,
  total integer not null default 0,
  -- What it holds, once read: how many are new, changed, as they are; and its bad lines.
  report jsonb,
  revision integer,
  error text
);
