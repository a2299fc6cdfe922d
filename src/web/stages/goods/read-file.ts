import type { Currency } from '../../../core/exact/index.ts';
import { type GoodsFile, readGoods } from '../../../core/goods/index.ts';
import type { OpenBook } from '../../data/book.ts';

/** Reads a goods file against the book at hand. */
export async function readFile(file: File, book: OpenBook): Promise<GoodsFile> {
  return readGoods(
    await file.text(),
    book.home.currency as Currency,
    new Set(book.book.templates.map((template) => template.id)),
  );
}
