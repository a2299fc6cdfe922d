import {
  bookFileSchema,
  bookProblems,
  channelIds,
  compileBook,
  migrated,
  readyGoods,
  shaped,
  validate,
} from '../core/book/index.ts';
import { amountText, gramsText, unwrap } from '../core/exact/index.ts';
import { counts, saidProblem } from '../words/index.ts';
import { jsonText, print, problemText, readJson, tellMigration, unable } from './open.ts';
import { textTable } from './table.ts';

/**
 * How each item stands in the book: a row an item, and what is wrong by SKU; with `check` the status is 1 where
 * anything is.
 */
export function runGoods(path: string, { check, json }: { check: boolean; json: boolean }): number {
  const data = readJson(path);
  const read = shaped(bookFileSchema, migrated(data, channelIds).data);
  if (!read.ok) throw unable(path, read.problems);
  const { goods, ...body } = read.value;
  const unsound = bookProblems(body);
  if (unsound.length > 0) throw unable(path, unsound);
  tellMigration(path, data);
  const markets = body.markets.map(({ id }) => {
    const book = unwrap(compileBook(body, id));
    const ready = readyGoods(book, goods);
    return {
      id,
      currency: book.currency,
      bySku: new Map(ready.goods.map((item) => [item.sku, item])),
    };
  });
  const home = markets[0];
  const items = goods.map(({ sku }) => {
    const item = home?.bySku.get(sku);
    const prices = Object.fromEntries(
      markets.map(({ id, currency, bySku }) => {
        const there = bySku.get(sku);
        return [id, there ? amountText(there.price, currency) : null];
      }),
    );
    return {
      sku,
      template: item?.template.id ?? null,
      kind: item?.kind ?? null,
      grams: item?.mass == null ? null : gramsText(item.mass),
      prices,
    };
  });
  const skus = new Set(goods.map(({ sku }) => sku));
  const problems = validate(body, goods, (sku) => skus.has(sku));
  if (json) print(jsonText({ items, problems: problems.map(saidProblem) }, 1));
  else {
    print(
      textTable(
        ['sku', 'template', 'kind', 'grams', ...markets.map(({ id, currency }) => `${id}, ${currency}`)],
        items.map((item) => [
          item.sku,
          item.template ?? '–',
          item.kind ?? '–',
          item.grams ?? '–',
          ...markets.map(({ id }) => item.prices[id] ?? '–'),
        ]),
      ),
    );
    for (const one of problems) print(problemText(one));
    print(`${counts(items.length, 'item')}, ${counts(problems.length, 'problem')}`);
  }
  return check && problems.length > 0 ? 1 : 0;
}
