import {
  amountText,
  type Currency,
  err,
  ok,
  type Problem,
  parseAmount,
  parseDecimal,
  percentOf,
  type Result,
  under,
} from '../exact/index.ts';
import { withListed, withListing, withPrice } from './at-channel.ts';
import { cellOf, entryOf } from './csv.ts';
import { readItem } from './item.ts';
import { listingOf } from './listing.ts';
import { type Column, type Item, itemSchema } from './schema.ts';

/** One change to make on many items. */
export type Bulk =
  | { readonly is: 'set'; readonly column: Exclude<Column, 'sku'>; readonly text: string }
  | { readonly is: 'add tag' | 'take tag'; readonly tag: string }
  /** A percentage on the price, down where it is negative. */
  | { readonly is: 'price by'; readonly percent: string }
  | { readonly is: 'list at' | 'hide at'; readonly channel: string }
  /** The price at a channel: an amount, a percentage on the own price such as `+10 %`, or nothing for the own price. */
  | { readonly is: 'price at'; readonly channel: string; readonly text: string }
  /** The id at a channel, in which `{sku}` stands for the SKU; nothing: the SKU itself. */
  | { readonly is: 'id at'; readonly channel: string; readonly text: string };

/** What a bulk change would do to one item, before it is made. */
export interface BulkChange {
  readonly sku: string;
  readonly column: Exclude<Column, 'sku'>;
  readonly before: string;
  readonly after: string;
  readonly value: unknown;
}

/**
 * Works out a bulk change without making it: what would change, item by item; what stays as it is; what cannot be.
 *
 * @param whole gives an item with all it takes from its parents
 */
export function bulkChanges(
  items: readonly Item[],
  bulk: Bulk,
  currency: Currency,
  whole: (item: Item) => Item,
): { changes: BulkChange[]; same: number; problems: Problem[] } {
  const column = columnOf(bulk);
  const changes: BulkChange[] = [];
  const problems: Problem[] = [];
  let same = 0;
  for (const item of items) {
    const made = changed(item, bulk, currency, whole);
    const read = made.ok ? itemSchema.safeParse({ ...item, [column]: made.value }) : null;
    const figures =
      read?.success && (read.data.price !== null || read.data.parent === null) ? readItem(read.data, currency) : null;
    if (!made.ok) problems.push(...under([item.sku, column], made.problems));
    else if (!read?.success)
      problems.push({ at: [item.sku, column], is: 'cell', field: column, text: enteredIn(bulk) });
    else if (figures && !figures.ok) problems.push(...under([item.sku], figures.problems));
    else {
      const [before, after] = [cellOf(item, column), cellOf(read.data, column)];
      if (before === after) same += 1;
      else changes.push({ sku: item.sku, column, before, after, value: read.data[column] });
    }
  }
  return { changes, same, problems };
}

/** The column that a change is in. */
function columnOf(bulk: Bulk): Exclude<Column, 'sku'> {
  switch (bulk.is) {
    case 'set':
      return bulk.column;
    case 'add tag':
    case 'take tag':
      return 'tags';
    case 'price by':
      return 'price';
    case 'list at':
    case 'hide at':
      return 'notListed';
    case 'price at':
      return 'prices';
    case 'id at':
      return 'listedAs';
  }
}

function enteredIn(bulk: Bulk): string {
  switch (bulk.is) {
    case 'set':
    case 'price at':
    case 'id at':
      return bulk.text;
    case 'list at':
    case 'hide at':
      return bulk.channel;
    case 'add tag':
    case 'take tag':
      return bulk.tag;
    case 'price by':
      return bulk.percent;
  }
}

function changed(item: Item, bulk: Bulk, currency: Currency, whole: (item: Item) => Item): Result<unknown> {
  switch (bulk.is) {
    case 'set':
      return ok(entryOf(bulk.column, bulk.text));
    case 'add tag':
      return ok([...new Set([...item.tags, bulk.tag])]);
    case 'take tag':
      return ok(item.tags.filter((tag) => tag !== bulk.tag));
    case 'price by':
      return item.price === null
        ? err([], { is: 'price of the parent' })
        : raisedBy(item.price, bulk.percent, currency);
    case 'list at':
    case 'hide at':
      return ok(withListed(item, whole(item), bulk.channel, bulk.is === 'list at'));
    case 'price at': {
      const text = bulk.text.trim();
      const percent = /^([+-].+?)\s*%$/.exec(text)?.[1]?.replace(/^\+/, '');
      const made = percent === undefined ? ok(text) : raisedBy(whole(item).price ?? '0', percent, currency);
      return made.ok ? ok(withPrice(item, whole(item), bulk.channel, made.value)) : made;
    }
    case 'id at':
      return ok(withListing(item, bulk.channel, bulk.text.trim().replaceAll('{sku}', listingOf(item.sku))));
  }
}

/** An amount raised by a percentage, lowered where it is negative. */
function raisedBy(text: string, by: string, currency: Currency): Result<string> {
  const percent = parseDecimal(by, 3);
  if (!percent.ok) return err([], { is: 'malformed', text: by, form: 'signed percentage' });
  const price = parseAmount(text, currency);
  if (!price.ok) return price;
  const { digits, scale } = percent.value;
  const rise = percentOf(price.value, { digits: digits < 0n ? -digits : digits, scale });
  const after = digits < 0n ? price.value - rise : price.value + rise;
  return after < 0 ? err([], { is: 'below nothing' }) : ok(amountText(after as typeof price.value, currency));
}
