import { type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { laneOf } from '../books/parts.ts';
import type { World } from '../reading/books.ts';
import { tellableWorldOf } from './books.ts';

type Offer = BookInput['offers'][number];
type Rate = BookInput['templates'][number]['lanes'][string][string]['rate'];

/**
 * A random book that feeds can tell nearly whole, so that what is promised of offers there can be held: places that
 * entries can name, rates that never stop, and offers of every kind; told by one feed or several.
 */
export function feedWorldOf(seed: number): World {
  const { book, basket } = tellableWorldOf(seed);
  const random = seeded(seed * 71 + 11);
  const chance = (share: number) => random() < share;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const cents = (most: number) => (0.05 + random() * most).toFixed(2);
  const zones = [
    { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
    { id: 'isles', name: 'Isles', takes: ['GB HS*', 'GB ZE*'], leaves: [] },
    { id: 'britain', name: 'Britain', takes: ['GB'], leaves: [] },
    { id: 'iberia', name: 'Iberia', takes: ['ES', 'PT'], leaves: [] },
  ];
  const services = ['slow', 'fast'];
  const flat = (): Rate => ({ is: 'flat', amount: cents(12) });
  const byMass = (): Rate => ({
    is: 'table',
    unit: 'g',
    breaks: [
      { to: '500', amount: cents(9) },
      { to: null, amount: cents(15) },
    ],
  });
  const isFlat = chance(0.6);
  const isOneRate = chance(0.5);
  const one = flat();
  const lane = () =>
    laneOf({
      rate: isOneRate ? one : isFlat ? flat() : byMass(),
      freeFrom: chance(0.25) ? { value: cents(90), test: pick(['before', 'after'] as const), of: 'basket' } : null,
    });
  const rows = Object.fromEntries(
    zones.map(({ id }) => [id, Object.fromEntries(services.map((service) => [service, lane()]))]),
  );
  const selections = book.selections.map(({ id }) => id);
  const some = () => pick([null, ...selections]);
  const percent = () => ({ by: 'percent' as const, percent: pick(['10', '12.5', '20', '33', '50', '100']) });
  const benefits: readonly (() => Offer['benefit'])[] = [
    () => ({ is: 'off order', off: percent() }),
    () => ({ is: 'off order', off: { by: 'amount', amount: cents(9) } }),
    () => ({ is: 'off goods', goods: some(), off: percent() }),
    () => ({ is: 'off goods', goods: some(), off: percent() }),
    () => ({ is: 'off goods', goods: some(), off: { by: 'amount', amount: cents(9) } }),
    () => ({ is: 'fixed price', goods: some(), price: cents(20) }),
    () => ({ is: 'buy and get', goods: some(), buy: pick([1, 2]), get: 1, percent: '100' }),
    () => ({ is: 'gift', sku: pick(book.goods).sku, units: 1 }),
    () => ({ is: 'delivery', on: { is: 'services', services: [pick(services)] }, off: { by: 'free' } }),
    () => ({ is: 'delivery', on: pick([{ is: 'services', services }, { is: 'cheapest' }]), off: { by: 'free' } }),
    () => ({
      is: 'spend steps',
      test: pick(['before', 'after'] as const),
      steps: [
        { from: '20.00', off: '2.00' },
        { from: '60.00', off: '7.50' },
      ],
    }),
  ];
  const windows = [
    { from: null, until: '2026-11-24T00:00', zone: 'Europe/Dublin' },
    { from: '2026-11-25T00:00', until: null, zone: 'Europe/Dublin' },
    { from: '2026-11-20T00:00', until: '2026-12-01T00:00', zone: 'Europe/Dublin' },
  ];
  const offers = Array.from({ length: 1 + Math.floor(random() * 3) }, (_, i): Offer => {
    const benefit = pick(benefits)();
    const part = 'goods' in benefit && benefit.is !== 'spend steps' ? benefit.goods : undefined;
    const goods = part ?? null;
    const asks: Offer['asks'] = chance(0.65)
      ? []
      : pick([
          [{ over: 'value' as const, value: cents(80), test: 'before' as const, goods }],
          [{ over: 'value' as const, value: cents(80), test: 'after' as const, goods }],
          [{ over: 'units' as const, units: pick([1, 2, 3]), goods }],
        ]);
    const isDelivery = benefit.is === 'delivery' || benefit.is === 'gift';
    return {
      id: `offer-${i}`,
      number: i + 1,
      title: `Offer ${i}`,
      titles: { 'es-ES': `Oferta ${i}` },
      benefit,
      // Of goods a value is asked before discounts alone.
      asks: part === undefined ? asks : asks.map((ask) => (ask.over === 'value' ? { ...ask, test: 'before' } : ask)),
      goods: isDelivery && chance(0.3) && asks.length === 0 ? pick(selections) : null,
      code: chance(0.2) ? { is: 'shared', code: pick(['GUST', 'FROMLINK']) } : null,
      zones: chance(0.15) ? ['home', 'iberia'] : null,
      window: chance(0.7) ? { from: null, until: null, zone: 'Europe/Dublin' } : pick(windows),
      terms: '',
      note: '',
    };
  });
  const feeds = [
    { main: {} },
    { main: {} },
    { main: { countries: ['GB', 'IE', 'ES'] }, rest: { language: 'es' } },
    { ireland: { countries: ['IE'] }, others: { countries: ['GB', 'ES', 'PT'] } },
    { all: {}, tubes: { countries: ['GB'], goods: pick(selections) } },
  ];
  const places = [
    'IE',
    'IE D01 F5P2',
    'GB M1 1AA',
    'GB',
    'GB HS1 2AA',
    'GB ZE2 9AA',
    'ES 28001',
    'ES',
    'PT',
    'PT 1000',
  ];
  const file: BookInput = {
    ...book,
    zones,
    templates: book.templates.slice(0, chance(0.5) ? 1 : 2).map((template) => ({
      ...template,
      currency: null,
      goods: chance(0.5) ? null : template.goods,
      zones: zones.map(({ id }) => id),
      lanes: Object.fromEntries(
        Object.entries(rows).map(([id, row]) => [id, chance(0.7) ? row : { slow: lane(), fast: lane() }]),
      ),
    })),
    mixedBy: pick(['highest', 'highest', 'sum'] as const),
    mixing: [],
    goods: book.goods.map((item) => ({
      ...item,
      template: null,
      mass: item.mass ?? { value: '0.4', unit: 'kg' },
      barred: [],
      hazards: [],
      ownRate: chance(0.1) ? { rate: flat(), waived: chance(0.5) } : null,
      fee: chance(0.1) ? { each: cents(2), waived: chance(0.5) } : null,
    })),
    offers,
    eitherOr: chance(0.4) ? [{ id: 'some', name: 'Some', of: 'order', offers: offers.map(({ id }) => id) }] : [],
    pinned: [],
    reviewed: {},
    channels: {
      findlark: { speeds: { slow: 'economy', fast: 'standard', third: 'swift' }, feeds: pick(feeds) },
    },
  };
  return {
    book: bookFileSchema.parse(file),
    basket: (most) => ({ ...basket(most), place: pick(places), billing: null, codes: chance(0.5) ? ['GUST'] : [] }),
  };
}
