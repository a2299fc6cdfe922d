import { describe, expect, test } from 'vitest';
import { amountText } from '../../src/core/exact/index.ts';
import { either, flat, item, offerOf, shopOf } from '../books/shop.ts';

/**
 * Baskets worked by hand, with their working beside. Each row: the goods, the place and codes, every choice as it is
 * shown
 * (its delivery, and what is paid in all), and how that comes about. Figures and goods are our own; no source but the
 * rules.
 */
type Lines = Readonly<Record<string, number>>;
type Row = readonly [lines: Lines, where: string, shown: string, working: string];
type Desk = ReturnType<typeof shopOf>;

/** Goods of one line as text: 2 REEL + 1 KITE. */
const words = (lines: Lines) =>
  Object.entries(lines)
    .map(([sku, units]) => `${units} ${sku}`)
    .join(' + ');

/**
 * Every choice in the order it is shown in: the service, its delivery, what is paid in all, gifts; or into how many
 * orders to part the basket.
 */
function told(at: Desk, lines: Lines, where: string, market?: string): string {
  const [place = '', ...codes] = where.split(' with ');
  const { currency } = at.open(market).book;
  const { choices, clash } = at.answer(lines, place, codes, market);
  const say = (amount: number) => amountText(amount as never, currency);
  if (choices.length === 0) return `none, ${clash?.orders.length ?? 0} orders`;
  return choices
    .map((one) =>
      [one.service, say(one.delivery), say(one.pays), ...one.gifts.map((gift) => `and ${gift.units} ${gift.sku}`)].join(
        ' ',
      ),
    )
    .join(' | ');
}

const worked = (at: Desk, rows: readonly Row[], market?: string) =>
  test.each(
    rows.map(([lines, where, shown, working]) => ({
      name: `${words(lines)} to ${where}: ${working}`,
      lines,
      where,
      shown,
    })),
  )('$name', ({ lines, where, shown }) => {
    expect(told(at, lines, where, market)).toBe(shown);
  });

/** A shop of kites: parcels from one place, tubes from another. */
const shop = shopOf(
  {},
  [
    item('REEL', { price: '12.40', mass: { value: '400', unit: 'g' } }),
    item('TAIL', { price: '6.30', mass: { value: '100', unit: 'g' }, fee: { each: '0.85', waived: false } }),
    item('KITE', { price: '31.00', mass: { value: '900', unit: 'g' } }),
    item('LAMP', { price: '18.50', mass: { value: '300', unit: 'g' }, hazards: ['lithium'] }),
    item('LINE', { price: '4.80', mass: { value: '200', unit: 'g' } }),
    item('CASE', { price: '45.00', mass: { value: '4.5', unit: 'kg' }, fee: { each: '1.30', waived: true } }),
    item('MAST', {
      price: '15.00',
      mass: { value: '2', unit: 'kg' },
      ownRate: { rate: { is: 'flat', amount: '3.50' }, waived: true },
    }),
    item('SPAR', { price: '22.60', mass: { value: '1.1', unit: 'kg' }, kind: 'tube', template: 'tubes' }),
  ],
  {
    services: [
      { id: 'post', name: 'Post', days: [2, 3] },
      { id: 'van', name: 'Van', days: [1, 2] },
      { id: 'air', name: 'Air', days: [1, 1], bars: ['lithium'] },
      { id: 'fetch', name: 'Fetched', days: [0, 0], pickup: true },
    ],
    zones: [
      { id: 'home', name: 'Home', takes: ['IE'], leaves: ['IE H91*'] },
      { id: 'west', name: 'West', takes: ['IE H91*'], leaves: [] },
      { id: 'britain', name: 'Britain', takes: ['GB'], leaves: [] },
    ],
    templates: [
      {
        id: 'parcels',
        name: 'Parcels',
        origin: 'Galway',
        zones: ['home', 'west', 'britain'],
        lanes: {
          home: {
            post: {
              rate: {
                is: 'table',
                unit: 'kg',
                breaks: [
                  { to: '1', amount: '4.40' },
                  { to: '2', amount: '5.90' },
                  { to: '5', amount: '8.20' },
                ],
              },
              freeFrom: { value: '64.00', test: 'before' },
            },
            van: {
              rate: {
                is: 'built up',
                order: '2.20',
                first: '0.45',
                further: '0.45',
                weight: { amount: '0.60', per: '250', unit: 'g', each: 'started' },
              },
              freeFrom: null,
            },
            fetch: { rate: { is: 'free' }, freeFrom: null },
          },
          west: { post: flat('7.75'), van: { ...flat('14.00'), bounds: [{ unit: 'kg', from: null, to: '10' }] } },
          britain: {
            post: {
              rate: {
                is: 'table',
                unit: 'value',
                breaks: [
                  { to: '22', amount: '3.60' },
                  { to: '48', amount: '5.20' },
                ],
              },
              freeFrom: null,
            },
            air: flat('9.90', { value: '7', test: 'before', unit: 'units' }),
          },
        },
      },
      {
        id: 'tubes',
        name: 'Tubes',
        origin: 'Westport',
        zones: ['home', 'britain'],
        lanes: { home: { post: flat('9.70'), van: flat('6.00') }, britain: { air: flat('12.00') } },
      },
    ],
    mixing: [{ id: 'vans', kinds: ['parcel', 'tube'], services: ['van'], by: 'highest' }],
  },
);

