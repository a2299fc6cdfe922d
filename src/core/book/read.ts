import type { z } from 'zod';
import type { Problem, Result } from '../exact/index.ts';
import { compileBook } from './compile.ts';
import { readyGoods } from './ready.ts';
import { type Basket, type BookFile, basketSchema, bookFileSchema } from './schema.ts';

/** Reads a whole book with goods: its shape first, then all that its parts say of each other. */
export function readBookFile(data: unknown): Result<BookFile> {
  const shape = shaped(bookFileSchema, data);
  if (!shape.ok) return shape;
  const { goods, ...book } = shape.value;
  const problems: Problem[] = [];
  const compiled = compileBook(book);
  if (!compiled.ok) problems.push(...compiled.problems);
  else {
    for (const market of book.markets.slice(1)) {
      const other = compileBook(book, market.id);
      if (!other.ok) problems.push(...other.problems);
    }
    problems.push(...readyGoods(compiled.value, goods).problems.map((one) => ({ ...one, at: ['goods', ...one.at] })));
    const seen = new Set<string>();
    for (const { sku } of goods) {
      if (seen.has(sku)) problems.push({ at: ['goods', sku], wrong: 'the SKU stands twice', right: 'each SKU once' });
      seen.add(sku);
    }
    for (const basket of book.pinned) {
      for (const { sku } of basket.lines) if (!seen.has(sku)) problems.push({ at: ['pinned', basket.id, 'lines'], wrong: `no item “${sku}”`, right: 'a SKU of the goods' });
    }
  }
  return problems.length > 0 ? { ok: false, problems } : shape;
}

/** Reads a basket file. */
export const readBasket = (data: unknown): Result<Basket> => shaped(basketSchema, data);

/** Data held against a schema; problems with their place, lists of things with an id named by it. */
export function shaped<T>(schema: z.ZodType<T>, data: unknown): Result<T> {
  const read = schema.safeParse(data);
  if (read.success) return { ok: true, value: read.data };
  return {
    ok: false,
    problems: read.error.issues.map((issue) => ({ at: named(data, issue.path), wrong: 'not as the format says', right: issue.message })),
  };
}

function named(data: unknown, path: readonly PropertyKey[]): (string | number)[] {
  let at = data;
  return path.map((step) => {
    at = (at as Record<PropertyKey, unknown> | undefined)?.[step];
    const id = (at as { id?: unknown; sku?: unknown } | undefined)?.id ?? (at as { sku?: unknown } | undefined)?.sku;
    return typeof step === 'number' && typeof id === 'string' ? id : typeof step === 'symbol' ? String(step) : step;
  });
}
