import type { CompiledBook } from '../book/index.ts';
import type { Rules } from '../channels/index.ts';
import { type MapPart, partsOfMap } from '../places/index.ts';

/** A part of the map on which both sides treat every place alike, and how many listed patterns fall in it. */
export interface Region {
  readonly zone: string | null;
  readonly part: MapPart;
  readonly patterns: number;
}

/**
 * The parts of the map that the book and some channels' rules together tell apart, those treated alike by all put
 * together.
 */
export function regionsOf(book: CompiledBook, sides: readonly Rules[]): Region[] {
  const own = book.templates.flatMap((template) => template.zones.flatMap((zone) => [...zone.takes, ...zone.leaves]));
  const parts = partsOfMap([...own, ...sides.flatMap((side) => side.patterns)]);
  const alike = new Map<string, { zone: string | null; part: MapPart; patterns: number }>();
  for (const part of parts) {
    const zone = book.defaultTemplate.zoneOf(part.place)?.zone.id ?? null;
    const falls = book.templates.map((template) => template.zoneOf(part.place)?.zone.id ?? null);
    const key = [...falls, ...sides.map((side) => side.placeKey(part.place))].join('\u0000');
    const known = alike.get(key);
    alike.set(key, known ? { ...known, patterns: known.patterns + 1 } : { zone, part, patterns: 1 });
  }
  return [...alike.values()];
}
