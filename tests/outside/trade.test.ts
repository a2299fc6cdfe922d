import { describe, expect, test } from 'vitest';
import { cardSchema, parcelCharge, readCard } from '../../src/core/carrier/index.ts';
import { type Currency, parseLength, parseMass, unwrap, type Volume } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { madeTable } from '../../src/core/rates/index.ts';
import { either, flat, item, offerOf, shopOf } from '../books/shop.ts';

/**
 * Rules of the trade: common practice, no source. Figures and goods are our own, worked by hand, in the order in which
 * an answer comes about.
 */
/** A table by a unit: up to each edge an amount. */
const table = (unit: 'lb' | 'value' | 'cm', ...breaks: readonly (readonly [to: string, amount: string])[]) => ({
  is: 'table' as const,
  unit,
  breaks: breaks.map(([to, amount]) => ({ to, amount })),
});
const percent = (off: string) => ({ is: 'off order' as const, off: { by: 'percent' as const, percent: off } });

describe('mass, and what counts as it', () => {
  test('two reels of 0.5 lb on a table by pounds, to 1 lb 4.40 and to 2 lb 5.90: they sit on the break', () => {
    const rate = table('lb', ['1', '4.40'], ['2', '5.90']);
    const { pays } = shopOf({ post: { rate, freeFrom: null } }, [item('REEL', { mass: { value: '0.5', unit: 'lb' } })]);
    expect([pays({ REEL: 2 }), pays({ REEL: 3 })]).toEqual(['4.40', '5.90']);
  });
  test('a spar tube of 165 × 9 × 9 cm and 1.1 kg at 5000 cm³ a kilogram: 2.673 kg, charged as 3.0', () => {
    const card = unwrap(
      readCard(
        cardSchema.parse({
          card: 'one',
          from: '2026-01-01',
          until: null,
          currency: 'EUR',
          divisor: 5000,
          lot: 500,
          fuel: '0',
          home: '0.00',
          remote: '0.00',
          zones: [{ zone: 'A', countries: ['IE'] }],
          remotes: [],
          services: [
            {
              service: 'van',
              name: 'Van',
              from: '2026-01-01',
              until: null,
              days: [1, 2],
              most: 30_000,
              prices: { A: { first: '1.00', each: '1.00' } },
            },
          ],
          boxes: [],
        }),
      ),
    );
    const side = (text: string) => BigInt(unwrap(parseLength(text, 'cm')));
    const parcel = { mass: unwrap(parseMass('1.1', 'kg')), volume: (side('165') * side('9') * side('9')) as Volume };
    expect(parcelCharge(card, 'van', unwrap(parsePlace('IE')), parcel, '2026-11-24', false)?.lots).toBe(6);
  });
});

test('Ireland 5.25, its west by two areas 7.75, one routing key there by freight 14.00, one postcode left out of all three', () => {
  const leaves = ['IE H91 K0W4'];
  const { pays } = shopOf({ post: flat('5.25') }, [item('KITE')], {
    services: [
      { id: 'post', name: 'Post', days: [1, 2] },
      { id: 'van', name: 'Freight', days: [3, 6] },
    ],
    zones: [
      { id: 'ireland', name: 'Ireland', takes: ['IE'], leaves },
      { id: 'west', name: 'The west', takes: ['IE H*', 'IE F*'], leaves },
      { id: 'galway', name: 'Galway', takes: ['IE H91*'], leaves },
    ],
    templates: [
      {
        id: 'main',
        name: 'Main',
        origin: 'Here',
        zones: ['ireland', 'west', 'galway'],
        lanes: { ireland: { post: flat('5.25') }, west: { post: flat('7.75') }, galway: { van: flat('14.00') } },
      },
    ],
  });
  expect([
    pays({ KITE: 1 }, 'post', 'IE D02 AF30'),
    pays({ KITE: 1 }, 'post', 'IE F28 X2A1'),
    pays({ KITE: 1 }, 'van', 'IE H91 E2X7'),
  ]).toEqual(['5.25', '7.75', '14.00']);
  expect([pays({ KITE: 1 }, 'post', 'IE H91 E2X7'), pays({ KITE: 1 }, 'post', 'IE H91 K0W4')]).toEqual([
    'no lane',
    'not delivered to',
  ]);
});

