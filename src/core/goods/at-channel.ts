import { channelsIn, hiddenAt, shownAt } from './fields/not-listed.ts';
import { pricedAt } from './fields/prices.ts';
import type { Item } from './schema.ts';

/**
 * What is said of an item at one channel, as the field of it that says so. `whole` is the item with all that it takes
 * from its parents: a variant that comes to state a field keeps what it took of it. Where nothing changes the field
 * stays as it is stated.
 */
export function withListed(item: Item, whole: Item, channel: string, isListed: boolean): Item['notListed'] {
  if (channelsIn(whole.notListed).includes(channel) !== isListed) return item.notListed;
  return isListed ? shownAt(whole, channel) : hiddenAt(whole, channel);
}

/** The price there in place of the own; an empty one takes it away. */
export function withPrice(item: Item, whole: Item, channel: string, price: string): readonly Item['prices'][number][] {
  if (price !== '') return pricedAt(whole.prices, channel, null, price);
  const others = whole.prices.filter((one) => one.channel !== channel || one.market !== null);
  return others.length < whole.prices.length ? others : item.prices;
}

/** The id there in place of the SKU; an empty one, or the SKU, takes it away. No parent gives any. */
export function withListing({ sku, listedAs }: Item, channel: string, listing: string): Item['listedAs'] {
  const others = listedAs.filter((one) => one.channel !== channel);
  return listing === '' || listing === sku ? others : [...others, { channel, listing }];
}
