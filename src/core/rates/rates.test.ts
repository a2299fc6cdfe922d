import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { z } from 'zod';
import { saidProblem } from '../../words/index.ts';
import { type Currency, type Length, type Mass, ok, parseMass, unwrap } from '../exact/index.ts';
import {
  type Box,
  boxesIn,
  fewestBoxes,
  type LaneContext,
  type LaneEra,
  laneCharge,
  laneSchema,
  type Piece,
  pack,
  readBox,
  readLane,
  refusalOf,
  type Shipment,
} from './index.ts';

const eur = 'EUR' as Currency;
type Written = z.input<typeof laneSchema>;
type Rate = Written['rate'];
const boxes = new Map([
  [
    'crate',
    unwrap(
      readBox({
        id: 'crate',
        name: 'Crate',
        length: '60',
        width: '40',
        height: '40',
        unit: 'cm',
        limit: { value: '20', unit: 'kg' },
        own: null,
      }),
    ),
  ],
]);
const context: LaneContext = {
  currency: eur,
  market: eur,
  conversion: null,
  charges: null,
  rounding: { is: 'nearest' },
  boxes,
  priceLists: new Map(),
  quotingInto: () => new Map(),
};
const read = (lane: Partial<Written> & { rate: Rate }) => {
  const eras = readLane(laneSchema.parse({ freeFrom: null, ...lane }), context);
  return eras.ok ? ok((eras.value[0] as LaneEra).lane) : eras;
};
const lane = (rate: Rate) => read({ rate });
const shipment = (part: Partial<Shipment>): Shipment => ({
  from: '',
  value: 1000,
  after: 1000,
  units: 1,
  mass: 1,
  bought: 1,
  long: 1,
  pieces: [],
  ...part,
});
const charged = (body: Partial<Written> & { rate: Rate }, part: Partial<Shipment>): number | string => {
  const ready = unwrap(read(body));
  const charge = laneCharge(ready, ready.price, shipment(part), {
    place: { country: 'IE', part: null, postcode: null },
    moment: 0,
    carrier: null,
  });
  return charge < 0 ? refusalOf(charge) : charge;
};
const at = (rate: Rate, text: string, unit: 'kg' | 'lb' | 'g' = 'kg') =>
  charged({ rate }, { mass: unwrap(parseMass(text, unit)) });

describe('a weight table', () => {
  const table: Rate & { is: 'table' } = {
    is: 'table',
    unit: 'kg',
    breaks: [
      { to: '0.5', amount: '5.40' },
      { to: '1', amount: '6.20' },
      { to: '2', amount: '7.80' },
    ],
  };
  test('each upper edge belongs to its break', () => {
    expect(at(table, '0.5')).toBe(540);
    expect(at(table, '500.001', 'g')).toBe(620);
    expect(at(table, '2')).toBe(780);
  });
  test('beyond the last edge it is not offered, unless the last break is open', () => {
    expect(at(table, '2000.001', 'g')).toBe('beyond the table');
    expect(at({ ...table, breaks: [...table.breaks, { to: null, amount: '9.90' }] }, '90')).toBe(990);
  });
  test('without a mass it is not offered; a flat rate is', () => {
    expect(charged({ rate: table }, { mass: Number.NaN })).toBe('no mass');
    expect(charged({ rate: { is: 'flat', amount: '4.90' } }, { mass: Number.NaN })).toBe(490);
  });
  test('pounds meet kilograms to the step', () => {
    const pound = unwrap(parseMass('1', 'lb'));
    const rate: Rate = {
      is: 'table',
      unit: 'lb',
      breaks: [
        { to: '1', amount: '1.00' },
        { to: '2', amount: '2.00' },
      ],
    };
    expect(charged({ rate }, { mass: pound })).toBe(100);
    expect(charged({ rate }, { mass: (pound + 1) as Mass })).toBe(200);
  });
});

