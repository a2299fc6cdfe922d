import { expect, test } from 'vitest';
import { either, flat, item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import type { BookInput, ChannelId } from '../book/index.ts';
import { dialectOf, type Note } from './index.ts';

type Goods = Parameters<typeof shopOf>[1];

const speeds = {
  'lerrin-shop': { post: 'post', fast: 'fast' },
  harrowmere: { post: 'STANDARD', fast: 'EXPRESS' },
  findlark: { post: 'standard', fast: 'express' },
} as const;

const toldOf = (channel: ChannelId, book: ReturnType<typeof shopOf>) => {
  const { book: compiled, goods } = book.open();
  return dialectOf(channel).render(compiled, goods);
};
const boundOf = (note: Note | undefined): number | string | undefined =>
  note?.fidelity.is === 'bounded' ? note.fidelity.bound : note?.fidelity.is;
const saidOf = (channel: ChannelId, book: ReturnType<typeof shopOf>, is: (clause: Note['clause']) => boolean) =>
  boundOf(toldOf(channel, book).notes.find(({ clause }) => is(clause)));

const channels = (id: ChannelId): Partial<BookInput> => ({ channels: { [id]: { speeds: speeds[id as 'findlark'] } } });
const free = { value: '50.00', test: 'after', of: 'basket' } as const;
const isThreshold = (zone: string) => (clause: Note['clause']) => clause.about === 'threshold' && clause.zone === zone;

test.each<[ChannelId]>([['lerrin-shop'], ['harrowmere']])(
  'at %s an offer lowers the thresholds of places where it holds, and of no others',
  (channel) => {
    const book = shopOf({ post: flat('5.00', free) }, [item('A')], {
      ...channels(channel),
      zones: [
        { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
        { id: 'abroad', name: 'Abroad', takes: ['GB'], leaves: [] },
      ],
      templates: [
        {
          id: 'main',
          name: 'Main',
          origin: 'Here',
          zones: ['home', 'abroad'],
          lanes: { home: { post: flat('5.00', free) }, abroad: { post: flat('6.00', free) } },
        },
      ],
      offers: [
        offerOf('fifth', 1, { benefit: { is: 'off order', off: { by: 'percent', percent: '20' } }, zones: ['home'] }),
      ],
    });
    expect(saidOf(channel, book, isThreshold('abroad'))).toBe('exact');
    expect(saidOf(channel, book, isThreshold('home'))).toBe(500);
  },
);

test.each([
  ['20.00', 'exact'],
  ['9.00', 99],
  // Five are worth as much: 5.00 are taken off them, for which 5.99 are paid.
])('at the shop goods of 10.00 at %s each leave a threshold of 50.00 after discounts: %s', (price, said) => {
  const book = shopOf({ post: flat('5.99', free) }, [item('A')], {
    ...channels('lerrin-shop'),
    offers: [offerOf('fixed', 1, { benefit: { is: 'fixed price', goods: null, price } })],
  });
  expect(saidOf('lerrin-shop', book, isThreshold('home'))).toBe(said);
});

type Lanes = Parameters<typeof shopOf>[0];

/** Goods of two templates, put together by their sum: a channel at which the dearest pays is off by the cheaper. */
const mixedBook = (lanes: Lanes, second: Partial<Goods[number]>) =>
  shopOf(lanes, [item('A'), item('B', { template: 'second', ...second })], {
    ...channels('lerrin-shop'),
    mixedBy: 'sum',
    templates: ['main', 'second'].map((id) => ({
      id,
      name: id,
      origin: 'Here',
      zones: ['home'],
      lanes: { home: { ...lanes } },
    })),
  });
const isMixing = ({ about }: Note['clause']) => about === 'mixing';

test('goods that a service is barred for are not put together with others by it', () => {
  const lanes = { post: flat('5.00'), fast: flat('50.00') };
  expect(saidOf('lerrin-shop', mixedBook(lanes, {}), isMixing)).toBe(5000);
  expect(saidOf('lerrin-shop', mixedBook(lanes, { barred: ['fast'] }), isMixing)).toBe(500);
});

test('goods without a mass are not put together with others by weight', () => {
  const post: Lanes[string] = {
    rate: { is: 'table', unit: 'g', breaks: [{ to: null, amount: '7.00' }] },
    freeFrom: null,
  };
  expect(saidOf('lerrin-shop', mixedBook({ post }, {}), isMixing)).toBe(700);
  expect(saidOf('lerrin-shop', mixedBook({ post }, { mass: null }), isMixing)).toBe('exact');
});

test('a price changes no rate that a marketplace is told, but how far off it is said to be', () => {
  const byMass = {
    rate: {
      is: 'table' as const,
      unit: 'kg' as const,
      breaks: [
        { to: '6', amount: '6.00' },
        { to: '12', amount: '9.00' },
        { to: null, amount: '3.00' },
      ],
    },
    freeFrom: null,
  };
  const book = (price: string) =>
    shopOf({ post: byMass }, [item('A', { price, mass: { value: '5', unit: 'kg' } })], channels('harrowmere'));
  const ratesOf = (price: string) =>
    toldOf('harrowmere', book(price))
      .rules.written()
      .flatMap(({ pieces }) => [...pieces()].join('').split('\n'))
      .filter((line) => line.startsWith('RATE') || line.startsWith('PLAN'));
  const isRate = ({ about }: Note['clause']) => about === 'rate';
  expect(ratesOf('900.00')).toEqual(ratesOf('1.00'));
  // Of goods at 900.00 there is one in a basket at the most, of which a parcel charges what is meant.
  expect(saidOf('harrowmere', book('900.00'), isRate)).toBe('exact');
  expect(saidOf('harrowmere', book('1.00'), isRate)).toBe(300);
});

test.each([
  ['no offer', [], 'exact'],
  [
    'free delivery with a code',
    [
      offerOf('free', 1, {
        benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
        code: { is: 'shared', code: 'FREE' },
      }),
    ],
    250,
  ],
] as const)(
  'at a feed goods with a rate of their own are freed with others by a promotion alone: %s',
  (_, offers, said) => {
    const own = { rate: { is: 'flat' as const, amount: '2.50' }, waived: false };
    const book = shopOf({ post: flat('5.00') }, [item('A'), item('B', { ownRate: own })], {
      ...channels('findlark'),
      offers: [...offers],
    });
    expect(saidOf('findlark', book, (clause) => clause.about === 'apart' && clause.by === 'own rate')).toBe(said);
  },
);

test('at a feed goods with a rate of their own that the book alone frees are said to be off by it', () => {
  const own = { rate: { is: 'flat' as const, amount: '2.50' }, waived: true };
  const goods = [item('B', { price: '60.00', ownRate: own })];
  const book = shopOf({ post: flat('5.00', free) }, goods, channels('findlark'));
  expect(book.pays({ B: 1 })).toBe('0.00');
  expect(saidOf('findlark', book, (clause) => clause.about === 'apart' && clause.by === 'own rate')).toBe(250);
});

test.each([
  ['buy and get', { is: 'buy and get', goods: null, buy: 2, get: 1, percent: '100' }],
  ['a share', { is: 'off goods', goods: null, off: { by: 'percent', percent: '10' } }],
] as const)(
  'goods that cost nothing come to no threshold, whatever offer takes something off them: %s',
  (_, benefit) => {
    const book = shopOf({ post: flat('5.00', free) }, [item('A', { price: '0.00' })], {
      ...channels('lerrin-shop'),
      offers: [offerOf('any', 1, { benefit })],
    });
    expect(saidOf('lerrin-shop', book, isThreshold('home'))).toBe('exact');
  },
);

test('what a goods offer leaves is lowered by an order offer that the shop does not mind', () => {
  const book = (eitherOr: BookInput['eitherOr']) =>
    shopOf({ post: flat('1.50', { value: '4.00', test: 'after', of: 'basket' }) }, [item('A')], {
      ...channels('lerrin-shop'),
      offers: [
        offerOf('half', 1, { benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '50' } } }),
        offerOf('less', 2, { benefit: { is: 'off order', off: { by: 'amount', amount: '2.00' } } }),
      ],
      eitherOr,
    });
  // Of 10.00 there are 5.00 left, from which the shop delivers free, and then 3.00.
  expect(book([]).pays({ A: 1 })).toBe('1.50');
  expect(saidOf('lerrin-shop', book([]), isThreshold('home'))).toBe(150);
  // By itself neither brings 10.00 below 4.00.
  expect(saidOf('lerrin-shop', book([either('one', ['half', 'less'])]), isThreshold('home'))).toBe('exact');
});

