import {
  always,
  type Conversion,
  type Currency,
  converted,
  type Decimal,
  edgeIn,
  good,
  type Instant,
  inForce,
  isCurrency,
  kept,
  type MarketRounding,
  type Mass,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
  parseDecimal,
  parseLength,
  parseMass,
  parseVolume,
  type Result,
  readWindow,
  type Span,
  turnsOf,
  volumeUnits,
} from '../exact/index.ts';
import { type Pattern, parsePattern } from '../places/index.ts';
import type { Asked, Load } from './load.ts';
import { volumeOfLoad } from './load.ts';
import type { Box } from './packing.ts';
import { type Break, chargeOf, measureOf, type Quoting, type Rate, type Refused, refused, type Steps } from './rate.ts';
import type {
  BoundBody,
  BoxBody,
  BreakBody,
  FeesBody,
  FreeFromBody,
  LaneBody,
  MeasureUnit,
  RateBody,
} from './schema.ts';

/** From where a lane is free. `value` counts minor units of the market, units, or steps of mass. */
export interface FreeFrom {
  readonly over: 'value' | 'units' | 'mass';
  readonly value: Minor;
  readonly test: 'before' | 'after';
  readonly of: 'basket' | 'group';
}

export type Over = 'value' | 'units' | 'mass' | 'long side' | 'volume';

/** At least and at most, both counting. */
export interface Bound {
  readonly over: Over;
  readonly from: number | bigint | null;
  readonly to: number | bigint | null;
}

/** A rate for one market: as given in its currency, or else in the template's. */
export interface Priced {
  readonly rate: Rate;
  /** Whether it is in the market's own currency though the template's is another. */
  readonly given: boolean;
}

/** Lane fees for one market, in the template's currency, and alone in the market's: given there, or each converted. */
export interface Fees {
  readonly order: Minor;
  readonly item: Minor;
  readonly alone: { readonly order: Minor; readonly item: Minor };
  readonly given: boolean;
}

/** A lane ready to answer for one market, at one time. */
export interface Lane {
  readonly price: Priced;
  readonly kinds: ReadonlyMap<string, Priced> | null;
  readonly bounds: readonly Bound[];
  readonly fees: Fees;
  readonly freeFrom: FreeFrom | null;
  readonly after: boolean;
  readonly names: Readonly<Record<string, string>>;
  readonly days: readonly [number, number] | null;
  /** From the template's currency into the market's; null where they are the same. */
  readonly conversion: Conversion | null;
}

/** A lane from a moment on (null: from the beginning) until the next such one begins. */
export interface LaneEra {
  readonly from: Instant | null;
  readonly lane: Lane;
}

/**
 * What a lane is read by: its template's currency and the market's, how one becomes the other, and the seller's boxes.
 */
export interface LaneContext {
  readonly currency: Currency;
  readonly market: Currency;
  readonly conversion: Conversion | null;
  readonly rounding: MarketRounding;
  readonly boxes: ReadonlyMap<string, Box>;
  /** What currencies that carriers answer in are in another, by the listed rates. */
  readonly quotingInto: (currency: Currency) => Quoting;
}

/** What a lane charges a group, bounds and lane fees minded, its threshold not; below 0 it is refused. */
export function laneCharge(lane: Lane, { rate, given }: Priced, load: Load, asked: Asked): number | Refused {
  if (lane.bounds.length > 0)
    for (const bound of lane.bounds) {
      const measure = bound.over === 'volume' ? volumeOfLoad(load) : measureOf(bound.over, load, lane.after);
      if (measure === null || Number.isNaN(measure)) return bound.over === 'mass' ? noMass : noSize;
      if ((bound.from !== null && measure < bound.from) || (bound.to !== null && measure > bound.to)) return outside;
    }
  const { fees, conversion } = lane;
  if (conversion === null || !(given || fees.given))
    return chargeOf(rate, load, fees.order + fees.item * load.units, lane.after, conversion, asked);
  const charge = chargeOf(rate, load, 0, lane.after, given ? null : conversion, asked);
  if (charge < 0) return charge;
  const whole = charge + fees.alone.order + fees.alone.item * load.units;
  return whole > Number.MAX_SAFE_INTEGER ? tooLarge : whole;
}

