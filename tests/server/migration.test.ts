import { expect, test } from 'vitest';
import { type BookFile, readBookFile } from '../../src/core/book/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { type Database, migrate } from '../../src/server/database.ts';
import { readBook } from '../../src/server/queries/book.ts';
import { everyItem } from '../../src/server/queries/goods.ts';
import { revisionsBefore } from '../../src/server/queries/revisions.ts';
import { within } from './database.ts';
import { file, fillAsFormat1, fillAsFormat2, firstFile } from './formats.ts';

const any = { who: null, kinds: null, of: null };

/** What a database holds. */
const held = async (database: Database) => ({
  ...(await readBook(database)),
  goods: (await everyItem(database)).sort(bySku),
});
const bySku = (a: { sku: string }, b: { sku: string }) => (a.sku < b.sku ? -1 : 1);
/** What a file reads as. */
const asRead = (data: unknown): BookFile => {
  const book = unwrap(readBookFile(data));
  return { ...book, goods: [...book.goods].sort(bySku) };
};

test('a database of the first format holds, brought along, what its exported file reads as', () =>
  within(async (database) => {
    await fillAsFormat1(database);
    await migrate(database);
    expect(await held(database)).toEqual(asRead(firstFile));
  }));
test('a database of the second format does, too; what was changed in meaning stands in the note of a revision', () =>
  within(async (database) => {
    await fillAsFormat2(database);
    await migrate(database);
    expect(await held(database)).toEqual(asRead(file));
    const before = await revisionsBefore(database, 2 ** 31 - 1, any, 50);
    expect(before[0]?.note).toContain('Brought into the third format');
    expect(before[0]?.note).toContain('offers first-advent benefit on: any service that costs at most');
    // Run again it changes nothing.
    await migrate(database);
    expect(await revisionsBefore(database, 2 ** 31 - 1, any, 50)).toEqual(before);
  }));
