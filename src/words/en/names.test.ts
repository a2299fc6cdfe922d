import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { serviceInText } from './names.ts';

test.each([
  ['Pickup in Galway', 'pickup in Galway'],
  ['Two-day delivery', 'two-day'],
  ['ÖPD night run', 'ÖPD night run'],
  ['Éclair', 'éclair'],
])('within a sentence %s is %s', (name, inText) => {
  const book = smallBook();
  const [first] = book.services;
  if (!first) throw new Error('The small book has a service');
  expect(serviceInText({ ...book, services: [{ ...first, name }] }, first.id)).toBe(inText);
});
