import { bad, good, type Result } from '../exact/index.ts';
import { isCountry, type Place, placeOf, territoryCode } from './place.ts';
import { beginsWith, inRange, normalPostcode, normalPrefix, normalRange } from './postcode.ts';
import { countriesOf, isRegion, regionHolds } from './region.ts';

/** What a zone takes in or leaves out. */
export type Pattern =
  | { readonly is: 'world' }
  | { readonly is: 'region'; readonly region: string }
  | { readonly is: 'country'; readonly country: string }
  | { readonly is: 'part'; readonly country: string; readonly part: string }
  | { readonly is: 'range'; readonly country: string; readonly from: string; readonly to: string }
  | { readonly is: 'prefix'; readonly country: string; readonly prefix: string }
  | { readonly is: 'postcode'; readonly country: string; readonly postcode: string };

/**
 * Reads a pattern: `world`, a region of CLDR `EU` or `150`, a country `GB`, a part `GB-NIR`, postcodes that begin alike
 * `GB:HS*`, a range `GB:AB31..AB38`, a postcode `GB:HS1 2AA`.
 */
export function parsePattern(text: string): Result<Pattern> {
  const plain = text.trim();
  if (plain.toLowerCase() === 'world') return good({ is: 'world' });
  const [head = '', code] = plain.split(':', 2);
  const upper = head.trim().toUpperCase();
  if (code === undefined) {
    if (isRegion(upper)) return good({ is: 'region', region: upper });
    const place = placeOf(upper.includes('-') ? { country: upper.slice(0, 2), part: upper } : { country: upper });
    if (!place.ok) return bad([], `“${text}” is no place`, 'world, a region (EU, 150), a country (GB), a part (GB-NIR) or postcodes (GB:HS*, GB:AB31..AB38)');
    const { country, part } = place.value;
    return good(part ? { is: 'part', country, part } : { is: 'country', country });
  }
  if (!isCountry(upper)) return bad([], `“${head}” is no country code`, 'a country before the colon, such as GB:HS*');
  if (code.trim().endsWith('*')) {
    const prefix = normalPrefix(upper, code.trim().slice(0, -1));
    return prefix.ok ? good({ is: 'prefix', country: upper, prefix: prefix.value }) : prefix;
  }
  const [from, to, ...more] = code.split('..');
  if (to !== undefined) {
    if (more.length > 0) return bad([], `“${text}” has more than two ends`, 'a range such as GB:AB31..AB38');
    const range = normalRange(upper, from ?? '', to);
    return range.ok ? good({ is: 'range', country: upper, ...range.value }) : range;
  }
  const postcode = normalPostcode(upper, code);
  return postcode.ok ? good({ is: 'postcode', country: upper, postcode: postcode.value }) : postcode;
}

export function patternText(pattern: Pattern): string {
  switch (pattern.is) {
    case 'world':
      return 'world';
    case 'region':
      return pattern.region;
    case 'country':
      return pattern.country;
    case 'part':
      return pattern.part;
    case 'range':
      return `${pattern.country}:${pattern.from}..${pattern.to}`;
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
    case 'region':
      return regionHolds(pattern.region, place.country) || (place.part !== null && regionHolds(pattern.region, territoryCode(place.part) ?? ''));
    case 'country':
      return place.country === pattern.country;
    case 'part':
      return place.part === pattern.part;
    case 'range':
      return place.country === pattern.country && place.postcode !== null && inRange(place.country, place.postcode, pattern.from, pattern.to);
    case 'prefix':
      return place.country === pattern.country && place.postcode !== null && beginsWith(place.country, place.postcode, pattern.prefix);
    case 'postcode':
      return place.country === pattern.country && place.postcode === pattern.postcode;
  }
}

/**
 * How specific a pattern is; a higher rank decides: a single postcode, a longer prefix, a shorter one, a range, a part, a
 * country, a region of fewer countries, one of more, the world.
 */
export function rank(pattern: Pattern): number {
  switch (pattern.is) {
    case 'postcode':
      return 1000;
    case 'prefix':
      return 100 + pattern.prefix.length;
    case 'range':
      return 4;
    case 'part':
      return 3;
    case 'country':
      return 2;
    case 'region':
      return 1 + 1 / (1 + countriesOf(pattern.region).length);
    case 'world':
      return 1;
  }
}

/** The country a pattern lies in; null for the world and its regions. */
export const countryOf = (pattern: Pattern): string | null => (pattern.is === 'world' || pattern.is === 'region' ? null : pattern.country);