test.each<[string, Rate, string]>([
  [
    'edges that fall',
    {
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: '2', amount: '1.00' },
        { to: '1', amount: '2.00' },
      ],
    },
    'edges that rise from break to break',
  ],
  [
    'edges that repeat',
    {
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: '1', amount: '1.00' },
        { to: '1', amount: '2.00' },
      ],
    },
    'edges that rise from break to break',
  ],
  [
    'an open break in the middle',
    {
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: null, amount: '1.00' },
        { to: '1', amount: '2.00' },
      ],
    },
    'an upper edge; only the last break may be open',
  ],
  ['an edge of nothing', { is: 'table', unit: 'kg', breaks: [{ to: '0', amount: '1.00' }] }, 'an upper edge above 0'],
  ['a third decimal', { is: 'flat', amount: '4.905' }, 'at most 2'],
])('%s is refused with what would be right', (_, rate, right) => {
  const result = lane(rate);
  expect(!result.ok && result.problems.map(saidProblem)[0]?.right).toBe(right);
});

describe('tables of every sort', () => {
  test('over value: a least, edges that belong to their break, a gap below', () => {
    const rate: Rate = {
      is: 'table',
      unit: 'value',
      from: '0.50',
      breaks: [
        { to: '15.00', amount: '3.10' },
        { to: '30.00', amount: '4.60' },
      ],
    };
    expect([49, 50, 1500, 1501, 3000, 3001].map((value) => charged({ rate }, { value }))).toEqual([
      'below the table',
      310,
      310,
      460,
      460,
      'beyond the table',
    ]);
  });
  test('value after discounts where the lane says so', () => {
    const rate: Rate = {
      is: 'table',
      unit: 'value',
      breaks: [
        { to: '15.00', amount: '3.10' },
        { to: null, amount: '4.60' },
      ],
    };
    expect(charged({ rate }, { value: 1600, after: 1400 })).toBe(460);
    expect(charged({ rate, values: 'after' }, { value: 1600, after: 1400 })).toBe(310);
  });
  test('over units, the long side, volume', () => {
    const over = (unit: 'units' | 'cm' | 'l'): Rate => ({
      is: 'table',
      unit,
      breaks: [
        { to: '2', amount: '1.00' },
        { to: '5', amount: '2.00' },
      ],
    });
    expect([2, 3, 6].map((units) => charged({ rate: over('units') }, { units }))).toEqual([
      100,
      200,
      'beyond the table',
    ]);
    expect([100_000, 100_001].map((long) => charged({ rate: over('cm') }, { long }))).toEqual([100, 200]);
    expect(charged({ rate: over('cm') }, { long: Number.NaN })).toBe('no size');
    const cube = (centimetres: number) => [
      {
        item: {
          sku: 'A',
          mass: 1 as Mass,
          sides: Array(3).fill(centimetres * 50_000) as unknown as [Length, Length, Length],
        },
        units: 2,
      },
    ];
    expect([10, 10.1].map((side) => charged({ rate: over('l') }, { pieces: cube(side) }))).toEqual([100, 200]);
  });
  test('a step for each started unit beyond the edge before', () => {
    const rate: Rate = {
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: '1', amount: '4.00' },
        { to: null, amount: '4.00', step: '0.70', per: '0.5' },
      ],
    };
    expect(['1', '1.001', '1.5', '1.501'].map((mass) => at(rate, mass))).toEqual([400, 470, 470, 540]);
  });
});

