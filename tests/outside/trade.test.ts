import { describe, expect, test } from 'vitest';
import type { BookInput } from '../../src/core/book/index.ts';
import { madeTable } from '../../src/core/rates/index.ts';
import { desk, flat, item } from '../books/desk.ts';

/** Rules of the trade: common practice, no source. The figures are our own, worked by hand. */
const two = { A: 1, B: 1 };

describe('rates', () => {
  test('a service of 4.20 and an extra fee of 1.30 each: one item 5.50, two 6.80', () => {
    const { pays } = desk({ post: flat('4.20') }, [item('A', { fee: { each: '1.30', freed: false } })]);
    expect([pays({ A: 1 }), pays({ A: 2 })]).toEqual(['5.50', '6.80']);
  });
  test('first 5.10, each further 1.90, 0.75 lb each, up to five: 5.10, 7.00, 8.90, 10.80, 12.70', () => {
    const made = madeTable({ makers: [{ first: '5.10', further: '1.90', mass: '0.75' }], unit: 'lb', by: 'highest', count: 5 });
    if (!made.ok) throw new Error('no table');
    expect(made.value.rate.breaks).toEqual([
      { to: '0.75', amount: '5.10' },
      { to: '1.5', amount: '7.00' },
      { to: '2.25', amount: '8.90' },
      { to: '3', amount: '10.80' },
      { to: '3.75', amount: '12.70' },
    ]);
    expect(made.value.reach).toBe('Reaches 5 items, 3.75 lb; a heavier order is not offered.');
    const { pays } = desk({ post: { rate: made.value.rate, freeFrom: null } }, [item('A', { mass: { value: '0.75', unit: 'lb' } })]);
    expect([1, 2, 3, 4, 5, 6].map((units) => pays({ A: units }))).toEqual(['5.10', '7.00', '8.90', '10.80', '12.70', 'beyond the table']);
  });
  test('makers that differ: their highest, or their average', () => {
    const makers = [
      { first: '5.10', further: '1.90', mass: '0.75' },
      { first: '4.00', further: '2.50', mass: '1' },
    ];
    const edges = (by: 'highest' | 'average') => {
      const made = madeTable({ makers, unit: 'lb', by, count: 2 });
      return made.ok ? made.value.rate.breaks : [];
    };
    expect(edges('highest')).toEqual([
      { to: '1', amount: '5.10' },
      { to: '2', amount: '7.00' },
    ]);
    expect(edges('average')).toEqual([
      { to: '0.875', amount: '4.55' },
      { to: '1.75', amount: '6.75' },
    ]);
  });
  test('1.40 an order and 0.80 a pound, in proportion: 0.75 lb 2.00, 2.25 lb 3.20', () => {
    const { pays } = desk({ post: { rate: { is: 'built up', order: '1.40', first: '0', further: '0', weight: { amount: '0.80', per: '1', unit: 'lb', each: 'in proportion' } }, freeFrom: null } }, [
      item('A', { mass: { value: '0.75', unit: 'lb' } }),
    ]);
    expect([pays({ A: 1 }), pays({ A: 3 })]).toEqual(['2.00', '3.20']);
  });
  test('1.40 an order and 0.35 an item: four items 2.80', () => {
    const { pays } = desk({ post: { rate: { is: 'built up', order: '1.40', first: '0.35', further: '0.35', weight: null }, freeFrom: null } }, [item('A')]);
    expect(pays({ A: 4 })).toBe('2.80');
  });
  test('a value table 0.50–15.00 → 3.10, 15.01–30.00 → 4.60: 15.00 first, 15.01 second, 0.49 a gap', () => {
    const table = {
      is: 'table' as const,
      unit: 'value' as const,
      from: '0.50',
      breaks: [
        { to: '15.00', amount: '3.10' },
        { to: '30.00', amount: '4.60' },
      ],
    };
    const { pays } = desk({ post: { rate: table, freeFrom: null } }, [item('A', { price: '15.00' }), item('B', { price: '15.01' }), item('C', { price: '0.49' }), item('D', { price: '0.50' })]);
    expect(['A', 'B', 'C', 'D'].map((sku) => pays({ [sku]: 1 }))).toEqual(['3.10', '4.60', 'below the table', '3.10']);
  });
  test('18.40 from 6 kg up: 5.999 kg not offered, 6 kg 18.40', () => {
    const { pays } = desk({ post: { ...flat('18.40'), bounds: [{ unit: 'kg', from: '6', to: null }] } }, [
      item('A', { mass: { value: '5.999', unit: 'kg' } }),
      item('B', { mass: { value: '6', unit: 'kg' } }),
    ]);
    expect([pays({ A: 1 }), pays({ B: 1 })]).toEqual(['outside the bounds', '18.40']);
  });
  test('free from four units: three pay, four do not', () => {
    const { pays } = desk({ post: flat('4.20', { value: '4', test: 'before', unit: 'units' }) }, [item('A')]);
    expect([pays({ A: 3 }), pays({ A: 4 })]).toEqual(['4.20', '0.00']);
  });
  test('the carrier silent: the fallback; no fallback: not offered', () => {
    const quoted = (fallback: string | null) =>
      desk({ post: { rate: { is: 'carrier quote', service: 'ground', fallback }, freeFrom: null } }, [item('A', { size: { length: '10', width: '10', height: '10', unit: 'cm' } })], {
        boxes: [{ id: 'box', name: 'Box', length: '20', width: '20', height: '20', unit: 'cm', limit: { value: '5', unit: 'kg' } }],
      }).pays({ A: 1 });
    expect([quoted('9.40'), quoted(null)]).toEqual(['9.40', 'carrier silent']);
  });
});