describe('rates', () => {
  test('6.35, free from 64.00: 63.99 pays, 64.00 does not', () => {
    const { pays } = shopOf({ post: flat('6.35', { value: '64.00', test: 'before' }) }, [
      item('A', { price: '63.99' }),
      item('B', { price: '64.00' }),
    ]);
    expect([pays({ A: 1 }), pays({ B: 1 })]).toEqual(['6.35', '0.00']);
  });
  test('a value table to 22.00 3.60, to 48.00 5.20, nothing beyond', () => {
    const rate = table('value', ['22.00', '3.60'], ['48.00', '5.20']);
    const { pays } = shopOf(
      { post: { rate, freeFrom: null } },
      ['22.00', '22.01', '48.01'].map((price, i) => item(`K${i}`, { price })),
    );
    expect([0, 1, 2].map((i) => pays({ [`K${i}`]: 1 }))).toEqual(['3.60', '5.20', 'beyond the table']);
  });
  test('2.20 an order, 0.45 an item, 0.60 a started 250 g: seven reels of 140 g pay 7.75', () => {
    const rate = {
      is: 'built up' as const,
      order: '2.20',
      first: '0.45',
      further: '0.45',
      weight: { amount: '0.60', per: '250', unit: 'g' as const, each: 'started' as const },
    };
    expect(
      shopOf({ post: { rate, freeFrom: null } }, [item('REEL', { mass: { value: '140', unit: 'g' } })]).pays({
        REEL: 7,
      }),
    ).toBe('7.75');
  });
  test('freight by the longest side, to 120 cm 11.00 and to 200 cm 19.50: 165 cm pays 19.50, 201 cm is not taken', () => {
    const rate = table('cm', ['120', '11.00'], ['200', '19.50']);
    const long = (sku: string, height: string) => item(sku, { size: { length: '9', width: '9', height, unit: 'cm' } });
    const { pays } = shopOf({ van: { rate, freeFrom: null } }, [long('TUBE', '165'), long('MAST', '201')]);
    expect([pays({ TUBE: 1 }), pays({ MAST: 1 })]).toEqual(['19.50', 'beyond the table']);
  });
  test('first 4.30, each further 1.45, up to eight', () => {
    const { rate } = unwrap(
      madeTable({ suppliers: [{ first: '4.30', further: '1.45' }], by: 'dearest', count: 8 }, 'EUR' as Currency),
    );
    const { pays } = shopOf({ post: { rate, freeFrom: null } }, [item('A')]);
    expect([1, 2, 8, 9].map((units) => pays({ A: units }))).toEqual(['4.30', '5.75', '14.45', 'beyond the table']);
  });
  test('suppliers that differ: for each count the mean of what they ask, or the dearest', () => {
    const suppliers = [
      { first: '4.30', further: '1.45' },
      { first: '3.10', further: '2.25' },
    ];
    const amounts = (by: 'mean' | 'dearest') =>
      unwrap(madeTable({ suppliers, by, count: 3 }, 'EUR' as Currency)).rate.breaks.map((one) => one.amount);
    // 4.30 5.75 7.20 beside 3.10 5.35 7.60.
    expect(amounts('dearest')).toEqual(['4.30', '5.75', '7.60']);
    expect(amounts('mean')).toEqual(['3.70', '5.55', '7.40']);
  });
  test('in dinars with three decimals, in yen with none', () => {
    const first = (first: string, further: string, currency: string) =>
      madeTable(
        {
          suppliers: [
            { first, further },
            { first: '0', further },
          ],
          by: 'mean',
          count: 2,
        },
        currency as Currency,
      );
    // The mean of 1.305 and 0 is 0.6525, of 1.710 and 0.405 is 1.0575: rounded once, half up.
    expect(unwrap(first('1.305', '0.405', 'KWD')).rate.breaks.map((one) => one.amount)).toEqual(['0.653', '1.058']);
    expect(unwrap(first('431', '145', 'JPY')).rate.breaks.map((one) => one.amount)).toEqual(['216', '361']);
    expect(first('4.30', '145', 'JPY').ok).toBe(false);
  });
  test('a tail with a handling fee of 0.85 on 3.95: one 4.80, three 6.50', () => {
    const { pays } = shopOf({ post: flat('3.95') }, [item('TAIL', { fee: { each: '0.85', waived: false } })]);
    expect([pays({ TAIL: 1 }), pays({ TAIL: 3 })]).toEqual(['4.80', '6.50']);
  });
  test('free delivery waives a handling fee where it is said to, and no other', () => {
    const pays = (waived: boolean) =>
      shopOf({ post: flat('3.95', { value: '20.00', test: 'before' }) }, [
        item('TAIL', { fee: { each: '0.85', waived } }),
      ]).pays({ TAIL: 2 });
    expect([pays(true), pays(false)]).toEqual(['0.00', '1.70']);
  });
  test('a rate of its own still needs the lane of its template', () => {
    const own = (first: string) =>
      shopOf({ post: flat('3.95') }, [
        item('SHOW', {
          ownRate: { rate: { is: 'built up', order: '0', first, further: first, weight: null }, waived: false },
        }),
      ]);
    expect([
      own('0').pays({ SHOW: 3 }),
      own('2.60').pays({ SHOW: 3 }),
      own('2.60').pays({ SHOW: 1 }, 'post', 'FR'),
    ]).toEqual(['0.00', '7.80', 'not delivered to']);
  });
  test('21.60 from 7 kg on: 6.999 kg is not taken', () => {
    const { pays } = shopOf(
      { van: { ...flat('21.60'), bounds: [{ unit: 'kg', from: '7', to: null }] } },
      ['6.999', '7'].map((value, i) => item(`K${i}`, { mass: { value, unit: 'kg' } })),
    );
    expect([pays({ K0: 1 }), pays({ K1: 1 })]).toEqual(['outside the bounds', '21.60']);
  });
  test('the carrier silent: the fallback; no fallback, not offered', () => {
    const quoted = (fallback: string | null) =>
      shopOf(
        { post: { rate: { is: 'carrier quote', service: 'ground', fallback }, freeFrom: null } },
        [item('A', { size: { length: '30', width: '20', height: '8', unit: 'cm' } })],
        {
          boxes: [
            {
              id: 'box',
              name: 'Box',
              length: '35',
              width: '25',
              height: '10',
              unit: 'cm',
              limit: { value: '4', unit: 'kg' },
            },
          ],
        },
      ).pays({ A: 1 });
    expect([quoted('8.65'), quoted(null)]).toEqual(['8.65', 'carrier silent']);
  });
});

