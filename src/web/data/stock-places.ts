import type { OpenBook } from './book.ts';
import { factsOf } from './facts.ts';

/** Every stock place by its name: those of the book first, then those that only goods or templates name. */
export function stockPlacesOf({ book, goods }: OpenBook): string[] {
  return [
    ...new Set([
      ...book.stockPlaces.map(({ name }) => name),
      ...book.templates.map(({ origin }) => origin),
      ...factsOf(goods).origins,
    ]),
  ];
}
