import {
  always,
  type Conversion,
  type Currency,
  converted,
  type Instant,
  inForce,
  isCurrency,
  kept,
  type Minor,
  nothing,
  ok,
  type Problem,
  parseAmount,
  type Result,
  readWindow,
  type Span,
  turnsOf,
} from '../exact/index.ts';
import type { LaneContext } from './context.ts';
import type { RateKind } from './kinds/kind.ts';
import { type Over, overOf, readMeasure, valueInMarket } from './measure.ts';
import { kindOf, type Rate, readRate } from './rate.ts';
import { type Refused, refused } from './refusal.ts';
import type { BoundBody, FeesBody, FreeFromBody, LaneBody } from './schema.ts';
import type { Asked, Shipment } from './shipment.ts';
import { volumeOf } from './shipment.ts';
import { measureOf } from './steps.ts';

/** From where a lane is free. `value` counts minor units of the market, units, or steps of mass. */
export interface FreeFrom {
  readonly over: 'value' | 'units' | 'mass';
  readonly value: Minor;
  readonly test: 'before' | 'after';
  readonly of: 'basket' | 'group';
}

/** At least and at most, both counting. */
export interface Bound {
  readonly over: Over;
  readonly from: number | bigint | null;
  readonly to: number | bigint | null;
}

/** A rate for one market: as given in its currency, or else in the template's. */
export interface Priced {
  readonly rate: Rate;
  readonly kind: RateKind;
  /** Whether it is in the market's own currency though the template's is another. */
  readonly given: boolean;
}

/** A rate with its kind found, once for all the answers to come. */
export const pricedBy = (rate: Rate, given: boolean): Priced => ({ rate, kind: kindOf(rate), given });

/** Lane fees for one market, in the template's currency, and alone in the market's: given there, or each converted. */
export interface Fees {
  readonly order: Minor;
  readonly item: Minor;
  readonly alone: { readonly order: Minor; readonly item: Minor };
  readonly given: boolean;
}

export const noFees: Fees = {
  order: nothing,
  item: nothing,
  alone: { order: nothing, item: nothing },
  given: false,
};

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
  readonly broughtBy: LaneBody['broughtBy'];
  /** From the template's currency into the market's; null where they are the same. */
  readonly conversion: Conversion | null;
}

/** A lane from a moment on (null: from the beginning) until the next such one begins. */
export interface LaneEra {
  readonly from: Instant | null;
  readonly lane: Lane;
}

/** What a lane charges a group, bounds and lane fees minded, its threshold not; below 0 it is refused. */
export function laneCharge(
  lane: Lane,
  { rate, kind, given }: Priced,
  shipment: Shipment,
  asked: Asked,
): number | Refused {
  if (lane.bounds.length > 0)
    for (const bound of lane.bounds) {
      const measure = bound.over === 'volume' ? volumeOf(shipment) : measureOf(bound.over, shipment, lane.after);
      if (measure === null || Number.isNaN(measure)) return bound.over === 'mass' ? noMass : noSize;
      if ((bound.from !== null && measure < bound.from) || (bound.to !== null && measure > bound.to)) return outside;
    }
  const { fees, conversion } = lane;
  if (conversion === null || !(given || fees.given))
    return kind.charge(rate, shipment, fees.order + fees.item * shipment.units, lane.after, conversion, asked);
  const charge = kind.charge(rate, shipment, 0, lane.after, given ? null : conversion, asked);
  if (charge < 0) return charge;
  const whole = charge + fees.alone.order + fees.alone.item * shipment.units;
  return whole > Number.MAX_SAFE_INTEGER ? tooLarge : whole;
}

const [noMass, noSize, outside, tooLarge] = (['no mass', 'no size', 'outside the bounds', 'too large'] as const).map(
  refused,
) as [number, number, number, number];

/** Whether a lane's threshold is met by a basket, or by the lane's own group where it says so. */
export function isFreed(free: FreeFrom, basket: Shipment, group: Shipment): boolean {
  const shipment = free.of === 'group' ? group : basket;
  switch (free.over) {
    case 'value':
      return (free.test === 'after' ? shipment.after : shipment.value) >= free.value;
    case 'units':
      return shipment.units >= free.value;
    case 'mass':
      return shipment.bought >= free.value;
  }
}

