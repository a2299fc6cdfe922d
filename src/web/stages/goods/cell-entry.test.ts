import { expect, test } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import { firstFault } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { readCell } from './cell-entry.ts';

const { goods, ...book } = smallBook();
const open = { book, home: book.markets[0] } as unknown as OpenBook;
const [item] = goods;
const typed = (field: Parameters<typeof readCell>[2], text: string, of = item) => {
  const read = readCell(open, of as NonNullable<typeof item>, field, text);
  return read.ok ? read.value : firstFault(read);
};

test('what is typed into a cell is kept as the book writes it', () => {
  expect(typed('price', '4.90')).toBe('4.90');
  expect(typed('mass', '226.796 g')).toEqual({ value: '226.796', unit: 'g' });
  expect(typed('tags', 'soap oat')).toEqual(['soap', 'oat']);
  expect(typed('template', '')).toBeNull();
});

test('what cannot be read says what would be right, in the market’s own decimals', () => {
  expect(typed('price', 'dear')).toContain('an amount such as 4.90');
  expect(typed('price', '4.905')).toMatch(/4\.905/);
  expect(typed('mass', 'heavy')).toContain('right would be');
  expect(typed('template', 'crates')).toContain('crates');
});

test('a variant may go without a price of its own, a thing by itself may not', () => {
  const variant = { ...(item as NonNullable<typeof item>), sku: 'V-1', parent: item?.sku ?? '' };
  expect(typed('price', '', variant)).toBeNull();
  expect(typed('price', '')).not.toBeNull();
});