const [noMass, noSize, outside, tooLarge] = (['no mass', 'no size', 'outside the bounds', 'too large'] as const).map(
  refused,
) as [number, number, number, number];

/** Whether a lane's threshold is met by a basket, or by the lane's own group where it says so. */
export function isFreed(free: FreeFrom, basket: Load, group: Load): boolean {
  const load = free.of === 'group' ? group : basket;
  switch (free.over) {
    case 'value':
      return (free.test === 'after' ? load.after : load.value) >= free.value;
    case 'units':
      return load.units >= free.value;
    case 'mass':
      return load.bought >= free.value;
  }
}

export const overOf = (unit: MeasureUnit): Over => {
  if (unit === 'value' || unit === 'units') return unit;
  if (unit === 'mm' || unit === 'cm' || unit === 'in') return 'long side';
  return (volumeUnits as readonly string[]).includes(unit) ? 'volume' : 'mass';
};

/**
 * Reads a lane as written, as it is from the beginning and after each start and end of its dated rows; every problem
 * with its field.
 */
export function readLane(body: LaneBody, context: LaneContext): Result<readonly LaneEra[]> {
  const problems: Problem[] = [];
  const bounds = body.bounds.map((bound, i) => readBound(bound, context, ['bounds', i], problems));
  if (body.days && body.days[1] < body.days[0])
    problems.push({
      at: ['days'],
      wrong: `${body.days[0]} to ${body.days[1]} days runs backwards`,
      right: 'the shortest first',
    });
  const rates: (Span & Pick<Lane, 'price' | 'kinds'>)[] = [{ ...always, ...readRates(body, context, [], problems) }];
  const fees: (Span & { fees: Fees })[] = [{ ...always, fees: readFees(body.fees, context, ['fees'], problems) }];
  const frees: (Span & { freeFrom: FreeFrom | null })[] = [
    { ...always, freeFrom: body.freeFrom && readFreeFrom(body.freeFrom, context, ['freeFrom'], problems) },
  ];
  const ids = new Set<string>();
  for (const { id, window, sets } of body.dated) {
    const at = ['dated', id];
    if (ids.has(id)) problems.push({ at, wrong: `“${id}” stands twice`, right: 'an id of its own for each' });
    ids.add(id);
    const span = readWindow(window, [...at, 'window'], problems);
    if (sets.is === 'rate') rates.push({ ...span, ...readRates(sets, context, [...at, 'sets'], problems) });
    else if (sets.is === 'fees')
      fees.push({ ...span, fees: readFees(sets.fees, context, [...at, 'sets', 'fees'], problems) });
    else
      frees.push({
        ...span,
        freeFrom: sets.freeFrom && readFreeFrom(sets.freeFrom, context, [...at, 'sets', 'freeFrom'], problems),
      });
  }
  if (problems.length > 0) return { ok: false, problems };
  const laneAt = (moment: Instant): Lane => {
    const [rate, fee, free] = [inForce(rates, moment), inForce(fees, moment), inForce(frees, moment)];
    return {
      price: (rate ?? rates[0])?.price as Priced,
      kinds: (rate ?? rates[0])?.kinds ?? null,
      bounds,
      fees: (fee ?? fees[0])?.fees as Fees,
      freeFrom: free?.freeFrom ?? null,
      after: body.values === 'after',
      names: body.names,
      days: body.days,
      conversion: context.conversion,
    };
  };
  const turns = turnsOf([...rates, ...fees, ...frees]);
  return good([
    { from: null, lane: laneAt(Number.NEGATIVE_INFINITY) },
    ...turns.map((from) => ({ from, lane: laneAt(from) })),
  ]);
}

