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

/** An outward code's letters and number, by which British ranges are compared; a letter after the number counts for nothing. */
function outwardKey(outwardCode: string): readonly [letters: string, number: number] | null {
  const found = /^([A-Z]{1,2})(\d{1,2})[A-Z]?$/.exec(outwardCode);
  return found ? [found[1] ?? '', Number(found[2])] : null;
}

const compareKeys = (a: readonly [string, number], b: readonly [string, number]): number => (a[0] === b[0] ? a[1] - b[1] : a[0] < b[0] ? -1 : 1);

/** Both ends of a range of postcodes in normal form: British districts, Irish routing keys, elsewhere beginnings of equal length. */
export function normalRange(country: string, from: string, to: string): Result<{ from: string; to: string }> {
  const [low, high] = [from, to].map((end) => end.toUpperCase().replace(/[\s-]+/g, '')) as [string, string];
  const reversed = () => bad([], `${low}..${high} runs backwards`, 'the lower end first');
  if (country === 'GB') {
    const [a, b] = [outwardKey(low), outwardKey(high)];
    if (!a || !b) return bad([], `“${from}..${to}” is no range of British districts`, 'two districts, such as AB31..AB38');
    return compareKeys(a, b) > 0 ? reversed() : good({ from: low, to: high });
  }
  const ends = country === 'IE' ? /^(?:[A-Z]\d{2}|D6W)$/ : /^[A-Z0-9]{1,10}$/;
  if (!ends.test(low) || !ends.test(high))
    return bad([], `“${from}..${to}” is no range of postcodes`, country === 'IE' ? 'two routing keys, such as H53..H91' : 'two beginnings, such as 99500..99999');
  if (low.length !== high.length) return bad([], `${low} and ${high} differ in length`, 'ends of the same length');
  return low > high ? reversed() : good({ from: low, to: high });
}

/** Whether a normal postcode lies in a range, both ends counting. */
export function inRange(country: string, postcode: string, from: string, to: string): boolean {
  if (country !== 'GB') {
    const beginning = postcode.slice(0, from.length);
    return beginning.length === from.length && from <= beginning && beginning <= to;
  }
  const [at, low, high] = [outwardKey(postcode.slice(0, postcode.indexOf(' '))), outwardKey(from), outwardKey(to)];
  return at !== null && low !== null && high !== null && compareKeys(low, at) <= 0 && compareKeys(at, high) <= 0;
}

/** The letters of Great Britain's postcode areas. From memory. */
const areas =
  'AB AL B BA BB BD BH BL BN BR BS BT CA CB CF CH CM CO CR CT CV CW DA DD DE DG DH DL DN DT DY E EC EH EN EX FK FY G GL GU HA HD HG HP HR HS HU HX IG IP IV KA KT KW KY L LA LD LE LL LN LS LU M ME MK ML N NE NG NN NP NR NW OL OX PA PE PH PL PO PR RG RH RM S SA SE SG SK SL SM SN SO SP SR SS ST SW SY TA TD TF TN TQ TR TS TW UB W WA WC WD WF WN WR WS WV YO ZE'.split(
    ' ',
  );

/** The prefixes that together take the postcodes of a range. @example prefixesOfRange('US', '995', '999') // ['995', '996', '997', '998', '999'] */
export function prefixesOfRange(country: string, from: string, to: string): string[] {
  if (country !== 'GB') return between(from, to);
  const [low, high] = [outwardKey(from), outwardKey(to)];
  if (!low || !high) return [];
  return areas.flatMap((area) => {
    if (area < low[0] || area > high[0]) return [];
    const [first, last] = [area === low[0] ? low[1] : 0, area === high[0] ? high[1] : 99];
    return first === 0 && last === 99 ? [area] : Array.from({ length: last - first + 1 }, (_, i) => `${area}${first + i}`);
  });
}

const signs = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The shortest beginnings that cover all texts from one to another of the same length; whole runs of ten digits fold. */
function between(from: string, to: string): string[] {
  if (from === to) return [from];
  const shared = [...from].findIndex((sign, i) => sign !== to[i]);
  const [head, a, b] = [from.slice(0, shared), signs.indexOf(from[shared] ?? ''), signs.indexOf(to[shared] ?? '')];
  const rest = from.length - shared - 1;
  if (rest === 0) return Array.from({ length: b - a + 1 }, (_, i) => `${head}${signs[a + i]}`);
  const [lowest, highest] = [signs[0], /^\d+$/.test(from + to) ? '9' : 'Z'].map((sign) => (sign ?? '').repeat(rest));
  const [low, high] = [from.slice(shared + 1), to.slice(shared + 1)];
  const first = low === lowest ? [`${head}${signs[a]}`] : between(`${head}${signs[a]}${low}`, `${head}${signs[a]}${highest}`);
  const last = high === highest ? [`${head}${signs[b]}`] : between(`${head}${signs[b]}${lowest}`, `${head}${signs[b]}${high}`);
  return [...first, ...Array.from({ length: b - a - 1 }, (_, i) => `${head}${signs[a + 1 + i]}`), ...last];
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
    ['09', 'US-AE'],
    ['340', 'US-AA'],
    ['962', 'US-AP'],
    ['963', 'US-AP'],
    ['964', 'US-AP'],
    ['965', 'US-AP'],
    ['966', 'US-AP'],
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
