import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { either, flat, item, offerOf, shopOf } from '../books/shop.ts';
import { seeded } from '../trials.ts';
import { edgesOf } from './aimed.ts';

type Lane = BookInput['templates'][number]['lanes'][string][string];
type Offer = BookInput['offers'][number];
type FreeFrom = Lane['freeFrom'];

const words: Readonly<Record<string, string>> = { 'lerrin-shop': 'post', harrowmere: 'STANDARD', findlark: 'standard' };

/** How a channel puts groups together by itself. */
export const mixedThere = ({ id }: Pick<Dialect, 'id'>): 'sum' | 'highest' => (id === 'harrowmere' ? 'sum' : 'highest');

const shared = (id: string) => ({ is: 'shared', code: id.toUpperCase().padEnd(4, 'X') }) as const;
const isFreeForAll = ({ benefit, code, asks }: Offer): boolean =>
  benefit.is === 'delivery' && code === null && asks.length === 0;
const takesTheSame = (one: Offer, other: Offer): boolean =>
  JSON.stringify(one.benefit) === JSON.stringify(other.benefit);

/**
 * A small book of which one thing at the most is not told as it is: two templates of flat rates, mixed as the channel
 * mixes them, and beside them a threshold, an offer or two, another way of mixing, or a fee.
 */
export function smallBookOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const random = seeded(seed * 13 + 5);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const cents = (least: number, most: number) => (least + random() * (most - least)).toFixed(2);
  const test = () => pick(['before', 'after'] as const);
  const threshold = (): FreeFrom => ({ value: cents(5, 90), test: test(), of: pick(['basket', 'group'] as const) });
  const own = mixedThere(dialect);
  const free: Offer['benefit'] = { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } };
  const percent = (): Offer['benefit'] => ({
    is: pick(['off order', 'off goods'] as const),
    off: { by: 'percent', percent: pick(['5', '10', '25', '33.333']) },
  });
  const some = (): Offer['benefit'] =>
    pick([
      percent(),
      percent(),
      { is: 'off goods', goods: 'light', off: { by: 'percent', percent: '20' } },
      { is: 'off order', off: { by: 'amount', amount: cents(1, 9) } },
      { is: 'off goods', goods: pick([null, 'light']), off: { by: 'amount', amount: cents(1, 9) } },
      { is: 'buy and get', goods: pick([null, 'light']), buy: 2, get: 1, percent: pick(['100', '50']) },
      free,
      free,
    ]);
  const asks = (): Offer['asks'] =>
    pick([[], [], [{ over: 'value', value: cents(5, 90), test: test(), goods: pick([null, 'light']) }]]);
  const offer = (id: string, number: number) =>
    offerOf(id, number, {
      benefit: some(),
      asks: asks(),
      code: pick([null, shared(id)]),
    });
  let [a, b]: [FreeFrom, FreeFrom] = [null, null];
  let offers: Offer[] = [];
  let more: Partial<BookInput> = {};
  let fee: { each: string; waived: boolean } | null = null;
  switch (Math.floor(random() * 9)) {
    case 0:
      a = threshold();
      break;
    case 1:
      [a, b] = [threshold(), threshold()];
      break;
    case 2:
      offers = [offer('one', 1)];
      break;
    case 3:
      offers = [offer('one', 1), offer('two', 2)];
      if (random() < 0.5) more = { eitherOr: [either('both', ['one', 'two'], pick(['order', 'line']))] };
      break;
    case 4:
      a = b = { value: cents(5, 90), test: random() < 0.7 ? 'after' : 'before', of: 'basket' };
      offers = random() < 0.5 ? [offer('one', 1)] : [offer('one', 1), offer('two', 2)];
      break;
    case 5:
      more = { mixedBy: pick(['sum', 'highest', 'lowest', 'average']) };
      break;
    case 6:
    case 7:
      offers = [offer('one', 1), offer('two', 2), offer('tri', 3)];
      more = { eitherOr: [either('both', ['one', 'two'], pick(['order', 'order', 'line']))] };
      break;
    default:
      fee = { each: cents(0.1, 3), waived: random() < 0.5 };
  }
  // Beside what frees all nothing of delivery is lost, and what another takes already is nothing by itself.
  offers = offers.map((one) => (isFreeForAll(one) ? { ...one, code: shared(one.id) } : one));
  offers = offers.filter((one, i) => offers.slice(0, i).every((other) => !takesTheSame(one, other)));
  if (!['one', 'two'].every((id) => offers.some((one) => one.id === id))) more = { mixedBy: more.mixedBy ?? own };
  // Where a basket costs what its goods do, some cost what something changes at.
  const edges = dialect.id === 'findlark' && random() < 0.95 ? edgesOf(offers, [a, b], []) : [];
  // One of them, or so many that what is rounded by the unit and by the line parts.
  const price = () =>
    edges.length === 0 || random() < 0.15
      ? cents(1, 60)
      : (Math.max(1, Math.ceil(pick(edges) / pick([1, 1, 1, 3, 7, 13]))) / 100).toFixed(2);
  const goods = ['A', 'B', 'C'].flatMap((sku, i) => [
    // Twenty of the first are worth as much as is compared.
    item(sku, {
      price: i === 0 && dialect.id === 'findlark' ? '50.00' : price(),
      fee: i === 0 ? fee : null,
      tags: i < 2 ? ['light'] : [],
    }),
    item(`${sku}-2`, { price: price(), template: 'second', tags: i < 1 ? ['light'] : [] }),
  ]);
  // Of what costs little so many make any value to the cent; where baskets may cost anything some goods cost next to
  // nothing, as bounds go by what goods cost.
  for (const [sku, template] of [
    ['D', null],
    ['D-2', 'second'],
  ] as const)
    goods.push(item(sku, { price: dialect.id === 'findlark' ? cents(0.01, 0.6) : '0.01', template, tags: ['light'] }));
  // And some so much that twenty of it are more than is compared.
  for (const [sku, template] of [
    ['E', null],
    ['E-2', 'second'],
  ] as const)
    if (dialect.id !== 'findlark') goods.push(item(sku, { price: '60.00', template, tags: [] }));
  const [one, two] = [flat(cents(1, 12), a), flat(cents(1, 12), b)];
  return bookFileSchema.parse({
    ...shopOf({ post: one }, goods, {
      mixedBy: own,
      selections: [{ id: 'light', name: 'Light', takes: { is: 'tags', any: ['light'], all: [] }, except: [] }],
      templates: [
        { id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { post: one } } },
        { id: 'second', name: 'Second', origin: 'Here', zones: ['home'], lanes: { home: { post: two } } },
      ],
      channels: { [dialect.id]: { speeds: { post: words[dialect.id] ?? '' } } },
      offers,
      ...more,
    }).input,
  });
}