describe('parcels at home: post by weight and free from 64.00, a van built up, fetched for nothing', () => {
  worked(shop, [
    [
      { REEL: 1 },
      'IE',
      'fetch 0.00 12.40 | van 3.85 16.25 | post 4.40 16.80',
      '0.4 kg is to 1 kg, 4.40; the van 2.20 + 0.45 + 2 × 0.60 for 250 g started',
    ],
    [
      { REEL: 2 },
      'IE',
      'fetch 0.00 24.80 | post 4.40 29.20 | van 5.50 30.30',
      '0.8 kg: 4.40; 2.20 + 2 × 0.45 + 4 × 0.60',
    ],
    [
      { REEL: 5 },
      'IE',
      'fetch 0.00 62.00 | post 5.90 67.90 | van 9.25 71.25',
      '2.0 kg sits on the edge: 5.90; 2.20 + 5 × 0.45 + 8 × 0.60',
    ],
    [
      { REEL: 6 },
      'IE',
      'fetch 0.00 74.40 | post 0.00 74.40 | van 10.90 85.30',
      '74.40 is 64.00 or more; of two at 74.40 the sooner stands first',
    ],
    [
      { KITE: 2 },
      'IE',
      'fetch 0.00 62.00 | post 5.90 67.90 | van 7.90 69.90',
      '1.8 kg: 5.90; 2.20 + 2 × 0.45 + 8 × 0.60',
    ],
    [
      { KITE: 2, LINE: 1 },
      'IE',
      'fetch 0.00 66.80 | post 0.00 66.80 | van 8.35 75.15',
      '66.80 is free by post; 2.0 kg: 2.20 + 3 × 0.45 + 8 × 0.60',
    ],
    [
      { KITE: 6 },
      'IE',
      'fetch 0.00 186.00 | van 18.10 204.10',
      '5.4 kg lies beyond the table, which is not free but not offered; 2.20 + 2.70 + 22 × 0.60',
    ],
    [
      { KITE: 5, REEL: 1 },
      'IE',
      'fetch 0.00 167.40 | post 0.00 167.40 | van 16.90 184.30',
      '4.9 kg is in the table, and free; 2.20 + 6 × 0.45 + 20 × 0.60',
    ],
    [{ LAMP: 1 }, 'IE', 'fetch 0.00 18.50 | van 3.85 22.35 | post 4.40 22.90', 'lithium bars no service there'],
    [
      { REEL: 1, LAMP: 1 },
      'IE',
      'fetch 0.00 30.90 | post 4.40 35.30 | van 4.90 35.80',
      '0.7 kg: 2.20 + 0.90 + 3 × 0.60',
    ],
    [{ LINE: 1 }, 'IE', 'fetch 0.00 4.80 | van 3.25 8.05 | post 4.40 9.20', '0.2 kg is one started 250 g'],
    [
      { LINE: 5 },
      'IE',
      'fetch 0.00 24.00 | post 4.40 28.40 | van 6.85 30.85',
      '1.0 kg sits on the edge; 2.20 + 2.25 + 4 × 0.60',
    ],
    [
      { KITE: 1, REEL: 2, LINE: 1 },
      'IE',
      'fetch 0.00 60.60 | post 5.90 66.50 | van 8.80 69.40',
      '31.00 + 24.80 + 4.80; 1.9 kg; 2.20 + 1.80 + 8 × 0.60',
    ],
  ]);
});

