import type { CompiledBook } from '../../book/index.ts';
import { matches, patternText } from '../../places/index.ts';
import { type Fallen, wholeAtlas } from '../atlas.ts';
import { keysOf } from '../keys.ts';
import { limits } from './format.ts';

/** A zone of the shop's: places that fall in the same zone by every template of the book. */
export interface ShopPlaces {
  readonly key: string;
  readonly name: string;
  readonly places: readonly string[];
  /** The book's zone by each template, in their order. */
  readonly zones: readonly (string | null)[];
}

export const entryOf = ({ pattern }: Pick<Fallen, 'pattern'>): string =>
  pattern.is === 'world' ? '*' : patternText(pattern);

/**
 * The parts of the map that are not among some and have to be said: the entry by which each would fall is of those that
 * are. What is in no entry is in none of them by itself.
 */
export function leftOut(book: CompiledBook, isIn: (part: Fallen) => boolean): Fallen[] {
  const told: Fallen[] = [];
  const left = new Set<Fallen>();
  for (const part of wholeAtlas(book)) {
    if (!isIn(part)) {
      // From wide to narrow: the last that takes it is the narrowest.
      const wider = told.findLast((one) => matches(one.pattern, part.place));
      if (!wider || left.has(wider)) continue;
      left.add(part);
    }
    told.push(part);
  }
  return [...left];
}

/** The map as the shop is told it: each distinct part in one zone, or closed. */
export function placesOf(book: CompiledBook): { zones: ShopPlaces[]; closed: string[] } {
  const names = new Map(book.body.zones.map((zone) => [zone.id, zone.name]));
  const keyFor = keysOf(limits.key);
  const zones = new Map<string, ShopPlaces & { places: string[] }>();
  const order = new Map(book.body.zones.map((zone, i) => [zone.id, i]));
  const idOf = ({ zones: falls }: Fallen) => falls.find((zone) => zone !== null) ?? null;
  for (const part of wholeAtlas(book)) {
    const id = idOf(part);
    if (id === null) continue;
    const alike = part.zones.join('\u0000');
    const known = zones.get(alike);
    if (known) known.places.push(entryOf(part));
    else zones.set(alike, { key: id, name: names.get(id) ?? id, places: [entryOf(part)], zones: part.zones });
  }
  const sorted = [...zones.values()].sort(
    (a, b) => (order.get(a.key) ?? 0) - (order.get(b.key) ?? 0) || (a.places[0] ?? '').localeCompare(b.places[0] ?? ''),
  );
  const closed = leftOut(book, (part) => idOf(part) !== null).map(entryOf);
  return { zones: sorted.map((zone) => ({ ...zone, key: keyFor(zone.key) })), closed };
}
