import fc from 'fast-check';
import { expect, test } from 'vitest';
import { item as written } from '../../../tests/books/shop.ts';
import type { Currency } from '../exact/index.ts';
import { goodsFields, itemSchema, needsText, readWhere, testsOf, type Where, whereTest, whereText } from './index.ts';

const eur = 'EUR' as Currency;
const item = (...of: Parameters<typeof written>) => itemSchema.parse(written(...of));
const goods = [
  item('A', { price: '9.90', mass: { value: '0.5', unit: 'kg' }, tags: ['red', 'delta'], kind: 'parcel' }),
  item('B', { price: '10.00', mass: { value: '16', unit: 'oz' }, tags: ['redder'], kind: 'tube' }),
  item('C', { price: '100', mass: null, tags: [], kind: null }),
];
const found = (column: Where['column'], is: Where['test'], text = '') => {
  const passes = whereTest({ column, test: is, text }, eur);
  return (
    passes &&
    goods
      .filter(passes)
      .map(({ sku }) => sku)
      .join('')
  );
};

test('figures are compared by what they amount to, whatever their unit and mark', () => {
  expect(found('price', 'at least', '10')).toBe('BC');
  expect(found('price', 'at most', '9,90')).toBe('A');
  expect(found('mass', 'at most', '453 g')).toBe('');
  expect(found('mass', 'at most', '454')).toBe('B');
  expect(found('mass', 'at least', '1 lb')).toBe('AB');
  expect(found('price', 'at least', 'dear')).toBeNull();
});

test('words: has a part, is a whole, is not, empty and filled', () => {
  expect(found('tags', 'has', 'red')).toBe('AB');
  expect(found('tags', 'is', 'Red')).toBe('A');
  expect(found('tags', 'is not', 'red')).toBe('BC');
  expect(found('kind', 'is', 'Tube')).toBe('B');
  expect(found('mass', 'empty')).toBe('C');
  expect(found('tags', 'filled')).toBe('AB');
  expect(testsOf('kind')).not.toContain('at least');
});

test('any conditions come back from their address', () => {
  const one = fc
    .constantFrom(...goodsFields.names)
    .chain((column) =>
      fc.record({
        column: fc.constant(column),
        test: fc.constantFrom(...testsOf(column)),
        text: fc.string({ unit: fc.constantFrom('a', '9', ' ', 'é', '.', 'not ') }).map((text) => text.trim()),
      }),
    )
    .map((where) => (needsText(where.test) ? where : { ...where, text: '' }));
  fc.assert(
    fc.property(fc.array(one, { maxLength: 5 }), (all) => {
      expect(readWhere(whereText(all))).toEqual(all);
    }),
  );
});
