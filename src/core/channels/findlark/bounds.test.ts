import { expect, test } from 'vitest';
import {
  channels,
  free,
  homeAndEurope,
  type Lane,
  saidOf,
  toldOf,
  twoTemplates,
} from '../../../../tests/books/said.ts';
import { either, flat, item, offerOf, shopOf } from '../../../../tests/books/shop.ts';
import type { BookInput } from '../../book/index.ts';
import type { Note } from '../index.ts';

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

test.each<[BookInput['mixedBy'], string[], number | string]>([
  // Where the dearest pays a gift of 5.00 beside goods of 4.00 adds 1.00.
  ['highest', [], 100],
  ['sum', [], 500],
  ['highest', ['fast'], 'unsayable'],
])('at a feed a gift is sent for nothing, in the book by the %s, barred from %o: %s', (mixedBy, barred, said) => {
  const gift = item('G', { barred });
  const lanes = { post: flat('5.00'), fast: flat('5.00') };
  const book = shopOf(lanes, [item('A', { template: 'second' }), gift], {
    ...channels('findlark'),
    mixedBy,
    templates: twoTemplates(lanes, { post: flat('4.00') }),
    offers: [offerOf('gift', 1, { benefit: { is: 'gift', sku: 'G', units: 1 } })],
  });
  expect(saidOf('findlark', book, (clause) => clause.about === 'offer')).toBe(said);
});

test('at a feed where one offer acts alone a gift keeps off all that another takes, however much that leaves', () => {
  const book = shopOf({ post: flat('5.00') }, [item('A'), item('G', { price: '25.00' })], {
    ...channels('findlark'),
    offers: [
      offerOf('gift', 1, { benefit: { is: 'gift', sku: 'G', units: 1 } }),
      offerOf('all', 2, { benefit: { is: 'off order', off: { by: 'percent', percent: '100' } } }),
    ],
  });
  // Of two at 10.00 the book takes 20.00, beside the gift; the gift at 25.00 is more.
  expect(saidOf('findlark', book, (clause) => clause.about === 'offer' && clause.offer === 'gift')).toBe(2500);
});

test('at a feed the only service of a zone is its cheapest, whatever goods do not go by it', () => {
  const book = (lanes: Record<string, Lane>) =>
    shopOf(lanes, [item('A'), item('B', { barred: ['post'] })], {
      ...channels('findlark'),
      offers: [offerOf('free', 1, { benefit: { is: 'delivery', on: { is: 'cheapest' }, off: { by: 'free' } } })],
    });
  const isFree = (clause: Note['clause']) => clause.about === 'offer' && clause.offer === 'free';
  expect(saidOf('findlark', book({ post: flat('9.00') }), isFree)).toBe('exact');
  expect(saidOf('findlark', book({ post: flat('7.00'), fast: flat('9.00') }), isFree)).toBe(900);
});

test('at a feed an offer that acts in vain, or keeps another off, does not do both', () => {
  const book = (test: 'before' | 'after') =>
    shopOf({ post: flat('5.00') }, [item('A')], {
      ...channels('findlark'),
      offers: [
        offerOf('fifth', 1, {
          benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '20' } },
          code: { is: 'shared', code: 'FIFTH' },
        }),
        offerOf('less', 2, {
          benefit: { is: 'off order', off: { by: 'amount', amount: '7.50' } },
          asks: [{ over: 'value', value: '40.00', test, goods: null }],
        }),
      ],
    });
  const isLess = (clause: Note['clause']) => clause.about === 'offer' && clause.offer === 'less';
  expect(saidOf('findlark', book('before'), isLess)).toBe(750);
  expect(saidOf('findlark', book('after'), isLess)).toBe(750);
});

test('at a feed a gift is not used where a discount is more, though in the book that costs the free delivery', () => {
  const book = (test: 'before' | 'after') =>
    shopOf({ post: flat('9.00', { value: '50.00', test, of: 'basket' }) }, [item('A', { price: '60.00' }), item('G')], {
      ...channels('findlark'),
      offers: [
        offerOf('gift', 1, { benefit: { is: 'gift', sku: 'G', units: 1 } }),
        offerOf('fourth', 2, { benefit: { is: 'off order', off: { by: 'percent', percent: '25' } } }),
      ],
      eitherOr: [either('one', ['gift', 'fourth'])],
    });
  // 15.00 off leave 45.00: 9.00 are to be paid, and the gift at 10.00 is more than what is left of the 15.00.
  expect(
    book('after')
      .answer({ A: 1 })
      .choices.map(({ used }) => used),
  ).toEqual([['gift']]);
  expect(
    book('before')
      .answer({ A: 1 })
      .choices.map(({ used }) => used),
  ).toEqual([['fourth']]);
  const isFourth = (clause: Note['clause']) => clause.about === 'offer' && clause.offer === 'fourth';
  expect(saidOf('findlark', book('after'), isFourth)).toBeGreaterThanOrEqual(1500);
  expect(saidOf('findlark', book('before'), isFourth)).toBe('exact');
});

