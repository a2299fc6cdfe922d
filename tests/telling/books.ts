import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { laneOf } from '../books/parts.ts';
import { type World, worldOf } from '../reading/books.ts';

type Lane = BookInput['templates'][number]['lanes'][string][string];
type Offer = BookInput['offers'][number];

/** What each service is called at a channel that takes the book's words. */
export const speeds = { slow: 'slow', fast: 'fast', third: 'third', fetch: 'fetch' };
const services = Object.keys(speeds);

/** A random book with all clauses, every service of which the shop is told. */
export function saidWorldOf(seed: number): World {
  const { book, basket } = worldOf(seed);
  return { book: said(book), basket };
}
const said = (book: BookInput | BookFile, fit: 'any order' | 'single goods' = 'any order'): BookFile =>
  bookFileSchema.parse({
    ...book,
    channels: {
      ...book.channels,
      'lerrin-shop': { speeds },
      findlark: { speeds: { slow: 'economy', fast: 'standard', third: 'swift' }, target: 'all' },
      harrowmere: { speeds: { slow: 'ECONOMY', fast: 'STANDARD', third: 'EXPRESS' }, fit },
    },
  });

/** Markets with tax inside: where it is added the note of a channel is that nothing of it is as there. */
const inside = (markets: BookInput['markets']): BookInput['markets'] =>
  markets.map((market) => ({ ...market, tax: 'inside' }));

/** The same without offers: rates, thresholds, goods of their own and mixing alone. */
export function offerlessWorldOf(seed: number): World {
  const { book, basket } = worldOf(seed);
  return { book: said({ ...book, markets: inside(book.markets), offers: [], eitherOr: [] }), basket };
}

/**
 * A random book most of whose clauses a storefront can be told, so that promises about it can be held: plain rates in
 * several templates, goods with rates, fees and kinds of their own, any way of mixing, and offers of every kind that is
 * not for some customers alone.
 */
