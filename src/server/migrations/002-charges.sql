-- The book in its second format: several markets, and more lists; what a body leaves out has its default when it is
-- read.
insert into book_part (kind, id, position, body)
select 'markets', 'home', 0, body -> 'market' || '{"id": "home", "name": "Home"}'
from book_part
where kind = 'head' and body ? 'market';
update book_part set body = body - 'market' || '{"format": "plemb-book/2"}' where kind = 'head';

-- Goods: what an item does not state it takes from its parent.
alter table goods alter column price drop not null;
alter table goods alter column kind drop not null;
alter table goods
  add column prices jsonb not null default '{}',
  add column cost text,
  add column parent text,
  add column tax_class text,
  add column origin text,
  add column stocked_by text[] not null default '{}',
  add column hazards text[] not null default '{}',
  add column override jsonb,
  add column fee jsonb;
create index goods_by_parent on goods (parent) where parent is not null;
