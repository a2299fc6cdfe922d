import type { Item } from '../goods/index.ts';
import { placeOf } from './members.ts';
import { type Patch, patched, patchIn, patchTo, turnsBetween } from './patch.ts';
import type { Book } from './schema.ts';

export interface BookAndGoods {
  readonly book: Book;
  readonly goods: readonly Item[];
}

/** An item by its SKU; undefined where there is none. */
export const itemAt = (goods: readonly Item[], sku: string): Item | undefined => goods[placeOf(goods, sku)];

/**
 * A book and its goods with a draft made on them: a patch of the book in which goods are one list more. The book is the
 * same object as last time where the draft has come to change nothing but goods.
 */
export function drafted({ book, goods }: BookAndGoods, patch: Patch | null): BookAndGoods {
  if (patch?.is !== 'within') return { book, goods };
  const ofBook = patchTo(patch, 'goods', null);
  const last = lastBooks.get(book);
  const made = last && turnsBetween(last.patch, ofBook).length === 0 ? last.made : patched(book, ofBook);
  lastBooks.set(book, { patch: ofBook, made });
  return { book: made, goods: patched(goods, patchIn(patch, 'goods'), ['goods']) };
}

const lastBooks = new WeakMap<Book, { readonly patch: Patch | null; readonly made: Book }>();