/**
 * Reads a lane as written, as it is from the beginning and after each start and end of its dated rows; every problem
 * with its field.
 */
export function readLane(body: LaneBody, context: LaneContext): Result<readonly LaneEra[]> {
  const problems: Problem[] = [];
  const bounds = body.bounds.map((bound, i) => readBound(bound, context, ['bounds', i], problems));
  if (body.days && body.days[1] < body.days[0])
    problems.push({ at: ['days'], is: 'backwards', from: String(body.days[0]), to: String(body.days[1]) });
  const rates: (Span & Pick<Lane, 'price' | 'kinds'>)[] = [{ ...always, ...readRates(body, context, [], problems) }];
  const fees: (Span & { fees: Fees })[] = [{ ...always, fees: readFees(body.fees, context, ['fees'], problems) }];
  const frees: (Span & { freeFrom: FreeFrom | null })[] = [
    { ...always, freeFrom: body.freeFrom && readFreeFrom(body.freeFrom, context, ['freeFrom'], problems) },
  ];
  const ids = new Set<string>();
  for (const { id, window, sets } of body.dated) {
    const at = ['dated', id];
    if (ids.has(id)) problems.push({ at, is: 'repeated', what: 'thing', id, line: null });
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
      broughtBy: body.broughtBy,
      conversion: context.charges,
    };
  };
  const turns = turnsOf([...rates, ...fees, ...frees]);
  return ok([
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
        problems.push({ at: [...field, 'also', currency], is: 'malformed', text: currency, form: 'currency' });
      return {
        currency,
        rate: known
          ? readRate(
              given,
              { ...context, currency, market: currency, conversion: null, charges: null },
              [...field, 'also', currency],
              problems,
            )
          : rate,
      };
    });
    const given = context.conversion ? also.find(({ currency }) => currency === context.market) : undefined;
    return pricedBy(given?.rate ?? rate, given !== undefined);
  };
  const kinds = Object.entries(body.kinds).map(
    ([kind, priced]) => [kind, one(priced, [...at, 'kinds', kind])] as const,
  );
  return { price: one(body, at), kinds: kinds.length === 0 ? null : new Map(kinds) };
}

function readFees(
  body: FeesBody | null,
  { currency, market, charges }: LaneContext,
  at: Problem['at'],
  problems: Problem[],
): Fees {
  const both = (fees: { readonly order: string; readonly item: string }, of: Currency, field: Problem['at']) => ({
    order: kept(parseAmount(fees.order, of), [...field, 'order'], problems, nothing),
    item: kept(parseAmount(fees.item, of), [...field, 'item'], problems, nothing),
  });
  if (!body) return noFees;
  const own = both(body, currency, at);
  const also = Object.entries(body.also).map(([code, fees]) => {
    if (!isCurrency(code)) problems.push({ at: [...at, 'also', code], is: 'malformed', text: code, form: 'currency' });
    return { code, fees: isCurrency(code) ? both(fees, code, [...at, 'also', code]) : own };
  });
  const given = charges ? also.find(({ code }) => code === market)?.fees : undefined;
  const alone = (fee: Minor) => (charges ? converted(fee, charges) : fee);
  return { ...own, alone: given ?? { order: alone(own.order), item: alone(own.item) }, given: given !== undefined };
}

function readFreeFrom(body: FreeFromBody, context: LaneContext, at: Problem['at'], problems: Problem[]): FreeFrom {
  for (const [currency, value] of Object.entries(body.also))
    kept(parseAmount(value, currency as Currency), [...at, 'also', currency], problems, nothing);
  const own = context.conversion ? body.also[context.market] : undefined;
  if (body.unit === 'value') {
    const value =
      own === undefined
        ? valueInMarket(body.value, context, [...at, 'value'], problems)
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
  if (from === null && to === null) problems.push({ at, is: 'endless' });
  if (from !== null && to !== null && from > to)
    problems.push({ at: [...at, 'to'], is: 'backwards', from: body.from ?? '', to: body.to ?? '' });
  return { over: overOf(body.unit), from, to };
}
