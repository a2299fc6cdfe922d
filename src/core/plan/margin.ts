import { amountInMarket, type CompiledBook } from '../book/index.ts';
import { type Minor, minor, nothing, parseAmount, parseDecimal, percentOf, unwrap } from '../exact/index.ts';
import { asSold, type Choice, type Question, taxOfLines } from '../quote/index.ts';

/** What the seller keeps of one basket by one service; amounts in the market's currency, what goes out below 0. */
export interface Margin {
  readonly lines: readonly {
    readonly sku: string;
    readonly units: number;
    readonly received: Minor;
    readonly tax: Minor;
    readonly cost: Minor | null;
  }[];
  readonly parts: readonly { readonly part: MarginPart; readonly amount: Minor }[];
  /** What is left; before the carrier where its cost is not known. */
  readonly left: Minor;
  /** Items without a cost, which count as costing nothing. */
  readonly uncosted: readonly string[];
  /** The dearest delivery the basket could be given free without a loss; 0 where it bears none. */
  readonly bears: Minor;
}

export const marginParts = [
  'goods',
  'delivery',
  'tax',
  'cost',
  'carrier',
  'packing',
  'channel',
  'payment',
  'advertising',
] as const;
export type MarginPart = (typeof marginParts)[number];

/**
 * What is left of a basket: goods and delivery received, less tax, cost, carrier, packing, channel and payment fees and
 * the advertising share, the fees of its channel among them. `carrier` is what the carrier asks, in the market's
 * currency; null where it is not known. Fees are on what the shopper pays, the advertising share (the
 * channel's own where it has one) on goods received.
 */
export function marginOf(book: CompiledBook, asked: Question, choice: Choice, carrier: Minor | null): Margin {
  const question = asSold(asked);
  const { channel } = question.shopper;
  const { costs } = book.body;
  const advertising = (channel === null ? undefined : costs.advertisingAt[channel]) ?? costs.advertising;
  const taxed = taxOfLines(book, question, choice.off, choice.delivery);
  const added = book.market.body.tax === 'added';
  const lines = question.lines.map(({ item, units }, i) => {
    const tax = taxed.lines[i] ?? nothing;
    const shown = minor(item.price * units - (choice.off[i] ?? 0));
    return {
      sku: item.sku,
      units,
      received: added ? minor(shown + tax) : shown,
      tax,
      cost: item.cost === null ? null : minor(item.cost * units),
    };
  });
  const amount = (text: string) => amountInMarket(book, unwrap(parseAmount(text, book.written)));
  const share = (of: Minor, percent: string) => percentOf(of, unwrap(parseDecimal(percent, 3)));
  const goods = minor(lines.reduce((sum, line) => sum + line.received, 0));
  const outgoing = (delivery: Minor, deliveryTax: Minor) => {
    const paid = minor(goods + delivery);
    const fee = channel === null ? undefined : costs.channels[channel];
    return [
      { part: 'tax' as const, amount: minor(lines.reduce((sum, line) => sum + line.tax, 0) + deliveryTax) },
      { part: 'cost' as const, amount: minor(lines.reduce((sum, line) => sum + (line.cost ?? 0), 0)) },
      { part: 'packing' as const, amount: amount(costs.packing) },
      { part: 'channel' as const, amount: fee ? minor(share(paid, fee.percent) + amount(fee.amount)) : nothing },
      { part: 'payment' as const, amount: minor(share(paid, costs.payment.percent) + amount(costs.payment.amount)) },
      { part: 'advertising' as const, amount: share(goods, advertising) },
    ];
  };
  const delivery = added ? minor(choice.delivery + taxed.delivery) : choice.delivery;
  const out = [...outgoing(delivery, taxed.delivery), { part: 'carrier' as const, amount: carrier ?? nothing }];
  const sum = (parts: readonly { amount: Minor }[]) => parts.reduce((total, one) => total + one.amount, 0);
  const signed = new Map<MarginPart, Minor>([
    ['goods', goods],
    ['delivery', delivery],
    ...out.map((one) => [one.part, minor(0 - one.amount)] as const),
  ]);
  return {
    lines,
    parts: marginParts.flatMap((part) => (signed.get(part) ? [{ part, amount: signed.get(part) ?? nothing }] : [])),
    left: minor(goods + delivery - sum(out)),
    uncosted: lines.filter((line) => line.cost === null).map((line) => line.sku),
    bears: minor(Math.max(0, goods - sum(outgoing(nothing, nothing)))),
  };
}
