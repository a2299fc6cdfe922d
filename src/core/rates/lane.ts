import {
  type Conversion,
  type Currency,
  converted,
  isCurrency,
  kept,
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
  volumeUnits,
} from '../exact/index.ts';
import { type Pattern, parsePattern } from '../places/index.ts';
import type { Asked, Load } from './load.ts';
import { volumeOfLoad } from './load.ts';
import type { Box } from './packing.ts';
import { type Break, chargeOf, measureOf, type Rate, type Refused, refused, type Steps } from './rate.ts';
import type { BoundBody, BoxBody, BreakBody, FreeFromBody, LaneBody, MeasureUnit, RateBody, ThresholdBody } from './schema.ts';

/** From how much something holds, that itself counting: value before or after discounts, units, or mass. */
export interface Threshold {
  readonly value: Minor;
  readonly test: 'before' | 'after';
}

/** From where a lane is free. `least` counts minor units of the market, units, or steps of mass. */
export interface FreeFrom extends Threshold {
  readonly over: 'value' | 'units' | 'mass';
  readonly of: 'basket' | 'group';
}

export type Over = 'value' | 'units' | 'mass' | 'long side' | 'volume';

/** At least and at most, both counting. */
export interface Bound {
  readonly over: Over;
  readonly from: number | bigint | null;
  readonly to: number | bigint | null;
}

/** A lane ready to answer for one market. */
export interface Lane {
  readonly rate: Rate;
  /** The rate as given in the market's own currency, with the lane fees converted alone; null where it is not given. */
  readonly own: { readonly rate: Rate; readonly feeOrder: Minor; readonly feeItem: Minor } | null;
  readonly kinds: ReadonlyMap<string, Rate> | null;
  readonly bounds: readonly Bound[];
  readonly feeOrder: Minor;
  readonly feeItem: Minor;
  readonly freeFrom: FreeFrom | null;
  readonly after: boolean;
  readonly names: Readonly<Record<string, string>>;
  readonly days: readonly [number, number] | null;
  /** From the template's currency into the market's; null where they are the same. */
  readonly conversion: Conversion | null;
}

/** What a lane is read by: its template's currency and the market's, how one becomes the other, and the seller's boxes. */
export interface LaneContext {
  readonly currency: Currency;
  readonly market: Currency;
  readonly conversion: Conversion | null;
  readonly boxes: ReadonlyMap<string, Box>;
}

/** What a lane charges a group, bounds and lane fees minded, its threshold not; below 0 it is refused. */
export function laneCharge(lane: Lane, rate: Rate, load: Load, asked: Asked): number | Refused {
  if (lane.bounds.length > 0)
    for (const bound of lane.bounds) {
      const measure = bound.over === 'volume' ? volumeOfLoad(load) : measureOf(bound.over, load, lane.after);
      if (measure === null || Number.isNaN(measure)) return bound.over === 'mass' ? noMass : noSize;
      if ((bound.from !== null && measure < bound.from) || (bound.to !== null && measure > bound.to)) return outside;
    }
  const { own } = lane;
  if (own && rate === lane.rate) return chargeOf(own.rate, load, own.feeOrder + own.feeItem * load.units, lane.after, null, asked);
  return chargeOf(rate, load, lane.feeOrder + lane.feeItem * load.units, lane.after, lane.conversion, asked);
}

const [noMass, noSize, outside] = (['no mass', 'no size', 'outside the bounds'] as const).map(refused) as [number, number, number];

/** Whether a lane's threshold is met by a basket, or by the lane's own group where it says so. */
export function isFreed(free: FreeFrom, basket: Load, group: Load): boolean {
  const load = free.of === 'group' ? group : basket;
  switch (free.over) {
    case 'value':
      return (free.test === 'after' ? load.after : load.value) >= free.value;
    case 'units':
      return load.units >= free.value;
    case 'mass':
      return load.mass >= free.value;
  }
}

export const overOf = (unit: MeasureUnit): Over => {
  if (unit === 'value' || unit === 'units') return unit;
  if (unit === 'mm' || unit === 'cm' || unit === 'in') return 'long side';
  return (volumeUnits as readonly string[]).includes(unit) ? 'volume' : 'mass';
};