describe('bounds, fees, boxes', () => {
  test('both ends of a bound count', () => {
    const body = {
      rate: { is: 'flat', amount: '21.60' },
      bounds: [{ unit: 'kg', from: '6', to: '30' }],
    } satisfies Partial<Written>;
    const mass = (text: string) =>
      charged({ ...body, rate: { is: 'flat', amount: '21.60' } }, { mass: unwrap(parseMass(text, 'kg')) });
    expect(['5.999', '6', '30', '30.001'].map(mass)).toEqual(['outside the bounds', 2160, 2160, 'outside the bounds']);
  });
  test('fees of the order and of each item', () => {
    expect(charged({ rate: { is: 'flat', amount: '4.00' }, fees: { order: '1.00', item: '0.25' } }, { units: 3 })).toBe(
      575,
    );
  });
  test('an amount a box, with its limit and its places', () => {
    const rate: Rate = {
      is: 'box',
      sizes: [{ box: 'crate', amount: '12.00' }],
      limit: { value: '10', unit: 'kg' },
      places: ['IE'],
    };
    const pieces = (units: number, kilograms: number) => [
      {
        item: {
          sku: 'A',
          mass: unwrap(parseMass(String(kilograms), 'kg')),
          sides: [500_000, 500_000, 500_000].map((side) => side * 2) as unknown as [Length, Length, Length],
        },
        units,
      },
    ];
    expect(charged({ rate }, { pieces: pieces(1, 4) })).toBe(1200);
    // Two of 4 kg share a box; three are heavier than its limit of 10 kg.
    expect(charged({ rate }, { pieces: pieces(3, 4) })).toBe(2400);
    expect(charged({ rate }, { pieces: pieces(1, 11) })).toBe('no box takes it');
    expect(charged({ rate: { ...rate, places: ['GB'] } }, { pieces: pieces(1, 4) })).toBe('box not for this place');
  });
  test('a packing never overfills a box, and is never better than what volume and mass allow', () => {
    const pieces = [
      {
        item: {
          sku: 'LONG',
          mass: unwrap(parseMass('900', 'g')),
          sides: [2_900_000, 300_000, 300_000] as unknown as [Length, Length, Length],
        },
        units: 7,
      },
      {
        item: {
          sku: 'CUBE',
          mass: unwrap(parseMass('2', 'kg')),
          sides: [900_000, 900_000, 900_000] as unknown as [Length, Length, Length],
        },
        units: 9,
      },
    ];
    const packed = pack(pieces, [...boxes.values()]);
    if (!packed.ok) throw new Error(packed.why);
    for (const parcel of packed.parcels) {
      const held = parcel.contents.map(({ sku, units }) => ({
        item: pieces.find((one) => one.item.sku === sku)?.item,
        units,
      }));
      expect(held.reduce((sum, one) => sum + (one.item?.mass ?? 0) * one.units, 0)).toBeLessThanOrEqual(
        parcel.box.limit,
      );
      expect(
        held.reduce(
          (sum, one) => sum + (one.item?.sides ?? []).reduce((a: number, b: number) => a * (b / 50_000), 1) * one.units,
          0,
        ),
      ).toBeLessThanOrEqual(60 * 40 * 40);
    }
    expect(
      packed.parcels.reduce(
        (sum, parcel) => sum + parcel.count * parcel.contents.reduce((all, one) => all + one.units, 0),
        0,
      ),
    ).toBe(16);
    expect(boxesIn(packed.parcels)).toBeGreaterThanOrEqual(fewestBoxes(pieces, [...boxes.values()]));
  });
});

