-- An item is one document, as the parts of the book are: a new field of goods needs no new column.
alter table goods add column body jsonb;
update goods set body = jsonb_build_object(
  'sku', sku, 'name', name, 'price', price, 'mass', mass, 'size', size, 'tags', tags, 'kind', kind,
  'template', template, 'parent', parent, 'cost', cost, 'prices', prices, 'taxClass', tax_class, 'origin', origin,
  'stockedBy', stocked_by, 'notListed', not_listed, 'hazards', hazards, 'barred', barred, 'ownRate', own_rate,
  'fee', fee, 'dated', dated);
drop index goods_by_parent;
alter table goods
  alter column body set not null,
  drop column name, drop column price, drop column mass, drop column size, drop column tags, drop column kind,
  drop column template, drop column parent, drop column cost, drop column prices, drop column tax_class,
  drop column origin, drop column stocked_by, drop column not_listed, drop column hazards, drop column barred,
  drop column own_rate, drop column fee, drop column dated;
alter table goods add column parent text generated always as (body ->> 'parent') stored;
create index goods_by_parent on goods (parent) where parent is not null;
