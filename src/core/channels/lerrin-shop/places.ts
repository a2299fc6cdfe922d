import type { CompiledBook } from '../../book/index.ts';
import { patternText } from '../../places/index.ts';
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

/** The map as the shop is told it: each distinct part in one zone, or closed. */
export function placesOf(book: CompiledBook): { zones: ShopPlaces[]; closed: string[] } {
  const names = new Map(book.body.zones.map((zone) => [zone.id, zone.name]));
  const keyFor = keysOf(limits.key);
  const zones = new Map<string, ShopPlaces & { places: string[] }>();
  const closed: string[] = [];
  const order = new Map(book.body.zones.map((zone, i) => [zone.id, i]));
  for (const part of wholeAtlas(book)) {
    const id = part.zones.find((zone) => zone !== null) ?? null;
    if (id === null) {
      if (part.pattern.is !== 'world') closed.push(entryOf(part));
      continue;
    }
    const alike = part.zones.join('\u0000');
    const known = zones.get(alike);
    if (known) known.places.push(entryOf(part));
    else zones.set(alike, { key: id, name: names.get(id) ?? id, places: [entryOf(part)], zones: part.zones });
  }
  const sorted = [...zones.values()].sort(
    (a, b) => (order.get(a.key) ?? 0) - (order.get(b.key) ?? 0) || (a.places[0] ?? '').localeCompare(b.places[0] ?? ''),
  );
  return { zones: sorted.map((zone) => ({ ...zone, key: keyFor(zone.key) })), closed };
}
