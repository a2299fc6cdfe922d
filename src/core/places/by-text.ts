import { type Place, parsePlace } from './place.ts';

/** Reads places by their texts, each text once, for lists in which few stand many times; null for what is none. */
export function placesByText(): (text: string) => Place | null {
  const places = new Map<string, Place | null>();
  return (text) => {
    const known = places.get(text);
    if (known !== undefined) return known;
    const read = parsePlace(text);
    const place = read.ok ? read.value : null;
    places.set(text, place);
    return place;
  };
}