describe('packing in runs', () => {
  /** The page's own words, unit by unit. */
  function byUnits(pieces: readonly Piece[], sizes: readonly Box[]): string[] | null {
    const units = pieces.flatMap(({ item, units: some }) => {
      const sides = item.sides as readonly [number, number, number];
      return Array.from({ length: some }, () => ({
        sku: item.sku,
        sides,
        mass: item.mass as number,
        volume: BigInt(sides[0]) * BigInt(sides[1]) * BigInt(sides[2]),
      }));
    });
    units.sort((a, b) =>
      a.volume === b.volume
        ? b.sides[0] - a.sides[0] || (a.sku < b.sku ? -1 : a.sku > b.sku ? 1 : 0)
        : a.volume < b.volume
          ? 1
          : -1,
    );
    const open: { box: Box; mass: number; volume: bigint; held: string[] }[] = [];
    for (const unit of units) {
      const takes = (box: Box, mass: number, volume: bigint) =>
        unit.sides.every((side, i) => side <= (box.sides[i] as number)) &&
        mass + unit.mass <= box.limit &&
        volume + unit.volume <= box.volume;
      let into = open.find((one) => takes(one.box, one.mass, one.volume));
      if (!into) {
        const box = [...sizes]
          .sort((a, b) => (a.volume < b.volume ? -1 : a.volume > b.volume ? 1 : 0))
          .find((one) => takes(one, 0, 0n));
        if (!box) return null;
        into = { box, mass: 0, volume: 0n, held: [] };
        open.push(into);
      }
      into.mass += unit.mass;
      into.volume += unit.volume;
      into.held.push(unit.sku);
    }
    return open.map((one) => `${one.box.id}: ${one.held.join(' ')}`).sort();
  }
  const box = (id: string, sides: readonly [number, number, number], limit: string) =>
    unwrap(
      readBox({
        id,
        name: id,
        length: String(sides[0]),
        width: String(sides[1]),
        height: String(sides[2]),
        unit: 'cm',
        limit: { value: limit, unit: 'kg' },
        own: null,
      }),
    );
  const side = fc.integer({ min: 2, max: 30 });
  const piece = fc.record({
    sides: fc.tuple(side, side, side),
    grams: fc.integer({ min: 20, max: 4000 }),
    units: fc.integer({ min: 1, max: 30 }),
  });

  test('comes to the same boxes as unit by unit', () => {
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 1, maxLength: 5 }),
        fc.array(fc.tuple(fc.tuple(side, side, side), fc.integer({ min: 1, max: 12 })), { minLength: 1, maxLength: 3 }),
        (list, sizes) => {
          const pieces = list.map(({ sides, grams, units }, i) => ({
            item: {
              sku: `P${i}`,
              mass: unwrap(parseMass(String(grams), 'g')),
              sides: [...sides].sort((a, b) => b - a).map((one) => one * 50_000) as unknown as [Length, Length, Length],
            },
            units,
          }));
          const ready = sizes.map(([sides, limit], i) => box(`B${i}`, sides, String(limit)));
          const packed = pack(pieces, ready);
          const runs = packed.ok
            ? packed.parcels
                .flatMap(({ box, count, contents }) => {
                  const skus = contents.flatMap((one) => Array.from({ length: one.units }, () => one.sku));
                  return Array.from({ length: count }, () => `${box.id}: ${skus.join(' ')}`);
                })
                .sort()
            : null;
          expect(runs).toEqual(byUnits(pieces, ready));
        },
      ),
      { numRuns: 500 },
    );
  });
  test('ten thousand units in as many boxes are no more runs than a hundred', () => {
    const pieces = (units: number) => [
      {
        item: {
          sku: 'A',
          mass: unwrap(parseMass('100', 'g')),
          sides: [500_000, 500_000, 500_000] as unknown as [Length, Length, Length],
        },
        units,
      },
    ];
    const runs = (units: number, limit: string) => {
      const packed = pack(pieces(units), [box('B', [200, 100, 100], limit)]);
      return packed.ok ? [packed.parcels.length, boxesIn(packed.parcels)] : null;
    };
    expect(runs(100, '1')).toEqual([1, 10]);
    expect(runs(10_000, '100')).toEqual([1, 10]);
    expect(runs(10_003, '100')).toEqual([2, 11]);
  });
});

describe('boxes of several sizes', () => {
  const two = new Map([
    [
      'small',
      unwrap(
        readBox({
          id: 'small',
          name: 'Small',
          length: '20',
          width: '20',
          height: '20',
          unit: 'cm',
          limit: { value: '5', unit: 'kg' },
          own: null,
        }),
      ),
    ],
    [
      'large',
      unwrap(
        readBox({
          id: 'large',
          name: 'Large',
          length: '40',
          width: '20',
          height: '20',
          unit: 'cm',
          limit: { value: '30', unit: 'kg' },
          own: null,
        }),
      ),
    ],
  ]);
  const cost = (units: number, small: string, large: string, limit = '30') => {
    const rate: Rate = {
      is: 'box',
      sizes: [
        { box: 'small', amount: small },
        { box: 'large', amount: large },
      ],
      limit: { value: limit, unit: 'kg' },
      places: ['world'],
    };
    const [era] = unwrap(readLane(laneSchema.parse({ rate, freeFrom: null }), { ...context, boxes: two }));
    const pieces = [
      {
        item: {
          sku: 'A',
          mass: unwrap(parseMass('2', 'kg')),
          sides: [1_000_000, 1_000_000, 500_000] as unknown as [Length, Length, Length],
        },
        units,
      },
    ];
    return era
      ? laneCharge(era.lane, era.lane.price, shipment({ pieces }), {
          place: { country: 'IE', part: null, postcode: null },
          moment: 0,
          carrier: null,
        })
      : null;
  };
  test('the cheapest way to pack into some of them counts', () => {
    // Two to a small one, four to a large one. Three: two small 8.00, or one large.
    expect([cost(3, '4.00', '9.50'), cost(3, '4.00', '7.20'), cost(4, '4.00', '8.00')]).toEqual([800, 720, 800]);
    // With at most 3 kg a box one unit each: the cheaper size.
    expect(cost(3, '4.00', '3.50', '3')).toBe(1050);
  });
});

