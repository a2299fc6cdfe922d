import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { firstFault } from '../../words/index.ts';
import type { Currency } from '../exact/index.ts';
import { type Column, entryReader } from './index.ts';

const { goods, templates } = smallBook();
const read = entryReader({ currency: 'EUR' as Currency, templates });
const [item] = goods;
const typed = (column: Column, text: string, of = item) => {
  const made = read(of as NonNullable<typeof item>, column, text);
  return made.ok ? made.value : firstFault(made);
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

test('entries are read as people and spreadsheets write them', () => {
  expect(typed('price', '12,50')).toBe('12.50');
  expect(typed('price', '€ 1.234,50')).toBe('1234.50');
  expect(typed('mass', '0,65 KG')).toEqual({ value: '0.65', unit: 'kg' });
  expect(typed('size', '120*12*8 cm')).toMatchObject({ length: '120', unit: 'cm' });
  expect(typed('tags', 'Delta kites, Été')).toEqual(['delta-kites', 'ete']);
  expect(typed('template', templates[0]?.name.toUpperCase() ?? '')).toBe(templates[0]?.id);
});
