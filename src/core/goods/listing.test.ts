import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { written } from '../exact/index.ts';
import { goodsFields } from './fields/list.ts';
import { listedTwice, listingOf, skuNamed } from './listing.ts';
import { type Item, itemSchema } from './schema.ts';

/** SKUs of whatever letters they may have. */
const skus = fc
  .string({ unit: fc.constantFrom(...'aAÄéß日ж09 ./-_#+(&'), minLength: 1, maxLength: 40 })
  .filter((text) => written.sku.safeParse(text).success);

test('an SKU that channels take is its own listing', () => {
  for (const sku of ['A', 'LK-TAIL-03-MOS', '4006381333931', 'a.b_c', 'x'.repeat(40)]) expect(listingOf(sku)).toBe(sku);
});

test('any other is listed in letters that channels take, and no two as one', () => {
  fc.assert(
    fc.property(fc.uniqueArray(skus, { minLength: 2, maxLength: 60 }), (all) => {
      const ids = all.map(listingOf);
      for (const id of ids) expect(id).toMatch(/^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/);
      expect(new Set(ids).size).toBe(all.length);
      expect(all.map(listingOf)).toEqual(ids);
    }),
    { numRuns: 400 },
  );
});

test('what can be read of it stays', () => {
  expect(listingOf('Kite 3/4')).toMatch(/^Kite-3-4\.[0-9a-z]{13}$/);
  expect(listingOf('日本')).toMatch(/^item\.[0-9a-z]{13}$/);
  expect(listingOf('Kite 3/4')).not.toBe(listingOf('Kite 3-4 '.trim()));
});

test('a word of a channel’s file is an SKU as it stands, or by the id it is listed under', () => {
  const named = skuNamed(['A-1', 'Kite 3/4'].map((sku) => ({ sku, listedAs: [] })));
  expect(['A-1', 'Kite 3/4', listingOf('Kite 3/4'), 'B', listingOf('Kite 3-5/')].map(named)).toEqual([
    'A-1',
    'Kite 3/4',
    'Kite 3/4',
    undefined,
    undefined,
  ]);
});

describe('two goods under one id at a channel', () => {
  const made = (sku: string, more: Partial<Item> = {}): Item =>
    itemSchema.parse({ ...goodsFields.blank, sku, name: sku, price: '1.00', ...more });
  const as = (channel: string, listing: string) => ({ listedAs: [{ channel, listing }] });
  const twice = (...items: Item[]) =>
    listedTwice(items, ['east', 'west']).map((one) =>
      one.is === 'listed twice' ? `${one.at.join(' ')}: ${one.by} at ${one.channel}` : one.is,
    );
  test('by ids of their own', () => {
    expect(twice(made('A', as('east', '1')), made('B', as('east', '1')))).toEqual(['B listedAs: A at east']);
    expect(twice(made('A', as('east', '1')), made('B', as('west', '1')))).toEqual([]);
  });
  test('by one’s own id and another’s SKU, whichever stands first', () => {
    expect(twice(made('A'), made('B', as('east', 'A')))).toEqual(['B listedAs: A at east']);
    expect(twice(made('B', as('east', 'A')), made('A'))).toEqual(['B listedAs: A at east']);
  });
  test('by one’s own id and what another’s SKU is listed as', () => {
    expect(twice(made('B', as('west', listingOf('Kite 3/4'))), made('Kite 3/4'))).toEqual([
      'B listedAs: Kite 3/4 at west',
    ]);
  });
  test('an SKU may go on under another item’s id once that is hidden or has an id of its own', () => {
    expect(twice(made('OLD', { notListed: ['east'] }), made('NEW', as('east', 'OLD')))).toEqual([]);
    expect(twice(made('OLD', as('east', 'X')), made('NEW', as('east', 'OLD')))).toEqual([]);
  });
});
