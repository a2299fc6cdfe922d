import {
  type Conversion,
  type Currency,
  type Decimal,
  type MarketRounding,
  type Mass,
  type Minor,
  rounded,
} from '../exact/index.ts';
import type { Pattern } from '../places/index.ts';
import { matches } from '../places/index.ts';
import { type Asked, type Load, type Quoted, volumeOfLoad } from './load.ts';
import { type Box, boxesIn, type Packed, pack } from './packing.ts';

/** A break of a table: an amount, and with `step` so much more for each started `per` beyond the edge before it. */
export interface Break<T> {
  readonly amount: Minor;
  readonly step: Minor;
  /** 0 where there is no step. */
  readonly per: T;
}

/**
 * Breaks between rising upper edges, each of which belongs to the break below it; one break more than edges: the last
 * is open.
 */
export interface Steps<T> {
  /** The least that is offered. */
  readonly from: T;
  readonly edges: readonly T[];
  readonly breaks: readonly Break<T>[];
}

export type Table =
  | ({ readonly is: 'table'; readonly over: 'value' | 'units' | 'mass' | 'long side' } & Steps<number>)
  | ({ readonly is: 'table'; readonly over: 'volume' } & Steps<bigint>);

/** A box that a rate charges for, with the lower of both limits. */
export interface Size {
  readonly box: Box;
  readonly amount: Minor;
}

/** What a currency that a carrier answers in is in the rate's own, as an exact fraction of minor units. */
export type Quoting = ReadonlyMap<string, { readonly up: bigint; readonly down: bigint }>;

/** What a lane charges for a group, ready to answer: amounts in a currency of its own, values in the market's. */
export type Rate =
  | { readonly is: 'free' }
  | { readonly is: 'flat'; readonly amount: Minor }
  | {
      readonly is: 'built up';
      readonly order: Minor;
      readonly first: Minor;
      readonly further: Minor;
      readonly weight: { readonly amount: Minor; readonly per: Mass; readonly started: boolean } | null;
    }
  | Table
  | {
      readonly is: 'carrier quote';
      readonly service: string;
      readonly percent: Decimal;
      readonly add: Minor;
      readonly fallback: Minor | null;
      readonly boxes: readonly Box[];
      readonly currency: Currency;
      readonly quoting: Quoting;
      readonly rounding: MarketRounding;
    }
  | { readonly is: 'box'; readonly sizes: readonly Size[]; readonly places: readonly Pattern[] };

/** Why a lane does not offer its service to a group. */
export const refusals = [
  'no lane',
  'no mass',
  'no size',
  'below the table',
  'beyond the table',
  'outside the bounds',
  'carrier silent',
  'carrier currency',
  'no box takes it',
  'box not for this place',
  'too large',
  'not delivered to',
  'barred',
] as const;
export type Refusal = (typeof refusals)[number];

/** A refusal as a number below 0, beside charges that are 0 or more: answers by the million make no objects. */
export type Refused = number;
export const refused = (why: Refusal): Refused => -1 - refusals.indexOf(why);
export const refusalOf = (charge: Refused): Refusal => refusals[-1 - charge] ?? 'no lane';

const [noMass, noSize, below, beyond, silent, strange, noBox, notForPlace, tooLarge] = (
  [
    'no mass',
    'no size',
    'below the table',
    'beyond the table',
    'carrier silent',
    'carrier currency',
    'no box takes it',
    'box not for this place',
    'too large',
  ] as const
).map(refused) as [number, number, number, number, number, number, number, number, number];

/**
 * What a rate charges a group together with lane fees already known (`base`), in the market's minor units: worked
 * exactly,
 * converted, rounded once. Below 0 it is refused: see {@link refusalOf}; what could not be counted exactly is refused
 * too.
 * @param after whether value breaks look at value after discounts
 */