test('of several goods offers that bring a basket below, the book may leave the one unused that saves least', () => {
  const book = shopOf(
    { post: flat('15.00', { value: '23.00', test: 'after', of: 'basket' }) },
    [item('A', { price: '48.00' })],
    {
      ...channels('lerrin-shop'),
      offers: [
        offerOf('half', 1, { benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '50' } } }),
        offerOf('less', 2, { benefit: { is: 'off goods', goods: null, off: { by: 'amount', amount: '1.50' } } }),
      ],
    },
  );
  // 48.00 less 24.00 are enough, less 1.50 more they are not: the book leaves the 1.50, the shop charges 15.00.
  expect(book.pays({ A: 1 })).toBe('0.00');
  expect(saidOf('lerrin-shop', book, isThreshold('home'))).toBe(1350);
});

test.each([
  ['20.00', 'exact'],
  ['11.00', 200],
])('an offer that asks %s of an order brings no order below that asks more than it leaves: %s', (from, said) => {
  const book = shopOf(
    { post: flat('5.00', { value: '10.00', test: 'after', of: 'basket' }) },
    [item('A', { price: '1.00' })],
    {
      ...channels('lerrin-shop'),
      offers: [
        offerOf('steps', 1, {
          benefit: { is: 'spend steps', test: 'before', goods: null, steps: [{ from, off: '2.00' }] },
        }),
      ],
    },
  );
  expect(saidOf('lerrin-shop', book, isThreshold('home'))).toBe(said);
});