describe('dated rows', () => {
  const zone = 'Europe/Dublin';
  const dated = (rows: NonNullable<Written['dated']>) =>
    unwrap(readLane(laneSchema.parse({ rate: { is: 'flat', amount: '5.00' }, freeFrom: null, dated: rows }), context));
  const row = (id: string, from: string | null, until: string | null, amount: string) => ({
    id,
    window: { from, until, zone },
    sets: { is: 'rate' as const, rate: { is: 'flat' as const, amount } },
  });
  test('of those in force the later begun counts, of equal starts the later listed; each field by itself', () => {
    const eras = dated([
      row('a', '2026-12-01T00:00', '2027-01-01T00:00', '6.00'),
      row('b', '2026-12-10T00:00', '2026-12-20T00:00', '7.00'),
      row('c', '2026-12-10T00:00', '2026-12-15T00:00', '8.00'),
      {
        id: 'd',
        window: { from: '2026-12-12T00:00', until: null, zone },
        sets: { is: 'fees', fees: { order: '1.00', item: '0' } },
      },
    ]);
    const on = (day: string) => {
      const at = Date.parse(`${day}T12:00:00Z`);
      const { lane } = eras.filter((era) => era.from === null || era.from <= at).at(-1) as LaneEra;
      return laneCharge(lane, lane.price, shipment({}), {
        place: { country: 'IE', part: null, postcode: null },
        moment: 0,
        carrier: null,
      });
    };
    expect(
      ['2026-11-30', '2026-12-01', '2026-12-10', '2026-12-13', '2026-12-16', '2026-12-21', '2027-01-02'].map(on),
    ).toEqual([500, 600, 800, 900, 800, 700, 600]);
  });
});

test('what is beyond what is exact is refused, not a cent off', () => {
  const dear: Rate = { is: 'built up', order: '0', first: '0', further: '9999999999', weight: null };
  expect(charged({ rate: dear }, { units: 10_000 })).toBe('too large');
  expect(charged({ rate: dear }, { units: 5 })).toBe(3_999_999_999_600);
});

test.each<[string, Partial<Written> & { rate: Rate }, string]>([
  [
    'a bound that runs backwards',
    { rate: { is: 'free' }, bounds: [{ unit: 'kg', from: '5', to: '2' }] },
    'the lower end first',
  ],
  [
    'a bound without ends',
    { rate: { is: 'free' }, bounds: [{ unit: 'kg', from: null, to: null }] },
    'a least, a most, or both',
  ],
  ['days that run backwards', { rate: { is: 'free' }, days: [5, 2] }, 'the lower end first'],
  [
    'an amount for each 0 of weight',
    {
      rate: {
        is: 'built up',
        order: '1',
        first: '0',
        further: '0',
        weight: { amount: '1', per: '0', unit: 'kg', each: 'started' },
      },
    },
    'a weight above 0',
  ],
  [
    'a step for each started 0',
    { rate: { is: 'table', unit: 'kg', breaks: [{ to: null, amount: '1', step: '1', per: '0' }] } },
    'a measure above 0',
  ],
  ['half a unit', { rate: { is: 'table', unit: 'units', breaks: [{ to: '1.5', amount: '1' }] } }, 'a whole number'],
  [
    'a box that is not there',
    {
      rate: {
        is: 'box',
        sizes: [{ box: 'barrel', amount: '1' }],
        limit: { value: '1', unit: 'kg' },
        places: ['world'],
      },
    },
    'crate',
  ],
])('%s is refused with what would be right', (_, body, right) => {
  const result = read(body);
  expect(!result.ok && result.problems.map((one) => saidProblem(one).right)).toContain(right);
});
