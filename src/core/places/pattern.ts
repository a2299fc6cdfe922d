import { err, ok, type Result } from '../exact/index.ts';
import { liesIn, type Place, parsePlace } from './place.ts';
import { beginsWith, inRange, normalPostcode, normalPrefix, normalRange, prefixLength } from './postcode.ts';
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
 * Reads a pattern, written as places are: `world`, a region of CLDR `EU` or `150`, a country `GB`, a part `GB-NIR`,
 * postcodes that begin alike `GB HS*` or `GB HS1 2*`, a range `GB AB31 to AB38`, a postcode `GB HS1 2AA`.
 */
export function parsePattern(text: string): Result<Pattern> {
  const [head = '', ...rest] = text.trim().split(/\s+/);
  const code = rest.join(' ');
  const upper = head.toUpperCase();
  if (code === '') {
    if (upper === 'WORLD') return ok({ is: 'world' });
    if (isRegion(upper)) return ok({ is: 'region', region: upper });
    const place = parsePlace(upper);
    if (!place.ok)
      return err([], {
        is: 'malformed',
        text,
        form: text.includes(':') ? 'place pattern with a space' : 'place pattern',
      });
    const { country, part } = place.value;
    return ok(part ? { is: 'part', country, part } : { is: 'country', country });
  }
  const whole = parsePlace(upper);
  if (!whole.ok || upper.includes('-'))
    return err([], { is: 'malformed', text, form: 'place pattern with its country' });
  const { country } = whole.value;
  if (code.endsWith('*')) {
    const prefix = normalPrefix(country, code.slice(0, -1));
    return prefix.ok ? ok({ is: 'prefix', country, prefix: prefix.value }) : prefix;
  }
  const [from, to, ...more] = code.split(/\s+to\s+/i);
  if (to !== undefined) {
    if (more.length > 0) return err([], { is: 'malformed', text, form: 'range of postcodes' });
    const range = normalRange(country, from ?? '', to);
    return range.ok ? ok({ is: 'range', country, ...range.value }) : range;
  }
  const postcode = normalPostcode(country, code);
  return postcode.ok ? ok({ is: 'postcode', country, postcode: postcode.value }) : postcode;
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
      return `${pattern.country} ${pattern.from} to ${pattern.to}`;
    case 'prefix':
      return `${pattern.country} ${pattern.prefix}*`;
    case 'postcode':
      return `${pattern.country} ${pattern.postcode}`;
  }
}

export function matches(pattern: Pattern, place: Place): boolean {
  switch (pattern.is) {
    case 'world':
      return true;
    case 'region':
      return regionHolds(pattern.region, place.country);
    case 'country':
      return place.country === pattern.country;
    case 'part':
      return place.part !== null && liesIn(place.part, pattern.part);
    case 'range':
      return (
        place.country === pattern.country &&
        place.postcode !== null &&
        inRange(place.country, place.postcode, pattern.from, pattern.to)
      );
    case 'prefix':
      return (
        place.country === pattern.country &&
        place.postcode !== null &&
        beginsWith(place.country, place.postcode, pattern.prefix)
      );
    case 'postcode':
      return place.country === pattern.country && place.postcode !== null && isPostcode(pattern.postcode, place);
  }
}

/** A ZIP code of five digits takes in those of nine that begin so. */
const isPostcode = (single: string, { country, postcode }: Place): boolean =>
  postcode === single ||
  (country === 'US' && single.length === 5 && postcode?.length === 9 && postcode.startsWith(single));

/**
 * How specific a pattern is; a higher rank decides: a single postcode, a longer prefix, a shorter one, a range, a part,
 * a country, a region of fewer countries, one of more, the world.
 */
export function rank(pattern: Pattern): number {
  switch (pattern.is) {
    case 'postcode':
      return 1000;
    case 'prefix':
      return 100 + prefixLength(pattern.prefix);
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
export const countryOf = (pattern: Pattern): string | null =>
  pattern.is === 'world' || pattern.is === 'region' ? null : pattern.country;