/** A rate and those of single kinds, each as given in the market's currency where it is. */
function readRates(
  body: Pick<LaneBody, 'rate' | 'also' | 'kinds'>,
  context: LaneContext,
  at: Problem['at'],
  problems: Problem[],
): Pick<Lane, 'price' | 'kinds'> {
  const one = (priced: Pick<LaneBody, 'rate' | 'also'>, field: Problem['at']): Priced => {
    const rate = readRate(priced.rate, context, [...field, 'rate'], problems);
    const also = Object.entries(priced.also).map(([currency, given]) => {
      const known = isCurrency(currency);
      if (!known)
        problems.push({
          at: [...field, 'also', currency],
          wrong: `“${currency}” is no currency`,
          right: 'a code of ISO 4217, such as GBP',
        });
      return {
        currency,
        rate: known
          ? readRate(
              given,
              { ...context, currency, market: currency, conversion: null },
              [...field, 'also', currency],
              problems,
            )
          : rate,
      };
    });
    const given = context.conversion ? also.find(({ currency }) => currency === context.market) : undefined;
    return given ? { rate: given.rate, given: true } : { rate, given: false };
  };
  const kinds = Object.entries(body.kinds).map(
    ([kind, priced]) => [kind, one(priced, [...at, 'kinds', kind])] as const,
  );
  return { price: one(body, at), kinds: kinds.length === 0 ? null : new Map(kinds) };
}

function readFees(
  body: FeesBody | null,
  { currency, market, conversion }: LaneContext,
  at: Problem['at'],
  problems: Problem[],
): Fees {
  const both = (fees: { readonly order: string; readonly item: string }, of: Currency, field: Problem['at']) => ({
    order: kept(parseAmount(fees.order, of), [...field, 'order'], problems, nothing),
    item: kept(parseAmount(fees.item, of), [...field, 'item'], problems, nothing),
  });
  if (!body) return { order: nothing, item: nothing, alone: { order: nothing, item: nothing }, given: false };
  const own = both(body, currency, at);
  const also = Object.entries(body.also).map(([code, fees]) => {
    if (!isCurrency(code))
      problems.push({
        at: [...at, 'also', code],
        wrong: `“${code}” is no currency`,
        right: 'a code of ISO 4217, such as GBP',
      });
    return { code, fees: isCurrency(code) ? both(fees, code, [...at, 'also', code]) : own };
  });
  const given = conversion ? also.find(({ code }) => code === market)?.fees : undefined;
  const alone = (fee: Minor) => (conversion ? converted(fee, conversion) : fee);
  return { ...own, alone: given ?? { order: alone(own.order), item: alone(own.item) }, given: given !== undefined };
}

function readFreeFrom(body: FreeFromBody, context: LaneContext, at: Problem['at'], problems: Problem[]): FreeFrom {
  for (const [currency, value] of Object.entries(body.also))
    kept(parseAmount(value, currency as Currency), [...at, 'also', currency], problems, nothing);
  const own = context.conversion ? body.also[context.market] : undefined;
  if (body.unit === 'value') {
    const value =
      own === undefined
        ? inMarket(body.value, context, [...at, 'value'], problems)
        : kept(parseAmount(own, context.market), [...at, 'also', context.market], problems, nothing);
    return { value: value as Minor, test: body.test, over: 'value', of: body.of };
  }
  return {
    value: readMeasure(body.value, body.unit, context, [...at, 'value'], problems) as Minor,
    test: body.test,
    over: body.unit === 'units' ? 'units' : 'mass',
    of: body.of,
  };
}

function readBound(body: BoundBody, context: LaneContext, at: Problem['at'], problems: Problem[]): Bound {
  const end = (text: string | null, field: string) =>
    text === null ? null : readMeasure(text, body.unit, context, [...at, field], problems);
  const [from, to] = [end(body.from, 'from'), end(body.to, 'to')];
  if (from === null && to === null)
    problems.push({ at, wrong: 'a bound without ends', right: 'a least, a most, or both' });
  if (from !== null && to !== null && from > to)
    problems.push({
      at: [...at, 'to'],
      wrong: `${body.from} to ${body.to} runs backwards`,
      right: 'the lower end first',
    });
  return { over: overOf(body.unit), from, to };
}

