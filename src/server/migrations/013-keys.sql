-- The keys that the carrier and the channels ask for, sealed; what opens them lies outside the database.
create table sealed_key (
  of text primary key,
  sealed bytea not null,
  prices text check (prices in ('list', 'account')),
  who text not null,
  at timestamptz not null
);