export function chargeOf(
  rate: Rate,
  load: Load,
  base: number,
  after: boolean,
  by: Conversion | null,
  asked: Asked,
): number | Refused {
  switch (rate.is) {
    case 'free':
      return settled(base, by);
    case 'flat':
      return settled(base + rate.amount, by);
    case 'built up': {
      const counted = base + rate.order + (load.units > 0 ? rate.first + rate.further * (load.units - 1) : 0);
      const { weight } = rate;
      if (!weight) return settled(counted, by);
      if (Number.isNaN(load.mass)) return noMass;
      return weight.started
        ? settled(counted + weight.amount * started(load.mass, weight.per), by)
        : settledShare(counted, weight.amount, load.mass, weight.per, by);
    }
    case 'table': {
      if (rate.over === 'volume') {
        const volume = volumeOfLoad(load);
        if (volume === null) return noSize;
        if (volume < rate.from) return below;
        const at = breakAt(rate.edges, volume);
        const one = rate.breaks[at];
        if (!one) return beyond;
        const over = volume - (at === 0 ? rate.from : (rate.edges[at - 1] ?? 0n));
        return settled(
          base + one.amount + (one.per === 0n ? 0 : one.step * Number((over + one.per - 1n) / one.per)),
          by,
        );
      }
      const measure = measureOf(rate.over, load, after);
      if (Number.isNaN(measure)) return rate.over === 'mass' ? noMass : noSize;
      if (measure < rate.from) return below;
      const at = breakAt(rate.edges, measure);
      const one = rate.breaks[at];
      if (!one) return beyond;
      if (one.per === 0) return settled(base + one.amount, by);
      return settled(
        base + one.amount + one.step * started(measure - (at === 0 ? rate.from : (rate.edges[at - 1] ?? 0)), one.per),
        by,
      );
    }
    case 'carrier quote': {
      const quoted = quotedFor(rate, load, asked);
      if (typeof quoted === 'number') return quoted;
      if (quoted.charge === null) return rate.fallback === null ? silent : settled(base + rate.fallback, by);
      const { amount, currency } = quoted.charge;
      const into = currency === rate.currency ? same : rate.quoting.get(currency);
      if (!into) return strange;
      const { digits, scale } = rate.percent;
      const over = 100n * 10n ** BigInt(scale);
      if (!Number.isSafeInteger(base + rate.add)) return tooLarge;
      const n = BigInt(base + rate.add) * over * into.down + BigInt(amount) * into.up * (over + digits);
      // What was converted on the way is rounded by the market's rule, wherever it came from.
      return settledExactly(
        n,
        over * into.down,
        by ?? (into === same ? null : { up: 1n, down: 1n, rounding: rate.rounding }),
      );
    }
    case 'box': {
      if (!rate.places.some((pattern) => matches(pattern, asked.place))) return notForPlace;
      const boxed = boxedFor(rate, load);
      return typeof boxed === 'number' ? boxed : settled(base + boxed.amount, by);
    }
  }
}

const same = { up: 1n, down: 1n };

/**
 * The parcels of a group and what the carrier charges for them; null where it is silent; a refusal where they cannot be
 * packed.
 */
export function quotedFor(
  rate: Rate & { is: 'carrier quote' },
  load: Load,
  asked: Asked,
): { parcels: number; charge: Quoted | null } | Refused {
  const packed = pack(load.pieces, rate.boxes);
  if (!packed.ok) return refusedBy(packed);
  return {
    parcels: boxesIn(packed.parcels),
    charge: asked.carrier?.charge(rate.service, asked.place, packed.parcels) ?? null,
  };
}

/**
 * The cheapest way to pack a group into some of a rate's sizes, of equal ones that with fewer boxes; a refusal where
 * there is none.
 */
export function boxedFor({ sizes }: Rate & { is: 'box' }, load: Load): { amount: number; boxes: number } | Refused {
  const whole = pack(
    load.pieces,
    sizes.map((size) => size.box),
  );
  if (!whole.ok) return refusedBy(whole);
  let best: { amount: number; boxes: number } | null = null;
  for (let set = 1; set < 1 << sizes.length; set += 1) {
    const some = sizes.filter((_, i) => set & (1 << i));
    const packed = pack(
      load.pieces,
      some.map((size) => size.box),
    );
    if (!packed.ok) continue;
    let amount = 0;
    for (const { box, count } of packed.parcels) amount += count * (some.find((size) => size.box === box)?.amount ?? 0);
    const boxes = boxesIn(packed.parcels);
    if (best === null || amount < best.amount || (amount === best.amount && boxes < best.boxes))
      best = { amount, boxes };
  }
  return best ?? noBox;
}

const refusedBy = (packed: Packed & { ok: false }): Refused =>
  packed.why === 'no mass' ? noMass : packed.why === 'no size' ? noSize : noBox;

/** What a group measures, in the table's own steps; NaN where that is not known. */
export function measureOf(over: 'value' | 'units' | 'mass' | 'long side', load: Load, after: boolean): number {
  switch (over) {
    case 'value':
      return after ? load.after : load.value;
    case 'units':
      return load.units;
    case 'mass':
      return load.mass;
    case 'long side':
      return load.long;
  }
}

