import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBook } from '../../../demo/book.ts';
import { either, flat, item, offerOf } from '../../../tests/books/shop.ts';
import { worldOf } from '../../../tests/reading/books.ts';
import { layersOf, lineOf, ownAt } from '../goods/index.ts';
import {
  type BookAndGoods,
  type BookFile,
  type BookInput,
  bookFileSchema,
  drafted,
  type NamedThing,
  patchWith,
  removal,
  validate,
} from './index.ts';

const opened = (file: BookInput | BookFile): BookAndGoods => {
  const { goods, ...book } = bookFileSchema.parse(file);
  return { book, goods };
};
/** A book as it stands after something has been removed, by the edits that say so. */
const less = (at: BookAndGoods, thing: NamedThing): BookAndGoods => {
  const tree = { ...at.book, goods: at.goods };
  return drafted(at, patchWith(tree, null, removal(at, [thing]).edits, { passes: true }));
};
const sound = ({ book, goods }: BookAndGoods) => validate(book, goods, (sku) => goods.some((one) => one.sku === sku));

/** Everything of a book that may be named, but for what it cannot be without. */
const things = ({ book, goods }: BookAndGoods): NamedThing[] => [
  ...(
    [
      ['box', book.boxes],
      ['offer', book.offers],
      ['segment', book.segments],
      ['selection', book.selections],
      ['service', book.services],
      ['zone', book.zones],
    ] as const
  ).flatMap(([named, list]) => list.map(({ id }) => ({ named, id }))),
  ...book.markets.slice(1).map(({ id }) => ({ named: 'market' as const, id })),
  ...book.templates.slice(1).map(({ id }) => ({ named: 'template' as const, id })),
  ...goods.map(({ sku }) => ({ named: 'item' as const, id: sku })),
];

const window = { from: null, until: null, zone: 'Europe/Dublin' };
const freeBy = (services: string[]) =>
  ({ is: 'delivery', on: { is: 'services', services }, off: { by: 'free' } }) as const;
const percent = (goods: string | null) =>
  ({ is: 'off goods', off: { by: 'percent', percent: '10' }, goods }) as unknown as Parameters<
    typeof offerOf
  >[2]['benefit'];