test.each<[ChannelId, string]>([
  ['lerrin-shop', 'basket'],
  ['lerrin-shop', 'group'],
  ['harrowmere', 'basket'],
  ['harrowmere', 'group'],
])('at %s a threshold of its %s that no goods come to is met on neither side', (channel, of) => {
  const asked = { value: '250.00', test: 'after', of: of as 'basket' | 'group' } as const;
  const dear = item('B', { price: '90.00', barred: ['post'] });
  const book = shopOf({ post: flat('5.00', asked) }, [item('A'), dear], {
    ...channels(channel),
    offers: [offerOf('tenth', 1, { benefit: { is: 'off order', off: { by: 'percent', percent: '10' } } })],
  });
  expect(saidOf(channel, book, isThreshold('home'))).toBe('exact');
});

test('at a feed a sale lowers no price of goods that another offer is for', () => {
  const selections = ['small', 'large'].map((id) => ({
    id,
    name: id,
    takes: { is: 'tags' as const, any: [id], all: [] },
    except: [],
  }));
  const book = (tags: readonly string[]) =>
    shopOf({ post: flat('5.00') }, [item('A', { tags: ['small'] }), item('B', { tags: [...tags] })], {
      ...channels('findlark'),
      selections,
      offers: [
        offerOf('sale', 1, { benefit: { is: 'off goods', goods: 'small', off: { by: 'percent', percent: '50' } } }),
        offerOf('code', 2, {
          benefit: { is: 'off goods', goods: 'large', off: { by: 'percent', percent: '20' } },
          code: { is: 'shared', code: 'LARGE' },
        }),
      ],
    });
  const isCode = (clause: Note['clause']) => clause.about === 'offer' && clause.offer === 'code';
  expect(saidOf('findlark', book(['large']), isCode)).toBe('exact');
  expect(saidOf('findlark', book(['small', 'large']), isCode)).toBeGreaterThan(0);
});

test.each<[ChannelId]>([['harrowmere'], ['findlark']])(
  'at %s goods that a service is barred for pay no fee by it',
  (channel) => {
    const fee = { each: '1.00', waived: false };
    const book = (barred: string[]) =>
      shopOf(
        { post: flat('5.00') },
        [item('A', { fee }), item('B', { fee: { each: '2.00', waived: false }, barred })],
        channels(channel),
      );
    const isFee = (clause: Note['clause']) => clause.about === 'apart' && clause.by === 'fee';
    expect(saidOf(channel, book([]), isFee)).toBe(4000);
    expect(saidOf(channel, book(['post']), isFee)).toBe(2000);
  },
);

test('a threshold frees goods of two plans that the book charges as one, whichever plan comes last', () => {
  const asked = { value: '14.00', test: 'after', of: 'basket' } as const;
  const parted = { ...flat('9.00'), kinds: { parcel: { rate: { is: 'flat' as const, amount: '8.00' } } } };
  const book = shopOf(
    { post: flat('2.00', asked), fast: parted },
    // One of the dear is worth enough, a tenth off or not: cheap ones may be worth 14.00 to 15.55.
    [item('A', { price: '1.20', kind: 'parcel' }), item('B', { price: '23.00', kind: 'tube' })],
    {
      ...channels('harrowmere'),
      offers: [offerOf('tenth', 1, { benefit: { is: 'off order', off: { by: 'percent', percent: '10' } } })],
    },
  );
  const isPost = (clause: Note['clause']) => clause.about === 'threshold' && clause.service === 'post';
  expect(saidOf('harrowmere', book, isPost)).toBe(156);
});

test('of an offer with steps each step may be met that the book does not meet', () => {
  const steps = [
    { from: '20.00', off: '2.00' },
    { from: '60.00', off: '7.50' },
  ];
  const book = shopOf({ post: flat('5.00') }, [item('A')], {
    ...channels('lerrin-shop'),
    offers: [
      offerOf('tenth', 1, { benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '10' } } }),
      offerOf('steps', 2, { benefit: { is: 'spend steps', test: 'after', goods: null, steps } }),
    ],
  });
  const said = saidOf('lerrin-shop', book, (clause) => clause.about === 'offer' && clause.offer === 'steps');
  // Of 60.00 there are 54.00 left: the shop takes 7.50 off, the book 2.00.
  expect(said).toBeGreaterThanOrEqual(550);
  expect(said).toBeLessThanOrEqual(750);
});
