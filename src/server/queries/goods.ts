import type { Item } from '../../core/goods/index.ts';
import type { Connection } from '../database.ts';

const columns = 'sku, name, price, mass, size, tags, kind, template';

/** A page of goods after a SKU, in the order of SKUs. */
export async function goodsAfter(connection: Connection, after: string, limit: number): Promise<Item[]> {
  const { rows } = await connection.query<Item>(`select ${columns} from goods where sku > $1 order by sku limit $2`, [after, limit]);
  return rows;
}

export async function goodsBySku(connection: Connection, skus: readonly string[]): Promise<Item[]> {
  const { rows } = await connection.query<Item>(`select ${columns} from goods where sku = any($1) order by sku`, [skus]);
  return rows;
}

export async function allGoods(connection: Connection): Promise<Item[]> {
  const { rows } = await connection.query<Item>(`select ${columns} from goods order by sku`);
  return rows;
}

export async function putGoods(connection: Connection, items: readonly Item[]): Promise<void> {
  await connection.query(
    `insert into goods (${columns})
     select sku, name, price, mass, size, array(select jsonb_array_elements_text(tags)), kind, template
     from jsonb_to_recordset($1) as item (sku text, name text, price text, mass jsonb, size jsonb, tags jsonb, kind text, template text)
     on conflict (sku) do update set name = excluded.name, price = excluded.price, mass = excluded.mass, size = excluded.size,
       tags = excluded.tags, kind = excluded.kind, template = excluded.template`,
    [JSON.stringify(items.map((item) => ({ ...item, mass: item.mass ?? undefined, size: item.size ?? undefined })))],
  );
}

export async function dropGoods(connection: Connection, skus: readonly string[]): Promise<void> {
  await connection.query('delete from goods where sku = any($1)', [skus]);
}
