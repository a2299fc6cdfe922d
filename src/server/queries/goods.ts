import type { Item } from '../../core/goods/index.ts';
import type { Connection } from '../database.ts';

const columns =
  'sku, name, price, prices, cost, mass, size, tags, kind, template, parent, tax_class as "taxClass", origin, stocked_by as "stockedBy", not_listed as "notListed", hazards, barred, own_rate as "ownRate", fee, dated';

/** A page of goods after a SKU, in the order of SKUs. */
export async function goodsAfter(connection: Connection, after: string, limit: number): Promise<Item[]> {
  const { rows } = await connection.query<Item>(`select ${columns} from goods where sku > $1 order by sku limit $2`, [
    after,
    limit,
  ]);
  return rows;
}

export async function goodsBySku(connection: Connection, skus: readonly string[]): Promise<Item[]> {
  const { rows } = await connection.query<Item>(`select ${columns} from goods where sku = any($1) order by sku`, [
    skus,
  ]);
  return rows;
}

export async function allGoods(connection: Connection): Promise<Item[]> {
  const { rows } = await connection.query<Item>(`select ${columns} from goods order by sku`);
  return rows;
}

/** Items that are variants of any of these. */
export async function variantsOf(connection: Connection, skus: readonly string[]): Promise<Item[]> {
  const { rows } = await connection.query<Item>(`select ${columns} from goods where parent = any($1) order by sku`, [
    skus,
  ]);
  return rows;
}

export async function putGoods(connection: Connection, items: readonly Item[]): Promise<void> {
  await connection.query(
    `insert into goods (sku, name, price, prices, cost, mass, size, tags, kind, template, parent, tax_class, origin, stocked_by, not_listed, hazards, barred, own_rate, fee, dated)
     select sku, name, price, prices, cost, mass, size, array(select jsonb_array_elements_text(tags)), kind, template, parent, "taxClass", origin,
       array(select jsonb_array_elements_text("stockedBy")), array(select jsonb_array_elements_text("notListed")), array(select jsonb_array_elements_text(hazards)),
       barred, "ownRate", fee, dated
     from jsonb_to_recordset($1) as item (sku text, name text, price text, prices jsonb, cost text, mass jsonb, size jsonb, tags jsonb, kind text, template text,
       parent text, "taxClass" text, origin text, "stockedBy" jsonb, "notListed" jsonb, hazards jsonb, barred jsonb, "ownRate" jsonb, fee jsonb, dated jsonb)
     on conflict (sku) do update set name = excluded.name, price = excluded.price, prices = excluded.prices, cost = excluded.cost, mass = excluded.mass,
       size = excluded.size, tags = excluded.tags, kind = excluded.kind, template = excluded.template, parent = excluded.parent,
       tax_class = excluded.tax_class, origin = excluded.origin, stocked_by = excluded.stocked_by, not_listed = excluded.not_listed, hazards = excluded.hazards,
       barred = excluded.barred, own_rate = excluded.own_rate, fee = excluded.fee, dated = excluded.dated`,
    [JSON.stringify(items, (_, value) => value ?? undefined)],
  );
}

export async function dropGoods(connection: Connection, skus: readonly string[]): Promise<void> {
  await connection.query('delete from goods where sku = any($1)', [skus]);
}
