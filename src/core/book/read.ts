import { type Problem, type Result, under } from '../exact/index.ts';
import { type BenefitBody, benefitKindOf } from '../offers/index.ts';
import { compileBook } from './compile/index.ts';
import { type MigrationNote, migrated, migratedBasket } from './migrate/index.ts';
import { readyGoods } from './ready.ts';
import { type Basket, type Book, type BookFile, basketSchema, bookFileSchema, channelIds } from './schema.ts';
import { shaped } from './shaped.ts';

/**
 * Reads a whole book with goods, of today's format or an earlier one: its shape first, then all that its parts say of
 * each other.
 */
export function readBookFile(data: unknown): Result<BookFile> {
  const shape = shaped(bookFileSchema, migrated(data, channelIds).data);
  if (!shape.ok) return shape;
  const { goods, ...book } = shape.value;
  const problems = bookProblems(book);
  if (problems.length > 0) return { ok: false, problems };
  problems.push(...under(['goods'], goodsProblems(book, goods)));
  const seen = new Set<string>();
  for (const { sku } of goods) {
    if (seen.has(sku)) problems.push({ at: ['goods', sku], is: 'repeated', what: 'item', id: sku, line: null });
    seen.add(sku);
  }
  problems.push(...missingGoods(book, (sku) => seen.has(sku)));
  return problems.length > 0 ? { ok: false, problems } : shape;
}

/** What had to be changed in meaning to bring a book of an earlier format along. */
export const migrationNotes = (data: unknown): readonly MigrationNote[] => migrated(data, channelIds).notes;

/** What is wrong with a book in any of its markets, each once; `inMarket` for who has compiled it already. */
export function bookProblems(
  book: Book,
  inMarket = (market: string): readonly Problem[] => {
    const compiled = compileBook(book, market);
    return compiled.ok ? [] : compiled.problems;
  },
): Problem[] {
  const all = book.markets.flatMap(({ id }) => inMarket(id));
  return [...new Map(all.map((problem) => [JSON.stringify(problem), problem])).values()];
}

/** What is wrong with goods in a book that is sound itself. */
function goodsProblems(book: Book, goods: BookFile['goods']): readonly Problem[] {
  const compiled = compileBook(book);
  return compiled.ok ? readyGoods(compiled.value, goods).problems : [];
}

/** SKUs that the book names and that are none: of pinned baskets, and of gifts. */
export function missingGoods(book: Book, isThere: (sku: string) => boolean): Problem[] {
  const problem = (at: Problem['at'], sku: string): Problem[] =>
    isThere(sku) ? [] : [{ at, is: 'unknown', what: 'item', id: sku, known: [] }];
  return [
    ...book.pinned.flatMap((basket) => basket.lines.flatMap(({ sku }) => problem(['pinned', basket.id, 'lines'], sku))),
    ...book.offers.flatMap(({ id, benefit }) =>
      skusOf(benefit).flatMap((sku) => problem(['offers', id, 'benefit', 'sku'], sku)),
    ),
  ];
}

/** The SKUs that a benefit names. */
export const skusOf = (benefit: BenefitBody): readonly string[] => benefitKindOf(benefit).names(benefit).skus ?? [];

/** Reads a basket, of today's format or an earlier one. */
export const readBasket = (data: unknown): Result<Basket> => shaped(basketSchema, migratedBasket(data));