describe('mixing', () => {
  test('one item allows only service A, another bars A: no common choice, two orders', () => {
    const { answer } = desk({ a: flat('4.00'), b: flat('6.00') }, [item('A', { override: { is: 'only', services: ['a'] } }), item('B', { override: { is: 'not', services: ['a'] } })]);
    const { choices, clash } = answer(two);
    expect(choices).toEqual([]);
    expect(clash).toEqual({
      orders: [
        { service: 'a', skus: ['A'] },
        { service: 'b', skus: ['B'] },
      ],
      never: [],
    });
  });
  test.each([
    ['highest', '46.00'],
    ['lowest', '12.50'],
    ['average', '29.25'],
    ['sum', '58.50'],
  ] as const)('two kinds rated 46.00 and 12.50 in one basket, by the %s: %s', (by, amount) => {
    const { pays } = desk({ post: { ...flat('12.50'), kinds: { crate: { is: 'flat', amount: '46.00' } } } }, [item('A'), item('B', { kind: 'crate' })], { mixedBy: by });
    expect(pays(two)).toBe(amount);
  });
  test('the highest plus an amount for each further group', () => {
    const { pays } = desk(
      { post: { ...flat('12.50'), kinds: { crate: { is: 'flat', amount: '46.00' }, tube: { is: 'flat', amount: '9.00' } } } },
      [item('A'), item('B', { kind: 'crate' }), item('C', { kind: 'tube' })],
      {
        mixedBy: { highest: 'plus', further: '2.50' },
      },
    );
    expect(pays({ A: 1, B: 1, C: 1 })).toBe('51.00');
  });
  test('the first rule that covers the kinds and the service decides, with its own shown name', () => {
    const { answer } = desk({ post: { ...flat('12.50'), kinds: { crate: { is: 'flat', amount: '46.00' } } } }, [item('A'), item('B', { kind: 'crate' })], {
      mixing: [
        { id: 'other', kinds: ['parcel', 'tube'], services: [], by: 'lowest', name: null },
        { id: 'crates', kinds: ['parcel', 'crate'], services: ['post'], by: 'highest', name: 'By van and post' },
      ],
    });
    expect(answer(two).choices[0]).toMatchObject({ delivery: 4600, name: 'By van and post' });
    expect(answer({ A: 1 }).choices[0]).toMatchObject({ delivery: 1250, name: 'Service post' });
  });
  test('goods from different stock places are groups of their own', () => {
    const { pays } = desk({ post: flat('4.00') }, [item('A'), item('B', { origin: 'Elsewhere' })]);
    expect([pays({ A: 1 }), pays(two)]).toEqual(['4.00', '8.00']);
  });
});