/** Names that stand for nothing else, so that a search of the text finds each. */
const named: BookInput = {
  format: 'plemb-book/3',
  seller: 'Anybody',
  markets: [
    { id: 'market-a', name: 'A', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
    { id: 'market-b', name: 'B', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
  ],
  services: [
    { id: 'service-a', name: 'A', days: [1, 2] },
    { id: 'service-b', name: 'B', days: [1, 2] },
  ],
  zones: [
    { id: 'zone-a', name: 'A', takes: ['IE'], leaves: [] },
    { id: 'zone-b', name: 'B', takes: ['FR'], leaves: [] },
  ],
  selections: [
    { id: 'selection-a', name: 'A', takes: { is: 'skus', skus: ['item-p', 'item-v'] }, except: ['item-g'] },
    { id: 'selection-b', name: 'B', takes: { is: 'all' }, except: [] },
  ],
  segments: [{ id: 'segment-a', name: 'A' }],
  boxes: [
    { id: 'box-a', name: 'A', length: '10', width: '10', height: '10', unit: 'cm', limit: { value: '1', unit: 'kg' } },
  ],
  templates: [
    {
      id: 'template-a',
      name: 'A',
      origin: 'Here',
      goods: 'selection-a',
      zones: ['zone-a', 'zone-b'],
      lanes: {
        'zone-a': {
          'service-a': flat('4.00'),
          'service-b': {
            rate: {
              is: 'box',
              sizes: [{ box: 'box-a', amount: '5.00' }],
              limit: { value: '1', unit: 'kg' },
              places: ['IE'],
            },
            freeFrom: null,
          },
        },
        'zone-b': { 'service-b': flat('6.00') },
      },
    },
    { id: 'template-b', name: 'B', origin: 'Here', zones: [], lanes: {} },
  ],
  mixing: [{ id: 'rule-a', kinds: [], services: ['service-b'], by: 'sum' }],
  offers: [
    offerOf('offer-a', 1, { benefit: freeBy(['service-a', 'service-b']), zones: ['zone-a'] }),
    offerOf('offer-b', 2, { benefit: freeBy(['service-b']), zones: ['zone-a', 'zone-b'], segments: ['segment-a'] }),
    offerOf('offer-c', 3, { benefit: { is: 'gift', sku: 'item-g' } as never, markets: ['market-b'] }),
    offerOf('offer-d', 4, { benefit: percent('selection-a') }),
  ],
  eitherOr: [either('group-a', ['offer-a', 'offer-b', 'offer-d'])],
  channels: { 'lerrin-shop': { speeds: { 'service-a': 'post', 'service-b': null } } },
  pinned: [
    {
      id: 'pin-a',
      name: 'A',
      lines: [
        { sku: 'item-v', units: 1 },
        { sku: 'item-g', units: 1 },
      ],
      place: 'IE',
    },
    { id: 'pin-b', name: 'B', lines: [{ sku: 'item-g', units: 1 }], place: 'IE', spent: { 'offer-a': {} } },
  ],
  numbered: 4,
  goods: [
    item('item-p', { tags: ['red'], barred: ['service-b'], template: 'template-b', mass: { value: '2', unit: 'kg' } }),
    item('item-v', { parent: 'item-p', price: null, mass: null, tags: [] }),
    item('item-g', {
      dated: [{ id: 'row-a', window, sets: { is: 'template', template: 'template-b' } }],
      prices: [{ market: 'market-b', channel: null, price: '9.00' }],
    }),
  ],
};

describe('what goes along and what changes', () => {
  const at = opened(named);
  const along = (thing: NamedThing) => removal(at, [thing]).along.map(({ id }) => id);

  test('the book is sound', () => expect(sound(at)).toEqual([]));

  test('a zone: its lanes go; an offer that holds in it alone goes, one that holds elsewhere too stays', () => {
    expect(along({ named: 'zone', id: 'zone-a' })).toEqual(['offer-a']);
    const { book } = less(at, { named: 'zone', id: 'zone-a' });
    expect(book.templates[0]).toMatchObject({ zones: ['zone-b'], lanes: { 'zone-b': {} } });
    expect(book.offers.map(({ id, zones }) => [id, zones])).toEqual([
      ['offer-b', ['zone-b']],
      ['offer-c', null],
      ['offer-d', null],
    ]);
    expect(book.eitherOr[0]?.offers).toEqual(['offer-b', 'offer-d']);
    expect(book.pinned[1]?.spent).toEqual({});
  });
  test('a service: lanes, what channels call it; a rule of mixing for it alone goes, as it would cover all', () => {
    expect(along({ named: 'service', id: 'service-b' })).toEqual(['offer-b']);
    const { book, goods } = less(at, { named: 'service', id: 'service-b' });
    expect(book.mixing).toEqual([]);
    expect(book.offers[0]?.benefit).toMatchObject({ on: { services: ['service-a'] } });
    expect(book.channels).toEqual({ 'lerrin-shop': { speeds: { 'service-a': 'post' } } });
    // It had stated that it goes by all but one, and so of its parent's nothing.
    expect(goods[0]?.barred).toEqual([]);
  });
  test('a selection: an offer on it goes, for it would be on everything; a template with goods put there stays', () => {
    expect(along({ named: 'selection', id: 'selection-a' })).toEqual(['offer-d']);
    expect(less(at, { named: 'selection', id: 'selection-a' }).book.templates[0]?.goods).toBeNull();
  });
  test('a selection: a feed of its goods goes, for it would be of all; one that names none of the book is not sound', () => {
    const feeds = { all: { countries: 'all' as const }, some: { countries: ['IE'], goods: 'selection-a' } };
    const fed = opened({ ...named, channels: { findlark: { speeds: {}, feeds } } });
    expect(sound(fed)).toEqual([]);
    const { book } = less(fed, { named: 'selection', id: 'selection-a' });
    expect(Object.keys(book.channels.findlark?.feeds ?? {})).toEqual(['all']);
    const lost = opened({ ...named, channels: { findlark: { feeds: { some: { goods: 'nothing' } } } } });
    expect(sound(lost)).toEqual([
      expect.objectContaining({ at: ['channels', 'findlark', 'feeds', 'some', 'goods'], is: 'unknown', id: 'nothing' }),
    ]);
  });
  test('an item: offers that give it go, baskets lose its line or go; variants keep what they had of it', () => {
    expect(along({ named: 'item', id: 'item-g' })).toEqual(['offer-c']);
    const { book } = less(at, { named: 'item', id: 'item-g' });
    expect(book.pinned.map(({ id, lines }) => [id, lines.length])).toEqual([['pin-a', 1]]);
    const without = less(at, { named: 'item', id: 'item-p' });
    expect(without.goods[0]).toMatchObject({
      sku: 'item-v',
      parent: null,
      price: '10.00',
      mass: { value: '2', unit: 'kg' },
      tags: ['red'],
      barred: ['service-b'],
      template: 'template-b',
    });
  });
  test('a box: the lane that packs into it alone goes', () => {
    const { book } = less(at, { named: 'box', id: 'box-a' });
    expect(Object.keys(book.templates[0]?.lanes['zone-a'] ?? {})).toEqual(['service-a']);
  });
});

test('whatever goes, no name of it is left, and no other name goes unsaid', () => {
  const at = opened(named);
  for (const thing of things(at)) {
    const { along } = removal(at, [thing]);
    const after = less(at, thing);
    expect(sound(after)).toEqual([]);
    const text = JSON.stringify(after);
    for (const { id } of [thing, ...along]) expect([id, text.includes(`"${id}"`)]).toEqual([id, false]);
    const gone = new Set([thing, ...along].map(({ id }) => id));
    for (const other of things(at))
      if (!gone.has(other.id)) expect([thing.id, text.includes(`"${other.id}"`)]).toEqual([thing.id, true]);
  }
});

test('of random books everything can be removed, and what is left is sound', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), fc.nat(), (seed, nth) => {
      const at = opened(worldOf(seed).book);
      if (sound(at).length > 0) return;
      const all = things(at);
      const thing = all[nth % all.length];
      if (thing) expect([thing, sound(less(at, thing))]).toEqual([thing, []]);
    }),
    { numRuns: 150 },
  );
});

