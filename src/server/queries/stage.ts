import type { Change } from '../../core/book/index.ts';
import type { Item } from '../../core/goods/index.ts';
import type { Connection } from '../database.ts';
import { keptGoods } from './goods.ts';
import { keptChanges, savedChannel } from './revisions.ts';

/**
 * Goods laid beside those that stand, within a transaction, so that they take their place by one statement; which of
 * those go; and what that changes, as the revision is to have it. Gone with the transaction.
 */
export async function openStage(
  connection: Connection,
  changes: readonly Change[],
  gone: readonly string[],
): Promise<void> {
  await connection.query(
    `create temporary table staged_goods (sku text, body jsonb) on commit drop;
     create temporary table staged_gone (sku text) on commit drop;
     create temporary table staged_changes (changes jsonb) on commit drop`,
  );
  await connection.query('insert into staged_gone select unnest($1::text[])', [gone]);
  await connection.query('insert into staged_changes values ($1)', [keptChanges(changes)]);
}

export async function stageGoods(connection: Connection, items: readonly Item[]): Promise<void> {
  await connection.query(
    "insert into staged_goods select body ->> 'sku', body from jsonb_array_elements($1) as one (body)",
    [keptGoods(items)],
  );
}

/**
 * Puts them in their place. Whoever saves goods waits for the others, so that those which are there are known: to be
 * ready for a row that comes meanwhile would take twice as long.
 */
export async function putStaged(connection: Connection): Promise<void> {
  await connection.query(
    'update goods set body = staged_goods.body from staged_goods where goods.sku = staged_goods.sku',
  );
  await connection.query(
    `insert into goods (sku, body) select sku, body from staged_goods
     where not exists (select from goods where goods.sku = staged_goods.sku) order by sku`,
  );
  await connection.query('delete from goods using staged_gone where goods.sku = staged_gone.sku');
}

export async function addStagedRevision(
  connection: Connection,
  { number, at, who, note }: { number: number; at: Date; who: string; note: string },
): Promise<void> {
  await connection.query(
    `insert into revision (number, at, who, note, changes)
     select $1::integer, $2::timestamptz, $3::text, $4::text, changes from staged_changes`,
    [number, at, who, note],
  );
  await connection.query('select pg_notify($1, $2)', [savedChannel, String(number)]);
}
