import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { type BookFile, readBookFile } from '../../src/core/book/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { connect, type Database, migrate } from '../../src/server/database.ts';
import { readBook } from '../../src/server/queries/book.ts';
import { everyItem } from '../../src/server/queries/goods.ts';
import { revisionsBefore } from '../../src/server/queries/revisions.ts';
import { file, fillAsFormat2 } from './format-2.ts';

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

const any = { who: null, kinds: null, of: null };

test('a database of the second format holds, brought along, what its exported file reads as', async () => {
  await fillAsFormat2(database);
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
