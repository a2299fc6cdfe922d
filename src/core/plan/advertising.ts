import { type Currency, kept, type Minor, minor, nothing, type Problem, parseAmount } from '../exact/index.ts';

/** What was spent on advertising in a month by a channel; amounts in the first market's currency. */
export interface Spent {
  /** `2026-10`; empty where it is not told. */
  readonly month: string;
  /** Empty where it is for no channel. */
  readonly channel: string;
  readonly amount: string;
}

/** An order of the past, as far as advertising goes. */
export interface AdvertisedOrder {
  /** ISO 8601. */
  readonly at: string;
  readonly channel: string | null;
  readonly lines: readonly { readonly sku: string; readonly units: number }[];
}

/** What advertising took of the goods sold in the months it is told for. */
export interface AdvertisingShare {
  /** Null for all channels together. */
  readonly channel: string | null;
  readonly months: number;
  readonly spent: Minor;
  /** The value of goods ordered in these months, by today's prices. */
  readonly goods: Minor;
  /** In percent, to a tenth, half away from zero. */
  readonly percent: string;
}

/**
 * The share of goods value that advertising took: of all orders, then of each channel's own. Months without a word of
 * advertising are left out, and so are channels that nothing was ordered by. `every`: orders are one in so many.
 */
export function advertisingShares(
  spent: readonly Spent[],
  orders: readonly AdvertisedOrder[],
  every: number,
  currency: Currency,
  priceOf: (sku: string) => Minor | null,
): AdvertisingShare[] {
  const told = spent.filter(({ month }) => month !== '');
  const goods = new Map<string, number>();
  for (const { at, channel, lines } of orders) {
    const value = lines.reduce((sum, { sku, units }) => sum + (priceOf(sku) ?? 0) * units, 0) * every;
    for (const key of [at.slice(0, 7), ...(channel === null ? [] : [`${at.slice(0, 7)} ${channel}`])])
      goods.set(key, (goods.get(key) ?? 0) + value);
  }
  const shareOf = (channel: string | null): AdvertisingShare[] => {
    const rows = channel === null ? told : told.filter((one) => one.channel === channel);
    const months = [...new Set(rows.map(({ month }) => month))];
    const sold = months.reduce(
      (sum, month) => sum + (goods.get(channel === null ? month : `${month} ${channel}`) ?? 0),
      0,
    );
    const problems: Problem[] = [];
    const cost = rows.reduce((sum, { amount }) => sum + kept(parseAmount(amount, currency), [], problems, nothing), 0);
    if (sold === 0 || problems.length > 0) return [];
    const tenths = Math.floor((2000 * cost + sold) / (2 * sold));
    const percent = `${Math.floor(tenths / 10)}.${tenths % 10}`;
    return [{ channel, months: months.length, spent: minor(cost), goods: minor(sold), percent }];
  };
  const channels = [...new Set(told.map(({ channel }) => channel))].filter(Boolean);
  return [...shareOf(null), ...channels.flatMap(shareOf)];
}
