import { listingForm, type Problem } from '../exact/index.ts';
import { channelsIn } from './fields/not-listed.ts';
import type { Item } from './schema.ts';

/** Letters that are kept of an SKU before the mark that tells it from others. */
const kept = 26;

/**
 * The id under which an item is listed where it is given none of its own: its SKU, where channels take its letters
 * (docs/formats: letters of ASCII, digits, dot, underscore and hyphen, at most 40); else what they take of it, and a
 * mark of all its letters, so that no two items are listed as one.
 *
 * @example listingOf('Kite 3/4') // 'Kite-3-4.1lf9z86frnms0'
 */
export const listingOf = (sku: string): string => (listingForm.test(sku) ? sku : markedOf(sku));

/** The SKU that a word of a channel's file stands for: one of those given, or an id under which it is listed. */
export function skuNamed(items: readonly Pick<Item, 'sku' | 'listedAs'>[]): (word: string) => string | undefined {
  const known = new Map([
    ...items.flatMap(({ sku, listedAs }) => listedAs.map(({ listing }) => [listing, sku] as const)),
    ...items.map(({ sku }) => [listingOf(sku), sku] as const),
    ...items.map(({ sku }) => [sku, sku] as const),
  ]);
  return (word) => known.get(word);
}

/**
 * Ids under which a channel would list two goods, a problem at the one that is given its id; goods that it does not
 * list have none there. `items` are whole, with all they take from their parents.
 */
export function listedTwice(items: readonly Item[], channels: readonly string[]): Problem[] {
  if (items.every(({ sku, listedAs }) => listedAs.length === 0 && listingForm.test(sku))) return [];
  return channels.flatMap((channel) => {
    const own = ({ listedAs }: Item) => listedAs.find((one) => one.channel === channel)?.listing;
    const by = new Map<string, Item>();
    return items.flatMap((item): Problem[] => {
      if (channelsIn(item.notListed).includes(channel)) return [];
      const listing = own(item) ?? listingOf(item.sku);
      const other = by.get(listing);
      if (other === undefined) by.set(listing, item);
      if (other === undefined || other.sku === item.sku) return [];
      const [at, there] = own(item) === undefined ? [other, item] : [item, other];
      return [{ at: [at.sku, 'listedAs'], is: 'listed twice', channel, listing, by: there.sku }];
    });
  });
}

const marked = new Map<string, string>();
function markedOf(sku: string): string {
  const before = marked.get(sku);
  if (before !== undefined) return before;
  const letters = sku
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9._-]+/g, '-')
    .replace(/^[^A-Za-z0-9]+/, '')
    .slice(0, kept)
    .replace(/[^A-Za-z0-9]+$/, '');
  const made = `${letters || 'item'}.${markOf(sku)}`;
  marked.set(sku, made);
  return made;
}

/** Whether an id may be that of an SKU which channels do not take. */
export const mayBeMarked = (listing: string): boolean => /\.[0-9a-z]{13}$/.test(listing);

/** FNV-1a of 64 bits over the letters' UTF-16 units, in base 36: of a million SKUs two are alike once in 37 million. */
const markOf = (text: string): string =>
  [...Array(text.length).keys()]
    .reduce((hash, i) => BigInt.asUintN(64, (hash ^ BigInt(text.charCodeAt(i))) * 0x100000001b3n), 0xcbf29ce484222325n)
    .toString(36)
    .padStart(13, '0');
