import { type Length, massEntry, massOfGrams, written } from '../exact/index.ts';
import { type Item, sizeEntry } from '../goods/index.ts';
import type { NotAdopted } from './adopted.ts';
import { keysOf } from './keys.ts';

/** A text in the letters of ids. @example slug('GB HS*') // 'gb-hs' */
export const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40) || 'one';

/** What each key of a channel's list is called in a book: the same, but where an id cannot be so. */
export function idsFor(keys: readonly string[], most: number): (key: string) => string {
  const keyFor = keysOf(most);
  const isId = (key: string) => written.id.safeParse(key).success && key !== 'stocked';
  for (const key of keys) if (isId(key)) keyFor(key);
  const ids = new Map(keys.flatMap((key) => (isId(key) ? [] : [[key, keyFor(slug(`by-${key}`))] as const])));
  return (key) => ids.get(key) ?? key;
}

/** A name as a book has it; where it is none, its key. */
export function nameOr(text: string, key: string, lost: NotAdopted[]): string {
  const read = written.name.safeParse(text);
  if (read.success) return read.data;
  lost.push({ is: 'name', of: key });
  return key;
}

/** Terms as an offer has them; none where they are no line of up to 500 letters. */
export function termsOr(text: string, offer: string, lost: NotAdopted[]): string {
  if (text.length <= 500 && written.line.safeParse(text).success) return text;
  lost.push({ is: 'long terms', offer });
  return '';
}

/** The listings whose ids a book tells channels. */
export const withListings = <Listing>(
  listings: readonly Listing[],
  idOf: (listing: Listing) => string,
  lost: NotAdopted[],
): Listing[] =>
  listings.filter((one) => {
    const listing = idOf(one);
    const isOne = written.listing.safeParse(listing).success;
    if (!isOne) lost.push({ is: 'listing id', listing });
    return isOne;
  });

/** A mass of a channel's, in grams, as a book has it; null for none. */
export function massIn(grams: string | null, listing: string, lost: NotAdopted[]): Item['mass'] {
  const mass = grams === null ? null : massOfGrams(grams);
  if (mass === null) return null;
  if (mass === 0) {
    lost.push({ is: 'no mass', listing });
    return { value: '0.001', unit: 'g' };
  }
  const entry = massEntry(mass);
  if (entry === null) lost.push({ is: 'mass', listing, grams: grams ?? '' });
  return entry;
}

/** Sides of a channel's as a book has a size; null for none, or where no unit says them in three decimals. */
export function sizeIn(sides: readonly Length[] | null, of: string, lost: NotAdopted[]): Item['size'] {
  if (sides === null) return null;
  const size = sizeEntry(sides);
  if (size === null) lost.push({ is: 'size', of });
  return size;
}