describe('places', () => {
  worked(shop, [
    [{ REEL: 1 }, 'IE H91 E2K3', 'post 7.75 20.15 | van 14.00 26.40', 'the routing key has a zone of its own'],
    [{ REEL: 1 }, 'IE D02 X285', 'fetch 0.00 12.40 | van 3.85 16.25 | post 4.40 16.80', 'another key is home'],
    [{ KITE: 11 }, 'IE H91 E2K3', 'post 7.75 348.75 | van 14.00 355.00', '9.9 kg is within 10'],
    [{ KITE: 12 }, 'IE H91 E2K3', 'post 7.75 379.75', '10.8 kg is not'],
    [{ REEL: 1 }, 'GB M1 1AA', 'post 3.60 16.00 | air 9.90 22.30', 'goods of 12.40 are to 22.00'],
    [{ REEL: 1, LINE: 2 }, 'GB M1 1AA', 'post 3.60 25.60 | air 9.90 31.90', '22.00 is the first break’s edge'],
    [{ LAMP: 1, LINE: 1 }, 'GB M1 1AA', 'post 5.20 28.50', '23.30 is the second break; air takes no lithium'],
    [{ LINE: 6 }, 'GB M1 1AA', 'post 5.20 34.00 | air 9.90 38.70', 'six units pay'],
    [{ LINE: 7 }, 'GB M1 1AA', 'air 0.00 33.60 | post 5.20 38.80', 'seven do not'],
    [{ LINE: 10 }, 'GB M1 1AA', 'air 0.00 48.00 | post 5.20 53.20', '48.00 is the second break’s edge'],
    [
      { KITE: 1, LAMP: 1 },
      'GB M1 1AA',
      'none, 2 orders',
      '49.50 lies beyond the table and air takes no lithium: a kite by post, a lamp by post',
    ],
    [{ REEL: 1 }, 'GB BT9 5EE', 'post 3.60 16.00 | air 9.90 22.30', 'Northern Ireland lies in GB'],
    [{ REEL: 1 }, 'FR 69001', 'none, 0 orders', 'no zone, not delivered to'],
  ]);
});

describe('two groups: the sum, but by van the highest', () => {
  worked(shop, [
    [{ SPAR: 1 }, 'IE', 'van 6.00 28.60 | post 9.70 32.30', 'tubes have lanes of their own, and are not fetched'],
    [{ SPAR: 3 }, 'IE', 'van 6.00 73.80 | post 9.70 77.50', '67.80, but tubes turn free from nothing'],
    [{ SPAR: 1, REEL: 1 }, 'IE', 'van 6.00 41.00 | post 14.10 49.10', 'post 9.70 + 4.40; of 6.00 and 3.85 the highest'],
    [
      { SPAR: 1, KITE: 2 },
      'IE',
      'van 7.90 92.50 | post 9.70 94.30',
      '84.60 frees the parcels’ 5.90; of 6.00 and 7.90 the highest',
    ],
    [{ SPAR: 1, REEL: 5 }, 'IE', 'van 9.25 93.85 | post 9.70 94.30', 'the same; 9.25 by van'],
    [{ SPAR: 1, KITE: 6 }, 'IE', 'van 18.10 226.70', 'the parcels of 5.4 kg keep post off'],
    [{ SPAR: 1, REEL: 1 }, 'GB M1 1AA', 'air 21.90 56.90', 'no post for tubes; 12.00 + 9.90'],
    [{ SPAR: 6, REEL: 1 }, 'GB M1 1AA', 'air 12.00 160.00', 'seven units of the whole basket free the parcels alone'],
    [{ SPAR: 1, LAMP: 1 }, 'GB M1 1AA', 'none, 2 orders', 'tubes only by air, lithium only by post'],
  ]);
});