describe('places', () => {
  test('rest of world 24.00, country C 16.00, one postcode of country D pickup 3.00', () => {
    const { pays } = desk({ post: flat('1.00') }, [item('A')], {
      services: [
        { id: 'post', name: 'Post', days: [1, 2] },
        { id: 'fetch', name: 'Pickup', days: [0, 1], pickup: true },
      ],
      zones: [
        { id: 'rest', name: 'Rest of the world', takes: ['world'], leaves: [] },
        { id: 'c', name: 'C', takes: ['CH'], leaves: [] },
        { id: 'd', name: 'One postcode of D', takes: ['DK:2100'], leaves: [] },
      ],
      templates: [{ id: 'main', name: 'Main', origin: 'Here', zones: ['rest', 'c', 'd'], lanes: { rest: { post: flat('24.00') }, c: { post: flat('16.00') }, d: { fetch: flat('3.00') } } }],
    });
    expect([pays({ A: 1 }, 'fetch', 'DK 2100'), pays({ A: 1 }, 'post', 'DK 2200'), pays({ A: 1 }, 'post', 'CH 8001')]).toEqual(['3.00', '24.00', '16.00']);
  });
});

describe('what the shopper sees', () => {
  const free = (hides: 'none' | 'same or slower' | 'all') =>
    desk({ slow: { ...flat('0.00') }, fast: flat('8.20'), fetch: flat('3.00') }, [item('A')], {
      services: [
        { id: 'slow', name: 'Slow', days: [3, 5] },
        { id: 'fast', name: 'Fast', days: [1, 2] },
        { id: 'fetch', name: 'Pickup', days: [0, 9], pickup: true },
      ],
      markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', hides }],
    })
      .answer({ A: 1 })
      .choices.map((choice) => choice.service);
  test('free beside paid: both seen; hidden by the setting; pickup never counts', () => {
    expect(free('none')).toEqual(['slow', 'fetch', 'fast']);
    // The paid one is faster than the free one: only hiding all takes it away.
    expect(free('same or slower')).toEqual(['slow', 'fetch', 'fast']);
    expect(free('all')).toEqual(['slow', 'fetch']);
  });
  test('two services under one shown name: the cheaper only', () => {
    const { answer } = desk({ a: { ...flat('6.00'), names: { 'en-IE': 'Delivery' } }, b: { ...flat('4.00'), names: { 'en-IE': 'Delivery' } } }, [item('A')]);
    expect(answer({ A: 1 }).choices.map((one) => [one.service, one.delivery])).toEqual([['b', 400]]);
    expect(answer({ A: 1 }).hidden.map((one) => [one.choice.service, one.why, one.by])).toEqual([['a', 'same name', 'b']]);
  });
  test('choices 3.60, 8.20, 8.20 and free delivery capped at 3.60: only the first free; without a cap all three', () => {
    const offer = (benefit: BookInput['offers'][number]['benefit']) => ({
      id: 'free',
      title: 'Free',
      benefit,
      code: null,
      asks: [],
      zones: null,
      window: { from: null, until: null, zone: 'Europe/Dublin' },
      addsTo: [],
      terms: 'Free',
      note: '',
    });
    const charges = (benefit: Parameters<typeof offer>[0]) =>
      desk({ a: flat('3.60'), b: flat('8.20'), c: flat('8.20') }, [item('A')], { offers: [offer(benefit)] })
        .answer({ A: 1 })
        .choices.map((one) => one.delivery);
    expect(charges({ is: 'delivery', on: { is: 'up to', cap: '3.60' }, off: { by: 'free' } })).toEqual([0, 820, 820]);
    expect(charges({ is: 'delivery', on: { is: 'services', services: ['a', 'b', 'c'] }, off: { by: 'free' } })).toEqual([0, 0, 0]);
  });
  test('a fee each that free delivery drops, and one that stays', () => {
    const pays = (freed: boolean) => desk({ post: flat('4.20', { value: '20.00', test: 'before' }) }, [item('A', { fee: { each: '1.30', freed } })]).pays({ A: 2 });
    expect([pays(true), pays(false)]).toEqual(['0.00', '2.60']);
  });
  test('ships free, and a charge of its own, still need the lane of their template', () => {
    const lines = (override: Parameters<typeof item>[1]) => desk({ post: flat('4.20') }, [item('A', override)], {}).pays({ A: 2 });
    expect(lines({ override: { is: 'ships free' } })).toBe('0.00');
    expect(lines({ override: { is: 'fixed', each: '2.10', freed: false } })).toBe('4.20');
    expect(desk({ post: flat('4.20') }, [item('A', { override: { is: 'ships free' } })]).pays({ A: 1 }, 'post', 'FR')).toBe('not delivered to');
  });
});

