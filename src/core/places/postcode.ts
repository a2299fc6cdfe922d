import { err, type Form, ok, type Result } from '../exact/index.ts';
import { zipBeginnings } from './us-zip.ts';

const outward = /^(?:[A-Z]{1,2}\d{1,2}|[A-Z]{1,2}\d[A-Z])$/;
/**
 * Bermuda alone has postcodes of letters only; elsewhere a postcode without a figure is some other word. Common
 * practice, no source.
 */
const lettersOnly = new Set(['BM']);

const plainOf = (text: string): string => text.toUpperCase().replace(/[\s-]+/g, '');

/**
 * A postcode in the one form Plemb compares: upper case; in Great Britain outward, space, inward; in Ireland the
 * routing key, space, the rest; in the United States five or nine digits; elsewhere without hyphens and spaces.
 * @example normalPostcode('GB', 'hs12aa') // 'HS1 2AA'
 */
export function normalPostcode(country: string, text: string): Result<string> {
  const plain = plainOf(text);
  switch (country) {
    case 'GB': {
      const inward = plain.slice(-3);
      if (/^\d[A-Z]{2}$/.test(inward) && outward.test(plain.slice(0, -3))) return ok(`${plain.slice(0, -3)} ${inward}`);
      return malformed(text, 'British postcode');
    }
    case 'IE':
      if (/^(?:[A-Z]\d{2}|D6W)[A-Z0-9]{4}$/.test(plain)) return ok(`${plain.slice(0, 3)} ${plain.slice(3)}`);
      return malformed(text, 'Irish postcode');
    case 'US':
      if (/^\d{5}(?:\d{4})?$/.test(plain)) return ok(plain);
      return malformed(text, 'ZIP code');
    default:
      if (/^[A-Z0-9]{2,10}$/.test(plain) && (/\d/.test(plain) || lettersOnly.has(country))) return ok(plain);
      return malformed(text, 'postcode');
  }
}

const malformed = (text: string, form: Form): Result<never> => err([], { is: 'malformed', text, form });

/**
 * The beginning of a postcode, as compared. In Great Britain an area `HS`, a district `HS1` or a sector `HS1 2`; in
 * Ireland the routing key or its beginning; elsewhere letters and digits.
 * @example normalPrefix('GB', 'hs1 2') // 'HS1 2'
 */
export function normalPrefix(country: string, text: string): Result<string> {
  const plain = plainOf(text);
  switch (country) {
    case 'GB': {
      if (/^[A-Z]{1,2}(?:\d[\dA-Z]?)?$/.test(plain) && !/\S\s+\S/.test(text)) return ok(plain);
      const [out = '', sector = '', ...more] = text.toUpperCase().trim().split(/\s+/);
      if (outward.test(out) && /^\d$/.test(sector) && more.length === 0) return ok(`${out} ${sector}`);
      return malformed(`${text}*`, 'beginning of a British postcode');
    }
    case 'IE':
      if (/^(?:[A-Z]\d{0,2}|D6W)$/.test(plain)) return ok(plain);
      return malformed(`${text}*`, 'beginning of an Irish postcode');
    case 'US':
      if (/^\d{1,8}$/.test(plain)) return ok(plain);
      return malformed(`${text}*`, 'beginning of a ZIP code');
    default:
      if (/^[A-Z0-9]{1,9}$/.test(plain)) return ok(plain);
      return malformed(`${text}*`, 'beginning of a postcode');
  }
}

/**
 * Whether a normal postcode begins with a normal prefix. In Great Britain an area ends where its letters do (`P` is no
 * area of `PA41 1AA`); a district takes its letter forms in (`EC1` takes `EC1M 3AA`) and no longer number (`PA4` is not
 * `PA41`); a sector is of its outward code alone. What is no more than the prefix itself begins with it.
 */
export function beginsWith(country: string, postcode: string, prefix: string): boolean {
  if (!postcode.startsWith(prefix)) return false;
  if (country !== 'GB' || prefix.includes(' ') || postcode === prefix) return true;
  const next = postcode.charAt(prefix.length);
  return /^[A-Z]+$/.test(prefix) ? /\d/.test(next) : !/\d/.test(next);
}

/** How much of a postcode a prefix tells: its letters and digits, a space not counted. @example told('HS1 2') // 4 */
export const prefixLength = (prefix: string): number => prefix.replace(' ', '').length;

/**
 * A district's letters and number, by which British ranges are compared; a letter after the number counts for nothing.
 */
function districtOf(outwardCode: string): readonly [letters: string, number: number] | null {
  const found = /^([A-Z]{1,2})(\d{1,2})[A-Z]?$/.exec(outwardCode);
  return found ? [found[1] ?? '', Number(found[2])] : null;
}

/**
 * Both ends of a range in normal form: British districts of one area, elsewhere beginnings of equal length; Ireland has
 * none.
 */