describe('several groups', () => {
  test('a lit kite that the air service bars, a tube that only it takes: no common choice, two orders', () => {
    const { answer } = shopOf(
      { air: flat('7.20'), road: flat('5.10') },
      [item('LIT', { hazards: ['lithium'] }), item('TUBE', { barred: ['road'] })],
      {
        services: [
          { id: 'air', name: 'Air', days: [1, 2], bars: ['lithium'] },
          { id: 'road', name: 'Road', days: [3, 5] },
        ],
      },
    );
    const { choices, clash } = answer({ LIT: 1, TUBE: 1 });
    expect(choices).toEqual([]);
    expect([...(clash?.orders ?? [])].sort((a, b) => (a.service < b.service ? -1 : 1))).toEqual([
      { service: 'air', skus: ['TUBE'] },
      { service: 'road', skus: ['LIT'] },
    ]);
    expect(clash).toMatchObject({ fewest: true, tooLarge: [], never: [] });
  });
  test.each([
    ['highest', '30.10'],
    ['lowest', '9.70'],
    ['average', '20.40'],
    ['sum', '61.20'],
  ] as const)('two stock places at 21.40 and 9.70, a third group at 30.10, by the %s: %s', (mixedBy, amount) => {
    const kinds = {
      tube: { rate: { is: 'flat' as const, amount: '9.70' } },
      show: { rate: { is: 'flat' as const, amount: '30.10' } },
    };
    const { pays } = shopOf(
      { post: { ...flat('21.40'), kinds } },
      [item('A'), item('B', { kind: 'tube', origin: 'Elsewhere' }), item('C', { kind: 'show' })],
      { mixedBy },
    );
    expect(pays({ A: 1, B: 1, C: 1 })).toBe(amount);
  });
  test('the first rule that covers the kinds and the service decides', () => {
    const { pays } = shopOf(
      { post: { ...flat('21.40'), kinds: { show: { rate: { is: 'flat', amount: '30.10' } } } } },
      [item('A'), item('C', { kind: 'show' })],
      {
        mixing: [
          { id: 'other', kinds: ['parcel', 'tube'], services: [], by: 'lowest' },
          { id: 'shows', kinds: ['parcel', 'show'], services: ['post'], by: 'highest' },
          { id: 'late', kinds: ['parcel', 'show'], services: [], by: 'lowest' },
        ],
      },
    );
    expect(pays({ A: 1, C: 1 })).toBe('30.10');
  });
  test('free from seven units: six pay', () => {
    const { pays } = shopOf({ post: flat('3.95', { value: '7', test: 'before', unit: 'units' }) }, [item('A')]);
    expect([pays({ A: 6 }), pays({ A: 7 })]).toEqual(['3.95', '0.00']);
  });
});

