import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sheetOf } from '../../../../tests/books/sheets.ts';
import { worldOf } from '../../../../tests/reading/books.ts';
import { goodsFieldWords } from '../../../words/index.ts';
import { type Column, goodsFields, type Item, itemSchema } from '../index.ts';

/** What every field of goods says of itself: its cell, its schema and what a variant takes, over goods at random. */
const seeds = fc.integer({ min: 1, max: 400 });
const worlds = new Map<number, Item[]>();
const goodsOf = (seed: number): Item[] => {
  const items = worlds.get(seed) ?? worldOf(seed).book.goods.map((one) => itemSchema.parse(one));
  worlds.set(seed, items);
  return items;
};
const given = (items: readonly Item[], field: Column) => items.map((item) => ({ item, value: item[field] }));

test('heads are told apart, and each leads back to its field', () => {
  const heads = goodsFields.names.map((name) => goodsFields.of(name).head);
  expect(new Set(heads).size).toBe(heads.length);
  const { layout } = sheetOf([...heads, 'colour'].join(','));
  expect(layout.columns.map((column) => column.to)).toEqual([...goodsFields.names, null]);
});

test('an item that states nothing but its SKU, name and price is one', () => {
  expect(itemSchema.parse({ ...goodsFields.blank, sku: 'A', name: 'A', price: '1.00' })).toEqual({
    ...goodsFields.blank,
    sku: 'A',
    name: 'A',
    price: '1.00',
  });
});

test('put in short, an item comes back whole, and nothing that is blank was kept', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      for (const item of goodsOf(seed)) {
        const short: Record<string, unknown> = goodsFields.stated(item);
        expect(goodsFields.whole(short)).toEqual(item);
        for (const name of goodsFields.names)
          expect(name in short).toBe(JSON.stringify(item[name]) !== JSON.stringify(goodsFields.blank[name]));
      }
    }),
    { numRuns: 60 },
  );
});

describe.each(goodsFields.names.map((name) => [name]))('%s', (name) => {
  const field = goodsFields.of(name);
  test('comes back from its cell as it went in', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        for (const { value } of given(goodsOf(seed), name)) expect(field.read(field.write(value))).toEqual(value);
      }),
      { numRuns: 60 },
    );
  });
  test('refuses a cell that is none of its, by its schema, and says what would be right', () => {
    expect(goodsFieldWords[name].right.length).toBeGreaterThan(8);
    const odd = field.schema.safeParse(field.read('?!? ?!?'));
    // A name is any text.
    expect(odd.success).toBe(['name', 'origin'].includes(name));
  });
  test('a variant that states it keeps it; one that does not takes its parent’s, but for what is its own', () => {
    const own = ['sku', 'name', 'parent', 'dated'];
    fc.assert(
      fc.property(seeds, (seed) => {
        const items = goodsOf(seed);
        const parent = { ...(items[0] as Item), price: '7.00' };
        for (const { item, value } of given(items, name)) {
          const states = JSON.stringify(value) !== JSON.stringify(goodsFields.blank[name]);
          const taken = goodsFields.inherited(item, parent)[name];
          if (states || own.includes(name)) expect(taken).toEqual(value);
          // Prices are one whole: who has a price of their own takes none.
          else if (name === 'prices') expect(taken).toEqual(item.price === null ? parent.prices : []);
          else expect(taken).toEqual(parent[name]);
        }
      }),
      { numRuns: 60 },
    );
  });
});
