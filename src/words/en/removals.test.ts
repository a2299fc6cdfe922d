import { expect, test } from 'vitest';
import { demoBook } from '../../../demo/book.ts';
import { bookFileSchema, removal } from '../../core/book/index.ts';
import { removalWords, thingsName } from '../index.ts';

const { goods, ...book } = bookFileSchema.parse(demoBook());
const words = (named: 'zone' | 'service' | 'selection' | 'item', ...ids: string[]) => {
  const things = ids.map((id) => ({ named, id }));
  return { name: thingsName(book, things), said: removalWords(book, removal({ book, goods }, things)) };
};

test('a zone: its lanes by template and service, and no list of codes', () => {
  const { name, said } = words('zone', 'ni');
  expect(name).toBe('Northern Ireland');
  expect(said).toContain('Parcels from Galway: 2 lanes of Northern Ireland go: standard and two-day');
  expect(said.join(' ')).not.toMatch(/\bie ni gb\b/);
});

test('many changes are counted after the first; goods that name it are counted', () => {
  const { said } = words('service', 'two-day');
  expect(said.length).toBeLessThanOrEqual(12);
  expect(said.join('\n')).toMatch(/taken away|goes with it/);
});

test('goods that nothing names say nothing; several are told by their number', () => {
  const named = new Set(book.pinned.flatMap(({ lines }) => lines.map(({ sku }) => sku)));
  const free = goods.filter(({ sku, parent }) => parent === null && !named.has(sku)).slice(-2);
  expect(words('item', ...free.map(({ sku }) => sku)).name).toBe('2 goods');
});