describe('markets', () => {
  const markets = (rounding: object, currency = 'GBP') => ({
    markets: [
      { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
      { id: 'there', name: 'There', currency, locale: 'en-GB', timeZone: 'Europe/London', rounding: rounding as { is: 'nearest' } },
    ],
    exchange: [{ id: 'way', from: 'EUR', to: currency, rate: currency === 'JPY' ? '172.4' : '0.86' }],
  });
  // 4.90 at 0.86 is 4.214; at 172.4 it is 844.76 yen.
  test.each([
    ['to the nearest', { is: 'nearest' }, 'GBP', '4.21'],
    ['up to a step of 0.05', { is: 'step', step: '0.05' }, 'GBP', '4.25'],
    ['up to an ending of .99', { is: 'ending', ending: '0.99' }, 'GBP', '4.99'],
    ['in yen, without decimals', { is: 'nearest' }, 'JPY', '845'],
  ] as const)('a flat 4.90 %s', (_, rounding, currency, amount) => {
    expect(desk({ post: flat('4.90') }, [item('A')], markets(rounding, currency)).pays({ A: 1 }, 'post', 'IE', 'there')).toBe(amount);
  });
  test('a rate is worked exactly, converted, rounded once', () => {
    // 0.33 for each pound in proportion: 0.5 lb is 0.165, at 0.86 0.1419. Rounded before it would be 0.17 and 0.15.
    const rate = { is: 'built up' as const, order: '0', first: '0', further: '0', weight: { amount: '0.33', per: '1', unit: 'lb' as const, each: 'in proportion' as const } };
    expect(desk({ post: { rate, freeFrom: null } }, [item('A', { mass: { value: '0.5', unit: 'lb' } })], markets({ is: 'nearest' })).pays({ A: 1 }, 'post', 'IE', 'there')).toBe('0.14');
  });
  test('a threshold given in the market’s own currency decides; else it is converted alone', () => {
    const at = (also: Record<string, string>, price: string) =>
      desk({ post: flat('4.90', { value: '60.00', test: 'before', also }) }, [item('A', { prices: { there: price } })], markets({ is: 'nearest' })).pays({ A: 1 }, 'post', 'IE', 'there');
    expect([at({}, '51.59'), at({}, '51.60'), at({ GBP: '50.00' }, '49.99'), at({ GBP: '50.00' }, '50.00')]).toEqual(['4.21', '0.00', '4.21', '0.00']);
  });
  test('two currencies never meet without a rate listed for that way', () => {
    const { exchange: _, ...alone } = markets({ is: 'nearest' });
    expect(() => desk({ post: flat('4.90') }, [item('A')], { ...alone, exchange: [{ id: 'back', from: 'GBP', to: 'EUR', rate: '1.16' }] }).open('there')).toThrow('no rate from EUR to GBP for There');
  });
  test('tax inside: gross less gross / (1 + r); tax added on top, line by line, delivery one line', () => {
    const taxed = (tax: 'inside' | 'added') =>
      desk({ post: flat('4.90') }, [item('A', { price: '9.99' }), item('B', { price: '0.33' })], {
        markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', tax }],
        taxes: [{ id: 'here', class: 'standard', places: ['IE'], percent: '23' }],
      }).answer(two).choices[0];
    // Inside: 9.99 → 1.87, 0.33 → 0.06, 4.90 → 0.92. Added: 2.30, 0.08, 1.13.
    expect(taxed('inside')).toMatchObject({ tax: 285, total: 1522, pays: 1522 });
    expect(taxed('added')).toMatchObject({ tax: 351, total: 1522, pays: 1873 });
  });
  test('net 12.00 and 15 % tax: 13.80 with the tax inside', () => {
    const choice = desk({ post: flat('0.00') }, [item('A', { price: '12.00' })], {
      markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', tax: 'added' }],
      taxes: [{ id: 'here', class: 'standard', places: ['IE'], percent: '15' }],
    }).answer({ A: 1 }).choices[0];
    expect(choice?.pays).toBe(1380);
  });
});
