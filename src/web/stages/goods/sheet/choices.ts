import { channelsOf } from '../../../../core/book/index.ts';
import type { Column } from '../../../../core/goods/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { factsOf } from '../../../data/facts.ts';
import { stockPlacesOf } from '../../../data/stock-places.ts';

/**
 * What may be picked for a cell that is typed into: what the book and other goods have already; nothing where that says
 * little. Of several words each is offered behind those that stand there.
 */
export function choicesOf(book: OpenBook, column: Column, text: string): readonly string[] {
  const { kinds, hazards, tags } = factsOf(book.goods);
  const behind = (words: readonly string[]) => {
    const there = text.split(/\s+/).filter(Boolean);
    return words.flatMap((word) => (there.includes(word) ? [] : [...there, word].join(' ')));
  };
  switch (column) {
    case 'kind':
      return [...new Set(['parcel', ...kinds])];
    case 'hazards':
      return behind(hazards);
    case 'tags':
      return behind(tags);
    case 'template':
      return book.book.templates.map(({ id }) => id);
    case 'origin':
      return stockPlacesOf(book);
    case 'taxClass':
      return [...new Set(['standard', ...book.book.taxes.map((tax) => tax.class)])];
    case 'barred':
      return behind(book.book.services.map(({ id }) => id));
    case 'stockedBy':
    case 'notListed':
      return behind(channelsOf(book.book));
    default:
      return [];
  }
}
