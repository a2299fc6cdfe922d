-- What shoppers did: orders of the past, and visits by country.
create table past_order (
  id bigint primary key,
  at timestamptz not null,
  place text not null,
  service text not null,
  lines jsonb not null
);
create index past_order_by_time on past_order (at);

create table visit (
  country text primary key,
  visits integer not null
);
