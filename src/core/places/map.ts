import { countryOf, matches, type Pattern, patternText, rank } from './pattern.ts';
import { countries, isTerritory, type Place } from './place.ts';
import { partOfPostcode, prefixesOfPart, prefixesOfRange } from './postcode.ts';
import { countriesOf } from './region.ts';
import { patternTree } from './tree.ts';

/** Patterns that stand for themselves; regions and ranges are made of these. */
export type Plain = Exclude<Pattern, { is: 'region' | 'range' }>;

/**
 * A pattern as plain ones that together take in the same places. @example plainOf({ is: 'region', region: '021' }) //
 * BM, CA, GL, US
 */
export function plainOf(pattern: Pattern): readonly Plain[] {
  switch (pattern.is) {
    case 'region':
      return countriesOf(pattern.region).map((country): Plain => ({ is: 'country', country }));
    case 'range':
      return prefixesOfRange(pattern.country, pattern.from, pattern.to).map((prefix) => ({
        is: 'prefix',
        country: pattern.country,
        prefix,
      }));
    default:
      return [pattern];
  }
}

/** One distinct part of the map: what a pattern describes less all narrower ones, and a place that lies there. */
export interface MapPart {
  readonly pattern: Plain;
  readonly place: Place;
}

/** Areas and prefixes tried, in turn, for an address that no listed pattern narrows. */
const tries: Readonly<Record<string, readonly string[]>> = {
  GB: ['M', 'B', 'LS', 'EX', 'CF', 'EH', 'AB', 'NE', 'SW', 'KT', 'CA', 'DG', 'HP', 'TR'],
  IE: ['H91', 'D01', 'T12', 'V94', 'X91', 'F92'],
};
const anyDigit = [...'1234567890'];
const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
const farCountries = ['NZ', 'BR', 'KE', 'IN', 'CA', 'AU', 'ZA', 'MX', 'KR', 'TH', 'AQ'];

/** A postcode of the right form that begins with the prefix. @example wholePostcode('GB', 'HS') // 'HS1 1AA' */
function wholePostcode(country: string, prefix: string): string {
  switch (country) {
    case 'GB': {
      const [outward = '', inward = ''] = prefix.split(' ');
      return `${/\d/.test(outward) ? outward : `${outward}1`} ${inward + '1AA'.slice(inward.length)}`;
    }
    case 'IE': {
      const [key = '', rest = ''] = prefix.split(' ');
      return `${(key + '01'.slice(key.length - 1)).slice(0, 3)} ${rest + 'A0A0'.slice(rest.length)}`;
    }
    case 'JP':
      return prefix.padEnd(7, '1');
    case 'US':
      return prefix.padEnd(prefix.length > 5 ? 9 : 5, '1');
    default:
      return prefix.padEnd(5, '1');
  }
}

/** The beginnings one step longer that together take what a prefix does. @example GB HS → HS1, HS2, … HS99 */
function longerBy(country: string, prefix: string): string[] {
  const by = (signs: readonly string[]) => signs.map((sign) => prefix + sign);
  if (country === 'GB') {
    if (prefix.includes(' ')) return by(letters);
    if (/^[A-Z]+$/.test(prefix))
      return by([...anyDigit, ...anyDigit.slice(0, 9).flatMap((ten) => anyDigit.map((one) => ten + one))]);
    const sectors = anyDigit.map((digit) => `${prefix} ${digit}`);
    return /[A-Z]$/.test(prefix) ? sectors : [...sectors, ...by(letters)];
  }
  if (country === 'IE' && prefix.length === 3) return by([...letters, ...anyDigit].map((sign) => ` ${sign}`));
  return by(country === 'US' ? anyDigit : [...anyDigit, ...letters]);
}

/** What some patterns name: countries, those in which they name something narrower, and beginnings of postcodes. */
interface Named {
  readonly countries: ReadonlySet<string | null>;
  readonly cut: ReadonlySet<string>;
  /** Of a country what is named that begins so and is longer, by every beginning. */
  readonly inside: ReadonlyMap<string, ReadonlyMap<string, ReadonlySet<string>>>;
}

