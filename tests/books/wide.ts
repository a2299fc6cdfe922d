import fc from 'fast-check';
import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';

/** Random books with every rate kind, several templates, stock places, mixing, overrides and fees; and baskets for them. */
const amount = (most: number) => fc.integer({ min: 0, max: most }).map((cents) => (cents / 100).toFixed(2));
const rate = fc.oneof(
  fc.record({ is: fc.constant('flat' as const), amount: amount(3000) }),
  fc.constant({ is: 'free' as const }),
  fc.record({
    is: fc.constant('built up' as const),
    order: amount(800),
    first: amount(500),
    further: amount(300),
    weight: fc.option(
      fc.record({
        amount: amount(200),
        per: fc.constantFrom('0.25', '1', '1.5'),
        unit: fc.constantFrom('kg' as const, 'lb' as const),
        each: fc.constantFrom('started' as const, 'in proportion' as const),
      }),
      { nil: null },
    ),
  }),
  fc
    .record({
      over: fc.constantFrom(
        { unit: 'kg' as const, scale: 0.25 },
        { unit: 'lb' as const, scale: 0.5 },
        { unit: 'units' as const, scale: 1 },
        { unit: 'value' as const, scale: 12.5 },
        { unit: 'cm' as const, scale: 15 },
      ),
      from: fc.boolean(),
      edges: fc.uniqueArray(fc.integer({ min: 2, max: 12 }), { minLength: 1, maxLength: 4 }),
      amounts: fc.array(amount(3000), { minLength: 5, maxLength: 5 }),
      open: fc.boolean(),
      step: fc.boolean(),
    })
    .map(({ over, from, edges, amounts, open, step }) => {
      const text = (at: number) => (over.unit === 'value' ? (at * over.scale).toFixed(2) : String(at * over.scale));
      const closed = [...edges].sort((a, b) => a - b).map((edge, i) => ({ to: text(edge) as string | null, amount: amounts[i] ?? '1.00' }));
      const last = { to: null, amount: amounts[4] ?? '1.00', ...(step ? { step: '0.70', per: text(1) } : {}) };
      return { is: 'table' as const, unit: over.unit, from: from ? text(1) : null, breaks: open ? [...closed, last] : closed };
    }),
);
const bound = fc.oneof(
  fc.record({ unit: fc.constant('kg' as const), from: fc.constantFrom(null, '0.5'), to: fc.constantFrom('4', '9') }),
  fc.record({ unit: fc.constant('units' as const), from: fc.constant(null), to: fc.constantFrom('3', '8') }),
  fc.record({ unit: fc.constant('value' as const), from: fc.constantFrom('10.00'), to: fc.constant(null) }),
);
const lane = fc.record({
  rate,
  kinds: fc.option(rate, { nil: null }).map((own) => (own ? { tube: own } : {})),
  bounds: fc.array(bound, { maxLength: 1 }),
  fees: fc.option(fc.record({ order: amount(200), item: amount(90) }), { nil: null }),
  freeFrom: fc.option(
    fc.oneof(
      fc.record({ value: amount(12_000), test: fc.constantFrom('before' as const, 'after' as const), of: fc.constantFrom('basket' as const, 'group' as const) }),
      fc.record({ value: fc.constantFrom('3', '6'), test: fc.constant('before' as const), unit: fc.constant('units' as const), of: fc.constantFrom('basket' as const, 'group' as const) }),
    ),
    { nil: null },
  ),
  values: fc.constantFrom('before' as const, 'after' as const),
});
const services = ['slow', 'fast', 'fetch'] as const;
const mixing = fc.oneof(
  fc.constantFrom('sum' as const, 'highest' as const, 'lowest' as const, 'average' as const),
  amount(400).map((further) => ({ highest: 'plus' as const, further })),
);
const override = fc.oneof(
  fc.record({ is: fc.constant('only' as const), services: fc.subarray([...services], { minLength: 1 }) }),
  fc.record({ is: fc.constant('not' as const), services: fc.subarray([...services], { minLength: 1, maxLength: 2 }) }),
  fc.record({ is: fc.constant('fixed' as const), each: amount(400), freed: fc.boolean() }),
  fc.constant({ is: 'ships free' as const }),
  fc.constant({ is: 'pickup only' as const }),
);
const lanesOf = fc.array(fc.array(fc.option(lane, { nil: undefined, freq: 5 }), { minLength: 3, maxLength: 3 }), { minLength: 2, maxLength: 2 });
const skus = ['LIGHT', 'MIDDLE', 'HEAVY', 'LONG', 'LIT'] as const;

