import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBook, demoLaterOffers } from '../../demo/book.ts';
import { schemas } from '../../scripts/schemas.ts';
import { dialectOf, filesOf } from '../../src/core/channels/index.ts';
import { writeGoods } from '../../src/core/goods/index.ts';
import { csvOf } from '../../src/core/tables/index.ts';
import { opened } from '../books/opened.ts';
import { randomBook } from '../books/random.ts';
import { smallBook } from '../books/small.ts';
import { feedWorldOf } from '../telling/feed-world.ts';

const formats = fileURLToPath(new URL('../../docs/formats/', import.meta.url));

describe('JSON files, against their JSON Schemas (draft 2020-12) with ajv 8', () => {
  const reader = () =>
    new Ajv2020({
      allErrors: true,
      formats: { date: /^\d{4}-\d{2}-\d{2}$/, 'date-time': (text: string) => !Number.isNaN(Date.parse(text)) },
    });
  const schema = (name: string) => JSON.parse(readFileSync(`${formats}${name}.schema.json`, 'utf8')) as object;

  test('the schemas written down are those the core reads by', () => {
    for (const [name, made] of Object.entries(schemas()))
      expect(schema(name), `${name}: run npm run schemas`).toEqual(JSON.parse(JSON.stringify(made)));
  });
  test('the demo’s book, its baskets and other books are valid', () => {
    const demo = demoBook();
    const valid = reader().compile(schema('book'));
    for (const book of [
      demo,
      { ...demo, offers: [...demo.offers, ...demoLaterOffers()] },
      smallBook(),
      ...fc.sample(randomBook, 20),
    ])
      expect(valid(JSON.parse(JSON.stringify(book))), JSON.stringify(valid.errors)).toBe(true);
    const basket = reader().compile(schema('basket'));
    for (const one of demo.pinned) expect(basket(one), JSON.stringify(basket.errors)).toBe(true);
  });
  test('a book with a wrong amount or a word too many is not', () => {
    const valid = reader().compile(schema('book'));
    expect(valid({ ...demoBook(), colour: 'red' })).toBe(false);
    const book = demoBook();
    if (book.goods[0]) book.goods[0].price = '4,90';
    expect(valid(book)).toBe(false);
  });
  test('Lerrin Shop’s file is valid for its schema', () => {
    const { book, goods } = opened(demoBook());
    const valid = reader().compile(schema('lerrin-shop'));
    const text = filesOf(dialectOf('lerrin-shop').render(book, goods).rules)[0]?.text ?? '';
    expect(valid(JSON.parse(text)), JSON.stringify(valid.errors)).toBe(true);
  });
});

describe('CSV (RFC 4180), read back by csv-parse 7', () => {
  test('the demo’s goods come back cell by cell', () => {
    const rows = parse(writeGoods(demoBook().goods), { columns: true }) as Record<string, string>[];
    expect(rows.map((row) => [row.sku, row.name, row.price])).toEqual(
      demoBook().goods.map((item) => [item.sku, item.name, item.price]),
    );
  });
  test('any text survives, but for the apostrophe before what a spreadsheet would run', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.string(),
            fc.string({ unit: 'grapheme' }),
            fc.constantFrom('=SUM(A1)', '+1', '-2', '@x', 'a,"b"\r\nc'),
          ),
          { minLength: 1 },
        ),
        (cells) => {
          const back = parse(csvOf(['a', 'b', 'c'], cells), { relax_column_count: false }) as string[][];
          const harmless = (cell: string) => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);
          expect(back.slice(1)).toEqual(cells.map((row) => row.map(harmless)));
        },
      ),
    );
  });
});

describe('Findlark’s feeds, against their XML Schema with xmllint (libxml2)', () => {
  const check = (text: string): string => {
    const folder = mkdtempSync(join(tmpdir(), 'plemb-xml-'));
    try {
      writeFileSync(join(folder, 'feed.xml'), text);
      execFileSync('xmllint', ['--noout', '--schema', `${formats}findlark.xsd`, join(folder, 'feed.xml')], {
        stdio: 'pipe',
      });
      return 'valid';
    } catch (error) {
      return String((error as { stderr?: Buffer }).stderr);
    } finally {
      rmSync(folder, { recursive: true });
    }
  };
  const feedsOf = (file: Parameters<typeof opened>[0]) => {
    const { book, goods } = opened(file);
    return filesOf(dialectOf('findlark').render(book, goods).rules).map(({ text }) => text);
  };
  test('the demo’s and other books’ are valid, with names that need escaping', () => {
    const small = smallBook();
    if (small.goods[0]) small.goods[0].name = 'Oats & <honey> “bar”';
    const worlds = Array.from({ length: 20 }, (_, seed) => feedWorldOf(seed).book);
    const texts = [demoBook(), small, ...worlds].flatMap(feedsOf);
    expect(texts.map(check)).toEqual(texts.map(() => 'valid'));
    expect(texts.join('')).toMatch(/<sale [\s\S]*kind="gift"/);
  });
  test.each([
    [
      'an unknown speed',
      (text: string) => text.replaceAll('standard', 'fastest'),
      'not accepted by the pattern|not an element',
    ],
    [
      'an item whose delivery is none',
      (text: string) => text.replace('<delivery id="d1"', '<delivery id="z"'),
      'No match found',
    ],
    [
      'a label with a capital',
      (text: string) => text.replace(' delivery="d1"/>', ' delivery="d1" labels="A"/>'),
      'pattern',
    ],
  ])('one with %s is not', (_, spoilt, why) => {
    expect(check(spoilt(feedsOf(smallBook())[0] ?? ''))).toMatch(new RegExp(why));
  });
});
