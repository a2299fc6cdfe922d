import { type Currency, err, ok, type Result } from '../../../core/exact/index.ts';
import { type Column, entryOf, type Item, itemSchema, readItem } from '../../../core/goods/index.ts';
import type { OpenBook } from '../../data/book.ts';

/** What is typed into a cell as the book keeps it; or what is wrong with it. */
export function readCell(book: OpenBook, item: Item, id: Column, text: string): Result<unknown> {
  const read = itemSchema.safeParse({ ...item, [id]: entryOf(id, text) });
  if (!read.success) return err([id], { is: 'cell', field: id, text });
  const { data } = read;
  const priced = data.price === null && data.parent !== null ? { ...data, price: '0' } : data;
  const figures = readItem(priced, book.home.currency as Currency);
  if (!figures.ok) return figures;
  const known = book.book.templates.map((one) => one.id);
  if (id === 'template' && text.trim() !== '' && !known.includes(text.trim()))
    return err([id], { is: 'unknown', what: 'template', id: text, known });
  return ok(data[id]);
}
