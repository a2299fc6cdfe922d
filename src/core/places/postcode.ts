import { bad, good, type Result } from '../exact/index.ts';

const outward = /^(?:[A-Z]{1,2}\d{1,2}|[A-Z]{1,2}\d[A-Z])$/;

/**
 * A postcode in the one form Plemb compares: upper case; in Great Britain outward, space, inward; in Ireland the
 * routing key, space, the rest; elsewhere without hyphens and spaces.
 * @example normalPostcode('GB', 'hs12aa') // 'HS1 2AA'
 */
export function normalPostcode(country: string, text: string): Result<string> {
  const plain = text.toUpperCase().replace(/[\s-]+/g, '');
  if (country === 'GB') {
    const inward = plain.slice(-3);
    if (/^\d[A-Z]{2}$/.test(inward) && outward.test(plain.slice(0, -3))) return good(`${plain.slice(0, -3)} ${inward}`);
    return bad([], `“${text}” is no British postcode`, 'outward and inward part, such as HS1 2AA');
  }
  if (country === 'IE') {
    if (/^(?:[A-Z]\d{2}|D6W)[A-Z0-9]{4}$/.test(plain)) return good(`${plain.slice(0, 3)} ${plain.slice(3)}`);
    return bad([], `“${text}” is no Irish postcode`, 'routing key and four letters or digits, such as H91 K8XY');
  }
  if (/^[A-Z0-9]{2,10}$/.test(plain)) return good(plain);
  return bad([], `“${text}” is no postcode`, 'two to ten letters and digits');
}

/**
 * The beginning of a postcode, as compared: `HS` and `PA41` in Great Britain end within the outward part or at its end,
 * an Irish prefix is the routing key or its first letter.
 */
export function normalPrefix(country: string, text: string): Result<string> {
  const plain = text.toUpperCase().replace(/[\s-]+/g, '');
  if (country === 'GB') {
    if (/^[A-Z]{1,2}(?:\d[\dA-Z]?)?$/.test(plain)) return good(plain);
    return bad([], `“${text}*” begins no British postcode`, 'an area or a district, such as HS* or PA41*');
  }
  if (country === 'IE') {
    if (/^[A-Z](?:\d[\dW]?)?$/.test(plain)) return good(plain);
    return bad([], `“${text}*” begins no Irish postcode`, 'a routing key, such as H91*');
  }
  if (/^[A-Z0-9]{1,9}$/.test(plain)) return good(plain);
  return bad([], `“${text}*” begins no postcode`, 'one to nine letters and digits before the *');
}

/**
 * Whether a normal postcode begins with a normal prefix. In Great Britain an area of letters ends where the letters do:
 * `P` is no area of `PA41 1AA`, and `PA4` is the district PA4, not PA41.
 */
export function beginsWith(country: string, postcode: string, prefix: string): boolean {
  if (!postcode.startsWith(prefix)) return false;
  if (country !== 'GB') return true;
  const next = postcode.charAt(prefix.length);
  const lettersOnly = /^[A-Z]+$/.test(prefix);
  return lettersOnly ? /\d/.test(next) : !/\d/.test(next);
}

/** Postcodes whose beginning settles the part of the country. Common practice of the posts concerned, no source. */
const settled: Readonly<Record<string, readonly (readonly [prefix: string, part: string])[]>> = {
  GB: [['BT', 'GB-NIR']],
  US: [
    ['995', 'US-AK'],
    ['996', 'US-AK'],
    ['997', 'US-AK'],
    ['998', 'US-AK'],
    ['999', 'US-AK'],
    ['967', 'US-HI'],
    ['968', 'US-HI'],
    ['006', 'US-PR'],
    ['007', 'US-PR'],
    ['009', 'US-PR'],
    ['008', 'US-VI'],
  ],
  ES: [
    ['35', 'ES-GC'],
    ['38', 'ES-TF'],
    ['51', 'ES-CE'],
    ['52', 'ES-ML'],
    ['07', 'ES-PM'],
  ],
};

/** The part of its country a postcode lies in, where that is certain; else null. @example partOfPostcode('GB', 'BT1 1AA') // 'GB-NIR' */
export function partOfPostcode(country: string, postcode: string): string | null {
  return settled[country]?.find(([prefix]) => beginsWith(country, postcode, prefix))?.[1] ?? null;
}

/** The postcode prefixes that make up a part of a country, where Plemb knows them; else an empty list. */
export const prefixesOfPart = (part: string): string[] => (settled[part.slice(0, 2)] ?? []).filter(([, one]) => one === part).map(([prefix]) => prefix);
