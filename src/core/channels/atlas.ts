import type { CompiledBook } from '../book/index.ts';
import { memo } from '../exact/index.ts';
import { type Place, type Plain, partsOfMap, patternText, rank } from '../places/index.ts';

/** Which zone of the book each distinct part of its map falls in; null for none. */
export interface Assigned {
  readonly pattern: Plain;
  readonly zone: string | null;
  readonly place: Place;
}

/**
 * The book's map: every pattern of its zones, of what they leave out, and the countries around them. Every clause of a
 * rendition asks for it: drawn once a book.
 */
export const atlas = memo((book: CompiledBook): readonly Assigned[] => {
  const patterns = book.defaultTemplate.zones.flatMap((zone) => [...zone.takes, ...zone.leaves]);
  return partsOfMap(patterns).map(({ pattern, place }) => ({
    pattern,
    place,
    zone: book.defaultTemplate.zoneOf(place)?.zone.id ?? null,
  }));
});

/** Parts of the map as patterns are written. */
export const textsOf = (parts: readonly Pick<Assigned, 'pattern'>[]): string[] =>
  parts.map((one) => patternText(one.pattern));

/** A distinct part of the map, and the zone it falls in by each of the book's templates, in their order. */
export interface Fallen {
  readonly pattern: Plain;
  readonly place: Place;
  readonly zones: readonly (string | null)[];
}

/** From wide to narrow, and by their letters. */
export function inOrder({ pattern: a }: Pick<Assigned, 'pattern'>, { pattern: b }: Pick<Assigned, 'pattern'>): number {
  const [one, other] = [patternText(a), patternText(b)];
  return rank(a) - rank(b) || (one < other ? -1 : one > other ? 1 : 0);
}

/**
 * The map that all templates' zones cut, from wide to narrow and by their letters: what is told of it does not go by
 * the order in which zones name their places.
 */
export const wholeAtlas = memo((book: CompiledBook): readonly Fallen[] => {
  const zones = new Set(book.templates.flatMap((template) => template.zones));
  return partsOfMap([...zones].flatMap((zone) => [...zone.takes, ...zone.leaves]))
    .map(({ pattern, place }) => ({
      pattern,
      place,
      zones: book.templates.map((template) => template.zoneOf(place)?.zone.id ?? null),
    }))
    .sort(inOrder);
});

/** The zones that parts of the map fall in, by any template. */
export const zonesWith = (parts: readonly Pick<Fallen, 'zones'>[]): ReadonlySet<string> =>
  new Set(parts.flatMap(({ zones }) => zones.flatMap((zone) => zone ?? [])));
