import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Carrier } from '../../carrier/index.ts';
import { type Currency, type Length, type Mass, type Minor, minor } from '../../exact/index.ts';
import { parsePlace } from '../../places/index.ts';
import type { LaneContext } from '../context.ts';
import {
  type Asked,
  type Box,
  breaksOf,
  isPerItem,
  isRising,
  kindOf,
  type Rate,
  type RateBody,
  reachOf,
  readRate,
  type Shipment,
} from '../index.ts';

/** What every kind of rate says of itself, held against what it charges: random rates and shipments. */
const euro = 'EUR' as Currency;
const gram = 1_600_000_000;
const millimetre = 50_000;
const box = (id: string, side: number): Box => ({
  id,
  name: id,
  sides: [side, side, side].map((one) => one * millimetre) as unknown as Box['sides'],
  volume: (BigInt(side * millimetre) ** 3n) as Box['volume'],
  limit: (20_000 * gram) as Mass,
  own: 0 as Mass,
});
const boxes = new Map([box('small', 200), box('large', 500)].map((one) => [one.id, one]));
const context: LaneContext = {
  currency: euro,
  market: euro,
  conversion: null,
  charges: null,
  rounding: { is: 'nearest' },
  boxes,
  priceLists: new Map(),
  quotingInto: () => new Map(),
};
const place = parsePlace('IE');
const carrier: Carrier = {
  charge: (_service, _place, parcels) => ({
    amount: minor(parcels.reduce((sum, one) => sum + one.count * 700, 0)),
    currency: euro,
  }),
};
const asked: Asked = { place: place.ok ? place.value : (undefined as never), moment: 0, carrier };

const cents = fc.integer({ min: 0, max: 5000 }).map((one) => (one / 100).toFixed(2));
const rising = (most: number) =>
  fc
    .uniqueArray(fc.integer({ min: 1, max: most }), { minLength: 1, maxLength: 5 })
    .map((edges) => edges.sort((a, b) => a - b));
const table = fc
  .record({
    unit: fc.constantFrom('g' as const, 'value' as const, 'units' as const, 'cm' as const, 'l' as const),
    edges: rising(60),
    amounts: fc.array(cents, { minLength: 6, maxLength: 6 }),
    step: fc.option(fc.record({ step: cents, per: fc.integer({ min: 1, max: 20 }) })),
    open: fc.boolean(),
  })
  .map(
    ({ unit, edges, amounts, step, open }): RateBody => ({
      is: 'table',
      unit,
      from: null,
      breaks: [...edges.map(String), ...(open ? [null] : [])].map((to, i) => ({
        to,
        amount: amounts[i] ?? '1.00',
        ...(step ? { step: step.step, per: String(step.per) } : {}),
      })),
    }),
  );
const bodies: Record<RateBody['is'], fc.Arbitrary<RateBody>> = {
  free: fc.constant({ is: 'free' }),
  flat: cents.map((amount) => ({ is: 'flat', amount })),
  'built up': fc
    .record({ order: cents, first: cents, further: cents, weight: fc.option(cents), started: fc.boolean() })
    .map(({ weight, started, ...rest }) => ({
      is: 'built up',
      ...rest,
      weight:
        weight === null
          ? null
          : { amount: weight, per: '500', unit: 'g' as const, each: started ? 'started' : 'in proportion' },
    })),
  table,
  'carrier quote': fc
    .record({ add: cents, fallback: fc.option(cents), percent: fc.integer({ min: 0, max: 30 }).map(String) })
    .map((rest) => ({ is: 'carrier quote', service: 'ground', lists: [], ...rest })),
  box: fc.tuple(cents, cents).map(([small, large]) => ({
    is: 'box',
    sizes: [
      { box: 'small', amount: small },
      { box: 'large', amount: large },
    ],
    limit: { value: '15', unit: 'kg' },
    places: ['world'],
  })),
};

