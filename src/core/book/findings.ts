import { breaksOf, type Rate, shownName } from '../rates/index.ts';
import type { CompiledBook } from './compile/index.ts';
import { goneChannels } from './schema.ts';

/** What a sound book may not have meant. */
type Unmeant =
  /** A break, counted from 1, whose edges meet once converted. */
  | { readonly is: 'no room'; readonly break: number }
  | { readonly is: 'gone channel' }
  | { readonly is: 'same name'; readonly name: string; readonly services: readonly string[] }
  /** A place of a tax row that an earlier row of its class has. */
  | { readonly is: 'taxed already'; readonly place: string; readonly by: string };

/** Something that a sound book may not have meant: the path in the book to it, in which market, and what. */
export type BookFinding = Unmeant & { readonly at: readonly string[]; readonly market: string };

/**
 * What stands in a book as compiled for a market and may not be meant: breaks that the conversion leaves no room,
 * services of one zone that shoppers see under one name, and a tax row that another for the same places and class keeps
 * from counting.
 */
export function bookFindings(book: CompiledBook): BookFinding[] {
  return [
    ...lanesOf(book).flatMap(({ at, rate }) =>
      breaksWithoutRoom(rate).map((nth) => finding(book, at, { is: 'no room', break: nth })),
    ),
    ...equalNames(book),
    ...equalTaxes(book),
    ...goneChannels(book.body).map((id) => finding(book, ['channels', id], { is: 'gone channel' })),
  ];
}

const finding = (book: CompiledBook, at: readonly string[], what: Unmeant): BookFinding => ({
  ...what,
  at,
  market: book.market.body.id,
});

/** The rates of all lanes, those for kinds of goods among them, each with its path. */
const lanesOf = (book: CompiledBook): { at: readonly string[]; rate: Rate }[] =>
  book.templates.flatMap((template) =>
    [...template.lanes].flatMap(([zone, row]) =>
      [...row].flatMap(([service, lane]) => {
        const at = ['templates', template.id, 'lanes', zone, service];
        return [
          { at, rate: lane.price.rate },
          ...[...(lane.kinds ?? [])].map(([kind, price]) => ({ at: [...at, 'kinds', kind], rate: price.rate })),
        ];
      }),
    ),
  );

/** Breaks, counted from 1, whose upper edge is no higher than the one before it. */
function breaksWithoutRoom(rate: Rate): number[] {
  const breaks = breaksOf(rate);
  if (!breaks) return [];
  const { edges, from } = breaks;
  return edges.flatMap((edge, i) => (edge <= (i === 0 ? from : (edges[i - 1] ?? 0)) ? [i + 1] : []));
}

/**
 * Services of one template and zone that shoppers of the market's locale see under one name, where it does not show one
 * of a name alone.
 */
function equalNames(book: CompiledBook): BookFinding[] {
  const { oneOfAName, locale } = book.market.body;
  if (oneOfAName) return [];
  return book.templates.flatMap((template) =>
    [...template.lanes].flatMap(([zone, row]) => {
      const byName = new Map<string, string[]>();
      for (const [service, lane] of row) {
        const own = book.services.find((one) => one.id === service);
        const name = lane.names[locale] ?? (own ? shownName(own, locale) : service);
        byName.set(name, [...(byName.get(name) ?? []), service]);
      }
      return [...byName].flatMap(([name, services]) =>
        services.length > 1
          ? [finding(book, ['templates', template.id, 'lanes', zone], { is: 'same name', name, services })]
          : [],
      );
    }),
  );
}

/** Tax rows of one class that name the same place: the earlier counts. */
function equalTaxes(book: CompiledBook): BookFinding[] {
  const seen = new Map<string, string>();
  return book.body.taxes.flatMap((tax) =>
    tax.places.flatMap((place) => {
      const key = JSON.stringify([tax.class, place]);
      const first = seen.get(key);
      if (first === undefined) seen.set(key, tax.id);
      return first === undefined || first === tax.id
        ? []
        : [finding(book, ['taxes', tax.id], { is: 'taxed already', place, by: first })];
    }),
  );
}
