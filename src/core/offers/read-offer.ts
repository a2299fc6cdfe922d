import {
  type Conversion,
  type Currency,
  converted,
  type Decimal,
  edgeIn,
  isCurrency,
  kept,
  type Minor,
  minor,
  nothing,
  type Problem,
  parseAmount,
  parseDecimal,
  type Result,
  readWindow,
} from '../exact/index.ts';
import { type Ask, allGoods, type Benefit, type Limits, levelOf, type Off, type Offer, type Part } from './offer.ts';
import type { AskBody, BenefitBody, LimitsBody, OffBody, OfferBody } from './schema.ts';

/**
 * What an offer is read by: the currency it is written in and the market's, how one becomes the other, and the
 * selections it may name.
 */
export interface OfferContext {
  readonly currency: Currency;
  readonly market: Currency;
  readonly conversion: Conversion | null;
  /** The place of a selection in the list of those that offers ask about; undefined for none of the book. */
  readonly partOf: (selection: string) => Part | undefined;
}

/**
 * Reads an offer as written, at its place in the book's order, its amounts in the market's currency; every problem with
 * its field.
 */
export function readOffer(body: OfferBody, order: number, context: OfferContext): Result<Offer> {
  const problems: Problem[] = [];
  const span = readWindow(body.window, ['window'], problems);
  const reader = readerFor(context, problems);
  const offer: Offer = {
    id: body.id,
    order,
    number: body.number,
    level: levelOf(body.benefit),
    benefit: reader.benefit(body.benefit),
    code: body.code,
    asks: body.asks.map((ask, i) => reader.ask(ask, ['asks', i])),
    zones: setOf(body.zones),
    markets: setOf(body.markets),
    channels: setOf(body.channels),
    segments: setOf(body.segments),
    needs: body.goods === null ? null : reader.part(body.goods, ['goods']),
    stocked: body.stocked,
    limits: reader.limits(body.limits),
    ...span,
    zone: body.window.zone,
  };
  if (body.goods !== null && 'goods' in body.benefit && body.benefit.is !== 'spend steps')
    problems.push({
      at: ['goods'],
      wrong: 'its benefit names its goods already',
      right: 'no selection here: the goods that the benefit is on',
    });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: offer };
}

const setOf = (list: readonly string[] | null): ReadonlySet<string> | null => list && new Set(list);

type At = Problem['at'];

/** Readers of an offer's parts, in the market's currency; their problems go into one list. */
function readerFor(context: OfferContext, problems: Problem[]) {
  const { currency, market, conversion } = context;
  const written = (text: string, at: At, of: Currency): Minor => kept(parseAmount(text, of), at, problems, nothing);
  const amountBy =
    (convert: (value: Minor, by: Conversion) => Minor) =>
    (text: string, also: Readonly<Record<string, string>>, at: At): Minor => {
      for (const code of Object.keys(also))
        if (!isCurrency(code))
          problems.push({
            at: [...at, 'also', code],
            wrong: `“${code}” is no currency`,
            right: 'a code of ISO 4217, such as GBP',
          });
      const own = conversion ? also[market] : undefined;
      if (own !== undefined) return written(own, [...at, 'also', market], market);
      const value = written(text, at, currency);
      return conversion ? convert(value, conversion) : value;
    };
  const amount = amountBy(converted);
  /** A threshold: above nothing it stays at least one smallest unit. */
  const edge = amountBy(edgeIn);
  const percent = (text: string, at: At): Decimal => {
    const read = kept(parseDecimal(text, 3), at, problems, { digits: 0n, scale: 0 });
    if (read.digits === 0n || read.digits > 100n * 10n ** BigInt(read.scale))
      problems.push({ at, wrong: `${text} % is no share`, right: 'a percentage above 0 and up to 100' });
    return read;
  };
  const part = (selection: string | null, at: At): Part => {
    if (selection === null) return allGoods;
    const found = context.partOf(selection);
    if (found === undefined)
      problems.push({ at, wrong: `no selection “${selection}”`, right: 'a selection of the book, or all goods' });
    return found ?? allGoods;
  };
  const off = (body: OffBody, at: At): Off =>
    body.by === 'percent'
      ? { by: body.by, percent: percent(body.percent, [...at, 'percent']) }
      : { by: body.by, amount: amount(body.amount, body.also, [...at, 'amount']) };

  return {
    part,
    ask: (body: AskBody, at: At): Ask =>
      body.over === 'units'
        ? { over: body.over, units: body.units, goods: part(body.goods, [...at, 'goods']) }
        : {
            over: body.over,
            value: edge(body.value, body.also, [...at, 'value']),
            test: body.test,
            goods: part(body.goods, [...at, 'goods']),
          },
    limits: (body: LimitsBody): Limits => ({
      uses: body.uses,
      each: body.each,
      most: body.most && amount(body.most.amount, body.most.also, ['limits', 'most']),
      budget: body.budget && {
        per: body.budget.per,
        amount: written(body.budget.amount, ['limits', 'budget', 'amount'], currency),
        split:
          body.budget.split &&
          new Map(
            Object.entries(body.budget.split).map(([channel, share]) => [
              channel,
              written(share, ['limits', 'budget', 'split', channel], currency),
            ]),
          ),
      },
    }),
    benefit(body: BenefitBody): Benefit {
      const at: At = ['benefit'];
      switch (body.is) {
        case 'off goods':
          return { is: body.is, goods: part(body.goods, [...at, 'goods']), off: off(body.off, at) };
        case 'fixed price':
          return {
            is: body.is,
            goods: part(body.goods, [...at, 'goods']),
            price: amount(body.price, body.also, [...at, 'price']),
          };
        case 'buy and get':
          return {
            is: body.is,
            goods: part(body.goods, [...at, 'goods']),
            buy: body.buy,
            get: body.get,
            percent: percent(body.percent, [...at, 'percent']),
          };
        case 'gift':
          return { is: body.is, sku: body.sku, units: body.units };
        case 'off order':
          return { is: body.is, off: off(body.off, at) };
        case 'spend steps': {
          const steps = body.steps.map((step, i) => {
            const also = (field: 'from' | 'off') =>
              Object.fromEntries(Object.entries(step.also).map(([code, own]) => [code, own[field]]));
            return {
              from: edge(step.from, also('from'), [...at, 'steps', i, 'from']),
              off: amount(step.off, also('off'), [...at, 'steps', i, 'off']),
            };
          });
          steps.forEach((_, i) => {
            const [before, own] = [body.steps[i - 1], body.steps[i]];
            // As written: in another currency two steps may come to one, and the later counts.
            if (before && own && Number(own.from) <= Number(before.from))
              problems.push({
                at: [...at, 'steps', i, 'from'],
                wrong: `${body.steps[i]?.from} does not lie above the step before it`,
                right: 'steps that rise',
              });
          });
          return { is: body.is, goods: part(body.goods, [...at, 'goods']), test: body.test, steps };
        }
        case 'delivery':
          return {
            is: body.is,
            on: body.on.is === 'services' ? { is: body.on.is, services: new Set(body.on.services) } : body.on,
            off:
              body.off.by === 'free'
                ? body.off
                : body.off.by === 'to'
                  ? { by: 'to', amount: minor(amount(body.off.amount, body.off.also, [...at, 'amount'])) }
                  : off(body.off, at),
          };
      }
    },
  };
}