test('of the demo’s book, one after the other, until nothing is left that can go', () => {
  let at = opened(demoBook());
  for (let left = things(at); left.length > 0; left = things(at)) {
    at = less(at, left[left.length >> 1] as NamedThing);
    if (left.length % 20 === 0) expect(sound(at)).toEqual([]);
  }
  expect(sound(at)).toEqual([]);
  expect([at.goods, at.book.zones, at.book.offers, at.book.pinned]).toEqual([[], [], [], []]);
});

test('a variant keeps what its parent had for a time, field by field, at every moment', () => {
  const row = (id: string, sets: object, from: string | null) => ({ id, window: { ...window, from }, sets }) as never;
  const fee = (each: string) => ({ is: 'handling fee', fee: { each, waived: false } });
  const at = opened({
    ...named,
    pinned: [],
    offers: [],
    eitherOr: [],
    selections: [],
    templates: named.templates.map((one) => ({ ...one, goods: null })),
    goods: [
      item('item-p', {
        fee: { each: '1.00', waived: false },
        barred: ['service-b'],
        dated: [
          row('winter', fee('2.00'), '2026-12-01T00:00'),
          row('spring', { is: 'not by', services: ['service-a'] }, '2027-03-01T00:00'),
          row('own', { is: 'own rate', rate: { rate: { is: 'free' }, waived: false } }, '2027-01-01T00:00'),
        ],
      }),
      // Has a row of the same name, states what goes by for good, and nothing of fees.
      item('item-v', {
        parent: 'item-p',
        price: null,
        barred: [],
        dated: [row('winter', { is: 'template', template: 'template-b' }, '2027-02-01T00:00')],
      }),
    ],
  });
  const after = less(at, { named: 'item', id: 'item-p' });
  expect(sound(after)).toEqual([]);
  const had = (goods: BookAndGoods['goods'], moment: string) => {
    const variant = goods.find(({ sku }) => sku === 'item-v');
    if (!variant) throw new Error('no variant');
    return ownAt(
      layersOf(
        lineOf(variant, (sku) => goods.find((one) => one.sku === sku)),
        [],
      ),
      Date.parse(moment),
    );
  };
  for (const month of ['2026-11', '2026-12', '2027-01', '2027-02', '2027-03', '2027-06'])
    expect([month, had(after.goods, `${month}-15T12:00:00Z`)]).toEqual([month, had(at.goods, `${month}-15T12:00:00Z`)]);
});
