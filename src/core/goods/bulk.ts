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
import { cellOf, entryOf } from './csv.ts';
import { readItem } from './item.ts';
import { type Column, type Item, itemSchema } from './schema.ts';

/** One change to make on many items. */
export type Bulk =
  | { readonly is: 'set'; readonly column: Exclude<Column, 'sku'>; readonly text: string }
  | { readonly is: 'add tag' | 'take tag'; readonly tag: string }
  /** A percentage on the price, down where it is negative. */
  | { readonly is: 'price by'; readonly percent: string };

/** What a bulk change would do to one item, before it is made. */
export interface BulkChange {
  readonly sku: string;
  readonly column: Exclude<Column, 'sku'>;
  readonly before: string;
  readonly after: string;
  readonly value: unknown;
}

/** Works out a bulk change without making it: what would change, item by item; what stays as it is; what cannot be. */
export function bulkChanges(
  items: readonly Item[],
  bulk: Bulk,
  currency: Currency,
): { changes: BulkChange[]; same: number; problems: Problem[] } {
  const column = bulk.is === 'set' ? bulk.column : bulk.is === 'price by' ? 'price' : 'tags';
  const changes: BulkChange[] = [];
  const problems: Problem[] = [];
  let same = 0;
  for (const item of items) {
    const made = changed(item, bulk, currency);
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

function enteredIn(bulk: Bulk): string {
  switch (bulk.is) {
    case 'set':
      return bulk.text;
    case 'add tag':
    case 'take tag':
      return bulk.tag;
    case 'price by':
      return bulk.percent;
  }
}

function changed(item: Item, bulk: Bulk, currency: Currency): Result<unknown> {
  switch (bulk.is) {
    case 'set':
      return ok(entryOf(bulk.column, bulk.text));
    case 'add tag':
      return ok([...new Set([...item.tags, bulk.tag])]);
    case 'take tag':
      return ok(item.tags.filter((tag) => tag !== bulk.tag));
    case 'price by': {
      const percent = parseDecimal(bulk.percent, 3);
      if (!percent.ok) return err([], { is: 'malformed', text: bulk.percent, form: 'signed percentage' });
      const price = item.price === null ? null : parseAmount(item.price, currency);
      if (!price) return err([], { is: 'price of the parent' });
      if (!price.ok) return price;
      const { digits, scale } = percent.value;
      const by = percentOf(price.value, { digits: digits < 0n ? -digits : digits, scale });
      const after = digits < 0n ? price.value - by : price.value + by;
      return after < 0 ? err([], { is: 'below nothing' }) : ok(amountText(after as typeof price.value, currency));
    }
  }
}
