import { readFileSync } from 'node:fs';
import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { type BookFile, readBookFile } from '../../src/core/book/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { connect, type Database, migrate, migrateWithin, migrations, transaction } from '../../src/server/database.ts';
import { readBook } from '../../src/server/queries/book.ts';
import { everyItem } from '../../src/server/queries/goods.ts';
import { revisionsBefore } from '../../src/server/queries/revisions.ts';

/** The demo's book as the second format had it, in a database as it was then. */
const file = JSON.parse(readFileSync(new URL('../books/format-2/demo.json', import.meta.url), 'utf8')) as Record<
  string,
  unknown
> & { goods: { sku: string }[]; channels: Record<string, unknown> };
const name = `test_${Math.random().toString(36).slice(2, 10)}`;
let admin: pg.Client;
let database: Database;
beforeAll(async () => {
  const base = process.env.TEST_DATABASE_URL ?? '';
  admin = new pg.Client({ connectionString: base });
  await admin.connect();
  await admin.query(`create database ${name}`);
  database = connect(base.replace(/\/[^/]*$/, `/${name}`));
});
afterAll(async () => {
  await database.end();
  await admin.query(`drop database ${name} with (force)`);
  await admin.end();
});

async function fill() {
  const { goods, channels, ...book } = file;
  const head = Object.fromEntries(Object.entries(book).filter(([, value]) => !Array.isArray(value)));
  const parts = [
    { kind: 'head', id: '', position: 0, body: head as unknown },
    ...Object.entries(book).flatMap(([kind, list]) =>
      Array.isArray(list)
        ? (list as { id: string }[]).map((body, position) => ({ kind, id: body.id, position, body: body as unknown }))
        : [],
    ),
    ...Object.entries(channels).map(([id, body], position) => ({ kind: 'channels', id, position, body })),
  ];
  await transaction(database, async (connection) => {
    await migrateWithin(
      connection,
      migrations().filter((one) => one < '006'),
    );
    await connection.query(
      'insert into book_part select kind, id, position, body from jsonb_to_recordset($1) as part (kind text, id text, position integer, body jsonb)',
      [JSON.stringify(parts)],
    );
    await connection.query(
      `insert into goods (sku, name, price, prices, cost, mass, size, tags, kind, template, parent, tax_class, origin, stocked_by, hazards, override, fee)
       select sku, name, price, coalesce(prices, '{}'), cost, mass, size, array(select jsonb_array_elements_text(tags)), kind, template, parent, "taxClass", origin,
         array(select jsonb_array_elements_text(coalesce("stockedBy", '[]'))), array(select jsonb_array_elements_text(coalesce(hazards, '[]'))), override, fee
       from jsonb_to_recordset($1) as item (sku text, name text, price text, prices jsonb, cost text, mass jsonb, size jsonb, tags jsonb, kind text, template text,
         parent text, "taxClass" text, origin text, "stockedBy" jsonb, hazards jsonb, override jsonb, fee jsonb)`,
      [JSON.stringify(goods, (_, value) => value ?? undefined)],
    );
  });
}

const any = { who: null, kinds: null, of: null };

test('a database of the second format holds, brought along, what its exported file reads as', async () => {
  await fill();
  await migrate(database);
  const wanted: BookFile = unwrap(readBookFile(file));
  const bySku = (a: { sku: string }, b: { sku: string }) => (a.sku < b.sku ? -1 : 1);
  const goods = await everyItem(database);
  expect({ ...(await readBook(database)), goods: [...goods].sort(bySku) }).toEqual({
    ...wanted,
    goods: [...wanted.goods].sort(bySku),
  });
  expect(goods.length).toBe(file.goods.length);
});
test('what was changed in meaning stands in the note of a revision', async () => {
  const [newest] = await revisionsBefore(database, 2 ** 31 - 1, any, 1);
  expect(newest?.note).toContain('Brought into the third format');
  expect(newest?.note).toContain('offers first-advent benefit on: any service that costs at most');
});
test('run again it changes nothing; an empty database comes to the same tables without a book', async () => {
  const before = await revisionsBefore(database, 2 ** 31 - 1, any, 50);
  await migrate(database);
  expect(await revisionsBefore(database, 2 ** 31 - 1, any, 50)).toEqual(before);
});
