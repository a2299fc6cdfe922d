import { expect, test } from 'vitest';
import { item, offerOf, shopOf } from '../../../../tests/books/shop.ts';
import { withCarrier } from '../../../../tests/telling/carried.ts';
import { patched, patchWith } from '../../book/index.ts';
import { quote as answerOf, soldIn } from '../../quote/index.ts';
import { dialectOf, filesOf, remedyEdits, toldAt } from '../index.ts';
import type { Shop } from './format.ts';

const dialect = dialectOf('lerrin-shop');
const now = Date.parse('2026-11-24T09:10:00Z');
const channels = { 'lerrin-shop': { speeds: { post: 'post' } } };
const boxes = [
  {
    id: 'small',
    name: 'Small',
    length: '30',
    width: '20',
    height: '10',
    unit: 'cm',
    limit: { value: '4', unit: 'kg' },
  },
  {
    id: 'large',
    name: 'Large',
    length: '24',
    width: '20',
    height: '20',
    unit: 'in',
    limit: { value: '25', unit: 'lb' },
  },
] as const;
const size = { length: '19', width: '12', height: '9', unit: 'cm' } as const;
const quote = { is: 'carrier quote', service: 'ground', percent: '7.5', add: '1.20', fallback: null } as const;
const lane = { rate: quote, freeFrom: null };

/** A shop of two goods, what it is told, and what both sides charge a basket for the one service. */
function quoted(change: Parameters<typeof shopOf>[2] = {}, post: Parameters<typeof shopOf>[0][string] = lane) {
  const goods = [item('CAKE', { size }), item('TART', { size, price: '12.00', mass: { value: '2', unit: 'lb' } })];
  const made = shopOf({ post }, goods, { channels, boxes: [...boxes], ...change });
  const { book, goods: ready, file } = made.open();
  const rendition = dialect.render(book, ready);
  const shop = JSON.parse(filesOf(rendition.rules)[0]?.text ?? '') as Shop;
  const fidelity = rendition.notes.find(({ clause }) => clause.about === 'rate')?.fidelity;
  return { made, book, ready, file, rendition, shop, fidelity };
}

test('the file says what is asked, the boxes and the sizes, and both sides charge alike', () => {
  const { shop, fidelity, rendition, made, book } = quoted({}, { ...lane, fees: { order: '0.30', item: '0.25' } });
  expect(fidelity).toEqual({ is: 'exact' });
  expect(shop.zones[0]?.rates[0]).toMatchObject({
    steps: { by: 'carrier', service: 'ground', percent: '7.5', amount: '1.50' },
    each: '0.25',
  });
  expect(shop.boxes).toEqual([
    { key: 'small', inner: ['300', '200', '100'], most: '4000', own: '0' },
    { key: 'large', inner: ['609.6', '508', '508'], most: '11339.80925', own: '0' },
  ]);
  expect(shop.listings[1]?.size).toEqual(['190', '120', '90']);
  const question = withCarrier(
    made.open().ask({
      lines: [
        { sku: 'CAKE', units: 3 },
        { sku: 'TART', units: 5 },
      ],
      place: 'IE',
      moment: now,
    }),
  );
  const [there] = rendition.rules.charges(soldIn(question), now);
  expect(there?.steps).toContainEqual({
    step: 'rate',
    amount: there?.charge,
    by: { is: 'rate', kind: 'carrier quote' },
  });
  expect(there?.charge).toBe(answerOf(book, question).choices[0]?.delivery);
});

test('sizes and boxes stand in no file that nothing is asked for', () => {
  const { shop } = quoted({}, { rate: { is: 'flat', amount: '4.00' }, freeFrom: null });
  expect(shop.boxes).toBeUndefined();
  expect(shop.listings.every((one) => one.size === undefined)).toBe(true);
});

