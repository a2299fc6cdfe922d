import { plainName } from '../exact/index.ts';
import { countries } from './place.ts';

/** The languages in which countries are found by name. */
const languages = ['en', 'de', 'fr', 'es', 'nl', 'it', 'pt', 'sv', 'da', 'pl'];
/** What they are called besides (common practice, no source). */
const besides: Readonly<Record<string, string>> = {
  uk: 'GB',
  'great britain': 'GB',
  england: 'GB',
  scotland: 'GB',
  wales: 'GB',
  'northern ireland': 'GB',
  grossbritannien: 'GB',
  'grande bretagne': 'GB',
  'gran bretana': 'GB',
  'groot brittannie': 'GB',
  'gran bretagna': 'GB',
  'republic of ireland': 'IE',
  eire: 'IE',
  usa: 'US',
  'u s a': 'US',
  america: 'US',
  holland: 'NL',
  'the netherlands': 'NL',
  'czech republic': 'CZ',
  korea: 'KR',
  russia: 'RU',
};

let byName: ReadonlyMap<string, string> | null = null;
/** Every name of every country, made when the first is asked for. */
function names(): ReadonlyMap<string, string> {
  if (byName) return byName;
  const made = new Map<string, string>();
  for (const language of languages) {
    const display = new Intl.DisplayNames(language, { type: 'region', fallback: 'none' });
    for (const code of countries) {
      const name = display.of(code);
      if (name && !made.has(plainName(name))) made.set(plainName(name), code);
    }
  }
  for (const [name, code] of Object.entries(besides)) made.set(name, code);
  byName = made;
  return made;
}

/**
 * The ISO 3166-1 code of a country, by its code or by its name in one of several languages (CLDR, as the runtime has
 * it); null for none.
 * @example countryNamed('Deutschland') // 'DE'
 */
export function countryNamed(text: string): string | null {
  const code = text.trim().toUpperCase();
  return countries.has(code) ? code : (names().get(plainName(text)) ?? null);
}
