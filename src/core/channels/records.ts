import { type CompiledBook, listingIn, type Ready, say } from '../book/index.ts';
import { gramsText, massOfGrams, millimetresText, parseAmount } from '../exact/index.ts';
import { listingOf } from '../goods/index.ts';
import { countedAt } from './counted.ts';
import type { Dialect, Rules } from './dialect.ts';
import { countedAlike, listedAt } from './listed.ts';

/** One line of a channel's own record of what it lists: an amount in its currency, and grams as an exact decimal. */
export interface Listing {
  readonly listing: string;
  readonly price: string;
  readonly grams: string | null;
  /** Three lengths in millimetres as exact decimals, the longest first; left out by channels that go by none. */
  readonly size?: readonly [string, string, string] | null | undefined;
}

/** Where a channel's record and the book part. */
export type RecordFinding =
  /** It lists what the book does not know. */
  | { readonly is: 'unknown'; readonly listing: Listing }
  /** It lacks what is meant to be listed there. */
  | { readonly is: 'forgotten'; readonly sku: string; readonly listing: string }
  /** It lists what is meant not to be. */
  | { readonly is: 'still listed'; readonly sku: string; readonly listing: string }
  /** It lists under the SKU what the book has an id of its own for. */
  | { readonly is: 'other id'; readonly sku: string; readonly listing: string; readonly there: string }
  /** It lists it a second time, under the SKU. */
  | { readonly is: 'twice'; readonly sku: string; readonly listing: string; readonly there: string }
  /** Amounts, grams and millimetres as texts, plans by their keys; null for none. */
  | {
      /** `isTurned`: both prices are with tax, or without it, otherwise than in the book. */
      readonly isTurned?: boolean;
      readonly is: 'price' | 'mass' | 'size' | 'plan';
      readonly sku: string;
      readonly listing: string;
      readonly here: string | null;
      readonly there: string | null;
    };

/**
 * Compares a channel's record with the book's goods: what is listed, under which id, prices to the cent, masses to the
 * step, and with which plan or set each is charged, where the files of both sides have it.
 */
export function recordFindings(
  book: CompiledBook,
  dialect: Pick<Dialect, 'id' | 'currency' | 'tax'>,
  goods: readonly Ready[],
  listings: readonly Listing[],
  files: { readonly here: Rules; readonly there: Rules } | null,
): RecordFinding[] {
  const { id } = dialect;
  const there = new Map(listings.map((one) => [one.listing, one]));
  const counted = countedAt(book, dialect);
  const ours = counted.goods(listedAt(book, id, goods));
  const isOurs = new Set(ours.map(({ listing }) => listing));
  const isStocked = new Set(goods.flatMap((item) => (item.stockedBy.includes(id) ? listingIn(item, id) : [])));
  /** Under its SKU, where that is no other's id. */
  const isBare = ({ listing, sku }: { readonly listing: string; readonly sku: string }) => {
    const bare = listingOf(sku);
    return bare !== listing && there.has(bare) && !isOurs.has(bare);
  };
  const findings = ours.flatMap((item): RecordFinding[] => {
    const { sku, listing } = item;
    const found = there.get(listing);
    const bare = isBare(item) ? listingOf(sku) : null;
    if (!found)
      return bare === null ? [{ is: 'forgotten', sku, listing }] : [{ is: 'other id', sku, listing, there: bare }];
    return [
      ...figureFindings(counted.book, dialect, item, found, files).map((one) =>
        one.is === 'price' && counted.book !== book ? { ...one, isTurned: true } : one,
      ),
      ...(bare === null ? [] : [{ is: 'twice', sku, listing, there: bare } as const]),
    ];
  });
  const known = new Set([...isOurs, ...isStocked, ...ours.filter(isBare).map(({ sku }) => listingOf(sku))]);
  for (const item of goods) {
    if (!item.notListed.includes(id)) continue;
    for (const listing of new Set([listingIn(item, id), listingOf(item.sku)])) {
      if (!there.has(listing) || known.has(listing)) continue;
      findings.push({ is: 'still listed', sku: item.sku, listing });
      known.add(listing);
    }
  }
  for (const one of listings) if (!known.has(one.listing)) findings.push({ is: 'unknown', listing: one });
  return findings;
}

/** Where the figures of a listing part from its item's. */
function figureFindings(
  book: CompiledBook,
  dialect: Pick<Dialect, 'currency'>,
  { sku, listing, price, mass, sides }: Ready,
  there: Listing,
  files: { readonly here: Rules; readonly there: Rules } | null,
): RecordFinding[] {
  const findings: RecordFinding[] = [];
  const priced = countedAlike(book, dialect) ? parseAmount(there.price, book.currency) : null;
  if (priced && !(priced.ok && priced.value === price))
    findings.push({ is: 'price', sku, listing, here: say(book, price), there: there.price });
  if ((there.grams === null ? null : massOfGrams(there.grams)) !== mass)
    findings.push({ is: 'mass', sku, listing, here: mass === null ? null : gramsText(mass), there: there.grams });
  if (there.size !== undefined) {
    const [own, size] = [sides?.map(millimetresText) ?? null, there.size].map((all) => all?.join(' ') ?? null);
    if (own !== size) findings.push({ is: 'size', sku, listing, here: own ?? null, there: size ?? null });
  }
  const [ours, theirs] = files ? [files.here.planOf(listing), files.there.planOf(listing)] : [null, null];
  if (ours !== null && theirs !== null && ours !== theirs)
    findings.push({ is: 'plan', sku, listing, here: ours, there: theirs });
  return findings;
}
