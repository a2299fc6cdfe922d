import {
  type Conversion,
  type Currency,
  converted,
  type Decimal,
  edgeIn,
  isCurrency,
  kept,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
  parseDecimal,
} from '../exact/index.ts';
import type { Off, OffBody } from './off.ts';
import { allGoods, type Part } from './parts.ts';

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

type At = Problem['at'];
type Also = Readonly<Record<string, string>>;

/** Readers of an offer's fields, each told where it stands in the offer; problems go into one list. */
export interface Reader {
  readonly problems: Problem[];
  /** An amount as written, in the first market's currency. */
  written(text: string, at: At): Minor;
  /** An amount in the market's currency: as given there, or converted. */
  amount(text: string, also: Also, at: At): Minor;
  /** A threshold: above nothing it stays at least one smallest unit. */
  edge(text: string, also: Also, at: At): Minor;
  /** A percentage above 0 and up to 100. */
  percent(text: string, at: At): Decimal;
  part(selection: string | null, at: At): Part;
  off(body: OffBody, at: At): Off;
}

export function readerFor({ currency, market, conversion, partOf }: OfferContext, problems: Problem[]): Reader {
  const read = (text: string, at: At, of: Currency): Minor => kept(parseAmount(text, of), at, problems, nothing);
  const amountBy =
    (convert: (value: Minor, by: Conversion) => Minor) =>
    (text: string, also: Also, at: At): Minor => {
      for (const code of Object.keys(also))
        if (!isCurrency(code))
          problems.push({ at: [...at, 'also', code], is: 'malformed', text: code, form: 'currency' });
      const own = conversion ? also[market] : undefined;
      if (own !== undefined) return read(own, [...at, 'also', market], market);
      const value = read(text, at, currency);
      return conversion ? convert(value, conversion) : value;
    };
  const amount = amountBy(converted);
  const percent = (text: string, at: At): Decimal => {
    const share = kept(parseDecimal(text, 3), at, problems, { digits: 0n, scale: 0 });
    if (share.digits === 0n || share.digits > 100n * 10n ** BigInt(share.scale))
      problems.push({ at, is: 'malformed', text, form: 'share' });
    return share;
  };
  return {
    problems,
    written: (text, at) => read(text, at, currency),
    amount,
    edge: amountBy(edgeIn),
    percent,
    part(selection, at) {
      if (selection === null) return allGoods;
      const found = partOf(selection);
      if (found === undefined) problems.push({ at, is: 'unknown', what: 'selection', id: selection, known: [] });
      return found ?? allGoods;
    },
    off: (body, at) =>
      body.by === 'percent'
        ? { by: body.by, percent: percent(body.percent, [...at, 'percent']) }
        : { by: body.by, amount: amount(body.amount, body.also, [...at, 'amount']) },
  };
}