/** A value of the template's currency in the market's; one above nothing stays above it. */
const inMarket = (
  text: string,
  { currency, conversion }: LaneContext,
  at: Problem['at'],
  problems: Problem[],
): number => {
  const value = kept(parseAmount(text, currency), at, problems, nothing);
  return conversion ? edgeIn(value, conversion) : value;
};

/** Reads a figure of a table, bound or threshold in its unit; values in the market's currency. */
function readMeasure(
  text: string,
  unit: MeasureUnit,
  context: LaneContext,
  at: Problem['at'],
  problems: Problem[],
): number | bigint {
  switch (unit) {
    case 'value':
      return inMarket(text, context, at, problems);
    case 'units':
      if (!/^\d+$/.test(text)) problems.push({ at, wrong: `“${text}” is no count of units`, right: 'a whole number' });
      return Number(text);
    case 'mm':
    case 'cm':
    case 'in':
      return kept<number>(parseLength(text, unit), at, problems, 0);
    case 'cm3':
    case 'l':
    case 'in3':
      return kept<bigint>(parseVolume(text, unit), at, problems, 0n);
    default:
      return kept<number>(parseMass(text, unit), at, problems, 0);
  }
}

/** Reads a rate as written, adding its problems to a list. */
export function readRate(body: RateBody, context: LaneContext, at: Problem['at'], problems: Problem[]): Rate {
  const amount = (text: string, ...field: (string | number)[]) =>
    kept(parseAmount(text, context.currency), [...at, ...field], problems, nothing);
  switch (body.is) {
    case 'free':
      return body;
    case 'flat':
      return { is: 'flat', amount: amount(body.amount, 'amount') };
    case 'built up': {
      const { weight } = body;
      const per = weight && kept(parseMass(weight.per, weight.unit), [...at, 'weight', 'per'], problems, 1 as Mass);
      if (per === 0)
        problems.push({
          at: [...at, 'weight', 'per'],
          wrong: 'an amount for each 0 of weight',
          right: 'a weight above 0',
        });
      return {
        is: 'built up',
        order: amount(body.order, 'order'),
        first: amount(body.first, 'first'),
        further: amount(body.further, 'further'),
        weight:
          weight && per
            ? { amount: amount(weight.amount, 'weight', 'amount'), per, started: weight.each === 'started' }
            : null,
      };
    }
    case 'table': {
      const over = overOf(body.unit);
      const measure = (text: string, field: Problem['at']) => readMeasure(text, body.unit, context, field, problems);
      if (over === 'volume')
        return {
          is: 'table',
          over,
          ...readSteps(body, 0n, measure as (text: string, field: Problem['at']) => bigint, amount, at, problems),
        };
      return {
        is: 'table',
        over,
        ...readSteps(body, 0, measure as (text: string, field: Problem['at']) => number, amount, at, problems),
      };
    }
    case 'carrier quote':
      return {
        is: 'carrier quote',
        service: body.service,
        percent: kept(parseDecimal(body.percent, 3), [...at, 'percent'], problems, { digits: 0n, scale: 0 }),
        add: amount(body.add, 'add'),
        fallback: body.fallback === null ? null : amount(body.fallback, 'fallback'),
        boxes: [...context.boxes.values()],
        currency: context.currency,
        quoting: context.quotingInto(context.currency),
        rounding: context.rounding,
      };
    case 'box': {
      const limit = kept(parseMass(body.limit.value, body.limit.unit), [...at, 'limit'], problems, 0 as Mass);
      const places = body.places.map((text, i) =>
        kept(parsePattern(text), [...at, 'places', i], problems, { is: 'world' } as Pattern),
      );
      const sizes = body.sizes.map((size, i) => {
        const box = context.boxes.get(size.box);
        if (!box)
          problems.push({
            at: [...at, 'sizes', i, 'box'],
            wrong: `no box “${size.box}”`,
            right: [...context.boxes.keys()].join(', ') || 'a box of the book',
          });
        if (body.sizes.findIndex((one) => one.box === size.box) < i)
          problems.push({
            at: [...at, 'sizes', i, 'box'],
            wrong: `“${size.box}” stands twice`,
            right: 'each box once',
          });
        return {
          box: { ...(box ?? nowhere), limit: Math.min(limit, box?.limit ?? limit) as Mass },
          amount: amount(size.amount, 'sizes', i, 'amount'),
        };
      });
      return { is: 'box', sizes, places };
    }
  }
}