describe('handling fees and rates of their own', () => {
  worked(shop, [
    [{ TAIL: 1 }, 'IE', 'fetch 0.85 7.15 | van 4.10 10.40 | post 5.25 11.55', '0.85 beside 0.00, 3.25 and 4.40'],
    [
      { TAIL: 3 },
      'IE',
      'fetch 2.55 21.45 | post 6.95 25.85 | van 7.30 26.20',
      '3 × 0.85 = 2.55 beside 4.40, and beside 2.20 + 1.35 + 2 × 0.60',
    ],
    [
      { CASE: 1 },
      'IE',
      'fetch 1.30 46.30 | post 9.50 54.50 | van 14.75 59.75',
      '1.30 beside 8.20, beside 2.20 + 0.45 + 18 × 0.60; a free lane meets no threshold',
    ],
    [{ CASE: 1, KITE: 1 }, 'IE', 'fetch 1.30 77.30 | van 17.60 93.60', '5.4 kg; 2.20 + 0.90 + 22 × 0.60 + 1.30'],
    [
      { CASE: 1, LAMP: 1 },
      'IE',
      'fetch 1.30 64.80 | post 9.50 73.00 | van 16.40 79.90',
      '63.50 is short of 64.00 by 0.50',
    ],
    [
      { CASE: 1, LAMP: 1, LINE: 1 },
      'IE',
      'post 0.00 68.30 | fetch 1.30 69.60 | van 16.85 85.15',
      '68.30 frees 8.20, and the fee with it',
    ],
    [
      { TAIL: 1, KITE: 2 },
      'IE',
      'fetch 0.85 69.15 | post 0.85 69.15 | van 9.20 77.50',
      'free, but for a fee that nothing waives',
    ],
    [
      { MAST: 1 },
      'IE',
      'fetch 3.50 18.50 | van 3.50 18.50 | post 3.50 18.50',
      'a rate of its own wherever there is a lane; the sooner first',
    ],
    [
      { MAST: 1, REEL: 1 },
      'IE',
      'fetch 3.50 30.90 | van 7.35 34.75 | post 7.90 35.30',
      'it weighs in no group: 4.40 and 3.85 for the reel alone',
    ],
    [
      { MAST: 4, REEL: 1 },
      'IE',
      'post 0.00 72.40 | fetch 3.50 75.90 | van 7.35 79.75',
      'its 60.00 counts towards 64.00, and what is met waives its rate',
    ],
    [
      { MAST: 5 },
      'IE',
      'post 0.00 75.00 | fetch 3.50 78.50 | van 3.50 78.50',
      'alone, the lane’s own threshold waives it',
    ],
  ]);
});

/** Two flat services and three goods, for offers and currencies. */
const goods = [
  item('A', { tags: ['a'] }),
  item('B', { price: '24.00', tags: ['b'] }),
  item('C', { price: '3.35', tags: ['c'] }),
];
const selections = ['a', 'c'].map((id) => ({
  id,
  name: id,
  takes: { is: 'tags' as const, any: [id], all: [] },
  except: [],
}));
const code = (text: string) => ({ is: 'shared' as const, code: text });
const off = (percent: string) => ({ is: 'off order' as const, off: { by: 'percent' as const, percent } });
const gust = offerOf('gust', 1, { benefit: off('12'), code: code('GUST') });
const lull = offerOf('lull', 2, { benefit: off('2'), code: code('LULL') });
const pair = offerOf('pair', 3, { benefit: { is: 'off goods', goods: 'a', off: { by: 'percent', percent: '10' } } });
const saver = offerOf('saver', 4, {
  benefit: { is: 'spend steps', test: 'before', steps: [{ from: '65.00', off: '9.00' }] },
});
const freePost = {
  is: 'delivery' as const,
  on: { is: 'services' as const, services: ['post'] },
  off: { by: 'free' as const },
};
const free = offerOf('free', 5, { benefit: freePost, asks: [{ over: 'value', value: '60.00', test: 'after' }] });
const offers = [gust, lull, pair, saver, free];
const flats = { post: flat('5.25'), van: flat('8.40') };

describe('offers: GUST 12 %, LULL 2 %, 10 % off A, 9.00 from 65.00, post free from 60.00 left', () => {
  worked(shopOf(flats, goods, { offers, selections }), [
    [{ A: 1 }, 'IE', 'post 5.25 14.25 | van 8.40 17.40', '10.00 − 1.00'],
    [{ A: 1 }, 'IE with GUST', 'post 5.25 13.17 | van 8.40 16.32', '12 % of 9.00 is 1.08'],
    [{ A: 1 }, 'IE with GUSTY', 'post 5.25 14.25 | van 8.40 17.40', 'no such code'],
    [{ A: 3, B: 1 }, 'IE', 'post 5.25 56.25 | van 8.40 59.40', '54.00 − 3.00'],
    [{ B: 3 }, 'IE', 'post 0.00 63.00 | van 8.40 71.40', '72.00 − 9.00 leaves 63.00, free by post'],
    [
      { B: 3 },
      'IE with GUST',
      'post 5.25 59.61 | van 8.40 62.76',
      '72.00 − 9.00 − 8.64 = 54.36, and 5.25; with one of them alone 63.00 or 63.36',
    ],
    [{ B: 2, A: 1, C: 1 }, 'IE', 'post 0.00 60.35 | van 8.40 68.75', '61.35 − 1.00'],
    [
      { B: 2, A: 1, C: 1 },
      'IE with LULL',
      'post 0.00 60.12 | van 8.40 67.54',
      'by post the code alone leaves 61.35 − 1.23, still free; with 10 % off A, 59.14 and 5.25',
    ],
    [
      { B: 1, A: 3, C: 2 },
      'IE',
      'post 0.00 60.70 | van 8.40 66.10',
      'by post 10 % off A stays unused: 57.70 and 5.25 is more',
    ],
  ]);
  worked(shopOf(flats, goods, { offers, selections, eitherOr: [either('one', ['gust', 'saver'])] }), [
    [{ B: 3 }, 'IE with GUST', 'post 0.00 63.00 | van 8.40 71.40', 'one of the two: 9.00 is more than 8.64'],
  ]);
});

