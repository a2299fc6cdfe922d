-- What offers with a budget have cost so far, by the week's Monday and the channel ('' where none is said), in the
-- first market's currency.
create table spend (
  offer text not null,
  week date not null,
  channel text not null default '',
  amount text not null,
  primary key (offer, week, channel)
);
