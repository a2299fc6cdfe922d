import { type CompiledBook, type Ready, say } from '../book/index.ts';
import { gramsText, massOfGrams, parseAmount } from '../exact/index.ts';
import { listingOf } from './listing.ts';

/** One line of a channel's own record of what it lists. */
export interface Listing {
  readonly listing: string;
  readonly price: string;
  readonly grams: string | null;
}

/**
 * Where a channel's record and the book part: it lists what the book does not know, lacks what it has, or has other
 * figures.
 */
export type RecordFinding =
  | { readonly is: 'unknown'; readonly listing: string }
  | { readonly is: 'missing'; readonly sku: string }
  /** Amounts and grams as texts; null for none. */
  | {
      readonly is: 'price' | 'mass';
      readonly sku: string;
      readonly here: string | null;
      readonly there: string | null;
    };

/** Compares a channel's record with the book's goods: prices to the cent, masses to the step. */
export function recordFindings(
  book: CompiledBook,
  goods: readonly Ready[],
  listings: readonly Listing[],
): RecordFinding[] {
  const there = new Map(listings.map((one) => [one.listing, one]));
  const known = new Set(goods.map((item) => listingOf(item.sku)));
  const findings: RecordFinding[] = listings
    .filter((one) => !known.has(one.listing))
    .map((one) => ({ is: 'unknown', listing: one.listing }));
  for (const item of goods) {
    const listing = there.get(listingOf(item.sku));
    if (!listing) {
      findings.push({ is: 'missing', sku: item.sku });
      continue;
    }
    const price = parseAmount(listing.price, book.currency);
    if (!price.ok || price.value !== item.price)
      findings.push({ is: 'price', sku: item.sku, here: say(book, item.price), there: listing.price });
    const mass = listing.grams === null ? null : massOfGrams(listing.grams);
    if (mass !== item.mass)
      findings.push({
        is: 'mass',
        sku: item.sku,
        here: item.mass === null ? null : gramsText(item.mass),
        there: listing.grams,
      });
  }
  return findings;
}
