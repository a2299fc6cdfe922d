import fc from 'fast-check';
import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';

/** Random books within what the formats of today can say, and baskets for them. */
const amount = (most: number) => fc.integer({ min: 0, max: most }).map((cents) => (cents / 100).toFixed(2));
const threshold = fc.record({ value: amount(12_000), test: fc.constantFrom('before' as const, 'after' as const) });
const rate = fc.oneof(
  fc.record({ is: fc.constant('flat' as const), amount: amount(3000) }),
  fc.constant({ is: 'free' as const }),
  fc
    .record({
      unit: fc.constantFrom('g' as const, 'kg' as const, 'lb' as const),
      edges: fc.uniqueArray(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 4 }),
      amounts: fc.array(amount(3000), { minLength: 5, maxLength: 5 }),
      open: fc.boolean(),
    })
    .map(({ unit, edges, amounts, open }) => {
      const scale = unit === 'g' ? 125 : 0.25;
      const closed = [...edges]
        .sort((a, b) => a - b)
        .map((edge, i) => ({ to: String(edge * scale) as string | null, amount: amounts[i] ?? '1.00' }));
      return {
        is: 'table' as const,
        unit,
        breaks: open ? [...closed, { to: null, amount: amounts[4] ?? '1.00' }] : closed,
      };
    }),
);
const lane = fc.record({ rate, freeFrom: fc.option(threshold, { nil: null }) });
const services = ['slow', 'fast'] as const;
const zones = [
  { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
  { id: 'north', name: 'North', takes: ['GB-NIR'], leaves: [] },
  { id: 'isles', name: 'Isles', takes: ['GB HS*', 'GB ZE*'], leaves: [] },
  { id: 'britain', name: 'Britain', takes: ['GB'], leaves: ['GB KW*'] },
  { id: 'france', name: 'France', takes: ['FR'], leaves: [] },
  { id: 'rest', name: 'Rest', takes: ['world'], leaves: ['US', 'GB'] },
];
const zoneIds = zones.map((zone) => zone.id);
const someZones = fc.option(fc.subarray(zoneIds, { minLength: 1 }), { nil: null });
/** Which pairs of offers keep each other out: none, all, those of each level, or some. */
const groups = fc.constantFrom<readonly (readonly string[])[]>(
  [],
  [['tenner', 'other', 'gale', 'calm']],
  [
    ['tenner', 'other'],
    ['gale', 'calm'],
  ],
  [['tenner', 'gale']],
  [
    ['tenner', 'other'],
    ['other', 'calm'],
  ],
);
const window = fc.constantFrom(
  { from: null, until: null, zone: 'Europe/Dublin' },
  { from: '2026-11-01T00:00', until: '2026-11-30T00:00', zone: 'Europe/Dublin' },
  { from: '2026-11-26T08:30', until: null, zone: 'America/New_York' },
);
/** A threshold as an offer asks it. */
const asked = (one: { value: string; test: 'before' | 'after' } | null) =>
  one ? [{ over: 'value' as const, ...one }] : [];
const orderOffer = (code: string) =>
  fc
    .record({
      percent: fc.constantFrom('10', '12.5', '33', '50'),
      asks: fc.option(threshold, { nil: null }),
      zones: someZones,
      window,
    })
    .map((one) => ({
      id: code.toLowerCase(),
      number: code === 'TENNER' ? 1 : 2,
      title: `${code} off`,
      benefit: { is: 'off order' as const, off: { by: 'percent' as const, percent: one.percent } },
      code: { is: 'shared' as const, code },
      asks: asked(one.asks),
      zones: one.zones,
      window: one.window,
      terms: `Off with ${code}`,
      note: '',
    }));
const deliveryOffer = (id: string) =>
  fc
    .record({
      benefit: fc.oneof(
        fc.subarray([...services], { minLength: 1 }).map((list) => ({
          is: 'delivery' as const,
          on: { is: 'services' as const, services: list as string[] },
          off: { by: 'free' as const },
        })),
        fc.constant({ is: 'delivery' as const, on: { is: 'cheapest' as const }, off: { by: 'free' as const } }),
      ),
      code: fc.constantFrom(null, { is: 'shared' as const, code: 'FREEBIE' }),
      asks: fc.option(threshold, { nil: null }),
      zones: someZones,
      window,
    })
    .map((one) => ({
      id,
      number: id === 'gale' ? 3 : 4,
      title: `Free ${id}`,
      ...one,
      asks: asked(one.asks),
      terms: `Free ${id}`,
      note: '',
    }));

export const randomBook: fc.Arbitrary<BookFile> = fc
  .record({
    served: fc.shuffledSubarray(zoneIds, { minLength: 1 }),
    lanes: fc.array(fc.array(fc.option(lane, { nil: undefined }), { minLength: 2, maxLength: 2 }), {
      minLength: 6,
      maxLength: 6,
    }),
    offers: fc.tuple(
      fc.option(orderOffer('TENNER'), { nil: null }),
      fc.option(orderOffer('OTHER'), { nil: null }),
      fc.option(deliveryOffer('gale'), { nil: null }),
      fc.option(deliveryOffer('calm'), { nil: null }),
    ),
    target: fc.constantFrom('all', 'GB', 'IE'),
    weighed: fc.boolean(),
    groups,
  })
  .map(({ served, lanes, offers, target, weighed, groups: apart }): BookFile => {
    const rows = served.map((zone) => [
      zone,
      Object.fromEntries(
        services.flatMap((service, i) =>
          lanes[zoneIds.indexOf(zone)]?.[i] ? [[service, lanes[zoneIds.indexOf(zone)]?.[i]]] : [],
        ),
      ),
    ]);
    return bookFileSchema.parse({
      format: 'plemb-book/3',
      seller: 'Anybody',
      markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }],
      services: services.map((id, i) => ({
        id,
        name: id === 'slow' ? 'Slow delivery' : 'Fast delivery',
        days: [i + 1, i + 2],
      })),
      zones,
      templates: [{ id: 'all', name: 'All', origin: 'Here', zones: served, lanes: Object.fromEntries(rows) }],
      offers: offers.filter((offer) => offer !== null),
      numbered: 4,
      eitherOr: apart.map((list, i) => ({
        id: `group-${i}`,
        name: `Group ${i}`,
        offers: list.filter((id) => offers.some((offer) => offer?.id === id)),
      })),
      channels: {
        'lerrin-shop': { speeds: { slow: 'slow', fast: 'fast' } },
        harrowmere: { speeds: { slow: 'STANDARD', fast: 'EXPRESS' } },
        findlark: { speeds: { slow: 'standard', fast: 'swift' }, target },
      },
      pinned: [],
      goods: [
        {
          sku: 'LIGHT',
          name: 'Light',
          price: '3.35',
          mass: { value: '90', unit: 'g' },
          size: null,
          tags: [],
          kind: 'parcel',
          template: null,
        },
        {
          sku: 'Mitte 3/4 ö',
          name: 'Middle',
          price: '24.99',
          mass: { value: '0.5', unit: 'lb' },
          size: null,
          tags: [],
          kind: 'parcel',
          template: null,
        },
        {
          sku: 'HEAVY',
          name: 'Heavy',
          price: '61.00',
          mass: weighed ? { value: '4.2', unit: 'kg' } : null,
          size: null,
          tags: [],
          kind: 'parcel',
          template: null,
        },
      ],
    } satisfies BookInput);
  });

export const moment = Date.parse('2026-11-24T09:10:00Z');

export const randomBasket = fc.record({
  lines: fc.uniqueArray(
    fc.record({ sku: fc.constantFrom('LIGHT', 'Mitte 3/4 ö', 'HEAVY'), units: fc.integer({ min: 1, max: 9 }) }),
    { minLength: 1, maxLength: 3, selector: (line) => line.sku },
  ),
  place: fc.constantFrom(
    'IE',
    'IE H91 K8XY',
    'GB M1 1AA',
    'GB HS1 2AA',
    'GB ZE2 9AA',
    'GB KW1 4YT',
    'GB BT9 5EE',
    'FR 69001',
    'US 99511',
    'US',
    'NZ',
    'JP',
    'PR',
  ),
  codes: fc.subarray(['TENNER', 'OTHER', 'FREEBIE', 'NOSUCH']),
  moment: fc.constantFrom(
    moment,
    Date.parse('2026-11-26T14:00:00Z'),
    Date.parse('2026-11-29T23:59:59Z'),
    Date.parse('2026-11-30T00:00:00Z'),
  ),
});