export const wideBook: fc.Arbitrary<BookFile> = fc
  .record({
    templates: fc.array(lanesOf, { minLength: 2, maxLength: 2 }),
    mixedBy: mixing,
    rules: fc.array(fc.record({ kinds: fc.subarray(['parcel', 'tube', 'crate']), services: fc.subarray([...services], { maxLength: 1 }), by: mixing }), { maxLength: 2 }),
    overrides: fc.array(fc.option(override, { nil: null, freq: 2 }), { minLength: 5, maxLength: 5 }),
    fees: fc.array(fc.option(fc.record({ each: amount(200), freed: fc.boolean() }), { nil: null, freq: 2 }), { minLength: 5, maxLength: 5 }),
    origins: fc.array(fc.constantFrom(null, null, 'There'), { minLength: 5, maxLength: 5 }),
    sent: fc.array(fc.constantFrom(null, 'main', 'other'), { minLength: 5, maxLength: 5 }),
    percent: fc.constantFrom('10', '12.5', '33'),
    adds: fc.boolean(),
    cap: fc.option(amount(1500), { nil: null }),
  })
  .map(({ templates, mixedBy, rules, overrides, fees, origins, sent, percent, adds, cap }): BookFile => {
    const figures: Record<(typeof skus)[number], { price: string; mass: string | null; length: string; kind: string }> = {
      LIGHT: { price: '3.35', mass: '0.25', length: '12', kind: 'parcel' },
      MIDDLE: { price: '24.99', mass: '0.5', length: '30', kind: 'parcel' },
      HEAVY: { price: '61.00', mass: '3.125', length: '45', kind: 'crate' },
      LONG: { price: '12.50', mass: '0.75', length: '150', kind: 'tube' },
      LIT: { price: '37.50', mass: null, length: '20', kind: 'parcel' },
    };
    const input: BookInput = {
      format: 'plemb-book/2',
      seller: 'Anybody',
      markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }],
      services: services.map((id, i) => ({ id, name: id, days: [i + 1, i + 2], pickup: id === 'fetch', bars: id === 'fast' ? ['lithium'] : [] })),
      zones: [
        { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
        { id: 'rest', name: 'Rest', takes: ['world'], leaves: ['US'] },
      ],
      templates: ['main', 'other'].map((id, t) => ({
        id,
        name: id,
        origin: 'Here',
        zones: t === 0 ? ['home', 'rest'] : ['home'],
        lanes: Object.fromEntries(
          ['home', 'rest'].slice(0, 2 - t).map((zone, z) => [zone, Object.fromEntries(services.flatMap((service, s) => (templates[t]?.[z]?.[s] ? [[service, templates[t][z][s]]] : [])))]),
        ),
      })),
      mixedBy,
      mixing: rules.map((rule, i) => ({ id: `rule-${i}`, ...rule, name: null })),
      offers: [
        {
          id: 'off',
          title: 'Off',
          benefit: { is: 'off order', off: { by: 'percent', percent } },
          code: { is: 'shared', code: 'OFF' },
          asks: [],
          zones: null,
          window: { from: null, until: null, zone: 'Europe/Dublin' },
          addsTo: adds ? ['delivery'] : [],
          terms: 'Off',
          note: '',
        },
        ...(cap === null
          ? []
          : [
              {
                id: 'free',
                title: 'Free',
                benefit: { is: 'delivery' as const, on: { is: 'up to' as const, cap }, off: { by: 'free' as const } },
                code: null,
                asks: [],
                zones: null,
                window: { from: null, until: null, zone: 'Europe/Dublin' },
                addsTo: ['order' as const],
                terms: 'Free',
                note: '',
              },
            ]),
      ],
      channels: { 'lerrin-shop': { speeds: {}, target: 'all' }, harrowmere: { speeds: {}, target: 'all' }, findlark: { speeds: {}, target: 'all' } },
      pinned: [],
      goods: skus.map((sku, i) => {
        const { price, mass, length, kind } = figures[sku];
        return {
          sku,
          name: sku,
          price,
          mass: mass === null ? null : { value: mass, unit: 'lb' as const },
          size: { length, width: '10', height: '8', unit: 'cm' as const },
          tags: [],
          kind,
          template: sent[i] ?? null,
          origin: origins[i] ?? null,
          hazards: sku === 'LIT' ? ['lithium'] : [],
          override: overrides[i] ?? null,
          fee: fees[i] ?? null,
        };
      }),
    };
    return bookFileSchema.parse(input);
  });

export const wideBasket = fc.record({
  lines: fc.uniqueArray(fc.record({ sku: fc.constantFrom(...skus), units: fc.integer({ min: 1, max: 6 }) }), { minLength: 1, maxLength: 4, selector: (line) => line.sku }),
  place: fc.constantFrom('IE', 'FR 69001', 'US'),
  codes: fc.subarray(['OFF']),
});
