import { describe, expect, test } from 'vitest';
import { either, flat, item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import { explain, quote } from './index.ts';

/**
 * Where an offer makes delivery cheaper by what it does to the groups, what saves most on the goods is not the best.
 */
describe('offers that change how groups are put together', () => {
  const off = (id: string, number: number, goods: string, amount: string) =>
    offerOf(id, number, { benefit: { is: 'off goods', goods, off: { by: 'amount', amount } } });
  const selections = ['a', 'b'].map((id) => ({
    id,
    name: id,
    takes: { is: 'tags' as const, any: [id], all: [] },
    except: [],
  }));

  test.each([
    ['lowest', 200, ['near']],
    ['average', 600, ['near']],
    ['highest', 1000, ['far']],
    ['sum', 1000, ['far']],
  ] as const)(
    'a discount that takes a group below its threshold, by the %s: delivery %d with %s',
    (mixedBy, delivery, used) => {
      // Group A, 51.00, is free from 50.00 of its own, after discounts; group B pays 10.00. "near" takes 2.00 off A,
      // which then
      // pays 2.00 beside B: the lowest of the two is 2.00, the average 6.00. "far" takes 3.00 off B and leaves 10.00.
      const a = { ...flat('2.00', { value: '50.00', test: 'after', of: 'group' }) };
      const answer = shopOf(
        { post: flat('10.00') },
        [item('A', { price: '51.00', tags: ['a'], template: 'own' }), item('B', { tags: ['b'] })],
        {
          mixedBy,
          selections,
          templates: [
            { id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { post: flat('10.00') } } },
            { id: 'own', name: 'Own', origin: 'There', zones: ['home'], lanes: { home: { post: a } } },
          ],
          offers: [off('near', 1, 'a', '2.00'), off('far', 2, 'b', '3.00')],
          eitherOr: [either('one', ['near', 'far'])],
        },
      ).answer({ A: 1, B: 1 });
      expect(answer.choices.map((choice) => [choice.delivery, choice.used])).toEqual([[delivery, used]]);
    },
  );

  test('the same where the way changes: beside tubes alone the sum, with parcels among them the highest', () => {
    // "near" takes group A, parcels of 51.00, below its threshold: the rule for tubes no longer covers all groups that
    // pay, and
    // in place of 10.00 + 10.00 the highest is paid, 10.00.
    const lane = flat('10.00');
    const a = flat('2.00', { value: '50.00', test: 'after', of: 'group' });
    const goods = [
      item('A', { price: '51.00', tags: ['a'], template: 'own' }),
      item('B', { kind: 'tube', tags: ['b'] }),
      item('C', { kind: 'tube', origin: 'Elsewhere' }),
    ];
    const answer = shopOf({ post: lane }, goods, {
      mixedBy: 'highest',
      mixing: [{ id: 'tubes', kinds: ['tube'], services: [], by: 'sum' }],
      selections,
      templates: [
        { id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { post: lane } } },
        { id: 'own', name: 'Own', origin: 'There', zones: ['home'], lanes: { home: { post: a } } },
      ],
      offers: [off('near', 1, 'a', '2.00'), off('far', 2, 'b', '3.00')],
      eitherOr: [either('one', ['near', 'far'])],
    }).answer({ A: 1, B: 1, C: 1 });
    expect(answer.choices.map((choice) => [choice.delivery, choice.used])).toEqual([[1000, ['near']]]);
  });

  test('a gift of another kind, that the rule in force does not cover', () => {
    // Two groups of tubes pay 10.00 + 10.00; a parcel beside them, and of all the highest is paid. The gift is worth
    // 1.00, the other offer 5.00.
    const answer = shopOf(
      { post: flat('10.00') },
      [item('A', { kind: 'tube' }), item('B', { kind: 'tube', origin: 'Elsewhere' }), item('GIFT', { price: '1.00' })],
      {
        mixedBy: 'highest',
        mixing: [{ id: 'tubes', kinds: ['tube'], services: [], by: 'sum' }],
        offers: [
          offerOf('gift', 1, { benefit: { is: 'gift', sku: 'GIFT', units: 1 } }),
          offerOf('five', 2, { benefit: { is: 'off order', off: { by: 'amount', amount: '5.00' } } }),
        ],
        eitherOr: [either('one', ['gift', 'five'])],
      },
    ).answer({ A: 1, B: 1 });
    expect(answer.choices.map((choice) => [choice.delivery, choice.used])).toEqual([[1000, ['gift']]]);
  });

  test('steps of spend beside a lane that turns free from a value: as much left as turns it free is not dearer', () => {
    // 77.81 less 4.24 is 73.57, above 58.22: free all the same.
    const answer = shopOf(
      { post: flat('41.41', { value: '58.22', test: 'after', of: 'group' }) },
      [item('A', { price: '77.81' })],
      {
        offers: [
          offerOf('steps', 1, {
            benefit: { is: 'spend steps', test: 'after', steps: [{ from: '9.00', off: '4.24' }] },
          }),
        ],
      },
    ).answer({ A: 1 });
    expect(answer.choices.map((choice) => [choice.pays, choice.used])).toEqual([[7357, ['steps']]]);
  });
});

test('a gift that keeps a service off is told as not used there, tax added or not', () => {
  const services = [
    { id: 'post', name: 'Post', days: [1, 2] as [number, number], bars: ['lithium'] },
    { id: 'van', name: 'Van', days: [2, 3] as [number, number] },
  ];
  const at = shopOf({}, [item('A'), item('LAMP', { price: '4.00', hazards: ['lithium'] })], {
    markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', tax: 'added' }],
    taxes: [{ id: 'here', class: 'standard', places: ['IE'], percent: '23' }],
    services,
    templates: [
      {
        id: 'main',
        name: 'Main',
        origin: 'Here',
        zones: ['home'],
        lanes: { home: { post: flat('5.00'), van: flat('6.00') } },
      },
    ],
    offers: [offerOf('lamp', 1, { benefit: { is: 'gift', sku: 'LAMP', units: 1 } })],
  }).open();
  const question = at.ask({ lines: [{ sku: 'A', units: 1 }], place: 'IE' });
  expect(quote(at.book, question).choices.map((choice) => [choice.service, choice.used])).toEqual([
    ['post', []],
    ['van', ['lamp']],
  ]);
  expect(explain(at.book, question, 'post').filter((step) => step.step === 'unused')).toMatchObject([
    { offer: 'lamp' },
  ]);
});
