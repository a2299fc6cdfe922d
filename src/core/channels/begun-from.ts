import { type Book, bookSchema, type Edit } from '../book/index.ts';
import type { Adopted } from './adopted.ts';

/** What of an adopted book an empty one takes: all but who sells, and where; that it has already. */
const taken = ['zones', 'services', 'selections', 'offers', 'eitherOr'] as const;

/** The edits by which a book without zones and services begins with what is live at a channel. */
export function begunFrom(book: Book, channel: string, { book: there, goods }: Adopted): Edit[] {
  const homes = new Set(book.markets.map(({ locale }) => locale));
  return [
    ...there.markets.flatMap((market) =>
      homes.has(market.locale) || market === there.markets[0] ? [] : [{ path: ['markets', market.id], value: market }],
    ),
    ...taken.flatMap((list) => there[list].map((one): Edit => ({ path: [list, one.id], value: one }))),
    // The first template is the default one: those that stood there go.
    ...book.templates.map(({ id }): Edit => ({ path: ['templates', id] })),
    ...there.templates.map((one): Edit => ({ path: ['templates', one.id], value: one })),
    { path: ['mixedBy'], value: there.mixedBy },
    { path: ['numbered'], value: there.numbered },
    { path: ['channels', channel], value: bookSchema.shape.channels.parse(there.channels)[channel as never] },
    ...goods().map((item): Edit => ({ path: ['goods', item.sku], value: item })),
  ];
}
