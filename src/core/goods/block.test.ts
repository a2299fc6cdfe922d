import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { item as written } from '../../../tests/books/shop.ts';
import type { Currency } from '../exact/index.ts';
import {
  type BlockEdits,
  blockText,
  type Column,
  cellOf,
  emptied,
  entryReader,
  filledDown,
  type Item,
  itemSchema,
  pasted,
} from './index.ts';

const item = (...of: Parameters<typeof written>) => itemSchema.parse(written(...of));
const read = entryReader({ currency: 'EUR' as Currency, templates: [{ id: 'tubes', name: 'Tubes' }] });
const goods = ['A', 'B', 'C', 'D'].map((sku, i) =>
  item(sku, { price: `${i + 1}.50`, tags: [`t${i}`], mass: { value: String(100 * (i + 1)), unit: 'g' } }),
);
const columns: Column[] = ['sku', 'name', 'price', 'mass', 'tags'];
/** Goods as they stand after edits. */
const edited = (rows: readonly Item[], { edits }: BlockEdits) =>
  rows.map((one) => ({
    ...one,
    ...Object.fromEntries(edits.filter(({ path }) => path[1] === one.sku).map(({ path, value }) => [path[2], value])),
  }));
const cells = (rows: readonly Item[], from: number, of: readonly Column[]) =>
  rows.slice(from).map((one) => of.map((column) => cellOf(one, column)));
const paste = (text: string, row: number, at: number, down = 1, across = 1) =>
  pasted(
    { rows: goods.slice(row), columns: columns.slice(at) },
    { rows: goods.slice(row, row + down), columns: columns.slice(at, at + across) },
    text,
    read,
  );

describe('pasting', () => {
  test('a block of a spreadsheet, decimals after a comma', () => {
    const made = paste('1,25\t0,5 kg\r\n2,75\t1,5 kg\r\n', 1, 2);
    expect(made.faults).toEqual([]);
    expect(cells(edited(goods, made), 0, ['price', 'mass'])).toEqual([
      ['1.50', '100 g'],
      ['1.25', '0.5 kg'],
      ['2.75', '1.5 kg'],
      ['4.50', '400 g'],
    ]);
  });
  test('one cell over many fills them; a row over many repeats; what is no multiple stands once', () => {
    expect(cells(edited(goods, paste('9.00', 0, 2, 3)), 0, ['price']).flat()).toEqual(['9.00', '9.00', '9.00', '4.50']);
    expect(cells(edited(goods, paste('8.00\n9.00', 0, 2, 4)), 0, ['price']).flat()).toEqual([
      '8.00',
      '9.00',
      '8.00',
      '9.00',
    ]);
    expect(cells(edited(goods, paste('8.00\n9.00', 0, 2, 3)), 0, ['price']).flat()).toEqual([
      '8.00',
      '9.00',
      '3.50',
      '4.50',
    ]);
  });
  test('what has no room is counted; one bad cell and nothing is put, with the place', () => {
    expect(paste('1\n2\n3', 2, 2)).toMatchObject({ edits: [{}, {}], beyond: { rows: 1, columns: 0 } });
    const made = paste('5.00\t200 g\ndear\t300 g', 0, 2);
    expect(made.edits).toEqual([]);
    expect(made.faults.map(({ sku, column }) => [sku, column])).toEqual([['B', 'price']]);
    // A SKU is what an item is: it is not pasted over.
    expect(paste('Z', 0, 0).faults).toMatchObject([{ sku: 'A', column: 'sku' }]);
  });
});

test('filling down takes the first row; emptying empties what may be empty', () => {
  const block = { rows: goods.slice(1), columns: ['price', 'tags'] as Column[] };
  expect(cells(edited(goods, filledDown(block, read)), 0, ['price', 'tags'])).toEqual([
    ['1.50', 't0'],
    ['2.50', 't1'],
    ['2.50', 't1'],
    ['2.50', 't1'],
  ]);
  expect(cells(edited(goods, emptied({ rows: goods, columns: ['tags', 'mass'] }, read)), 0, ['tags', 'mass'])).toEqual(
    goods.map(() => ['', '']),
  );
  expect(emptied({ rows: goods, columns: ['price'] }, read)).toMatchObject({ edits: [], faults: [{}, {}, {}, {}] });
});

test('what is copied and pasted back changes nothing; nor does another program’s block of the same cells', () => {
  const names = fc.array(fc.string({ unit: fc.constantFrom('a', '"', 'é', "'", ',', ' ', '=') }), {
    minLength: 1,
    maxLength: 4,
  });
  fc.assert(
    fc.property(names, (all) => {
      const rows = all.map((name, i) => item(`S${i}`, { name: `n${name}`.trim(), tags: i % 2 ? [] : ['x', 'y'] }));
      const block = { rows, columns: ['name', 'price', 'mass', 'size', 'tags', 'cost'] as Column[] };
      expect(pasted(block, block, blockText(block), read)).toMatchObject({ edits: [], faults: [] });
      const theirs = stringify(cells(rows, 0, block.columns), { delimiter: '\t', record_delimiter: 'windows' });
      expect(pasted(block, block, theirs, read)).toMatchObject({ edits: [], faults: [] });
    }),
  );
});
