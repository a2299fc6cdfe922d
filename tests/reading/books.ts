import { type BasketInput, type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import { seeded } from '../../src/core/plan/index.ts';

/** Random books and baskets for them in which every clause of the rules turns up. Seeded. */
type Lane = BookInput['templates'][number]['lanes'][string][string];
type Rate = Lane['rate'];
type Item = BookInput['goods'][number];
type Offer = BookInput['offers'][number];
type Window = Offer['window'];

const channels = ['lerrin-shop', 'harrowmere', 'findlark'] as const;
const kinds = ['parcel', 'tube', 'battery'] as const;
const services = ['slow', 'fast', 'third', 'fetch'] as const;
const zones = [
  { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
  { id: 'isles', name: 'Isles', takes: ['GB HS*', 'GB ZE*'], leaves: ['GB HS1 2*'] },
  { id: 'town', name: 'Town', takes: ['GB HS1*', 'GB EC1*'], leaves: [] },
  { id: 'hills', name: 'Hills', takes: ['GB AB31 to AB38', 'US 99500 to 99599'], leaves: [] },
  { id: 'north', name: 'North', takes: ['GB-NIR', 'GB HS2 0AA'], leaves: [] },
  { id: 'britain', name: 'Britain', takes: ['GB'], leaves: ['GB ZE*'] },
  { id: 'union', name: 'Union', takes: ['EU'], leaves: [] },
  { id: 'france', name: 'France', takes: ['FR'], leaves: [] },
  { id: 'rest', name: 'Rest', takes: ['world'], leaves: ['US-PR'] },
];
const places = [
  'IE',
  'IE H91 E2K3',
  'GB M1 1AA',
  'GB HS1 1AA',
  'GB HS1 2AA',
  'GB HS12 1AA',
  'GB HS2 0AA',
  'GB EC1M 3AA',
  'GB ZE2 9AA',
  'GB AB31 5AA',
  'GB AB3 1AA',
  'GB BT9 5EE',
  'FR 69001',
  'DE 10115',
  'US 99511',
  'US 10001',
  'PR',
  'JP 1000001',
  'NZ',
];
export const moments = [
  '2026-11-24T09:10:00Z',
  '2026-11-29T23:59:00Z',
  '2026-11-30T00:00:00Z',
  '2026-12-07T12:00:00Z',
  '2027-03-28T01:30:00Z',
];
const listedServices = [
  { list: 'ferry', service: 'slow' },
  { list: 'ferry', service: 'quick' },
  { list: 'rail', service: 'quick' },
] as const;
const days = [null, null, '2026-11-24', '2026-11-30', '2026-12-07', '2027-03-28'];
const windows: Window[] = [
  { from: null, until: null, zone: 'Europe/Dublin' },
  { from: '2026-11-01T00:00', until: '2026-11-30T00:00', zone: 'Europe/Dublin' },
  { from: '2026-11-30T00:00', until: null, zone: 'Europe/Dublin' },
  { from: null, until: '2026-11-29T18:59', zone: 'America/New_York' },
  { from: '2027-03-28T01:30', until: null, zone: 'Europe/Dublin' },
  { from: '2026-11-24T00:00', until: '2026-12-31T00:00', zone: 'Asia/Tokyo' },
];

export interface World {
  readonly book: BookFile;
  readonly basket: (most?: number) => BasketInput;
}

/** A random book, and baskets for it without end. */
export function worldOf(seed: number, count: number | null = null): World {
  const random = seeded(seed);
  const under = (n: number) => Math.floor(random() * n);
  const pick = <T>(all: readonly T[]): T => all[under(all.length)] as T;
  const chance = (share: number) => random() < share;
  const some = <T>(all: readonly T[], least = 0): T[] => {
    const found = all.filter(() => chance(0.5));
    return found.length >= least ? found : [pick(all)];
  };
  const cents = (most: number, digits = 2) => (under(most * 10 ** digits + 1) / 10 ** digits).toFixed(digits);
  const money = (most: number, currency = 'EUR') =>
    currency === 'JPY' ? String(under(most * 170)) : currency === 'KWD' ? cents(most / 3, 3) : cents(most);
  const maybe = <T>(share: number, make: () => T): T | undefined => (chance(share) ? make() : undefined);
  const also = <T>(make: (currency: string) => T): Record<string, T> =>
    Object.fromEntries(['GBP', 'JPY', 'KWD'].flatMap((currency) => (chance(0.12) ? [[currency, make(currency)]] : [])));

  const boxes = [
    {
      id: 'small',
      name: 'Small',
      length: '25',
      width: '18',
      height: '9',
      unit: 'cm' as const,
      limit: { value: '2', unit: 'kg' as const },
      own: { value: '80', unit: 'g' as const },
    },
    {
      id: 'long',
      name: 'Long',
      length: '120',
      width: '14',
      height: '12',
      unit: 'cm' as const,
      limit: { value: '9', unit: 'kg' as const },
    },
    {
      id: 'big',
      name: 'Big',
      length: '24',
      width: '20',
      height: '20',
      unit: 'in' as const,
      limit: { value: '40', unit: 'lb' as const },
      own: { value: '1', unit: 'lb' as const },
    },
  ];

  const rising = (count: number, step: () => number): number[] => {
    let at = 0;
    return Array.from({ length: count }, () => {
      at += step();
      return at;
    });
  };
  function priceList(id: string): NonNullable<BookInput['priceLists']>[number] {
    const currency = pick(['EUR', 'EUR', 'GBP', 'USD']);
    const zones = [
      { zone: 'near', places: pick([['IE'], ['IE', 'GB-NIR'], ['EU']]) },
      { zone: 'isles', places: ['GB HS*', 'GB ZE*'] },
      { zone: 'far', places: pick([['world'], ['GB', 'US'], ['GB', 'FR', 'JP']]) },
    ].filter(() => chance(0.85));
    const span = () => {
      const from = pick(days);
      const later = days.filter((day) => day !== null && (from === null || day > from));
      return { from, until: later.length > 0 && chance(0.3) ? pick(later) : null };
    };
    const service = () => pick(['slow', 'quick']);
    return {
      id,
      name: id,
      currency,
      from: pick([[], [], ['IE'], ['GB', 'IE H91*']]),
      divisor: pick([null, 4000, 5000, 6000]),
      zones,
      prices:
        zones.length === 0
          ? []
          : Array.from({ length: 12 + under(20) }, () => ({
              service: service(),
              zone: pick(zones).zone,
              most: pick([
                { value: '1', unit: 'kg' as const },
                { value: '2.5', unit: 'kg' as const },
                { value: '5', unit: 'lb' as const },
                { value: '30', unit: 'kg' as const },
              ]),
              price: money(12, currency),
              ...span(),
            })),
      extras: [
        { is: 'fuel' as const, percent: pick(['8', '12.5']), service: chance(0.5) ? service() : null, ...span() },
        { is: 'fuel' as const, percent: '3.75', service: null, ...span() },
        { is: 'parcel' as const, amount: money(1, currency), service: null, ...span() },
        { is: 'home' as const, amount: money(1, currency), service: chance(0.5) ? service() : null, ...span() },
        { is: 'remote' as const, amount: money(6, currency), places: ['GB HS*', 'US-AK'], service: null, ...span() },
        { is: 'remote' as const, amount: money(6, currency), places: ['GB HS2*', 'US'], service: null, ...span() },
      ].filter(() => chance(0.6)),
    };
  }
  function table(currency: string): Rate {
    const unit = pick(['value', 'units', 'kg', 'lb', 'cm', 'l'] as const);
    const scale = {
      value: () => 1 + under(3000) / 100,
      units: () => 1 + under(3),
      kg: () => (1 + under(8)) / 4,
      lb: () => (1 + under(6)) / 2,
      cm: () => 10 + under(40),
      l: () => 1 + under(12),
    }[unit];
    const text = (value: number) =>
      unit === 'value'
        ? currency === 'JPY'
          ? String(Math.round(value * 170))
          : value.toFixed(2)
        : unit === 'units'
          ? String(value)
          : String(Number(value.toFixed(3)));
    const edges = rising(1 + under(4), scale);
    const from = chance(0.25) ? text((edges[0] as number) / (unit === 'units' ? 1 : 2)) : null;
    const breaks = edges.map((edge) => ({
      to: text(edge) as string | null,
      amount: money(30, currency),
      ...(chance(0.2)
        ? {
            step: money(3, currency),
            per: unit === 'value' ? (currency === 'JPY' ? '700' : '4.00') : unit === 'units' ? '2' : '0.5',
          }
        : {}),
    }));
    if (chance(0.7)) breaks.push({ to: null, amount: money(40, currency) });
    return { is: 'table', unit, from, breaks } as Rate;
  }
  function rate(currency = 'EUR'): Rate {
    switch (under(8)) {
      case 0:
        return { is: 'free' };
      case 1:
      case 2:
        return { is: 'flat', amount: money(20, currency) };
      case 3:
        return {
          is: 'built up',
          order: money(8, currency),
          first: money(4, currency),
          further: money(2, currency),
          weight: chance(0.6)
            ? {
                amount: money(2, currency),
                per: pick(['0.25', '0.5', '1']),
                unit: pick(['kg', 'lb'] as const),
                each: pick(['in proportion', 'started'] as const),
              }
            : null,
        };
      case 4:
        return {
          is: 'carrier quote',
          service: chance(0.8) ? pick(['ground', 'swift']) : null,
          lists: some(listedServices),
          percent: pick(['0', '7.5', '12']),
          add: money(2, currency),
          fallback: chance(0.6) ? money(25, currency) : null,
        };
      case 5:
        return {
          is: 'box',
          sizes: some(boxes, 1).map((box) => ({ box: box.id, amount: money(12, currency) })),
          limit: { value: pick(['1.5', '6', '30']), unit: 'kg' },
          places: pick([['world'], ['IE', 'GB'], ['GB']]),
        };
      default:
        return table(currency);
    }
  }
  const kindRates = () =>
    Object.fromEntries(
      ['tube', 'battery'].flatMap((kind) => (chance(0.25) ? [[kind, { rate: rate(), also: also(rate) }]] : [])),
    );
  const freeFrom = (): NonNullable<Lane['freeFrom']> => {
    const unit = pick(['value', 'value', 'value', 'units', 'kg'] as const);
    return {
      value: unit === 'value' ? money(90) : unit === 'units' ? String(1 + under(7)) : pick(['1', '2.5', '4']),
      test: pick(['before', 'after'] as const),
      unit,
      of: pick(['basket', 'basket', 'group'] as const),
      also: unit === 'value' ? also((currency) => money(90, currency)) : {},
    };
  };
  const fees = () => ({
    order: money(2),
    item: money(1),
    also: also((currency) => ({ order: money(2, currency), item: money(1, currency) })),
  });
  const dated = (make: () => NonNullable<Lane['dated']>[number]['sets']): NonNullable<Lane['dated']> =>
    chance(0.2)
      ? Array.from({ length: 1 + under(2) }, (_, i) => ({ id: `row-${i}`, window: pick(windows), sets: make() }))
      : [];
  const lane = (): Lane => ({
    rate: rate(),
    also: also(rate),
    kinds: kindRates(),
    bounds: chance(0.15)
      ? [
          pick([
            { unit: 'kg' as const, from: null, to: pick(['3', '9']) },
            { unit: 'value' as const, from: pick(['2.00', '15.00']), to: null },
            { unit: 'units' as const, from: null, to: '6' },
            { unit: 'cm' as const, from: null, to: '90' },
            { unit: 'l' as const, from: null, to: '40' },
          ]),
        ]
      : [],
    fees: chance(0.25) ? fees() : null,
    freeFrom: chance(0.35) ? freeFrom() : null,
    values: pick(['before', 'before', 'after'] as const),
    names: chance(0.3) ? { 'en-IE': pick(['By van', 'By post', 'Overnight']) } : {},
    days: chance(0.3) ? [1 + under(2), 3 + under(3)] : null,
    dated: dated(() =>
      pick([
        () => ({ is: 'rate' as const, rate: rate(), also: also(rate), kinds: kindRates() }),
        () => ({ is: 'fees' as const, fees: chance(0.3) ? null : fees() }),
        () => ({ is: 'free from' as const, freeFrom: chance(0.3) ? null : freeFrom() }),
      ])(),
    ),
  });

  const own = () => ({ rate: rate(), waived: chance(0.5) });
  const handling = () => ({ each: cents(2), waived: chance(0.5) });
  const itemRows = (): NonNullable<Item['dated']> =>
    chance(0.15)
      ? Array.from({ length: 1 + under(2) }, (_, i) => ({
          id: `row-${i}`,
          window: pick(windows),
          sets: pick([
            () => ({ is: 'template' as const, template: chance(0.3) ? null : pick(templateIds) }),
            () => ({ is: 'not by' as const, services: some(services) }),
            () => ({ is: 'own rate' as const, rate: chance(0.4) ? ('none' as const) : own() }),
            () => ({ is: 'handling fee' as const, fee: chance(0.4) ? ('none' as const) : handling() }),
          ])(),
        }))
      : [];
  const templateIds = ['main', 'second', 'third'].slice(0, 1 + under(3));
  const delivery = (share: number): Partial<Item> => ({
    barred: chance(share / 2) ? some(services) : null,
    ownRate: chance(share) ? (chance(0.15) ? 'none' : own()) : null,
    fee: chance(share) ? (chance(0.15) ? 'none' : handling()) : null,
    dated: itemRows(),
  });
  const prices = (): NonNullable<Item['prices']> =>
    [
      { market: 'britain', channel: null, price: cents(40) },
      { market: 'japan', channel: null, price: String(200 + under(6000)) },
      { market: null, channel: 'harrowmere', price: cents(40) },
      { market: 'britain', channel: 'harrowmere', price: cents(40) },
      { market: 'home', channel: 'lerrin-shop', price: cents(40) },
    ].filter(() => chance(0.15));
  const stocking = (): Partial<Item> => ({
    stockedBy: chance(0.15) ? some(channels, 1) : [],
    notListed: chance(0.08) ? [pick(channels)] : [],
  });
  const size = (...[length, width, height]: [string, string, string]) => ({
    length,
    width,
    height,
    unit: 'cm' as const,
  });
  const base: (Pick<Item, 'sku' | 'price' | 'mass' | 'size' | 'tags' | 'kind'> & Partial<Item>)[] = [
    {
      sku: 'TAIL',
      price: '6.35',
      mass: { value: '90', unit: 'g' },
      size: size('22', '12', '3'),
      tags: ['tails', 'small'],
      kind: null,
    },
    {
      sku: 'REEL',
      price: '14.90',
      mass: { value: '0.5', unit: 'lb' },
      size: size('18', '14', '9'),
      tags: ['reels', 'small'],
      kind: 'parcel',
    },
    {
      sku: 'KITE',
      price: '48.20',
      mass: { value: '780', unit: 'g' },
      size: size('95', '12', '8'),
      tags: ['kites'],
      kind: 'parcel',
    },
    {
      sku: 'SPAR',
      price: '23.15',
      mass: { value: '1.1', unit: 'kg' },
      size: size('110', '9', '9'),
      tags: ['long'],
      kind: 'tube',
    },
    {
      sku: 'LAMP',
      price: '71.40',
      mass: { value: '1.4', unit: 'kg' },
      size: null,
      tags: ['kites', 'lit'],
      kind: 'battery',
      hazards: ['lithium'],
    },
    {
      sku: 'PIN',
      price: '1.20',
      mass: chance(0.7) ? { value: '0.5', unit: 'oz' } : null,
      size: size('4', '3', '1'),
      tags: ['gifts', 'small'],
      kind: null,
      origin: 'Westport',
    },
  ];
  const goods: Item[] = [
    ...base.map(
      (one): Item => ({
        name: one.sku,
        template: chance(0.15) ? pick(templateIds) : null,
        taxClass: chance(0.2) ? 'reduced' : null,
        ...one,
        prices: prices(),
        ...delivery(0.15),
        ...stocking(),
      }),
    ),
    {
      sku: 'REEL-L',
      name: 'REEL-L',
      parent: 'REEL',
      price: chance(0.5) ? '19.35' : null,
      prices: chance(0.3) ? prices() : [],
      mass: null,
      size: null,
      tags: [],
      kind: null,
      template: null,
      ...delivery(0.2),
    },
  ];
  const selections = [
    { id: 'small', name: 'Small', takes: { is: 'tags' as const, any: ['small'], all: [] }, except: [] },
    { id: 'tubes', name: 'Tubes', takes: { is: 'kind' as const, kind: 'tube' }, except: [] },
    { id: 'parcels', name: 'Parcels', takes: { is: 'kind' as const, kind: 'parcel' }, except: ['REEL'] },
    { id: 'dear', name: 'Dear', takes: { is: 'price' as const, from: '20.00', to: null }, except: [] },
    {
      id: 'light',
      name: 'Light',
      takes: { is: 'mass' as const, from: null, to: '0.5', unit: 'lb' as const },
      except: [],
    },
    { id: 'named', name: 'Named', takes: { is: 'skus' as const, skus: ['KITE', 'SPAR'] }, except: [] },
  ];
  const part = () => (chance(0.4) ? null : pick(selections).id);

  const off = () =>
    chance(0.5)
      ? { by: 'percent' as const, percent: pick(['5', '12', '12.5', '33.333', '50', '100']) }
      : { by: 'amount' as const, amount: cents(9), also: also((currency) => money(9, currency)) };
  function benefit(): Offer['benefit'] {
    switch (under(8)) {
      case 0:
        return { is: 'off goods', goods: part(), off: off() };
      case 1:
        return { is: 'fixed price', goods: part(), price: cents(25), also: also((currency) => money(25, currency)) };
      case 2:
        return { is: 'buy and get', goods: part(), buy: 1 + under(3), get: 1 + under(2), percent: pick(['50', '100']) };
      case 3:
        return { is: 'gift', sku: pick(['PIN', 'TAIL', 'LAMP']), units: 1 + under(2) };
      case 4:
        return { is: 'off order', off: off() };
      case 5:
        return {
          is: 'spend steps',
          goods: part(),
          test: pick(['before', 'after'] as const),
          steps: rising(1 + under(3), () => 5 + under(40)).map((from) => ({
            from: `${from}.00`,
            off: cents(12),
            also: also((currency) => ({
              from: currency === 'JPY' ? String(from * 170) : `${from}.00`,
              off: money(12, currency),
            })),
          })),
        };
      default:
        return {
          is: 'delivery',
          on: chance(0.5) ? { is: 'cheapest' } : { is: 'services', services: some(services, 1) },
          off: pick([
            () => ({ by: 'free' as const }),
            () => ({ by: 'free' as const }),
            off,
            () => ({ by: 'to' as const, amount: cents(6), also: also((currency) => money(6, currency)) }),
          ])(),
        };
    }
  }
  const ask = (): NonNullable<Offer['asks']>[number] =>
    chance(0.7)
      ? {
          over: 'value',
          value: cents(90),
          also: also((currency) => money(90, currency)),
          test: pick(['before', 'after'] as const),
          goods: part(),
        }
      : { over: 'units', units: 1 + under(5), goods: part() };
  const offers = Array.from({ length: count ?? under(6) }, (_, i): Offer => {
    const what = benefit();
    const named = 'goods' in what && what.is !== 'spend steps';
    return {
      id: `offer-${i}`,
      number: i + 1,
      title: `Offer ${i}`,
      state: chance(0.95) ? 'meant' : pick(['draft', 'paused'] as const),
      benefit: what,
      code: chance(0.7)
        ? null
        : pick([
            { is: 'shared', code: 'GUST' } as const,
            { is: 'link', code: 'FROMLINK' } as const,
            { is: 'single use', batch: 'cards' } as const,
          ]),
      asks: Array.from({ length: pick([0, 0, 1, 1, 2]) }, ask),
      zones: chance(0.15) ? some(zones, 1).map((zone) => zone.id) : null,
      markets: chance(0.05) ? ['home'] : null,
      channels: chance(0.1) ? some(channels, 1) : null,
      segments: chance(0.1) ? ['clubs'] : null,
      goods: !named && chance(0.15) ? pick(selections).id : null,
      stocked: chance(0.3),
      limits: {
        uses: chance(0.05) ? 3 : null,
        each: chance(0.05) ? 1 : null,
        most: chance(0.2) ? { amount: cents(9), also: also((currency) => money(9, currency)) } : null,
        budget: chance(0.25)
          ? {
              amount: cents(30),
              per: pick(['all', 'week'] as const),
              split: chance(0.4) ? Object.fromEntries(some(channels).map((id) => [id, cents(20)])) : null,
            }
          : null,
      },
      window: chance(0.75) ? (windows[0] as Window) : pick(windows),
      terms: 'Terms',
      note: '',
    };
  });
  const book = bookFileSchema.parse({
    format: 'plemb-book/3',
    seller: 'Anybody',
    markets: [
      {
        id: 'home',
        name: 'Home',
        currency: 'EUR',
        locale: 'en-IE',
        timeZone: 'Europe/Dublin',
        tax: pick(['inside', 'inside', 'added']),
        decides: pick(['delivery', 'billing']),
        ...shows(),
      },
      {
        id: 'britain',
        name: 'Britain',
        currency: 'GBP',
        locale: 'en-GB',
        timeZone: 'Europe/London',
        tax: pick(['inside', 'added']),
        rounding: pick([{ is: 'nearest' }, { is: 'step', step: '0.05' }, { is: 'ending', ending: '0.99' }]),
        ...shows(),
      },
      { id: 'japan', name: 'Japan', currency: 'JPY', locale: 'ja-JP', timeZone: 'Asia/Tokyo', ...shows() },
      {
        id: 'kuwait',
        name: 'Kuwait',
        currency: 'KWD',
        locale: 'en-IE',
        timeZone: 'Asia/Kuwait',
        rounding: pick([{ is: 'nearest' }, { is: 'step', step: '0.25' }]),
        ...shows(),
      },
    ],
    exchange: [
      { id: 'a', from: 'EUR', to: 'GBP', rate: '0.86' },
      { id: 'b', from: 'EUR', to: 'JPY', rate: '172.4' },
      { id: 'c', from: 'EUR', to: 'KWD', rate: '0.3361' },
      { id: 'd', from: 'USD', to: 'EUR', rate: '0.9217' },
      { id: 'e', from: 'GBP', to: 'JPY', rate: '199.05' },
      { id: 'f', from: 'GBP', to: 'KWD', rate: '0.391' },
      { id: 'g', from: 'GBP', to: 'EUR', rate: '1.151' },
    ],
    taxes: chance(0.7)
      ? [
          { id: 'ireland', class: 'standard', places: ['IE'], percent: '23' },
          { id: 'reduced', class: 'reduced', places: ['IE', 'FR'], percent: '13.5' },
          { id: 'north', class: 'standard', places: ['GB-NIR'], percent: '17.5' },
          { id: 'britain', class: 'standard', places: ['GB'], percent: '20' },
          { id: 'twice', class: 'standard', places: ['GB'], percent: '19' },
          { id: 'europe', class: 'standard', places: ['EU'], percent: '21' },
        ]
      : [],
    deliveryClass: pick(['standard', 'standard', 'reduced']),
    services: services.map((id, i) => ({
      id,
      name: pick(['By van', 'By post', id]),
      days: [1 + ((i * 7) % 3), 2 + ((i * 5) % 4)],
      pickup: id === 'fetch',
      kinds: chance(0.12) ? some(kinds, 1) : [],
      inSight: maybe(0.15, () => chance(0.5)) ?? null,
      bars: id === 'fast' ? ['lithium'] : [],
    })),
    zones,
    selections,
    boxes,
    stockPlaces: [
      { id: 'galway', name: 'Galway', place: 'IE H91 E2K3' },
      ...(chance(0.7) ? [{ id: 'westport', name: 'Westport', place: pick(['GB BT9 5EE', 'IE', null]) }] : []),
    ],
    priceLists: [priceList('ferry'), priceList('rail')],
    templates: templateIds.map((id, i) => {
      const served = [...zones].filter(() => chance(0.8)).sort(() => random() - 0.5);
      return {
        id,
        name: id,
        origin: pick(['Galway', 'Westport']),
        goods: i === 0 ? null : pick([null, 'tubes', 'small', 'dear']),
        currency: chance(0.12) ? 'GBP' : null,
        zones: served.map((zone) => zone.id),
        lanes: Object.fromEntries(
          served.map((zone) => [
            zone.id,
            Object.fromEntries(
              services.flatMap((service) => (chance(service === 'slow' ? 0.9 : 0.6) ? [[service, lane()]] : [])),
            ),
          ]),
        ),
      };
    }),
    mixedBy: mixedBy(),
    mixing: chance(0.6)
      ? [
          { id: 'one', kinds: some(kinds), services: some(services), by: mixedBy() },
          { id: 'two', kinds: [...kinds], services: [], by: mixedBy() },
        ]
      : [],
    segments: [{ id: 'clubs', name: 'Clubs' }],
    offers,
    numbered: 99,
    eitherOr:
      offers.length > 1 && chance(0.7)
        ? Array.from({ length: 1 + under(2) }, (_, i) => ({
            id: `group-${i}`,
            name: `Group ${i}`,
            of: pick(['order', 'line'] as const),
            offers: some(offers.map((one) => one.id)),
          }))
        : [],
    channels: Object.fromEntries(channels.map((id) => [id, { speeds: {}, target: 'all' }])),
    pinned: [],
    goods,
  });

  function shows(): object {
    return {
      hides: pick(['none', 'none', 'same or slower', 'all']),
      oneOfAName: chance(0.3),
      most: chance(0.25) ? 1 + under(2) : null,
    };
  }
  function mixedBy(): NonNullable<BookInput['mixedBy']> {
    return pick(['sum', 'highest', 'lowest', 'average', { highest: 'plus' as const, further: cents(4) }] as const);
  }

  return {
    book,
    basket: (most = 4) => {
      const channel = chance(0.5) ? pick(channels) : null;
      const sold = book.goods.filter(
        (item) =>
          channel === null ||
          !(
            item.notListed.length > 0 ? item : (book.goods.find((one) => one.sku === item.parent) ?? item)
          ).notListed.includes(channel),
      );
      const used = some(sold.map((item) => item.sku)).slice(0, most);
      const skus = used.length > 0 ? used : [sold[0]?.sku ?? 'TAIL'];
      const spent = Object.fromEntries(
        book.offers.flatMap((offer) =>
          offer.limits.budget || offer.limits.uses || offer.limits.each
            ? [
                [
                  offer.id,
                  {
                    uses: under(5),
                    own: under(2),
                    rows: ['2026-11-16', '2026-11-23', '2026-11-30'].flatMap((week) =>
                      chance(0.5) ? [{ week, channel: chance(0.2) ? null : pick(channels), amount: cents(12) }] : [],
                    ),
                  },
                ],
              ]
            : [],
        ),
      );
      return {
        id: 'basket',
        name: 'Basket',
        lines: [...skus, ...(chance(0.2) ? [pick(skus)] : [])].map((sku) => ({ sku, units: 1 + under(4) })),
        place: pick(places),
        address: pick(['home', 'business']),
        billing: chance(0.3) ? pick(places) : null,
        codes: some(['GUST', 'FROMLINK', 'ONCE1', 'NOSUCH']),
        moment: pick(moments),
        market: pick(['home', 'home', 'home', 'britain', 'japan', 'kuwait']),
        channel,
        customer: chance(0.3) ? 'C-1' : null,
        segment: chance(0.3) ? 'clubs' : null,
        spent,
        carrier: chance(0.7)
          ? [
              {
                service: 'ground',
                box: 'small',
                most: { value: '1', unit: 'kg' as const },
                amount: cents(9),
                currency: null,
              },
              { service: 'ground', box: null, most: null, amount: chance(0.85) ? cents(19) : null, currency: null },
              {
                service: 'swift',
                box: null,
                most: { value: '5', unit: 'kg' as const },
                amount: cents(29),
                currency: pick(['USD', 'GBP', null]),
              },
            ]
          : [],
      };
    },
  };
}

/**
 * The same world where offers get in each other's way: open to anybody, most asking for a value after discounts, some
 * of them either/or; goods in several stock places, on lanes that turn free from a value after discounts, of the whole
 * basket or of a group; groups put together by any way.
 */
export function crowdedWorldOf(seed: number, count: number): World {
  const { book, basket } = worldOf(seed, count);
  const random = seeded(seed + 77);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const figure = (least: number, most: number) => (least + random() * (most - least)).toFixed(2);
  const offers = book.offers.map((offer): BookFile['offers'][number] => ({
    ...offer,
    code: null,
    asks: random() < 0.5 ? [{ over: 'value', value: figure(3, 60), test: 'after', goods: null, also: {} }] : [],
    zones: null,
    markets: null,
    channels: null,
    segments: null,
    goods: null,
    window: windows[0] as BookFile['offers'][number]['window'],
    limits: random() < 0.7 ? { ...offer.limits, uses: null, each: null, budget: null } : offer.limits,
  }));
  const lane = (): Lane => ({
    rate: { is: 'flat', amount: figure(1, 12) },
    freeFrom:
      random() < 0.7
        ? { value: figure(3, 50), test: 'after', unit: 'value', of: pick(['basket', 'group', 'group'] as const) }
        : null,
    kinds: random() < 0.3 ? { [pick(kinds)]: { rate: { is: 'flat', amount: figure(1, 12) } } } : {},
  });
  const everywhere = () => Object.fromEntries(['slow', 'fast'].map((service) => [service, lane()]));
  const mixing = ['one', 'two'].map((id) => ({
    id,
    kinds: kinds.filter(() => random() < 0.6),
    services: [],
    by: pick(['sum', 'highest', 'lowest', 'average'] as const),
  }));
  const crowded = bookFileSchema.parse({
    ...book,
    services: book.services.map((service) => ({ ...service, kinds: [], bars: [] })),
    templates: book.templates.map((template) => ({
      ...template,
      lanes: Object.fromEntries(template.zones.map((zone) => [zone, everywhere()])),
    })),
    goods: book.goods.map((item) => ({ ...item, origin: pick(['Here', 'There', null]) })),
    offers,
    eitherOr: [
      {
        id: 'some',
        name: 'Some',
        of: 'order',
        offers: offers.filter((_, i) => i % 2 === seed % 2).map((offer) => offer.id),
      },
    ],
    mixing,
    mixedBy: pick(['sum', 'highest', 'lowest', 'average'] as const),
  });
  return { book: crowded, basket };
}
