import { expect, test } from 'vitest';
import {
  channels,
  free,
  isMixing,
  isThreshold,
  type Lane,
  type Lanes,
  lessOff,
  saidOf,
  twoTemplates,
} from '../../../../tests/books/said.ts';
import { either, flat, item, offerOf, shopOf } from '../../../../tests/books/shop.ts';
import type { BookInput } from '../../book/index.ts';
import type { Note } from '../index.ts';

type Goods = Parameters<typeof shopOf>[1];

/** Goods of two templates, put together by their sum: a channel at which the dearest pays is off by the cheaper. */
const mixedBook = (lanes: Lanes, second: Partial<Goods[number]>) =>
  shopOf(lanes, [item('A'), item('B', { template: 'second', ...second })], {
    ...channels('lerrin-shop'),
    mixedBy: 'sum',
    templates: twoTemplates(lanes, lanes),
  });

test('goods that a service is barred for are not put together with others by it', () => {
  const lanes = { post: flat('5.00'), fast: flat('50.00') };
  expect(saidOf('lerrin-shop', mixedBook(lanes, {}), isMixing)).toBe(5000);
  expect(saidOf('lerrin-shop', mixedBook(lanes, { barred: ['fast'] }), isMixing)).toBe(500);
});

test('goods without a mass are not put together with others by weight', () => {
  const post: Lane = {
    rate: { is: 'table', unit: 'g', breaks: [{ to: null, amount: '7.00' }] },
    freeFrom: null,
  };
  expect(saidOf('lerrin-shop', mixedBook({ post }, {}), isMixing)).toBe(700);
  expect(saidOf('lerrin-shop', mixedBook({ post }, { mass: null }), isMixing)).toBe('exact');
});

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

test('goods that go alone are charged as what is worth as much as is asked, whatever less is charged', () => {
  const falling: Lane = {
    rate: {
      is: 'table',
      unit: 'value',
      from: null,
      breaks: [
        { to: '40.00', amount: '9.00' },
        { to: null, amount: '4.00' },
      ],
    },
    freeFrom: { value: '50.00', test: 'before', of: 'basket' },
  };
  const book = (second: Record<string, Lane>) =>
    shopOf(
      { post: falling },
      [item('A', { price: '40.00' }), item('B', { price: '11.00', template: 'second' }), item('C', { price: '10.50' })],
      {
        ...channels('lerrin-shop'),
        templates: twoTemplates({ post: falling }, second, 'There'),
        offers: [
          offerOf('tenth', 1, { benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '10' } } }),
        ],
      },
    );
  // 50.50 with C: 45.45 are left.
  expect(saidOf('lerrin-shop', book({}), isThreshold('home'))).toBe(400);
  // 51.00 with B: 45.90 are left, and A pays 9.00.
  expect(saidOf('lerrin-shop', book({ post: flat('1.00') }), isThreshold('home'))).toBe(900);
});

test('an amount off each unit takes least of a few dear ones, goods that do not go there aside', () => {
  const asked = { value: '20.00', test: 'after', of: 'basket' } as const;
  const book = (second: Record<string, Lane>) =>
    shopOf(
      { post: flat('9.00', asked) },
      [
        item('A', { price: '1.00', tags: ['less'] }),
        item('B', { price: '20.00', tags: ['less'] }),
        item('C', { price: '19.00', template: 'second' }),
      ],
      {
        ...channels('lerrin-shop'),
        templates: twoTemplates({ post: flat('9.00', asked) }, second, 'There'),
        ...lessOff({ by: 'amount', amount: '4.00' }),
      },
    );
  // Of B 16.00 are left: the shop charges 9.00, the book leaves the 4.00.
  expect(book({}).pays({ B: 1 })).toBe('0.00');
  expect(saidOf('lerrin-shop', book({}), isThreshold('home'))).toBe(500);
  // Beside C 1.00 off one A is enough.
  expect(book({ post: flat('0.00') }).pays({ A: 1, C: 1 })).toBe('0.00');
  expect(saidOf('lerrin-shop', book({ post: flat('0.00') }), isThreshold('home'))).toBe(800);
});