export function tellableWorldOf(seed: number): World {
  const { book, basket } = worldOf(seed);
  const random = seeded(seed * 31 + 5);
  const chance = (share: number) => random() < share;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const cents = (most: number) => (random() * most).toFixed(2);
  const test = () => pick(['before', 'after'] as const);

  const rate = (): Lane['rate'] =>
    pick<Lane['rate']>([
      { is: 'flat', amount: cents(12) },
      { is: 'flat', amount: cents(12) },
      { is: 'free' },
      {
        is: 'table',
        unit: 'g',
        breaks: [
          { to: '500', amount: cents(9) },
          { to: '2500', amount: cents(12) },
          { to: null, amount: cents(19) },
        ],
      },
      {
        is: 'table',
        unit: 'value',
        from: null,
        breaks: [
          { to: '40', amount: cents(5), step: cents(2), per: pick(['5', '10', '7.5']) },
          { to: '300', amount: cents(9) },
          { to: null, amount: cents(19) },
        ],
      },
    ]);
  const lane = (): Lane => ({
    rate: rate(),
    kinds: chance(0.15) ? { [pick(['parcel', 'tube', 'battery'])]: { rate: { is: 'flat', amount: cents(9) } } } : {},
    freeFrom: chance(0.3) ? { value: cents(90), test: test(), of: pick(['basket', 'basket', 'group'] as const) } : null,
  });
  const goods = (item: BookFile['goods'][number]): BookInput['goods'][number] => ({
    ...item,
    dated: [],
    ownRate: chance(0.2)
      ? {
          rate: pick<Lane['rate']>([{ is: 'flat', amount: cents(6) }, { is: 'free' }]),
          waived: chance(0.5),
        }
      : null,
    fee: chance(0.2) ? { each: cents(2), waived: chance(0.5) } : null,
    notListed: [],
    stockedBy: [],
  });
  const off = () =>
    pick([
      { by: 'percent' as const, percent: pick(['10', '12.5', '33', '50']) },
      { by: 'amount' as const, amount: cents(9) },
    ]);
  const selections = [null, ...book.selections.map(({ id }) => id)];
  const benefit = (): Offer['benefit'] =>
    pick<() => Offer['benefit']>([
      () => ({ is: 'off order', off: off() }),
      () => ({ is: 'off goods', goods: pick(selections), off: off() }),
      () => ({ is: 'fixed price', goods: pick(selections), price: cents(20) }),
      () => ({ is: 'buy and get', goods: pick(selections), buy: pick([1, 2]), get: 1, percent: pick(['100', '50']) }),
      () => ({
        is: 'delivery',
        on: { is: 'services', services },
        off: pick([{ by: 'free' as const }, { by: 'amount' as const, amount: cents(5) }]),
      }),
      () => ({
        is: 'delivery',
        on: pick([{ is: 'services' as const, services: ['slow'] }, { is: 'cheapest' as const }]),
        off: { by: 'free' },
      }),
      () => ({
        is: 'spend steps',
        test: test(),
        steps: [
          { from: '20.00', off: '2.00' },
          { from: '60.00', off: '7.50' },
        ],
      }),
    ])();
  const offers = Array.from(
    { length: 1 + Math.floor(random() * 4) },
    (_, i): Offer => ({
      id: `offer-${i}`,
      number: i + 1,
      title: `Offer ${i}`,
      benefit: benefit(),
      code: chance(0.4)
        ? pick<NonNullable<Offer['code']>>([
            { is: 'shared', code: 'GUST' },
            { is: 'shared', code: 'FROMLINK' },
            { is: 'single use', batch: 'cards' },
          ])
        : null,
      asks: chance(0.3) ? [{ over: 'value', value: cents(80), test: test() }] : [],
      zones: chance(0.2) ? ['britain', 'home'] : null,
      window: { from: null, until: null, zone: 'Europe/Dublin' },
      terms: '',
      note: '',
    }),
  );
  const by = () =>
    pick(['highest', 'sum', 'lowest', 'average', { highest: 'plus' as const, further: '1.50' }] as const);
  const apart = offers.filter(() => chance(0.6)).map(({ id }) => id);
  const file: BookInput = {
    ...book,
    offers,
    eitherOr: chance(0.6) ? [{ id: 'some', name: 'Some', of: seed % 2 === 0 ? 'line' : 'order', offers: apart }] : [],
    numbered: 99,
    markets: inside(book.markets),
    mixedBy: by(),
    mixing: chance(0.5) ? [{ id: 'some', kinds: ['parcel', 'tube'], services: [], by: by() }] : [],
    goods: book.goods.map(goods),
    templates: book.templates.map((template) => ({
      ...template,
      currency: null,
      lanes: Object.fromEntries(
        template.zones.map((zone) => [
          zone,
          Object.fromEntries(services.flatMap((service) => (chance(0.8) ? [[service, lane()]] : []))),
        ]),
      ),
    })),
  };
  return { book: said(file, seed % 3 === 0 ? 'single goods' : 'any order'), basket };
}

/** The same with lanes, kinds and goods for which the carrier is asked. */
export function quotedWorldOf(seed: number): World {
  const { book, basket } = tellableWorldOf(seed);
  const random = seeded(seed * 17 + 3);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const cents = (most: number) => (random() * most).toFixed(2);
  const quote = (): Lane['rate'] => ({
    is: 'carrier quote',
    service: pick(['ground', 'ground', 'swift']),
    percent: pick(['0', '8', '12.5', '0.333']),
    add: cents(4),
    fallback: random() < 0.1 ? cents(20) : null,
  });
  // What the carrier asks has no bound, and so all that is off by it: most books have little else.
  const [isPlain, hasOffers, byItems] = [random() < 0.7, random() < 0.4, random() < 0.25];
  const lane = ({ kinds = {}, freeFrom = null, ...one }: Lane): Lane => {
    const own = { ...one, kinds: isPlain ? {} : kinds, freeFrom: isPlain ? null : freeFrom };
    if (random() < (byItems ? 0.95 : 0.5)) return own;
    const fees = random() < 0.3 ? { order: cents(2), item: cents(1) } : null;
    return { ...own, rate: quote(), kinds: !isPlain && random() < 0.2 ? { tube: { rate: quote() } } : {}, fees };
  };
  const eachOf = <A, B>(row: Readonly<Record<string, A>>, made: (one: A) => B): Record<string, B> =>
    Object.fromEntries(Object.entries(row).map(([id, one]) => [id, made(one)]));
  const file: BookInput = {
    ...book,
    mixedBy: isPlain ? 'highest' : pick(['sum', 'average', 'lowest']),
    mixing: isPlain ? [] : book.mixing,
    offers: hasOffers ? book.offers : [],
    eitherOr: hasOffers ? book.eitherOr : [],
    goods: book.goods.map((item) => ({
      ...item,
      ownRate: byItems && random() < 0.3 ? { rate: quote(), waived: random() < 0.5 } : item.ownRate,
    })),
    templates: book.templates.map((template) => ({
      ...template,
      lanes: eachOf(template.lanes, (row) => eachOf(row, lane)),
    })),
  };
  return { book: bookFileSchema.parse(file), basket };
}