/** Which break a measure falls in: the first whose upper edge it does not pass. */
export function breakAt<T extends number | bigint>(edges: readonly T[], measure: T): number {
  let [low, high] = [0, edges.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (measure > (edges[middle] as T)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** How many of a size are started by a measure. Both whole; exact where a division of floating point would not be. */
export function started(measure: number, per: number): number {
  let count = Math.ceil(measure / per);
  while (count * per < measure) count += 1;
  while (count > 0 && (count - 1) * per >= measure) count -= 1;
  return count;
}

const settled = (whole: number, by: Conversion | null): number | Refused => {
  if (whole > Number.MAX_SAFE_INTEGER) return tooLarge;
  return by === null ? whole : settledExactly(BigInt(whole), 1n, by);
};

/** A whole amount and a share of another, amount · part / of, rounded once. */
function settledShare(
  whole: number,
  amount: number,
  part: number,
  of: number,
  by: Conversion | null,
): number | Refused {
  if (whole > Number.MAX_SAFE_INTEGER) return tooLarge;
  const product = amount * part;
  if (by !== null || product > Number.MAX_SAFE_INTEGER)
    return settledExactly(BigInt(whole) * BigInt(of) + BigInt(amount) * BigInt(part), BigInt(of), by);
  const count = Math.floor(product / of);
  const rest = product - count * of;
  return whole + (rest < 0 ? count - 1 + Number((rest + of) * 2 >= of) : count + Number(rest * 2 >= of));
}

function settledExactly(n: bigint, d: bigint, by: Conversion | null): number | Refused {
  const value = by === null ? rounded(n, d, { is: 'nearest' }) : rounded(n * by.up, d * by.down, by.rounding);
  return Number.isSafeInteger(value) ? value : tooLarge;
}

/**
 * The largest and smallest amount a rate can charge for loads within bounds; `most` is infinite where nothing bounds
 * it.
 */
export function reachOf(rate: Rate): { least: Minor; most: Minor } {
  const range = (least: number, most: number) => ({ least: least as Minor, most: most as Minor });
  switch (rate.is) {
    case 'free':
      return range(0, 0);
    case 'flat':
      return range(rate.amount, rate.amount);
    case 'table': {
      const amounts = rate.breaks.map((one) => one.amount);
      const stepped = rate.breaks.map((one, i) =>
        one.step === 0 || one.per === 0 || one.per === 0n ? one.amount : one.amount + one.step * stepsWithin(rate, i),
      );
      return range(Math.min(...amounts), Math.max(...stepped));
    }
    case 'built up':
      return range(
        rate.order + rate.first,
        rate.further === 0 && !rate.weight ? rate.order + rate.first : Number.POSITIVE_INFINITY,
      );
    case 'carrier quote':
      return range(rate.add, Number.POSITIVE_INFINITY);
    case 'box':
      return range(Math.min(...rate.sizes.map((size) => size.amount)), Number.POSITIVE_INFINITY);
  }
}

/** How many steps a stepped break can start between its edges; infinite for an open one. */
function stepsWithin(table: Table, at: number): number {
  if (table.over === 'volume') {
    const [edge, per] = [table.edges[at], table.breaks[at]?.per ?? 1n];
    return edge === undefined
      ? Number.POSITIVE_INFINITY
      : Number((edge - (table.edges[at - 1] ?? table.from) + per - 1n) / per);
  }
  const edge = table.edges[at];
  return edge === undefined
    ? Number.POSITIVE_INFINITY
    : started(edge - (table.edges[at - 1] ?? table.from), table.breaks[at]?.per ?? 1);
}

/** Whether a rate never charges less for more mass or size, nor begins to be offered with it. */
export function isRising(rate: Rate): boolean {
  switch (rate.is) {
    case 'free':
    case 'flat':
    case 'built up':
      return true;
    case 'table': {
      // No more mass or size changes what was paid, or how many units there are.
      if (rate.over === 'value' || rate.over === 'units') return true;
      if (rate.from > 0) return false;
      return rate.breaks.every((one, i) => {
        const before = rate.breaks[i - 1];
        return (
          !before || one.amount >= before.amount + (before.step === 0 ? 0 : before.step * stepsWithin(rate, i - 1))
        );
      });
    }
    case 'carrier quote':
    case 'box':
      return false;
  }
}
