import { amountText, type Currency, type Problem, parseAmount, parseDecimal, percentOf } from '../exact/index.ts';
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
    if (!made.ok) problems.push({ at: [item.sku, column], wrong: made.wrong, right: made.right });
    else if (!read?.success)
      problems.push({
        at: [item.sku, column],
        wrong: `“${bulk.is === 'set' ? bulk.text : ''}” does not go here`,
        right: read?.error.issues[0]?.message ?? '',
      });
    else if (figures && !figures.ok)
      problems.push(...figures.problems.map((one) => ({ ...one, at: [item.sku, ...one.at] })));
    else {
      const [before, after] = [cellOf(item, column), cellOf(read.data, column)];
      if (before === after) same += 1;
      else changes.push({ sku: item.sku, column, before, after, value: read.data[column] });
    }
  }
  return { changes, same, problems };
}

type Made =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly wrong: string; readonly right: string };

function changed(item: Item, bulk: Bulk, currency: Currency): Made {
  switch (bulk.is) {
    case 'set':
      return { ok: true, value: entryOf(bulk.column, bulk.text) };
    case 'add tag':
      return { ok: true, value: [...new Set([...item.tags, bulk.tag])] };
    case 'take tag':
      return { ok: true, value: item.tags.filter((tag) => tag !== bulk.tag) };
    case 'price by': {
      const percent = parseDecimal(bulk.percent, 3);
      if (!percent.ok)
        return { ok: false, wrong: percent.problems[0]?.wrong ?? '', right: 'a percentage such as 5 or -10' };
      const price = item.price === null ? null : parseAmount(item.price, currency);
      if (!price) return { ok: false, wrong: 'the price is the parent’s', right: 'change the parent' };
      if (!price.ok) return { ok: false, wrong: price.problems[0]?.wrong ?? '', right: price.problems[0]?.right ?? '' };
      const { digits, scale } = percent.value;
      const by = percentOf(price.value, { digits: digits < 0n ? -digits : digits, scale });
      const after = digits < 0n ? price.value - by : price.value + by;
      return after < 0
        ? { ok: false, wrong: 'below nothing', right: 'a smaller percentage' }
        : { ok: true, value: amountText(after as typeof price.value, currency) };
    }
  }
}