describe('other benefits', () => {
  const three = (part: string | null) =>
    offerOf('three', 1, { benefit: { is: 'buy and get', goods: part, buy: 2, get: 1, percent: '100' } });
  worked(shopOf(flats, goods, { offers: [three('c')], selections }), [
    [{ C: 4 }, 'IE', 'post 5.25 15.30 | van 8.40 18.45', 'one of four for nothing: 10.05'],
    [{ C: 6 }, 'IE', 'post 5.25 18.65 | van 8.40 21.80', 'two of six: 13.40'],
  ]);
  worked(shopOf(flats, goods, { offers: [three(null)] }), [
    [{ A: 1, B: 1, C: 1 }, 'IE', 'post 5.25 39.25 | van 8.40 42.40', 'the cheapest of three, 3.35, off 37.35'],
  ]);
  worked(
    shopOf(flats, goods, {
      offers: [
        offerOf('gift', 1, {
          benefit: { is: 'gift', sku: 'C', units: 1 },
          asks: [{ over: 'value', value: '50.00', test: 'before' }],
        }),
      ],
    }),
    [
      [{ B: 3 }, 'IE', 'post 5.25 77.25 and 1 C | van 8.40 80.40 and 1 C', '72.00 is 50.00 or more'],
      [{ B: 2 }, 'IE', 'post 5.25 53.25 | van 8.40 56.40', '48.00 is not'],
    ],
  );
  const limited = (amount: string) =>
    shopOf(flats, goods, { offers: [offerOf('free', 1, { benefit: freePost, limits: { budget: { amount } } })] });
  worked(limited('5.24'), [[{ A: 1 }, 'IE', 'post 5.25 15.25 | van 8.40 18.40', '5.24 left does not cover 5.25']]);
  worked(limited('5.25'), [[{ A: 1 }, 'IE', 'post 0.00 10.00 | van 8.40 18.40', '5.25 does']]);
});

describe('markets', () => {
  const home = { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' };
  const there = (currency: string, rate: string, more: object = {}) =>
    shopOf(flats, goods, {
      markets: [home, { id: 'there', name: 'There', currency, locale: 'en-GB', timeZone: 'Europe/London', ...more }],
      exchange: [{ id: 'way', from: 'EUR', to: currency, rate }],
    });
  worked(
    there('GBP', '0.86'),
    [
      [
        { A: 3 },
        'IE',
        'post 4.52 30.32 | van 7.22 33.02',
        '3 × 8.60; 5.25 is 4.515, half goes away from zero; 8.40 is 7.224',
      ],
    ],
    'there',
  );
  worked(
    there('GBP', '0.86', { rounding: { is: 'ending', ending: '0.99' } }),
    [[{ A: 1 }, 'IE', 'post 4.99 13.98 | van 7.99 16.98', '8.60 goes up to 8.99, 4.515 to 4.99, 7.224 to 7.99']],
    'there',
  );
  worked(
    there('JPY', '168.5'),
    [[{ A: 1 }, 'IE', 'post 885 2570 | van 1415 3100', '1,685; 884.625; 1,415.4']],
    'there',
  );
  worked(
    there('KWD', '0.3375'),
    [[{ A: 1 }, 'IE', 'post 1.772 5.147 | van 2.835 6.210', '3.375; 1.771875; 2.835']],
    'there',
  );
  worked(
    shopOf(flats, goods, {
      markets: [{ ...home, tax: 'added' }],
      taxes: [{ id: 'here', class: 'standard', places: ['IE'], percent: '23' }],
    }),
    [
      [
        { A: 1, C: 1 },
        'IE',
        'post 5.25 22.88 | van 8.40 26.75',
        '18.60 and 2.30 + 0.77 + 1.21; 21.75 and 2.30 + 0.77 + 1.93',
      ],
    ],
  );
});
