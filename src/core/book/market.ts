import {
  type Conversion,
  type Currency,
  conversionAt,
  currencyDigits,
  isCurrency,
  kept,
  knowsLocale,
  knowsZone,
  type MarketRounding,
  minor,
  type Problem,
  parseAmount,
  parseDecimal,
} from '../exact/index.ts';
import { parsePlace } from '../places/index.ts';
import type { Book, Market } from './schema.ts';

/** A market of the book ready to answer for, and how other currencies become its own. */
export interface ReadyMarket {
  readonly body: Market;
  readonly currency: Currency;
  readonly digits: number;
  readonly rounding: MarketRounding;
  /** By what amounts in its own currency are turned, where its tax is put inside them or taken out. */
  readonly turned: Turning | null;
}

/** A fraction by which an amount is turned, and those for what is charged in zones. */
export interface Turning extends Pick<Conversion, 'up' | 'down'> {
  inZone(zone: string): Pick<Conversion, 'up' | 'down'>;
}

/** A market with its tax put inside amounts, or taken out of them: each is turned alone. */
export const turnedMarket = (market: ReadyMarket, tax: Market['tax'], turned: Turning): ReadyMarket => ({
  ...market,
  body: { ...market.body, tax },
  turned,
});

/** How what is charged in a zone becomes the market's. */
export const chargesIn = ({ turned }: ReadyMarket, zone: string, all: Conversion | null): Conversion | null =>
  turned && all ? { ...all, ...turned.inZone(zone) } : all;

/** Reads a market's settings; null where its currency is none, and nothing can be answered. */
export function readMarket(body: Market, problems: Problem[]): ReadyMarket | null {
  const at = ['markets', body.id];
  const { currency } = body;
  if (!isCurrency(currency)) {
    problems.push({ at: [...at, 'currency'], is: 'malformed', text: currency, form: 'currency' });
    return null;
  }
  if (!knowsLocale(body.locale))
    problems.push({ at: [...at, 'locale'], is: 'malformed', text: body.locale, form: 'locale' });
  if (!knowsZone(body.timeZone))
    problems.push({ at: [...at, 'timeZone'], is: 'malformed', text: body.timeZone, form: 'time zone' });
  if (body.assumed !== null) kept(parsePlace(body.assumed), [...at, 'assumed'], problems, null);
  return {
    body,
    currency,
    digits: currencyDigits(currency),
    rounding: roundingOf(body, currency, [...at, 'rounding'], problems),
    turned: null,
  };
}

function roundingOf({ rounding }: Market, currency: Currency, at: Problem['at'], problems: Problem[]): MarketRounding {
  switch (rounding.is) {
    case 'nearest':
      return rounding;
    case 'step': {
      const step = kept(parseAmount(rounding.step, currency), [...at, 'step'], problems, minor(1));
      if (step === 0) problems.push({ at: [...at, 'step'], is: 'zero', of: 'step' });
      return { is: 'step', step: minor(Math.max(1, step)) };
    }
    case 'ending': {
      const whole = 10 ** currencyDigits(currency);
      const ending = kept(parseAmount(rounding.ending, currency), [...at, 'ending'], problems, minor(0));
      if (ending >= whole)
        problems.push({ at: [...at, 'ending'], is: 'malformed', text: rounding.ending, form: 'ending' });
      return { is: 'ending', ending, whole };
    }
  }
}

/**
 * How a currency becomes a market's: null where it is the same, and amounts are not turned by tax. Two currencies meet
 * only by a rate listed for that direction: no inverse, no chain; where there is none it is a problem of what asks.
 */
export function conversionInto(
  book: Book,
  from: string,
  market: ReadyMarket,
  at: Problem['at'],
  problems: Problem[],
): Conversion | null {
  if (from === market.currency) {
    const { turned } = market;
    return turned && { up: turned.up, down: turned.down, rounding: { is: 'nearest' } };
  }
  const listed = book.exchange.find((one) => one.from === from && one.to === market.currency);
  const rate = listed && parseDecimal(listed.rate, 8);
  if (!isCurrency(from)) problems.push({ at, is: 'malformed', text: from, form: 'currency' });
  else if (!rate?.ok || rate.value.digits === 0n)
    problems.push({ at, is: 'no exchange', from, to: market.currency, market: market.body.name });
  else return conversionAt(rate.value, currencyDigits(from), market.digits, market.rounding);
  return null;
}
