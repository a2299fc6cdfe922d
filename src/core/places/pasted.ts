import { matches, parsePattern, patternText } from './pattern.ts';
import { placeOf } from './place.ts';

/** What a pasted list of postcodes holds: patterns to be taken, and what is to be told of it. */
export interface PastedPostcodes {
  readonly taken: readonly string[];
  /** Those that stand there already, or twice in the list. */
  readonly double: readonly string[];
  /** Single postcodes among them that a wider entry of the zone takes in, too: they are more specific there. */
  readonly within: readonly { readonly text: string; readonly by: string }[];
  readonly unknown: readonly string[];
}

const rangeSign = /\s+(?:to|bis|à|a|tot|-|–|—)\s+|\s*(?:\.\.+|–|—)\s*|(?<=[A-Z0-9])-(?=[A-Z0-9])/i;

/**
 * Reads postcodes of a country pasted in any form: one or many a line, parted by commas, semicolons, tabs or line ends;
 * whole ones, beginnings (`HS*`, `HS`), ranges (`AB31 to AB38`, `10115-10179`), with or without the country
 * before them.
 * @param there patterns that the zone has already
 */
export function pastedPostcodes(country: string, text: string, there: readonly string[]): PastedPostcodes {
  const known = new Set(there.map((one) => normal(one) ?? one));
  const [taken, double, unknown]: [string[], string[], string[]] = [[], [], []];
  for (const entry of entriesOf(country, text)) {
    const read = patternsOf(country, entry);
    if (read.length === 0) unknown.push(entry);
    for (const pattern of read) {
      if (known.has(pattern)) double.push(pattern);
      else taken.push(pattern);
      known.add(pattern);
    }
  }
  const wider = [...known].filter((one) => one.endsWith('*') || one.includes(' to ') || !one.includes(' '));
  const within = taken.flatMap((one) => {
    const by = widerThan(one, wider);
    return by === null ? [] : [{ text: one, by }];
  });
  return { taken, double, within, unknown };
}

const entriesOf = (country: string, text: string): string[] =>
  text
    .split(/[,;\t\n\r]+/)
    .map((one) => one.trim().replace(new RegExp(`^${country}\\s+(?=\\S)`, 'i'), ''))
    .filter(Boolean);

const normal = (text: string): string | null => {
  const read = parsePattern(text);
  return read.ok ? patternText(read.value) : null;
};

/** An entry as one pattern, or as several parted by spaces; none where it is not understood whole. */
function patternsOf(country: string, entry: string): string[] {
  const one = patternOf(country, entry);
  if (one !== null) return [one];
  const words = entry.split(/\s+/);
  const each = words.length > 1 ? words.map((word) => patternOf(country, word)) : [null];
  return each.every((word) => word !== null) ? (each as string[]) : [];
}

/** A hyphen between equally long ends stands for a range: within a postcode its sides differ in length. */
const evenRange = /^([A-Z0-9]{3,})\s*-\s*([A-Z0-9]{3,})$/i;

/** A whole postcode or a beginning with its star; a range; a beginning without one. */
function patternOf(country: string, entry: string): string | null {
  const [, first = '', last = ''] = evenRange.exec(entry) ?? [];
  const even = first !== '' && first.length === last.length ? normal(`${country} ${first} to ${last}`) : null;
  if (even !== null) return even;
  const whole = normal(`${country} ${entry}`);
  if (whole !== null) return whole;
  const [from, to, ...more] = entry.split(rangeSign);
  const range = to !== undefined && more.length === 0 ? normal(`${country} ${from} to ${to}`) : null;
  return range ?? (entry.endsWith('*') ? null : normal(`${country} ${entry}*`));
}

/** The entry of a list that takes in a single postcode; null for none, or where it is none. */
function widerThan(text: string, wider: readonly string[]): string | null {
  const read = parsePattern(text);
  if (!read.ok || read.value.is !== 'postcode') return null;
  const place = placeOf({ country: read.value.country, postcode: read.value.postcode });
  if (!place.ok) return null;
  const by = wider.find((one) => {
    const pattern = parsePattern(one);
    return one !== text && pattern.ok && matches(pattern.value, place.value);
  });
  return by ?? null;
}
