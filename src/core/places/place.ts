import { err, ok, type Result } from '../exact/index.ts';
import { countryCodes, partCodes, partsInParts } from './iso3166.ts';
import { normalPostcode, partOfPostcode } from './postcode.ts';

/** One destination: an ISO 3166-1 country, its ISO 3166-2 part and its postcode in normal form, where known. */
export interface Place {
  readonly country: string;
  readonly part: string | null;
  readonly postcode: string | null;
}

export const countries: ReadonlySet<string> = new Set(countryCodes.split(' '));
/**
 * Armed forces' addresses are parts of their country, with codes of the post that ISO 3166-2 has not. Common practice,
 * no source.
 */
const forces = ['US-AA', 'US-AE', 'US-AP'];
const parts: ReadonlySet<string> = new Set([
  ...forces,
  ...Object.entries(partCodes).flatMap(([country, codes]) => codes.split(' ').map((code) => `${country}-${code}`)),
]);
export const isCountry = (code: string): boolean => countries.has(code);
export const isPart = (code: string): boolean => parts.has(code);

/**
 * Territories with a country code of their own that are also parts of a country (ISO 3166-2), by country. A place there
 * is a place of the country: PR is US-PR and lies in US. Hong Kong, Macao and Taiwan stand as countries of their own.
 */
const territories: ReadonlyMap<string, string> = new Map(
  Object.entries({ US: 'AS GU MP PR UM VI', FR: 'BL GF GP MF MQ NC PF PM RE TF WF YT', NL: 'AW CW SX' }).flatMap(
    ([country, codes]) => codes.split(' ').map((code) => [code, country] as const),
  ),
);

/** Whether a code of ISO 3166-1 is only a territory of another country here. @example isTerritory('PR') // true */
export const isTerritory = (code: string): boolean => territories.has(code);

/** The larger part that a part lies in, for those that do. */
const largerPart: ReadonlyMap<string, string> = new Map(
  Object.entries(partsInParts).flatMap(([larger, codes]) =>
    codes.split(' ').map((code) => [`${larger.slice(0, 2)}-${code}`, larger] as const),
  ),
);

/** Whether a part is another, or lies in it, however deep. @example liesIn('GB-LND', 'GB-ENG') // true */
export function liesIn(part: string, larger: string): boolean {
  for (let at: string | undefined = part; at !== undefined; at = largerPart.get(at)) if (at === larger) return true;
  return false;
}

/**
 * The place an address means. A territory becomes the part of its country; a part not given is taken from the postcode
 * where one part is certain. Refuses unknown codes, a part of another country and postcodes of another form.
 */
export function placeOf(address: { country: string; part?: string | null; postcode?: string | null }): Result<Place> {
  const code = address.country.trim().toUpperCase();
  if (!isCountry(code)) return err(['country'], { is: 'malformed', text: address.country, form: 'country code' });
  const country = territories.get(code) ?? code;
  const given = country === code ? address.part?.trim().toUpperCase() || null : `${country}-${code}`;
  if (given && !isPart(given)) return err(['part'], { is: 'malformed', text: given, form: 'part of a country' });
  if (given && !given.startsWith(`${country}-`)) return err(['part'], { is: 'part elsewhere', part: given, country });
  if (!address.postcode?.trim()) return ok({ country, part: given, postcode: null });
  const postcode = normalPostcode(country, address.postcode);
  if (!postcode.ok) return { ok: false, problems: postcode.problems.map((one) => ({ ...one, at: ['postcode'] })) };
  return ok({ country, part: given ?? partOfPostcode(country, postcode.value), postcode: postcode.value });
}

/** A place in a line, for people and files: `GB HS1 2AA`. */
export const placeText = (place: Place): string =>
  [
    place.part && !(place.postcode && partOfPostcode(place.country, place.postcode)) ? place.part : place.country,
    place.postcode,
  ]
    .filter(Boolean)
    .join(' ');

/**
 * Reads a place written whole: a country, a part, or either with a postcode. Anything else is refused.
 * @example parsePlace('GB HS1 2AA') // { country: 'GB', part: null, postcode: 'HS1 2AA' }
 */
export function parsePlace(text: string): Result<Place> {
  const [head = '', ...rest] = text.trim().split(/\s+/);
  if (!/^[A-Za-z]{2}(?:-[A-Za-z0-9]{1,3})?$/.test(head)) return err([], { is: 'malformed', text, form: 'place' });
  return placeOf({ country: head.slice(0, 2), part: head.length > 2 ? head : null, postcode: rest.join(' ') || null });
}
