import { prefixesOfPart } from '../../places/index.ts';
import { type Cut, partsWithPostcodes } from './format.ts';

/**
 * What shoppers at Harrowmere read of places and speeds in texts that Plemb writes: by what stands in its file, so that
 * they can be read back from there.
 */
const ofRegions: ReadonlyMap<string, string> = new Map([
  ['IRELAND', 'Ireland'],
  ['BRITAIN', 'Britain'],
  ['EURO', 'the euro area'],
  ['STATES', 'the United States'],
  ['JAPAN', 'Japan'],
  ['ELSEWHERE', 'other countries'],
]);
/** Parts that postcodes make up, by ISO 3166-2. */
const ofParts: Readonly<Record<string, string>> = {
  'GB-NIR': 'Northern Ireland',
  'US-AK': 'Alaska',
  'US-HI': 'Hawaii',
  'US-PR': 'Puerto Rico',
  'US-VI': 'the US Virgin Islands',
  'ES-GC': 'Las Palmas',
  'ES-TF': 'Santa Cruz de Tenerife',
  'ES-CE': 'Ceuta',
  'ES-ML': 'Melilla',
  'ES-PM': 'the Balearic Islands',
};

/**
 * A region or a cut as it is read: a cut of whole parts by their names. @example placeName('FAR-NORTH', []) // 'Far
 * North'
 */
export function placeName(key: string, cuts: readonly Cut[]): string {
  const region = ofRegions.get(key);
  if (region !== undefined) return region;
  const { parts, others } = inParts(cuts.find((one) => one.key === key)?.entries ?? []);
  return parts.length > 0 && others.length === 0
    ? parts.map((part) => ofParts[part] ?? part).join(', ')
    : capitalised(key);
}

/** Entries of a cut: the parts that some of them make up, and all others. */
export function inParts(entries: readonly string[]): { parts: readonly string[]; others: readonly string[] } {
  const all = new Set(entries);
  const whole = partsWithPostcodes
    .map((part) => ({ part, own: prefixesOfPart(part).map((prefix) => `${part.slice(0, 2)} ${prefix}*`) }))
    .filter(({ own }) => own.every((entry) => all.has(entry)));
  const gone = new Set(whole.flatMap(({ own }) => own));
  return { parts: whole.map(({ part }) => part), others: entries.filter((entry) => !gone.has(entry)) };
}

/** A speed as the channel shows it. @example speedName('EXPRESS') // 'Express' */
export const speedName = (speed: string): string => capitalised(speed);

/** Words of two letters are mostly initials. */
const capitalised = (key: string): string =>
  key
    .split('-')
    .map((word) => (word.length <= 2 ? word : `${word.slice(0, 1)}${word.slice(1).toLowerCase()}`))
    .join(' ')
    .trim();