/** A small book of goods of two kinds that the book charges as one, by mass, and the channel as two. */
export function partedBookOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const random = seeded(seed * 17 + 3);
  const under = (n: number) => Math.floor(random() * n);
  const ends = [1, 2, 3].map((i) => i * 2000 + under(2000));
  const amounts = [0, 1, 2, 3].map((i) => (2 + i * 2 + under(200) / 100).toFixed(2));
  const post: Lane = {
    rate: {
      is: 'table',
      unit: 'g',
      breaks: [
        ...ends.map((to, i) => ({ to: String(to), amount: amounts[i] ?? '' })),
        { to: null, amount: amounts[3] ?? '' },
      ],
    },
    freeFrom: null,
  };
  const fast: Lane = {
    rate: { is: 'flat', amount: '9.00' },
    freeFrom: null,
    kinds: { battery: { rate: { is: 'flat', amount: '12.00' } } },
  };
  const goods = ['parcel', 'battery'].flatMap((kind) =>
    // Of what weighs little so many make any mass, nearly.
    [5 + under(5), 40 + under(60), 200 + under(400), 900 + under(1000), 1500 + under(1000)].map((grams, i) =>
      item(`${kind}-${i}`, { kind, price: '5.00', mass: { value: String(grams), unit: 'g' } }),
    ),
  );
  return bookFileSchema.parse(
    shopOf({ post, fast }, goods, {
      channels: { [dialect.id]: { speeds: { post: words[dialect.id] ?? '' } } },
    }).input,
  );
}