/** Reads a lane as written; every problem with its field. */
export function readLane(body: LaneBody, context: LaneContext): Result<Lane> {
  const problems: Problem[] = [];
  const amount = (text: string, at: Problem['at']) => kept(parseAmount(text, context.currency), at, problems, nothing);
  const rate = readRate(body.rate, context, ['rate'], problems);
  const kinds = Object.entries(body.kinds).map(([kind, one]) => [kind, readRate(one, context, ['kinds', kind], problems)] as const);
  const bounds = body.bounds.map((bound, i) => readBound(bound, context, ['bounds', i], problems));
  if (body.days && body.days[1] < body.days[0]) problems.push({ at: ['days'], wrong: `${body.days[0]} to ${body.days[1]} days runs backwards`, right: 'the shortest first' });
  const feeOrder = body.fees ? amount(body.fees.order, ['fees', 'order']) : nothing;
  const feeItem = body.fees ? amount(body.fees.item, ['fees', 'item']) : nothing;
  const { conversion, market } = context;
  const alone = (fee: Minor) => (conversion ? converted(fee, conversion) : fee);
  const also = Object.entries(body.also).map(([currency, one]) => {
    const known = isCurrency(currency);
    if (!known) problems.push({ at: ['also', currency], wrong: `“${currency}” is no currency`, right: 'a code of ISO 4217, such as GBP' });
    return { currency, rate: known ? readRate(one, { ...context, currency, market: currency, conversion: null }, ['also', currency], problems) : rate };
  });
  const given = conversion ? also.find((one) => one.currency === market) : undefined;
  const lane: Lane = {
    rate,
    own: given ? { rate: given.rate, feeOrder: alone(feeOrder), feeItem: alone(feeItem) } : null,
    kinds: kinds.length === 0 ? null : new Map(kinds),
    bounds,
    feeOrder,
    feeItem,
    freeFrom: body.freeFrom && readFreeFrom(body.freeFrom, context, ['freeFrom'], problems),
    after: body.values === 'after',
    names: body.names,
    days: body.days,
    conversion,
  };
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: lane };
}

/** Reads a threshold as written, adding its problems to a list. */
function _readThreshold(body: ThresholdBody, currency: Currency, conversion: Conversion | null, at: Problem['at'], problems: Problem[]): Threshold {
  const value = kept(parseAmount(body.value, currency), [...at, 'value'], problems, nothing);
  return { value: conversion ? converted(value, conversion) : value, test: body.test };
}

function readFreeFrom(body: FreeFromBody, context: LaneContext, at: Problem['at'], problems: Problem[]): FreeFrom {
  for (const [currency, value] of Object.entries(body.also)) kept(parseAmount(value, currency as Currency), [...at, 'also', currency], problems, nothing);
  const own = body.also[context.market];
  if (body.unit === 'value') {
    const value = own === undefined ? inMarket(body.value, context, [...at, 'value'], problems) : kept(parseAmount(own, context.market), [...at, 'also', context.market], problems, nothing);
    return { value: value as Minor, test: body.test, over: 'value', of: body.of };
  }
  return { value: readMeasure(body.value, body.unit, context, [...at, 'value'], problems) as Minor, test: body.test, over: body.unit === 'units' ? 'units' : 'mass', of: body.of };
}

function readBound(body: BoundBody, context: LaneContext, at: Problem['at'], problems: Problem[]): Bound {
  const end = (text: string | null, field: string) => (text === null ? null : readMeasure(text, body.unit, context, [...at, field], problems));
  const [from, to] = [end(body.from, 'from'), end(body.to, 'to')];
  if (from === null && to === null) problems.push({ at, wrong: 'a bound without ends', right: 'a least, a most, or both' });
  if (from !== null && to !== null && from > to) problems.push({ at: [...at, 'to'], wrong: `${body.from} to ${body.to} runs backwards`, right: 'the lower end first' });
  return { over: overOf(body.unit), from, to };
}

const inMarket = (text: string, { currency, conversion }: LaneContext, at: Problem['at'], problems: Problem[]): number => {
  const value = kept(parseAmount(text, currency), at, problems, nothing);
  return conversion ? converted(value, conversion) : value;
};