test('what is paid beside goods that are freed is not free itself below what its own threshold asks', () => {
  const book = (value: string) => {
    const own = { value, test: 'after', of: 'group' } as const;
    const asked = { value: '20.00', test: 'after', of: 'basket' } as const;
    return shopOf(
      { post: flat('9.00', asked) },
      [item('A', { price: '19.00' }), item('B', { price: '2.00', template: 'second', tags: ['less'] })],
      {
        ...channels('lerrin-shop'),
        templates: twoTemplates({ post: flat('9.00', asked) }, { post: flat('3.00', own) }),
        ...lessOff({ by: 'amount', amount: '1.50' }),
      },
    );
  };
  const isMain = (clause: Note['clause']) => clause.about === 'threshold' && clause.template === 'main';
  // 9.00 less 1.50 there, 3.00 here.
  expect(book('60.00').pays({ A: 1, B: 1 })).toBe('3.00');
  expect(saidOf('lerrin-shop', book('60.00'), isMain)).toBe(450);
  expect(saidOf('lerrin-shop', book('2.00'), isMain)).toBe(750);
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

test.each<[BookInput['mixedBy'], number]>([
  // The shop is 5.00 above the least of 7.00 and 2.00, or 9.00 below what three lines at 3.00 add: not both.
  ['lowest', 900],
  // Of 9.00 the shop charges 7.00, and 9.00 less.
  ['sum', 1100],
])('at the shop rates of their own are not added, and groups are put together by the %s: %i', (mixedBy, said) => {
  const ownRate = { waived: true, rate: { is: 'flat' as const, amount: '3.00' } };
  const book = shopOf(
    { post: flat('7.00') },
    [item('A'), item('B', { template: 'second' }), ...['C', 'D', 'E'].map((sku) => item(sku, { ownRate }))],
    {
      ...channels('lerrin-shop'),
      mixedBy,
      templates: twoTemplates({ post: flat('7.00') }, { post: flat('2.00') }),
    },
  );
  expect(saidOf('lerrin-shop', book, isMixing)).toBe(said);
});

test('what no goods that go there are for lowers no threshold of theirs', () => {
  const asked = { value: '50.00', test: 'after', of: 'basket' } as const;
  const book = (second: Record<string, Lane>) =>
    shopOf({ post: flat('9.00', asked) }, [item('A'), item('B', { template: 'second', tags: ['less'] })], {
      ...channels('lerrin-shop'),
      templates: twoTemplates({ post: flat('9.00', asked) }, second),
      ...lessOff({ by: 'percent', percent: '10' }),
    });
  expect(saidOf('lerrin-shop', book({}), isThreshold('home'))).toBe('exact');
  expect(saidOf('lerrin-shop', book({ post: flat('0.00') }), isThreshold('home'))).toBeGreaterThan(700);
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

test('at the shop goods that are told as two sets are not freed by what both come to', () => {
  const parted = { ...flat('9.00'), kinds: { tube: { rate: { is: 'flat' as const, amount: '8.00' } } } };
  const book = (value: string, unit: 'value' | 'kg', fast: Lane) =>
    shopOf(
      { post: flat('5.00', { value, unit, test: 'before', of: 'group' }), fast },
      [item('A'), item('B', { kind: 'tube' })],
      channels('lerrin-shop'),
    );
  const isPost = (clause: Note['clause']) => clause.about === 'threshold' && clause.service === 'post';
  // One of each is worth 20.00, which is enough, and weighs 2 kg; in either set there are 10.00, and 1 kg.
  expect(book('20.00', 'value', parted).pays({ A: 1, B: 1 })).toBe('0.00');
  expect(saidOf('lerrin-shop', book('20.00', 'value', parted), isPost)).toBe(500);
  expect(saidOf('lerrin-shop', book('2', 'kg', parted), isPost)).toBe(500);
  expect(saidOf('lerrin-shop', book('20.00', 'value', flat('9.00')), isPost)).toBe('exact');
});

test('at the shop two fixed prices may leave nothing of an item, and bring it below what is asked', () => {
  const book = shopOf({ post: flat('9.00', { value: '2.00', test: 'after', of: 'basket' }) }, [item('A')], {
    ...channels('lerrin-shop'),
    offers: ['5.00', '4.00'].map((price, i) =>
      offerOf(`fixed-${i}`, i + 1, { benefit: { is: 'fixed price', goods: null, price } }),
    ),
  });
  // 5.00 and 6.00 off are all of 10.00: the shop charges 9.00, the book takes 6.00 and delivers free.
  expect(book.pays({ A: 1 })).toBe('0.00');
  expect(saidOf('lerrin-shop', book, isThreshold('home'))).toBeGreaterThanOrEqual(500);
});

test('at the shop an offer that takes all leaves nothing that another takes, and saves that much less', () => {
  const book = shopOf({ post: flat('8.23', { ...free, value: '1.40' }) }, [item('A', { price: '5.51' })], {
    ...channels('lerrin-shop'),
    offers: [
      offerOf('unit', 1, {
        benefit: { is: 'off goods', goods: null, off: { by: 'amount', amount: '5.70' } },
        code: { is: 'shared', code: 'UNIT' },
      }),
      offerOf('order', 2, { benefit: { is: 'off order', off: { by: 'amount', amount: '3.40' } } }),
    ],
  });
  // One A: free for 5.51 − 3.40 without the code, 8.23 with it.
  expect(saidOf('lerrin-shop', book, isThreshold('home'))).toBeGreaterThanOrEqual(823 - (551 - 340));
});

test('free delivery that names a service waives the fees of all goods by the others too, whatever their rates', () => {
  const own = { rate: { is: 'free' }, waived: true } as const;
  const book = shopOf(
    { post: flat('4.00'), fast: flat('9.00') },
    [
      item('A', { price: '1.00', ownRate: own, fee: { each: '1.50', waived: true } }),
      item('B', { price: '1.00', fee: { each: '1.00', waived: true } }),
    ],
    {
      ...channels('lerrin-shop'),
      offers: [
        offerOf('post', 1, {
          benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
        }),
      ],
    },
  );
  // Of nineteen A and a B by “fast” what “post” costs of B is paid, and all their fees.
  expect(saidOf('lerrin-shop', book, ({ about }) => about === 'offer')).toBeGreaterThanOrEqual(400 + 19 * 150 + 100);
});

test('a kind by itself may be charged more than all together, and beside another group that too', () => {
  const falling: Lane = {
    rate: {
      is: 'table',
      unit: 'value',
      breaks: [
        { to: '15.00', amount: '12.00' },
        { to: null, amount: '8.00' },
      ],
    },
    freeFrom: null,
  };
  const kinds = { tube: { rate: { is: 'flat' as const, amount: '2.00' } } };
  const book = shopOf(
    { post: flat('1.00') },
    [item('A', { price: '1.00', kind: 'tube' }), item('B', { price: '60.00' }), item('C', { template: 'second' })],
    {
      ...channels('lerrin-shop'),
      mixedBy: 'average',
      services: ['post', 'fast'].map((id, i) => ({ id, name: id, days: [i + 1, i + 2] })),
      templates: twoTemplates({ post: { ...flat('1.00'), kinds }, fast: falling }, { fast: flat('4.00') }),
    },
  );
  // A, B and C: 12.00 by A alone there; in the book half of 8.00 and 4.00.
  expect(saidOf('lerrin-shop', book, isMixing)).toBeGreaterThanOrEqual(600);
});

test('at the shop a table by what discounts leave is told by list values, off where an offer takes some', () => {
  const half = offerOf('half', 1, { benefit: { is: 'off order', off: { by: 'percent', percent: '50' } } });
  const said = (breaks: readonly { to: string | null; amount: string }[], offers: readonly (typeof half)[]) =>
    saidOf(
      'lerrin-shop',
      shopOf(
        { post: { rate: { is: 'table', unit: 'value', breaks: [...breaks] }, values: 'after', freeFrom: null } },
        [item('A')],
        { ...channels('lerrin-shop'), offers: [...offers] },
      ),
      ({ about }) => about === 'rate',
    );
  const ends = [{ to: '40.00', amount: '19.00' }];
  const open = [...ends, { to: null, amount: '25.00' }];
  expect([said(open, []), said(ends, [])]).toEqual(['exact', 'exact']);
  expect([said(open, [half]), said(ends, [half])]).toEqual([600, 'unsayable']);
});

test.each([
  ['g', 'exact', 'exact'],
  ['oz', 400, 'unsayable'],
] as const)(
  'within a gram the shop is off where goods weigh parts of one: of 8 %s a break in pounds %s, an end %s',
  (unit, broken, ended) => {
    const said = (breaks: readonly { to: string | null; amount: string }[]) =>
      saidOf(
        'lerrin-shop',
        shopOf(
          { post: { rate: { is: 'table', unit: 'lb', breaks: [...breaks] }, freeFrom: null } },
          [item('A', { mass: { value: '8', unit } })],
          channels('lerrin-shop'),
        ),
        ({ about }) => about === 'rate',
      );
    const first = { to: '1', amount: '5.00' };
    expect(said([first, { to: null, amount: '9.00' }])).toBe(broken);
    expect(said([first])).toBe(ended);
  },
);