test('a fallback is not told, and can be done without in one press', () => {
  const { fidelity, shop, book, file } = quoted({}, { ...lane, rate: { ...quote, fallback: '9.00' } });
  expect(fidelity).toMatchObject({ is: 'unsayable', losses: [{ is: 'no fallback' }] });
  expect(shop.zones[0]?.rates[0]?.steps).toMatchObject({ by: 'carrier' });
  const [template] = file.templates;
  const clause = { about: 'rate', template: template?.id ?? '', zone: 'home', service: 'post' } as const;
  const edits = remedyEdits(book.body, { clause, channel: dialect.id, market: book.market.body }, 'no fallback');
  const mended = patched(file, patchWith(file, null, edits ?? []));
  expect(mended.templates[0]?.lanes.home?.post?.rate).toMatchObject({ fallback: null });
});

test.each<[string, Parameters<typeof quoted>, string]>([
  ['a bound', [{}, { ...lane, bounds: [{ unit: 'kg', from: null, to: '9' }] }], 'bounds'],
  ['no service of the carrier', [{}, { ...lane, rate: { ...quote, service: null } }], 'rate'],
])('with %s it is not told', (_, [change, post], loss) => {
  const { fidelity, shop } = quoted(change, post);
  expect(fidelity).toMatchObject({ is: 'unsayable', losses: [{ is: loss }] });
  expect(shop.zones[0]?.rates).toEqual([]);
});

test('a bound beyond the baskets that are compared is no matter', () => {
  const { fidelity } = quoted({}, { ...lane, bounds: [{ unit: 'kg', from: null, to: '30' }] });
  expect(fidelity).toEqual({ is: 'exact' });
});

test('goods as large as others are said to be packed otherwise where their listing ids lie the other way round', () => {
  const listed = (one: string, other: string) =>
    shopOf(
      { post: lane },
      [
        item('CAKE', { size, listedAs: [{ channel: dialect.id, listing: one }] }),
        item('TART', { size, mass: { value: '2', unit: 'lb' }, listedAs: [{ channel: dialect.id, listing: other }] }),
      ],
      { channels, boxes: [...boxes] },
    ).open();
  const fidelityOf = ({ book, goods }: ReturnType<typeof listed>) =>
    dialect.render(book, goods).notes.find(({ clause }) => clause.about === 'rate')?.fidelity;
  expect(fidelityOf(listed('A-1', 'B-1'))).toEqual({ is: 'exact' });
  expect(fidelityOf(listed('B-1', 'A-1'))).toMatchObject({ losses: [{ is: 'packed in another order', goods: 2 }] });
});

test('free delivery of what the carrier is asked for pays all of it, in euros and in pounds', () => {
  const offer = offerOf('free', 1, {
    benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
    code: { is: 'shared', code: 'GALE' },
  });
  const home = { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' };
  const { file, made } = quoted({
    offers: [offer],
    markets: [home, { ...home, id: 'britain', currency: 'GBP', rounding: { is: 'step', step: '0.05' } }],
    exchange: [{ id: 'gbp', from: 'EUR', to: 'GBP', rate: '0.86' }],
  });
  const sites = toldAt(dialect.id, file, (market) => made.open(market));
  expect(sites.map(({ dialect: { currency } }) => currency)).toEqual(['EUR', 'GBP']);
  for (const { rendition } of sites) {
    const notes = rendition.notes.filter(({ clause }) => clause.about === 'offer' || clause.about === 'rate');
    expect(notes.map(({ fidelity }) => fidelity)).toEqual(notes.map(() => ({ is: 'exact' })));
    expect(JSON.stringify(notes)).toContain('pays all');
  }
});

test('a budget of free delivery that nothing bounds is no number of uses', () => {
  const offer = offerOf('free', 1, {
    benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
    limits: { uses: null, each: null, most: null, budget: { amount: '500.00', per: 'all' } },
  });
  const note = quoted({ offers: [offer] }).rendition.notes.find(({ clause }) => clause.about === 'offer');
  expect(note?.fidelity).toMatchObject({
    is: 'unsayable',
    losses: [{ is: 'as the carrier asks', of: 'budget as uses' }],
  });
});