/** A book whose templates charge one of two flat amounts, so that groups come to be charged alike. */
export function flatWorldOf(seed: number): World {
  const world = tellableWorldOf(seed);
  const random = seeded(seed);
  const lane = () => laneOf({ rate: { is: 'flat', amount: random() < 0.6 ? '4.00' : '6.00' }, freeFrom: null });
  const zones = ['home', 'rest'];
  const templates = world.book.templates.map((template) => {
    const row = { slow: lane() };
    return { ...template, zones, lanes: { home: row, rest: row } };
  });
  return { ...world, book: { ...world.book, templates, offers: [], eitherOr: [] } };
}

/** The same with some of its offers alone. */
function withOffers({ book, basket }: World, isKept: (offer: BookFile['offers'][number]) => boolean): World {
  const offers = book.offers.filter(isKept);
  const kept = new Set(offers.map(({ id }) => id));
  const eitherOr = book.eitherOr.map((group) => ({ ...group, offers: group.offers.filter((id) => kept.has(id)) }));
  return { book: bookFileSchema.parse({ ...book, offers, eitherOr }), basket };
}

type Benefit = BookFile['offers'][number]['benefit'];
const isPlain = (benefit: Benefit): boolean =>
  (benefit.is === 'off order' && benefit.off.by === 'percent') ||
  (benefit.is === 'delivery' && benefit.off.by === 'free');

/** The same with the offers alone that every channel knows: percentages of the order, and free delivery. */
export const plainOffersWorldOf = (seed: number): World =>
  withOffers(tellableWorldOf(seed), ({ benefit }) => isPlain(benefit));

/** The same with the offers alone that a marketplace knows: these, and percentages and free units of some goods. */
export const marketOffersWorldOf = (seed: number): World =>
  withOffers(
    tellableWorldOf(seed),
    ({ benefit, asks, zones }) =>
      (isPlain(benefit) && (benefit.is === 'delivery' || (asks.length === 0 && zones === null))) ||
      (asks.length + (zones?.length ?? 0) === 0 &&
        ((benefit.is === 'off goods' && benefit.off.by === 'percent') ||
          (benefit.is === 'buy and get' && benefit.percent === '100'))),
  );

/** Two offers on goods in one either/or, in a book of which all else is told exactly. */
export function twoOffersWorldOf(of: 'line' | 'order', one: string | null, other: string | null): World {
  const { book, basket } = tellableWorldOf(5000);
  const offer = (id: string, number: number, goods: string | null, percent: string): Offer => ({
    id,
    number,
    title: id,
    benefit: { is: 'off goods', goods, off: { by: 'percent', percent } },
    code: null,
    asks: [],
    zones: null,
    window: { from: null, until: null, zone: 'Europe/Dublin' },
    terms: '',
    note: '',
  });
  const lane = laneOf({ rate: { is: 'flat', amount: '4.00' }, freeFrom: null });
  const file = said({
    ...book,
    // Where tax is added the book chooses by what is paid with it, and goods of two classes may come out otherwise.
    markets: book.markets.map((market) => ({ ...market, tax: 'inside' })),
    mixedBy: 'highest',
    mixing: [],
    goods: book.goods.map((item) => ({ ...item, ownRate: null, fee: null })),
    templates: book.templates.map((template) => ({
      ...template,
      lanes: Object.fromEntries(template.zones.map((zone) => [zone, { slow: lane }])),
    })),
    offers: [offer('one', 1, one, '10'), offer('other', 2, other, '12.5')],
    eitherOr: [{ id: 'some', name: 'Some', of, offers: ['one', 'other'] }],
  });
  return { book: file, basket };
}