describe('what the shopper sees', () => {
  const cheapest = (most: string | null) =>
    shopOf({ a: flat('2.80'), b: flat('5.40'), c: flat('9.90') }, [item('A')], {
      offers: [
        offerOf('free', 1, {
          benefit: { is: 'delivery', on: { is: 'cheapest' }, off: { by: 'free' } },
          limits: { most: most === null ? null : { amount: most } },
        }),
      ],
    })
      .answer({ A: 1 })
      .choices.map((one) => one.delivery);
  test('2.80, 5.40, 9.90 and free delivery on the cheapest choice; with at most 2.00 taken', () => {
    expect(cheapest(null)).toEqual([0, 540, 990]);
    expect(cheapest('2.00')).toEqual([80, 540, 990]);
  });
  test('free beside paid: both seen; hidden by the setting; what stays in sight stays', () => {
    const seen = (hides: 'none' | 'same or slower' | 'all') =>
      shopOf({ slow: flat('0.00'), fast: flat('6.45'), fetch: flat('1.20'), crate: flat('7.10') }, [item('A')], {
        services: [
          { id: 'slow', name: 'Slow', days: [4, 6] },
          { id: 'fast', name: 'Fast', days: [1, 2] },
          { id: 'fetch', name: 'Fetched', days: [0, 9], pickup: true },
          { id: 'crate', name: 'Crate', days: [5, 9], inSight: true },
        ],
        markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', hides }],
      })
        .answer({ A: 1 })
        .choices.map((choice) => choice.service);
    expect(seen('none')).toEqual(['slow', 'fetch', 'fast', 'crate']);
    expect(seen('same or slower')).toEqual(['slow', 'fetch', 'fast', 'crate']);
    expect(seen('all')).toEqual(['slow', 'fetch', 'crate']);
  });
  test('two services under one shown name: both seen, or the one that costs less, as the market has it', () => {
    const named = (oneOfAName: boolean) =>
      shopOf(
        {
          a: { ...flat('5.60'), names: { 'en-IE': 'Delivery' } },
          b: { ...flat('3.30'), names: { 'en-IE': 'Delivery' } },
        },
        [item('A')],
        {
          markets: [
            { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', oneOfAName },
          ],
        },
      ).answer({ A: 1 });
    expect(named(false).choices.map((one) => one.service)).toEqual(['b', 'a']);
    expect(named(true).choices.map((one) => one.service)).toEqual(['b']);
    expect(named(true).hidden.map((one) => [one.choice.service, one.why, one.by])).toEqual([['a', 'same name', 'b']]);
  });
});

describe('offers', () => {
  test('two of one either/or: the one that leaves the shopper paying less, whatever their order', () => {
    const free = offerOf('free', 1, {
      benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
    });
    const ten = offerOf('ten', 2, { benefit: percent('10') });
    for (const offers of [
      [free, ten],
      [ten, free],
    ]) {
      const choice = (units: number) =>
        shopOf({ post: flat('5.25') }, [item('A')], { offers, eitherOr: [either('one', ['free', 'ten'])] }).answer({
          A: units,
        }).choices[0];
      expect([choice(5), choice(6)].map((one) => [one?.discount, one?.delivery, one?.used])).toEqual([
        [0, 0, ['free']],
        [600, 525, ['ten']],
      ]);
    }
  });
  test('from 65 take 9 off: 64.99 nothing, 65.00 nine', () => {
    const steps = [
      offerOf('saver', 1, { benefit: { is: 'spend steps', test: 'before', steps: [{ from: '65.00', off: '9.00' }] } }),
    ];
    const off = (price: string) =>
      shopOf({ post: flat('5.25') }, [item('A', { price })], { offers: steps }).answer({ A: 1 }).choices[0]?.discount;
    expect([off('64.99'), off('65.00')]).toEqual([0, 900]);
  });
  test('1.00 off an order of 3.33, 3.33 and 3.34 is 0.33, 0.33 and 0.34', () => {
    const offers = [offerOf('one', 1, { benefit: { is: 'off order', off: { by: 'amount', amount: '1.00' } } })];
    const goods = [item('A', { price: '3.33' }), item('B', { price: '3.33' }), item('C', { price: '3.34' })];
    expect(shopOf({ post: flat('5.25') }, goods, { offers }).answer({ A: 1, B: 1, C: 1 }).choices[0]?.off).toEqual([
      33, 33, 34,
    ]);
  });
  test('1,250 yen at 12 % off: 150 off, 1,100 left', () => {
    const choice = shopOf({ post: flat('0') }, [item('A', { price: '1250' })], {
      markets: [{ id: 'home', name: 'Home', currency: 'JPY', locale: 'ja-JP', timeZone: 'Asia/Tokyo' }],
      offers: [offerOf('gust', 1, { benefit: percent('12') })],
    }).answer({ A: 1 }).choices[0];
    expect([choice?.discount, choice?.total]).toEqual([150, 1100]);
  });
});

describe('markets', () => {
  const markets = (rounding: object, currency = 'GBP', rate = '0.86') => ({
    markets: [
      { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
      {
        id: 'there',
        name: 'There',
        currency,
        locale: 'en-GB',
        timeZone: 'Europe/London',
        rounding: rounding as { is: 'nearest' },
      },
    ],
    exchange: [{ id: 'way', from: 'EUR', to: currency, rate }],
  });
  // 6.35 at 0.86 is 5.461; at 168.5 it is 1069.975 yen; at 0.3375 it is 2.143125 dinars.
  test.each([
    ['to the nearest', { is: 'nearest' }, 'GBP', '0.86', '5.46'],
    ['up to a step of 0.05', { is: 'step', step: '0.05' }, 'GBP', '0.86', '5.50'],
    ['up to an ending of .95', { is: 'ending', ending: '0.95' }, 'GBP', '0.86', '5.95'],
    ['in yen, without decimals', { is: 'nearest' }, 'JPY', '168.5', '1070'],
    ['in dinars, with three', { is: 'nearest' }, 'KWD', '0.3375', '2.143'],
  ] as const)('a flat 6.35 %s', (_, rounding, currency, rate, amount) => {
    expect(
      shopOf({ post: flat('6.35') }, [item('A')], markets(rounding, currency, rate)).pays(
        { A: 1 },
        'post',
        'IE',
        'there',
      ),
    ).toBe(amount);
  });
  test('a rate is worked exactly, converted, rounded once', () => {
    // 0.35 a kilogram in proportion: 0.7 kg is 0.245, at 0.86 0.2107. Rounded before it would be 0.25 and 0.22.
    const rate = {
      is: 'built up' as const,
      order: '0',
      first: '0',
      further: '0',
      weight: { amount: '0.35', per: '1', unit: 'kg' as const, each: 'in proportion' as const },
    };
    expect(
      shopOf(
        { post: { rate, freeFrom: null } },
        [item('A', { mass: { value: '0.7', unit: 'kg' } })],
        markets({ is: 'nearest' }),
      ).pays({ A: 1 }, 'post', 'IE', 'there'),
    ).toBe('0.21');
  });
  test('a threshold in the market’s own currency decides; else it is converted alone', () => {
    const at = (also: Record<string, string>, price: string) =>
      shopOf(
        { post: flat('6.35', { value: '64.00', test: 'before', also }) },
        [item('A', { prices: [{ market: 'there', channel: null, price }] })],
        markets({ is: 'nearest' }),
      ).pays({ A: 1 }, 'post', 'IE', 'there');
    // 64.00 at 0.86 is 55.04.
    expect([at({}, '55.03'), at({}, '55.04'), at({ GBP: '58.00' }, '57.99'), at({ GBP: '58.00' }, '58.00')]).toEqual([
      '5.46',
      '0.00',
      '5.46',
      '0.00',
    ]);
  });
  test('two currencies never meet without a rate listed for that way', () => {
    const { exchange: _, ...alone } = markets({ is: 'nearest' });
    expect(() =>
      shopOf({ post: flat('6.35') }, [item('A')], {
        ...alone,
        exchange: [{ id: 'back', from: 'GBP', to: 'EUR', rate: '1.16' }],
      }).open('there'),
    ).toThrow('"is":"no exchange","from":"EUR","to":"GBP"');
  });
  test('net 8.40 in two places of 13.5 % and 23 %: 9.53 and 10.33 with the tax', () => {
    const { answer } = shopOf({ post: flat('0.00') }, [item('A', { price: '8.40' })], {
      markets: [
        { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', tax: 'added' },
      ],
      zones: [{ id: 'home', name: 'Home', takes: ['IE', 'FR'], leaves: [] }],
      taxes: [
        { id: 'low', class: 'standard', places: ['FR'], percent: '13.5' },
        { id: 'high', class: 'standard', places: ['IE'], percent: '23' },
      ],
    });
    expect(['FR', 'IE'].map((place) => answer({ A: 1 }, place).choices[0]?.pays)).toEqual([953, 1033]);
  });
  test('tax inside is what is over without it; added, it is a line’s own, delivery one line', () => {
    const taxed = (tax: 'inside' | 'added') =>
      shopOf({ post: flat('5.25') }, [item('A', { price: '12.49' }), item('B', { price: '0.37' })], {
        markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', tax }],
        taxes: [{ id: 'here', class: 'standard', places: ['IE'], percent: '23' }],
      }).answer({ A: 1, B: 1 }).choices[0];
    // Inside: 12.49 → 2.34, 0.37 → 0.07, 5.25 → 0.98. Added: 2.87, 0.09, 1.21.
    expect(taxed('inside')).toMatchObject({ tax: 339, total: 1811, pays: 1811 });
    expect(taxed('added')).toMatchObject({ tax: 417, total: 1811, pays: 2228 });
  });
});
