import { parsePattern } from '../../core/places/index.ts';
import { firstFault } from '../../words/index.ts';

/**
 * The places of a list as typed: parted by commas, semicolons or line ends, for a pattern may have spaces of its own.
 */
export const placesIn = (text: string): string[] =>
  text
    .split(/[,;\n]+/)
    .map((one) => one.trim())
    .filter(Boolean);

/** What is wrong with a list of places, or null; it has at least so many. */
export const placesFault =
  (least: number) =>
  (text: string): string | null => {
    const places = placesIn(text);
    if (places.length < least)
      return 'at least one place: a region (EU), a country (GB), a part (GB-NIR), postcodes (GB HS*), or world';
    for (const place of places) {
      const read = parsePattern(place);
      if (!read.ok) return `${firstFault(read)}${/\S\s+\S/.test(place) ? ', commas between' : ''}`;
    }
    return null;
  };
