import { expect, test } from 'vitest';
import { channels, free, type Lane, saidOf, toldOf } from '../../../../tests/books/said.ts';
import { flat, item, offerOf, shopOf } from '../../../../tests/books/shop.ts';
import type { Note } from '../index.ts';

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

test('goods without a mass that are told as two plans pay in each at a marketplace', () => {
  const book = shopOf(
    { post: flat('4.00'), fast: flat('6.00', { ...free, of: 'group', test: 'before' }) },
    [item('A', { mass: null }), item('B', { mass: null, barred: ['post'] })],
    channels('harrowmere'),
  );
  expect(saidOf('harrowmere', book, ({ about }) => about === 'mixing')).toBe(600);
});

test('goods of two plans at a marketplace are off by what is said of their rate and of mixing, and by no more', () => {
  const breaks = [
    { to: '20.00', amount: '5.46' },
    { to: null, amount: '14.85' },
  ];
  const post: Lane = {
    rate: { is: 'table', unit: 'value', breaks },
    freeFrom: { ...free, value: '6.00', of: 'group' },
  };
  const book = shopOf(
    { post, fast: flat('6.00') },
    [item('A', { price: '2.00' }), item('B', { price: '2.00', barred: ['fast'] })],
    channels('harrowmere'),
  );
  // One of each pays 10.15 twice, as near to all that is ever charged as one amount comes; meant are 5.46.
  const said = (about: string) =>
    Number(
      saidOf(
        'harrowmere',
        book,
        (clause) =>
          clause.about === about && (about === 'mixing' || ('service' in clause && clause.service === 'post')),
      ),
    );
  expect(said('rate') + said('mixing')).toBe(2 * 1015 - 546);
});

test('a country that a marketplace takes in with others is off by all its templates, and by what theirs say', () => {
  const table: Lane = {
    rate: {
      is: 'table',
      unit: 'g',
      breaks: [
        { to: '500', amount: '2.00' },
        { to: null, amount: '12.00' },
      ],
    },
    freeFrom: null,
  };
  const book = (mixedBy: 'sum' | 'highest', world: Lane) =>
    shopOf(
      {},
      ['main', 'second'].map((id) => item(id, { template: id, mass: { value: '400', unit: 'g' } })),
      {
        ...channels('harrowmere'),
        services: [{ id: 'post', name: 'Post', days: [1, 2] }],
        mixedBy,
        zones: [
          { id: 'rest', name: 'Rest', takes: ['world'], leaves: [] },
          { id: 'france', name: 'France', takes: ['FR'], leaves: [] },
        ],
        templates: ['main', 'second'].map((id) => ({
          id,
          name: id,
          origin: 'Here',
          zones: ['france', 'rest'],
          lanes: { france: { post: flat('6.00') }, rest: { post: id === 'main' ? world : flat('5.00') } },
        })),
      },
    );
  const isFrance = (clause: Note['clause']) => clause.about === 'zone' && clause.zone === 'france';
  expect(saidOf('harrowmere', book('sum', flat('4.00')), isFrance)).toBe(1200);
  expect(saidOf('harrowmere', book('highest', flat('4.00')), isFrance)).toBe(600);
  // What the rate told for the rest is off by itself is off there too.
  const isRest = (clause: Note['clause']) =>
    clause.about === 'rate' && clause.zone === 'rest' && clause.template === 'main';
  const rest = saidOf('harrowmere', book('highest', table), isRest);
  expect(rest).toBeGreaterThan(0);
  expect(saidOf('harrowmere', book('highest', table), isFrance)).toBe(1200 + Number(rest));
});

test('goods of several rates of their own are off by what each of their plans is, in one basket', () => {
  const own = (more: string) => ({
    rate: {
      is: 'table' as const,
      unit: 'value' as const,
      breaks: [
        { to: '25.00', amount: '2.00' },
        { to: '75.00', amount: '3.00' },
        { to: null, amount: more },
      ],
    },
    waived: false,
  });
  const isOwn = (clause: Note['clause']) => clause.about === 'apart' && clause.by === 'own rate';
  const goods = [
    item('A', { mass: { value: '1469', unit: 'g' }, ownRate: own('9.00') }),
    item('B', { mass: { value: '2916', unit: 'g' }, ownRate: own('8.00') }),
  ];
  const said = (some: typeof goods) =>
    Number(
      saidOf(
        'harrowmere',
        shopOf({ post: { rate: { is: 'free' }, freeFrom: null } }, some, channels('harrowmere')),
        isOwn,
      ),
    );
  const each = goods.map((one) => said([one]));
  expect(Math.min(...each)).toBeGreaterThan(0);
  expect(said(goods)).toBe(each.reduce((sum, one) => sum + one, 0));
});

test('goods that pay by what discounts leave of them are off by all steps below what they cost', () => {
  const post: Lane = {
    rate: {
      is: 'table',
      unit: 'value',
      breaks: [
        { to: '40.00', amount: '3.00' },
        { to: '995.00', amount: '5.00' },
        { to: null, amount: '21.00' },
      ],
    },
    values: 'after',
    freeFrom: null,
  };
  const third = offerOf('third', 1, {
    benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '33.333' } },
  });
  const said = (offers: readonly (typeof third)[]) =>
    saidOf(
      'harrowmere',
      shopOf({ post }, [item('A', { price: '55.00', mass: null })], { ...channels('harrowmere'), offers: [...offers] }),
      ({ about }) => about === 'rate',
    );
  // A parcel is told 12.00, between 3.00 and 21.00. Any number of them is 5.00; one at 36.67 is 3.00.
  expect(said([])).toBe(700);
  expect(said([third])).toBe(900);
});

test('goods without a mass come in any numbers beside those of their plan that have one', () => {
  const post: Lane = {
    rate: {
      is: 'table',
      unit: 'units',
      breaks: [
        { to: '6', amount: '2.00' },
        { to: null, amount: '9.01' },
      ],
    },
    freeFrom: { ...free, value: '40.00', test: 'before', of: 'group' },
  };
  const kilos = (sku: string, price: string) => item(sku, { price, mass: { value: '3', unit: 'kg' } });
  const book = shopOf(
    { post },
    [kilos('A', '20.00'), kilos('B', '21.00'), kilos('C', '22.00'), item('D', { price: '0.30', mass: null })],
    channels('harrowmere'),
  );
  // Told 5.50, between both: seven of the light ones alone are worth so little that they pay.
  expect(saidOf('harrowmere', book, ({ about }) => about === 'rate')).toBe(351);
});