test('at a feed goods are charged below what a promotion of another template asks at their sale prices', () => {
  const book = (percent: string) =>
    shopOf({ post: flat('2.00') }, [item('A', { price: '25.00' }), item('B', { price: '50.00', template: 'second' })], {
      ...channels('findlark'),
      templates: twoTemplates(
        { post: flat('2.00', { ...free, value: '22.00', test: 'before' }) },
        { post: flat('2.70', { ...free, value: '3.00', test: 'before' }) },
      ),
      offers: [offerOf('sale', 1, { benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent } } })],
    });
  const isSecond = (clause: Note['clause']) => clause.about === 'threshold' && clause.template === 'second';
  // At 25.00 they are worth 22.00 all the same, at 15.00 not.
  expect(saidOf('findlark', book('50'), isSecond)).toBe(0);
  expect(saidOf('findlark', book('70'), isSecond)).toBe(270);
});

test('at a feed a threshold does not go in countries of which no promotion asks it', () => {
  const asked = { ...free, of: 'group', test: 'before' } as const;
  const book = shopOf({ post: flat('2.00') }, [item('A'), item('B', { price: '60.00', template: 'second' })], {
    ...channels('findlark'),
    zones: homeAndEurope,
    templates: [
      { id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { post: flat('2.00', free) } } },
      {
        id: 'second',
        name: 'Second',
        origin: 'Here',
        zones: ['europe'],
        lanes: { europe: { post: flat('2.70', asked) } },
      },
    ],
  });
  // One is free in the book everywhere, there in Ireland alone.
  expect(saidOf('findlark', book, (clause) => clause.about === 'threshold' && clause.template === 'second')).toBe(270);
});

test('at a feed free delivery that reaches another zone of its country is off by what is paid there', () => {
  const book = shopOf({}, [item('A')], {
    ...channels('findlark'),
    services: [{ id: 'post', name: 'Post', days: [1, 2] }],
    zones: [
      { id: 'britain', name: 'Britain', takes: ['GB'], leaves: [] },
      { id: 'isles', name: 'Isles', takes: ['GB HS*'], leaves: [] },
    ],
    templates: [
      {
        id: 'main',
        name: 'Main',
        origin: 'Here',
        zones: ['britain', 'isles'],
        lanes: { britain: { post: flat('5.00') }, isles: { post: flat('11.00') } },
      },
    ],
    offers: [
      offerOf('free', 1, {
        benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
        code: { is: 'shared', code: 'FREE' },
        zones: ['britain'],
      }),
    ],
  });
  expect(saidOf('findlark', book, ({ about }) => about === 'offer')).toBe(1100);
});

test('at a feed one item by what discounts leave of its value is off, where a code takes some of it', () => {
  const post: Lane = {
    rate: {
      is: 'table',
      unit: 'value',
      breaks: [
        { to: '20.00', amount: '3.00' },
        { to: null, amount: '7.00' },
      ],
    },
    freeFrom: null,
  };
  const book = (values: 'before' | 'after') =>
    toldOf(
      'findlark',
      shopOf({ post: { ...post, values } }, [item('A', { price: '24.00' })], {
        ...channels('findlark'),
        offers: [
          offerOf('code', 1, {
            benefit: { is: 'off order', off: { by: 'percent', percent: '50' } },
            code: { is: 'shared', code: 'HALF' },
          }),
        ],
      }),
    ).notes.flatMap(({ clause, fidelity }) =>
      clause.about === 'rate' && fidelity.is === 'bounded' ? fidelity.losses.map(({ is }) => is) : [],
    );
  expect(book('before')).toEqual([]);
  expect(book('after')).toContain('steps before discounts');
});

test('at a feed an item that is shorter and dearer than another is what both of them pay', () => {
  const post: Lane = {
    rate: {
      is: 'table',
      unit: 'cm',
      breaks: [
        { to: '30', amount: '9.00' },
        { to: null, amount: '5.00' },
      ],
    },
    freeFrom: null,
  };
  const long = (sku: string, length: string) => item(sku, { size: { length, width: '5', height: '5', unit: 'cm' } });
  const saidOfBoth = (...lengths: readonly string[]) =>
    saidOf(
      'findlark',
      shopOf(
        { post },
        lengths.map((one, i) => long(`${i}`, one)),
        channels('findlark'),
      ),
      ({ about }) => about === 'rate',
    );
  expect(saidOfBoth('20', '40')).toBe(400);
  expect(saidOfBoth('40', '60')).toBe('exact');
});
