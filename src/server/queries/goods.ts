import { goodsFields, type Item, listingOf, mayBeMarked } from '../../core/goods/index.ts';
import type { Connection } from '../database.ts';

interface Kept {
  /** In short: a blank field is missing, and one that was not there yet when the item was put in. */
  readonly body: Partial<Item>;
}
const itemOf = ({ body }: Kept): Item => goodsFields.whole(body);
/** Goods as they are handed to the database. */
export const keptGoods = (items: readonly Item[]): string => JSON.stringify(items.map(goodsFields.stated));

/** A page of goods after a SKU, in the order of SKUs. */
export async function goodsAfter(connection: Connection, after: string, limit: number): Promise<Item[]> {
  const { rows } = await connection.query<Kept>('select body from goods where sku > $1 order by sku limit $2', [
    after,
    limit,
  ]);
  return rows.map(itemOf);
}

export async function goodsBySku(connection: Connection, skus: readonly string[]): Promise<Item[]> {
  const { rows } = await connection.query<Kept>('select body from goods where sku = any($1) order by sku', [skus]);
  return rows.map(itemOf);
}

/** Items of some SKUs with the parents they take from, however far up. */
export async function goodsWithParents(connection: Connection, skus: readonly string[]): Promise<Item[]> {
  const { rows } = await connection.query<Kept>(
    `with recursive family as (
       select sku, parent, body from goods where sku = any($1)
       union
       select goods.sku, goods.parent, goods.body from goods join family on goods.sku = family.parent
     )
     select body from family order by sku`,
    [skus],
  );
  return rows.map(itemOf);
}

export async function everyItem(connection: Connection): Promise<Item[]> {
  const { rows } = await connection.query<Kept>('select body from goods order by sku');
  return rows.map(itemOf);
}

/** Items that are variants of any of these. */
async function variantsOf(connection: Connection, skus: readonly string[]): Promise<Item[]> {
  const { rows } = await connection.query<Kept>('select body from goods where parent = any($1) order by sku', [skus]);
  return rows.map(itemOf);
}

/**
 * Items with the parents they take from, however far up, the variants that take from them or from those gone, and what
 * may be listed as they are.
 */
export async function familyOf(
  connection: Connection,
  items: readonly Item[],
  gone: readonly string[],
): Promise<Item[]> {
  const family = new Map(items.map((item) => [item.sku, item]));
  for (const item of await variantsOf(connection, [...family.keys(), ...gone]))
    if (!family.has(item.sku) && !gone.includes(item.sku)) family.set(item.sku, item);
  const parents = [...family.values()].flatMap(({ parent }) => (parent === null ? [] : [parent]));
  for (const item of await goodsWithParents(connection, parents))
    if (!family.has(item.sku) && !gone.includes(item.sku)) family.set(item.sku, item);
  for (const item of await goodsWithParents(connection, await rivalsOf(connection, [...family.values()])))
    if (!family.has(item.sku) && !gone.includes(item.sku)) family.set(item.sku, item);
  return [...family.values()];
}

/** The SKUs of goods that channels may list under an id of one of these. */
async function rivalsOf(connection: Connection, items: readonly Item[]): Promise<string[]> {
  const ids = items.flatMap(({ sku, listedAs }) => [listingOf(sku), ...listedAs.map(({ listing }) => listing)]);
  const { rows } = await connection.query<{ sku: string }>(
    `select sku from goods
     where sku = any($1) or body ? 'listedAs' and jsonb_path_query_array(body, '$.listedAs[*].listing') ?| $1`,
    [ids],
  );
  // What an SKU that channels do not take is listed as, only the core can tell.
  const isMarked = items.some(({ listedAs }) => listedAs.some(({ listing }) => mayBeMarked(listing)));
  const strange = isMarked
    ? await connection.query<{ sku: string }>("select sku from goods where sku !~ '^[A-Za-z0-9][A-Za-z0-9._-]*$'")
    : null;
  return [...rows, ...(strange?.rows ?? [])].map(({ sku }) => sku);
}

export async function putGoods(connection: Connection, items: readonly Item[]): Promise<void> {
  await connection.query(
    `insert into goods (sku, body)
     select body ->> 'sku', body from jsonb_array_elements($1) as one (body)
     on conflict (sku) do update set body = excluded.body`,
    [keptGoods(items)],
  );
}

export async function dropGoods(connection: Connection, skus: readonly string[]): Promise<void> {
  await connection.query('delete from goods where sku = any($1)', [skus]);
}