function namedBy(patterns: readonly Plain[]): Named {
  const cut = new Set<string>();
  const inside = new Map<string, Map<string, Set<string>>>();
  for (const pattern of patterns) {
    if (pattern.is === 'world' || pattern.is === 'country') continue;
    const { country } = pattern;
    cut.add(country);
    if (pattern.is === 'part') continue;
    const name = pattern.is === 'prefix' ? pattern.prefix : pattern.postcode;
    const here = inside.get(country) ?? new Map<string, Set<string>>();
    inside.set(country, here);
    for (let length = 1; length < name.length; length += 1) {
      const beginning = name.slice(0, length);
      here.set(beginning, (here.get(beginning) ?? new Set()).add(name));
    }
  }
  return { countries: new Set(patterns.map(countryOf)), cut, inside };
}

/** Postcodes that begin so, one at least among those that nothing longer which is named takes. */
function* postcodesIn(country: string, prefix: string, named: Named): Generator<string> {
  const inside = named.inside.get(country)?.get(prefix);
  if (!inside) yield wholePostcode(country, prefix);
  else
    for (const longer of longerBy(country, prefix)) if (!inside.has(longer)) yield* postcodesIn(country, longer, named);
}

/**
 * Cuts the map into the parts that some patterns tell apart, one place for each. Every place on earth falls, under any
 * zones made of these patterns, as the place of one of these parts does. A part that narrower patterns cover is left
 * out.
 */
export function partsOfMap(patterns: readonly Pattern[]): MapPart[] {
  const plain = [{ is: 'world' } as Plain, ...patterns.flatMap(plainOf)];
  const wholes = plain.flatMap((pattern): Plain[] => {
    const country = countryOf(pattern);
    return country === null ? [] : [{ is: 'country', country }];
  });
  const distinct = [...new Map([...plain, ...wholes].map((one) => [patternText(one), one])).values()];
  const named = namedBy(distinct);
  const narrowest = patternTree(distinct.map((pattern) => ({ pattern, value: depth(pattern) })));
  return distinct.flatMap((pattern) => {
    const own = depth(pattern);
    const isNarrower = (other: number) => other > own;
    const place = firstOf(
      candidates(pattern, named),
      (one) => matches(pattern, one) && narrowest(one, isNarrower) === null,
    );
    return place ? [{ pattern, place }] : [];
  });
}

/** How narrow a pattern is: a ZIP code of five digits takes in more than longer beginnings do. */
const depth = (pattern: Plain): number =>
  pattern.is === 'postcode' && pattern.country === 'US' && pattern.postcode.length === 5
    ? rank({ is: 'prefix', country: 'US', prefix: pattern.postcode }) + 0.5
    : rank(pattern);

/** A place that a pattern takes in. @example placeIn({ is: 'prefix', country: 'GB', prefix: 'HS' }) // HS1 1AA */
export const placeIn = (pattern: Plain): Place | undefined =>
  firstOf(candidates(pattern, namedBy([pattern])), (one) => matches(pattern, one));

function firstOf<T>(all: Iterable<T>, isOne: (one: T) => boolean): T | undefined {
  for (const one of all) if (isOne(one)) return one;
  return undefined;
}

/** Places a pattern takes in, some of which nothing narrower that is named does, if there are any. */
function* candidates(pattern: Plain, named: Named): Generator<Place> {
  switch (pattern.is) {
    case 'world':
      for (const country of [...farCountries, ...countries])
        if (!named.countries.has(country) && !isTerritory(country)) yield { country, part: null, postcode: null };
      return;
    case 'country':
      if (named.cut.has(pattern.country))
        yield* addressesIn(pattern.country, tries[pattern.country] ?? anyDigit, named);
      yield { country: pattern.country, part: null, postcode: null };
      return;
    case 'part':
      yield* addressesIn(pattern.country, prefixesOfPart(pattern.part), named);
      yield { country: pattern.country, part: pattern.part, postcode: null };
      return;
    case 'prefix':
      yield* addressesIn(pattern.country, [pattern.prefix], named);
      return;
    case 'postcode':
      yield addressAt(pattern.country, pattern.postcode);
  }
}

/** Addresses of postcodes that begin so. */
function* addressesIn(country: string, prefixes: readonly string[], named: Named): Generator<Place> {
  for (const prefix of prefixes)
    for (const postcode of postcodesIn(country, prefix, named)) yield addressAt(country, postcode);
}

const addressAt = (country: string, postcode: string): Place => ({
  country,
  part: partOfPostcode(country, postcode),
  postcode,
});