export function normalRange(country: string, from: string, to: string): Result<{ from: string; to: string }> {
  const [low, high] = [plainOf(from), plainOf(to)];
  const reversed = () => err([], { is: 'backwards', from: low, to: high });
  if (country === 'IE') return err([], { is: 'Irish range' });
  if (country === 'GB') {
    const [a, b] = [low, high].map((end) => (/[A-Z]$/.test(end) ? null : districtOf(end)));
    if (!a || !b) return malformed(`${from} to ${to}`, 'range of British districts');
    if (a[0] !== b[0]) return err([], { is: 'two areas', from: low, to: high });
    return a[1] > b[1] ? reversed() : ok({ from: low, to: high });
  }
  const ends = country === 'US' ? /^\d{1,9}$/ : /^[A-Z0-9]{1,10}$/;
  if (!ends.test(low) || !ends.test(high)) return malformed(`${from} to ${to}`, 'range of postcodes');
  if (low.length !== high.length) return err([], { is: 'unequal ends', from: low, to: high });
  return low > high ? reversed() : ok({ from: low, to: high });
}

/** Whether a normal postcode lies in a range, both ends counting. */
export function inRange(country: string, postcode: string, from: string, to: string): boolean {
  if (country !== 'GB') {
    const beginning = postcode.slice(0, from.length);
    return beginning.length === from.length && from <= beginning && beginning <= to;
  }
  const [at, low, high] = [districtOf(postcode.slice(0, postcode.indexOf(' '))), districtOf(from), districtOf(to)];
  return at !== null && low !== null && high !== null && at[0] === low[0] && low[1] <= at[1] && at[1] <= high[1];
}

/**
 * The prefixes that together take the postcodes of a range. @example prefixesOfRange('US', '995', '999') // ['995',
 * '996', '997', '998', '999']
 */
export function prefixesOfRange(country: string, from: string, to: string): string[] {
  if (country !== 'GB') return between(from, to);
  const [low, high] = [districtOf(from), districtOf(to)];
  if (!low || !high) return [];
  return Array.from({ length: high[1] - low[1] + 1 }, (_, i) => `${low[0]}${low[1] + i}`);
}

const signs = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/**
 * The shortest beginnings that cover all texts from one to another of the same length; whole runs of ten digits fold.
 */
function between(from: string, to: string): string[] {
  if (from === to) return [from];
  const shared = [...from].findIndex((sign, i) => sign !== to[i]);
  const [head, a, b] = [from.slice(0, shared), signs.indexOf(from[shared] ?? ''), signs.indexOf(to[shared] ?? '')];
  const rest = from.length - shared - 1;
  if (rest === 0) return Array.from({ length: b - a + 1 }, (_, i) => `${head}${signs[a + i]}`);
  const [lowest, highest] = [signs[0], /^\d+$/.test(from + to) ? '9' : 'Z'].map((sign) => (sign ?? '').repeat(rest));
  const [low, high] = [from.slice(shared + 1), to.slice(shared + 1)];
  const first =
    low === lowest ? [`${head}${signs[a]}`] : between(`${head}${signs[a]}${low}`, `${head}${signs[a]}${highest}`);
  const last =
    high === highest ? [`${head}${signs[b]}`] : between(`${head}${signs[b]}${lowest}`, `${head}${signs[b]}${high}`);
  return [...first, ...Array.from({ length: b - a - 1 }, (_, i) => `${head}${signs[a + 1 + i]}`), ...last];
}

/** Beginnings in runs, `350-352 354`, one by one. */
const unrolled = (runs: string): string[] =>
  runs.split(' ').flatMap((run) => {
    const [from = '', to = from] = run.split('-');
    return Array.from({ length: Number(to) - Number(from) + 1 }, (_, i) =>
      String(Number(from) + i).padStart(from.length, '0'),
    );
  });

/**
 * Postcodes whose beginning settles the part of the country. Of the United Kingdom and Spain: common practice of the
 * posts, no source.
 */
const settled: Readonly<Record<string, ReadonlyMap<string, string>>> = {
  GB: new Map([['BT', 'GB-NIR']]),
  US: new Map(
    Object.entries(zipBeginnings).flatMap(([part, runs]) => unrolled(runs).map((prefix) => [prefix, part] as const)),
  ),
  ES: new Map([
    ['35', 'ES-GC'],
    ['38', 'ES-TF'],
    ['51', 'ES-CE'],
    ['52', 'ES-ML'],
    ['07', 'ES-PM'],
  ]),
};

/**
 * The part of its country a postcode lies in, where that is certain; else null. @example partOfPostcode('GB', 'BT1
 * 1AA') // 'GB-NIR'
 */
export function partOfPostcode(country: string, postcode: string): string | null {
  const table = settled[country];
  if (!table) return null;
  for (let length = 5; length > 0; length -= 1) {
    const part = table.get(postcode.slice(0, length));
    if (part !== undefined && beginsWith(country, postcode, postcode.slice(0, length))) return part;
  }
  return null;
}

/** The postcode prefixes that make up a part of a country, where Plemb knows them; else an empty list. */
export const prefixesOfPart = (part: string): string[] =>
  [...(settled[part.slice(0, 2)] ?? [])].filter(([, one]) => one === part).map(([prefix]) => prefix);