/** Stands in for a box that is not there, while its problem is told. */
const nowhere: Box = {
  id: '',
  name: '',
  sides: [0, 0, 0] as unknown as Box['sides'],
  volume: 0n as Box['volume'],
  limit: 0 as Mass,
  own: 0 as Mass,
};

const figureOf = (text: string): Decimal | null => {
  const read = parseDecimal(text, 4);
  return read.ok ? read.value : null;
};
const isAbove = (a: Decimal, b: Decimal): boolean =>
  a.digits * 10n ** BigInt(b.scale) > b.digits * 10n ** BigInt(a.scale);

function readSteps<T extends number | bigint>(
  body: RateBody & { is: 'table' },
  zero: T,
  measure: (text: string, at: Problem['at']) => T,
  amount: (text: string, ...field: (string | number)[]) => Minor,
  at: Problem['at'],
  problems: Problem[],
): Steps<T> {
  const unit = body.unit === 'value' ? '' : ` ${body.unit}`;
  const from = body.from === null ? zero : measure(body.from, [...at, 'from']);
  const edges: T[] = [];
  // Edges are held against each other as written: in another currency two may come to one, and the break between them
  // is empty.
  let [last, least]: [Decimal | null, Decimal | null] = [null, body.from === null ? null : figureOf(body.from)];
  body.breaks.forEach((one, i) => {
    const field = [...at, 'breaks', i, 'to'];
    if (one.to === null) {
      if (i < body.breaks.length - 1)
        problems.push({
          at: field,
          wrong: 'an open break stands before the last',
          right: 'an upper edge; only the last break may be open',
        });
      return;
    }
    const written = figureOf(one.to);
    if (last && written && !isAbove(written, last))
      problems.push({
        at: field,
        wrong: `${one.to}${unit} does not lie above the edge before it`,
        right: 'edges that rise from break to break',
      });
    else if (written && (written.digits === 0n || (least && isAbove(least, written))))
      problems.push({
        at: field,
        wrong: `an edge of ${one.to}${unit} holds nothing`,
        right: body.from === null ? 'an upper edge above 0' : `an upper edge of ${body.from} or more`,
      });
    [last, least] = [written, null];
    edges.push(measure(one.to, field));
  });
  const breaks = body.breaks.map((one: BreakBody, i): Break<T> => {
    const charge = amount(one.amount, 'breaks', i, 'amount');
    if (!('step' in one)) return { amount: charge, step: nothing, per: zero };
    const per = measure(one.per, [...at, 'breaks', i, 'per']);
    if (per === zero)
      problems.push({
        at: [...at, 'breaks', i, 'per'],
        wrong: 'a step for each started 0',
        right: 'a measure above 0',
      });
    return { amount: charge, step: amount(one.step, 'breaks', i, 'step'), per };
  });
  return { from, edges, breaks };
}

/** Reads a box of the seller's. */
export function readBox(body: BoxBody): Result<Box> {
  const problems: Problem[] = [];
  const sides = (['length', 'width', 'height'] as const).map((side) =>
    kept(parseLength(body[side], body.unit), [side], problems, 0 as never),
  );
  const [a, b, c] = [...sides].sort((x, y) => y - x) as [
    (typeof sides)[number],
    (typeof sides)[number],
    (typeof sides)[number],
  ];
  const limit = kept(parseMass(body.limit.value, body.limit.unit), ['limit'], problems, 0 as Mass);
  const own = body.own ? kept(parseMass(body.own.value, body.own.unit), ['own'], problems, 0 as Mass) : (0 as Mass);
  if (c === 0) problems.push({ at: ['height'], wrong: 'a side of 0', right: 'sides above 0' });
  const volume = (BigInt(a) * BigInt(b) * BigInt(c)) as Box['volume'];
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, value: { id: body.id, name: body.name, sides: [a, b, c], volume, limit, own } };
}
