import { expect, test } from 'vitest';
import { opened } from '../../../tests/books/opened.ts';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import { worldOf } from '../../../tests/reading/books.ts';
import {
  type BookAndGoods,
  type BookFile,
  bookFileSchema,
  changesTo,
  type Label,
  labelsOf,
  relabelled,
} from '../book/index.ts';
import { quote } from './index.ts';

const partsOf = ({ goods, ...book }: BookFile): BookAndGoods => ({ book, goods });
const fileOf = ({ book, goods }: BookAndGoods): BookFile => bookFileSchema.parse({ ...book, goods });

test('a word called otherwise everywhere changes no answer of a random book; called back it is the same book', () => {
  let changed = 0;
  for (let seed = 1; seed <= 40; seed += 1) {
    const world = worldOf(seed, 6);
    const file = bookFileSchema.parse(world.book);
    const before = opened(file);
    const baskets = Array.from({ length: 6 }, () => {
      const { moment: _, ...basket } = world.basket();
      return { ...basket, market: null };
    });
    for (const use of labelsOf(partsOf(file)).filter(({ word }) => word !== 'parcel')) {
      const made = relabelled(partsOf(file), use, 'zzz');
      const after = opened(fileOf(made));
      for (const basket of baskets) {
        // The names of kinds are all that may differ.
        const said = (at: typeof before) =>
          JSON.stringify(quote(at.book, at.ask(basket)), (_, value) =>
            typeof value === 'bigint' ? `${value}` : value,
          );
        expect(said(after).replaceAll('zzz', use.word)).toBe(said(before));
      }
      const back = relabelled(made, { sort: use.sort, word: 'zzz' }, use.word);
      expect(changesTo(partsOf(file), back)).toEqual([]);
      changed += 1;
    }
  }
  expect(changed).toBeGreaterThan(100);
}, 120_000);

const { book: shop, goods } = partsOf(
  shopOf(
    {
      post: { ...flat('5.00'), kinds: { tube: { rate: { is: 'flat', amount: '9.00' } } } },
      van: flat('8.00'),
    },
    [
      item('A', { kind: 'tube', tags: ['long', 'red'], hazards: ['lithium'] }),
      item('B', { kind: 'tube', tags: ['long'] }),
      item('C', { tags: ['red'] }),
    ],
    {
      services: [
        { id: 'post', name: 'Post', days: [1, 2], kinds: ['tube'], bars: ['lithium'] },
        { id: 'van', name: 'Van', days: [1, 2], kinds: ['tube', 'crate'] },
      ],
      selections: [
        { id: 'tubes', name: 'Tubes', takes: { is: 'kind', kind: 'tube' }, except: [] },
        { id: 'long', name: 'Long', takes: { is: 'tags', any: ['long'], all: ['red'] }, except: [] },
      ],
      mixing: [{ id: 'm', kinds: ['parcel', 'tube'], services: [], by: 'highest' }],
    },
  ).open().file,
);
test('each word is told with what carries it and what goes by it', () => {
  const told = labelsOf({ book: shop, goods }).map((one) => [
    one.sort,
    one.word,
    one.goods,
    one.selections,
    one.services,
    one.mixing,
    one.templates,
  ]);
  expect(told).toEqual([
    ['kind', 'crate', 0, [], ['van'], [], []],
    ['kind', 'parcel', 1, [], [], ['m'], []],
    ['kind', 'tube', 2, ['tubes'], ['post', 'van'], ['m'], ['main']],
    ['tag', 'long', 2, ['long'], [], [], []],
    ['tag', 'red', 2, ['long'], [], [], []],
    ['hazard', 'lithium', 1, [], ['post'], [], []],
  ]);
});

test('a word taken away goes off goods and lists, but never makes a list mean all', () => {
  const without = (label: Label) => relabelled({ book: shop, goods }, label, null);
  const kind = without({ sort: 'kind', word: 'tube' });
  expect(kind.goods.map((one) => one.kind)).toEqual([null, null, 'parcel']);
  expect(kind.book.services.map((one) => one.kinds)).toEqual([['tube'], ['crate']]);
  expect(kind.book.mixing[0]?.kinds).toEqual(['parcel']);
  expect(kind.book.templates[0]?.lanes.home?.post?.kinds).toEqual({});
  expect(kind.book.selections[0]?.takes).toEqual({ is: 'kind', kind: 'tube' });
  const tag = without({ sort: 'tag', word: 'long' });
  expect(tag.goods.map((one) => one.tags)).toEqual([['red'], [], ['red']]);
  expect(tag.book.selections).toEqual(shop.selections);
  const hazard = without({ sort: 'hazard', word: 'lithium' });
  expect([hazard.goods[0]?.hazards, hazard.book.services[0]?.bars]).toEqual([[], []]);
});

test('a word that becomes one there is already stands once, and a rate of its own gives way', () => {
  const made = relabelled({ book: shop, goods }, { sort: 'kind', word: 'crate' }, 'tube');
  expect(made.book.services[1]?.kinds).toEqual(['tube']);
  const tags = relabelled({ book: shop, goods }, { sort: 'tag', word: 'long' }, 'red');
  expect(tags.goods.map((one) => one.tags)).toEqual([['red'], ['red'], ['red']]);
});