const shipmentOf = (grams: number, cm: number, units: number, value: number): Shipment => {
  const side = (cm * 10 * millimetre) as Length;
  const mass = grams * gram * units;
  const sides = [side, side, side] as const;
  return {
    from: 'Galway',
    value,
    after: value,
    units,
    mass,
    bought: mass,
    long: side,
    pieces: [{ item: { sku: 'A', mass: (grams * gram) as Mass, sides }, units }],
  };
};
const shipments = fc
  .tuple(
    fc.integer({ min: 1, max: 80 }),
    fc.integer({ min: 1, max: 40 }),
    fc.integer({ min: 1, max: 30 }),
    fc.integer({ min: 0, max: 9000 }),
  )
  .map((some) => shipmentOf(...some));

const read = (body: RateBody): Rate => {
  const problems: never[] = [];
  const rate = readRate(body, context, [], problems);
  expect(problems).toEqual([]);
  return rate;
};
const charge = (rate: Rate, shipment: Shipment): number => kindOf(rate).charge(rate, shipment, 0, false, null, asked);
const amountsOf = (rate: Rate): Minor[] => breaksOf(rate)?.breaks.map((one) => one.amount) ?? [];

describe.each(Object.entries(bodies))('%s', (is, body) => {
  test('is the kind it is written as, and its schema takes what it is written by', () => {
    fc.assert(
      fc.property(body, (one) => {
        const rate = read(one);
        expect(rate.is).toBe(is);
        expect(kindOf(rate).schema.safeParse(one).success).toBe(true);
      }),
    );
  });
  test('charges no less than its least and no more than its most', () => {
    fc.assert(
      fc.property(body, shipments, (one, shipment) => {
        const rate = read(one);
        const paid = charge(rate, shipment);
        if (paid < 0) return;
        const { least, most } = reachOf(rate);
        // The carrier's least is what is put on top: where it is silent the fallback stands as it is.
        expect(paid).toBeGreaterThanOrEqual(least);
        expect(paid).toBeLessThanOrEqual(most);
      }),
      { numRuns: 300 },
    );
  });
  test('that rises never charges less for a heavier unit, nor begins to be offered with it', () => {
    fc.assert(
      fc.property(body, shipments, fc.integer({ min: 1, max: 60 }), (one, shipment, more) => {
        const rate = read(one);
        if (!isRising(rate)) return;
        const [piece] = shipment.pieces;
        const grams = Number(piece?.item.mass) / gram;
        const heavier = shipmentOf(grams + more, shipment.long / millimetre / 10, shipment.units, shipment.value);
        const [light, heavy] = [charge(rate, shipment), charge(rate, heavier)];
        if (light < 0) expect(heavy).toBeLessThan(0);
        else if (heavy >= 0) expect(heavy).toBeGreaterThanOrEqual(light);
      }),
      { numRuns: 300 },
    );
  });
  test('whose further units alone make it no dearer charges as much for them', () => {
    fc.assert(
      fc.property(body, shipments, fc.integer({ min: 1, max: 20 }), (one, shipment, more) => {
        const rate = read(one);
        if (isPerItem(rate) || breaksOf(rate) !== null || kindOf(rate).looksAtLines(one)) return;
        // The same goods in more pieces: neither mass nor value changes.
        expect(charge(rate, { ...shipment, units: shipment.units + more })).toBe(charge(rate, shipment));
      }),
    );
  });
  test('that goes by steps charges, from edge to edge, the amounts of its breaks', () => {
    fc.assert(
      fc.property(body, shipments, (one, shipment) => {
        const rate = read(one);
        const breaks = breaksOf(rate);
        const paid = charge(rate, shipment);
        if (!breaks || paid < 0) return;
        const stepped = (breaks.breaks as readonly { per: number | bigint }[]).some(
          (each) => each.per !== 0 && each.per !== 0n,
        );
        if (!stepped) expect(amountsOf(rate)).toContain(paid);
        else expect(paid).toBeGreaterThanOrEqual(Math.min(...amountsOf(rate)));
      }),
      { numRuns: 300 },
    );
  });
  test('is plain data: what is kept and read again charges the same', () => {
    fc.assert(
      fc.property(body, shipments, (one, shipment) => {
        const rate = read(one);
        expect(charge(structuredClone(rate), shipment)).toBe(charge(rate, shipment));
      }),
    );
  });
});
