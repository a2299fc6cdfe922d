import { type Book, channelsOf, type Edit } from '../book/index.ts';
import { type Length, lengthOfMillimetres, massEntry, massOfGrams } from '../exact/index.ts';
import { goodsFields, hiddenAt, type Item, pricedAt, pricedIn, shownAt, sizeEntry } from '../goods/index.ts';
import type { RecordFinding } from './records.ts';

/**
 * The edits by which the book is as a channel's record says; null where there are none: a mass that no unit of the
 * book has in three decimals, a price of nobody or with tax that the book has not, a plan, which follows from
 * templates, and a listing too many, which the next send takes away.
 *
 * @param whole gives an item with all it takes from its parents
 * @param market of a site in another currency than the first: its record says prices alone of what the book has; null
 * for the first
 */
export function recordEdits(
  book: Book,
  id: string,
  finding: RecordFinding,
  whole: (sku: string) => Item | undefined,
  market: string | null = null,
): readonly Edit[] | null {
  if (market !== null && finding.is !== 'price' && finding.is !== 'mass' && finding.is !== 'size') return null;
  if (finding.is === 'unknown') {
    const item = newItem(channelsOf(book), id, finding.listing);
    return item && [{ path: ['goods', item.sku], value: item }];
  }
  const item = whole(finding.sku);
  if (!item) return null;
  const at = (field: keyof Item, value: unknown): readonly Edit[] => [{ path: ['goods', item.sku, field], value }];
  switch (finding.is) {
    case 'forgotten':
      return at('notListed', hiddenAt(item, id));
    case 'still listed':
      return at('notListed', shownAt(item, id));
    case 'other id':
      return at(
        'listedAs',
        item.listedAs.filter(({ channel }) => channel !== id),
      );
    case 'price':
      if (finding.there === null || finding.isTurned) return null;
      return at(
        'prices',
        market === null
          ? pricedAt(item.prices, id, book.markets[0]?.id ?? null, finding.there)
          : pricedIn(item.prices, id, market, finding.there),
      );
    case 'mass': {
      const mass = massIn(finding.there);
      return mass === undefined ? null : at('mass', mass);
    }
    case 'size': {
      const size = sizeOf(finding.there?.split(' ') ?? null);
      return size === undefined ? null : at('size', size);
    }
    case 'twice':
    case 'plan':
      return null;
  }
}

/** Grams as a mass of the book; null for none, undefined where no unit of it says so much. */
function massIn(grams: string | null): Item['mass'] | undefined {
  if (grams === null) return null;
  const mass = massOfGrams(grams);
  return mass ? (massEntry(mass) ?? undefined) : undefined;
}

/** Lengths as a size of the book; null for none, undefined where no unit of it says so much. */
function sizeOf(lengths: readonly string[] | null): Item['size'] | undefined {
  if (lengths === null) return null;
  const sides = lengths.map(lengthOfMillimetres);
  if (!sides.every((side) => side !== null && side > 0)) return undefined;
  return sizeEntry(sides as Length[]) ?? undefined;
}

/** What a channel lists and the book does not know, as an item that is listed there alone. */
function newItem(
  channels: readonly string[],
  id: string,
  { listing, price, grams, size: lengths = null }: Extract<RecordFinding, { is: 'unknown' }>['listing'],
): Item | null {
  const mass = massIn(grams);
  const size = sizeOf(lengths);
  if (mass === undefined || size === undefined) return null;
  return {
    ...goodsFields.blank,
    sku: listing,
    name: listing,
    price,
    mass,
    size,
    notListed: channels.filter((one) => one !== id),
  };
}
