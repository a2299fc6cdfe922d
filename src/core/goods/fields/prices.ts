import { z } from 'zod';
import { naming, written } from '../../exact/index.ts';
import { goodsField } from './field.ts';

const { amount } = written;
const form = /^(?:(\S+)\s+)??(?:at\s+(\S+)\s+)?(\S+)$/;

/** A price of its own: `japan 5200`, `at harrowmere 14.00`, `japan at harrowmere 5300`. */
function priceOf(entry: string): unknown {
  const found = form.exec(entry);
  return found ? { market: found[1] ?? null, channel: found[2] ?? null, price: found[3] } : entry;
}

type Prices = readonly { readonly market: string | null; readonly channel: string | null; readonly price: string }[];

/** Prices with one for a channel: in place of the one that counts there in a market, which may be that of both. */
export function pricedAt(prices: Prices, channel: string, market: string | null, price: string): Prices {
  const counts =
    prices.find((one) => one.channel === channel && one.market === market) ??
    prices.find((one) => one.channel === channel && one.market === null);
  return counts
    ? prices.map((one) => (one === counts ? { ...one, price } : one))
    : [...prices, { market: null, channel, price }];
}

/** Prices with one for a channel in a market, in its currency. */
export const pricedIn = (prices: Prices, channel: string, market: string, price: string): Prices => [
  ...prices.filter((one) => one.channel !== channel || one.market !== market),
  { market, channel, price },
];

/**
 * Prices of their own: in a market and channel, in a channel (in the first market's currency), in a market; the nearest
 * counts in that order.
 */
export const prices = goodsField({
  name: 'prices',
  schema: z
    .array(
      z.strictObject({
        market: naming('market', 'row').nullable(),
        channel: naming('channel', 'row').nullable(),
        price: amount,
      }),
    )
    .max(100)
    .default([]),
  head: 'prices',
  reads: { is: 'text' },
  write: (value) =>
    value
      .map(({ market, channel, price }) => [market, channel && `at ${channel}`, price].filter(Boolean).join(' '))
      .join(', '),
  read: (cell) => (cell === '' ? [] : cell.split(/\s*,\s*/).map(priceOf)),
  // Prices are one whole: an item that states any takes none but the own price it does not state.
  inherit: (own, theirs, item) => (item.price === null && own.length === 0 ? theirs : own),
});
