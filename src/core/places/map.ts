import { countryOf, matches, type Pattern, patternText, rank } from './pattern.ts';
import { countries, isTerritory, type Place } from './place.ts';
import { beginsWith, partOfPostcode, prefixesOfPart, prefixesOfRange } from './postcode.ts';
import { countriesOf } from './region.ts';

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
const anyDigit = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'];
const farCountries = ['NZ', 'BR', 'KE', 'IN', 'CA', 'AU', 'ZA', 'MX', 'KR', 'TH', 'AQ'];

/** A postcode of the right form that begins with the prefix. @example wholePostcode('GB', 'HS') // 'HS1 1AA' */
function wholePostcode(country: string, prefix: string): string {
  if (country === 'GB')
    return prefix.includes(' ') ? `${prefix}AA` : `${/\d/.test(prefix) ? prefix : `${prefix}1`} 1AA`;
  if (country === 'IE') return `${(prefix + '01'.slice(prefix.length - 1)).slice(0, 3)} A0A0`;
  return prefix.padEnd(country === 'JP' ? 7 : 5, '1');
}

/**
 * Cuts the map into the parts that some patterns tell apart, one place for each. Every place on earth falls, under any
 * zones made of these patterns, as the place of one of these parts does. A part that narrower patterns cover is left
 * out.
 */
export function partsOfMap(patterns: readonly Pattern[]): MapPart[] {
  const distinct = [
    ...new Map([{ is: 'world' } as Plain, ...patterns.flatMap(plainOf)].map((one) => [patternText(one), one])).values(),
  ];
  for (const pattern of [...distinct]) {
    const country = countryOf(pattern);
    const whole: Plain | null = country === null ? null : { is: 'country', country };
    if (whole && !distinct.some((one) => patternText(one) === patternText(whole))) distinct.push(whole);
  }
  return distinct.flatMap((pattern) => {
    const narrower = distinct.filter((other) => rank(other) > rank(pattern));
    const place = candidates(pattern, distinct).find(
      (one) => matches(pattern, one) && !narrower.some((other) => matches(other, one)),
    );
    return place ? [{ pattern, place }] : [];
  });
}

/** A place that a pattern takes in. @example placeIn({ is: 'prefix', country: 'GB', prefix: 'HS' }) // HS1 1AA */
export const placeIn = (pattern: Plain): Place | undefined =>
  candidates(pattern, [pattern]).find((one) => matches(pattern, one));

function candidates(pattern: Plain, all: readonly Plain[]): Place[] {
  const within = (country: string, prefix: string): Place => {
    const postcode = wholePostcode(country, prefix);
    return { country, part: partOfPostcode(country, postcode), postcode };
  };
  switch (pattern.is) {
    case 'world': {
      const mentioned = new Set(all.map(countryOf));
      return [...farCountries, ...countries]
        .filter((country) => !mentioned.has(country) && !isTerritory(country))
        .map((country) => ({ country, part: null, postcode: null }));
    }
    case 'country': {
      const byPostcode = all.some(
        (one) => (one.is === 'prefix' || one.is === 'postcode' || one.is === 'part') && one.country === pattern.country,
      );
      const bare: Place = { country: pattern.country, part: null, postcode: null };
      if (!byPostcode) return [bare];
      return [...(tries[pattern.country] ?? anyDigit).map((prefix) => within(pattern.country, prefix)), bare];
    }
    case 'part': {
      const deeper = (prefix: string) => [prefix, ...anyDigit.map((digit) => `${prefix}${digit}`)];
      const addresses = prefixesOfPart(pattern.part)
        .flatMap(deeper)
        .map((prefix) => within(pattern.country, prefix));
      return addresses.length > 0 ? addresses : [{ country: pattern.country, part: pattern.part, postcode: null }];
    }
    case 'prefix': {
      const deeper =
        pattern.country === 'GB' && /\d/.test(pattern.prefix)
          ? [pattern.prefix]
          : [pattern.prefix, ...anyDigit.map((digit) => `${pattern.prefix}${digit}`)];
      return deeper
        .map((prefix) => within(pattern.country, prefix))
        .filter((one) => beginsWith(pattern.country, one.postcode ?? '', pattern.prefix));
    }
    case 'postcode':
      return [
        {
          country: pattern.country,
          part: partOfPostcode(pattern.country, pattern.postcode),
          postcode: pattern.postcode,
        },
      ];
  }
}