/** Reads a figure of a table, bound or threshold in its unit; values in the market's currency. */
function readMeasure(text: string, unit: MeasureUnit, context: LaneContext, at: Problem['at'], problems: Problem[]): number | bigint {
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
function readRate(body: RateBody, context: LaneContext, at: Problem['at'], problems: Problem[]): Rate {
  const amount = (text: string, ...field: (string | number)[]) => kept(parseAmount(text, context.currency), [...at, ...field], problems, nothing);
  switch (body.is) {
    case 'free':
      return body;
    case 'flat':
      return { is: 'flat', amount: amount(body.amount, 'amount') };
    case 'built up': {
      const { weight } = body;
      const per = weight && kept(parseMass(weight.per, weight.unit), [...at, 'weight', 'per'], problems, 1 as Mass);
      if (per === 0) problems.push({ at: [...at, 'weight', 'per'], wrong: 'an amount for each 0 of weight', right: 'a weight above 0' });
      return {
        is: 'built up',
        order: amount(body.order, 'order'),
        first: amount(body.first, 'first'),
        further: amount(body.further, 'further'),
        weight: weight && per ? { amount: amount(weight.amount, 'weight', 'amount'), per, started: weight.each === 'started' } : null,
      };
    }
    case 'table': {
      const over = overOf(body.unit);
      const measure = (text: string, field: Problem['at']) => readMeasure(text, body.unit, context, field, problems);
      if (over === 'volume') return { is: 'table', over, ...readSteps(body, 0n, measure as (text: string, field: Problem['at']) => bigint, amount, at, problems) };
      return { is: 'table', over, ...readSteps(body, 0, measure as (text: string, field: Problem['at']) => number, amount, at, problems) };
    }
    case 'carrier quote':
      return {
        is: 'carrier quote',
        service: body.service,
        percent: kept(parseDecimal(body.percent, 3), [...at, 'percent'], problems, { digits: 0n, scale: 0 }),
        add: amount(body.add, 'add'),
        fallback: body.fallback === null ? null : amount(body.fallback, 'fallback'),
        boxes: [...context.boxes.values()],
      };
    case 'box': {
      const box = context.boxes.get(body.box);
      if (!box) problems.push({ at: [...at, 'box'], wrong: `no box “${body.box}”`, right: [...context.boxes.keys()].join(', ') || 'a box of the book' });
      const limit = kept(parseMass(body.limit.value, body.limit.unit), [...at, 'limit'], problems, 0 as Mass);
      const places = body.places.map((text, i) => kept(parsePattern(text), [...at, 'places', i], problems, { is: 'world' } as Pattern));
      return { is: 'box', amount: amount(body.amount, 'amount'), box: { ...(box ?? nowhere), limit: Math.min(limit, box?.limit ?? limit) as Mass }, places };
    }
  }
}

/** Stands in for a box that is not there, while its problem is told. */
const nowhere: Box = { id: '', name: '', sides: [0, 0, 0] as unknown as Box['sides'], volume: 0n as Box['volume'], limit: 0 as Mass, own: 0 as Mass };

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
  body.breaks.forEach((one, i) => {
    const field = [...at, 'breaks', i, 'to'];
    if (one.to === null) {
      if (i < body.breaks.length - 1) problems.push({ at: field, wrong: 'an open break stands before the last', right: 'an upper edge; only the last break may be open' });
      return;
    }
    const edge = measure(one.to, field);
    const last = edges.at(-1);
    if (last !== undefined && edge <= last) problems.push({ at: field, wrong: `${one.to}${unit} does not lie above the edge before it`, right: 'edges that rise from break to break' });
    else if (edge < from || edge === zero)
      problems.push({ at: field, wrong: `an edge of ${one.to}${unit} holds nothing`, right: body.from === null ? 'an upper edge above 0' : `an upper edge of ${body.from} or more` });
    edges.push(edge);
  });
  const breaks = body.breaks.map((one: BreakBody, i): Break<T> => {
    const charge = amount(one.amount, 'breaks', i, 'amount');
    if (!('step' in one)) return { amount: charge, step: nothing, per: zero };
    const per = measure(one.per, [...at, 'breaks', i, 'per']);
    if (per === zero) problems.push({ at: [...at, 'breaks', i, 'per'], wrong: 'a step for each started 0', right: 'a measure above 0' });
    return { amount: charge, step: amount(one.step, 'breaks', i, 'step'), per };
  });
  return { from, edges, breaks };
}

/** Reads a box of the seller's. */
export function readBox(body: BoxBody): Result<Box> {
  const problems: Problem[] = [];
  const sides = (['length', 'width', 'height'] as const).map((side) => kept(parseLength(body[side], body.unit), [side], problems, 0 as never));
  const [a, b, c] = [...sides].sort((x, y) => y - x) as [(typeof sides)[number], (typeof sides)[number], (typeof sides)[number]];
  const limit = kept(parseMass(body.limit.value, body.limit.unit), ['limit'], problems, 0 as Mass);
  const own = body.own ? kept(parseMass(body.own.value, body.own.unit), ['own'], problems, 0 as Mass) : (0 as Mass);
  if (c === 0) problems.push({ at: ['height'], wrong: 'a side of 0', right: 'sides above 0' });
  const volume = (BigInt(a) * BigInt(b) * BigInt(c)) as Box['volume'];
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: { id: body.id, name: body.name, sides: [a, b, c], volume, limit, own } };
}
