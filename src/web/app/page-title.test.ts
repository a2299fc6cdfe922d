import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import type { OpenBook } from '../data/book.ts';
import { titleOf } from './page-title.ts';
import { rooms } from './stages.ts';

const { goods, ...book } = smallBook();
/** As far as rooms look into it to find what they hold. */
const open = { book, goods } as unknown as OpenBook;
const [offer] = book.offers;
const [zone] = book.zones;

test.each([
  ['/check', 'Check · Plemb'],
  ['/check/harrowmere/zone%20home', 'harrowmere · Check · Plemb'],
  [`/offers/${offer?.id}`, `${offer?.title} · All offers · Plemb`],
  ['/offers/meets', 'When they meet · Plemb'],
  [`/offers/costs/${offer?.id}`, `${offer?.id} · What they cost · Plemb`],
  [`/places/${zone?.id}`, `${zone?.name} · Places · Plemb`],
  ['/offers/gone%20since', 'gone since · All offers · Plemb'],
  ['/offers/100%', '100% · All offers · Plemb'],
  ['/nowhere', 'Plemb'],
])('the page of %s is named', (pathname, title) => expect(titleOf(rooms, pathname, open)).toBe(title));

test('without a book what is chosen is named by its id', () =>
  expect(titleOf(rooms, `/offers/${offer?.id}`, null)).toBe(`${offer?.id} · All offers · Plemb`));
