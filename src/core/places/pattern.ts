import { bad, good, type Result } from '../exact/index.ts';
import { isCountry, type Place, placeOf } from './place.ts';
import { beginsWith, normalPostcode, normalPrefix } from './postcode.ts';

/** What a zone takes in or leaves out. */
export type Pattern =
  | { readonly is: 'world' }
  | { readonly is: 'country'; readonly country: string }
  | { readonly is: 'part'; readonly country: string; readonly part: string }
  | { readonly is: 'prefix'; readonly country: string; readonly prefix: string }
  | { readonly is: 'postcode'; readonly country: string; readonly postcode: string };

/**
 * Reads a pattern: `world`, a country `GB`, a part `GB-NIR`, postcodes that begin alike `GB:HS*`, a postcode `GB:HS1 2AA`.
 */
export function parsePattern(text: string): Result<Pattern> {
  const plain = text.trim();
  if (plain.toLowerCase() === 'world') return good({ is: 'world' });
  const [head = '', code] = plain.split(':', 2);
  const upper = head.trim().toUpperCase();
  if (code === undefined) {
    const place = placeOf(upper.includes('-') ? { country: upper.slice(0, 2), part: upper } : { country: upper });
    if (!place.ok) return bad([], `“${text}” is no place`, 'world, a country (GB), a part (GB-NIR) or postcodes (GB:HS*)');
    const { country, part } = place.value;
    return good(part ? { is: 'part', country, part } : { is: 'country', country });
  }
  if (!isCountry(upper)) return bad([], `“${head}” is no country code`, 'a country before the colon, such as GB:HS*');
  if (code.trim().endsWith('*')) {
    const prefix = normalPrefix(upper, code.trim().slice(0, -1));
    return prefix.ok ? good({ is: 'prefix', country: upper, prefix: prefix.value }) : prefix;
  }
  const postcode = normalPostcode(upper, code);
  return postcode.ok ? good({ is: 'postcode', country: upper, postcode: postcode.value }) : postcode;
}

export function patternText(pattern: Pattern): string {
  switch (pattern.is) {
    case 'world':
      return 'world';
    case 'country':
      return pattern.country;
    case 'part':
      return pattern.part;
    case 'prefix':
      return `${pattern.country}:${pattern.prefix}*`;
    case 'postcode':
      return `${pattern.country}:${pattern.postcode}`;
  }
}

export function matches(pattern: Pattern, place: Place): boolean {
  switch (pattern.is) {
    case 'world':
      return true;
    case 'country':
      return place.country === pattern.country;
    case 'part':
      return place.part === pattern.part;
    case 'prefix':
      return place.country === pattern.country && place.postcode !== null && beginsWith(place.country, place.postcode, pattern.prefix);
    case 'postcode':
      return place.country === pattern.country && place.postcode === pattern.postcode;
  }
}

/** How specific a pattern is; a higher rank decides. A longer prefix goes before a shorter one. */
export function rank(pattern: Pattern): number {
  switch (pattern.is) {
    case 'postcode':
      return 1000;
    case 'prefix':
      return 100 + pattern.prefix.length;
    case 'part':
      return 3;
    case 'country':
      return 2;
    case 'world':
      return 1;
  }
}

/** The country a pattern lies in; null for the world. */
export const countryOf = (pattern: Pattern): string | null => (pattern.is === 'world' ? null : pattern.country);
