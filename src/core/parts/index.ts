/** Parts of countries by name: what ISO 3166-2 codes are called. A floor of its own, as the names are many. */
import { plainName } from '../exact/index.ts';
import { partNames } from './names.ts';

/** A part of a country: its code such as `US-AK`, and what it is called. */
export interface NamedPart {
  readonly code: string;
  readonly name: string;
  /** What else it is called, in its own languages. */
  readonly also: readonly string[];
}

const known = new Map<string, readonly NamedPart[]>();

/** The parts of a country, by name; none where it has none. */
export function partsOfCountry(country: string): readonly NamedPart[] {
  const before = known.get(country);
  if (before) return before;
  const text = (partNames as Readonly<Record<string, string>>)[country] ?? '';
  const made = text
    .split('|')
    .filter(Boolean)
    .map((one): NamedPart => {
      const at = one.indexOf(' ');
      const [name = '', ...also] = one.slice(at + 1).split('=');
      return { code: `${country}-${one.slice(0, at)}`, name, also };
    })
    .sort((a, b) => a.name.localeCompare(b.name));
  known.set(country, made);
  return made;
}

/** The countries that have parts. */
export const countriesWithParts: readonly string[] = Object.keys(partNames);

/** What a part is called; its code where it has no name. @example partName('GB-NIR') // 'Northern Ireland' */
export const partName = (code: string): string =>
  partsOfCountry(code.slice(0, 2)).find((one) => one.code === code)?.name ?? code;

/**
 * The code of a part of a country by its name, in English or as it is called there; null for none, and where several
 * are called so.
 * @example partNamed('DE', 'bayern') // 'DE-BY'
 */
export function partNamed(country: string, text: string): string | null {
  const wanted = plainName(text);
  if (wanted === '') return null;
  const found = partsOfCountry(country).filter(({ name, also }) =>
    [name, ...also].some((one) => plainName(one) === wanted),
  );
  return found.length === 1 ? (found[0]?.code ?? null) : null;
}
