import fc from 'fast-check';
import { expect, test } from 'vitest';
import { written } from '../exact/index.ts';
import { listingOf, skuNamed } from './listing.ts';

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
  const named = skuNamed(['A-1', 'Kite 3/4']);
  expect(['A-1', 'Kite 3/4', listingOf('Kite 3/4'), 'B', listingOf('Kite 3-5/')].map(named)).toEqual([
    'A-1',
    'Kite 3/4',
    'Kite 3/4',
    undefined,
    undefined,
  ]);
});
