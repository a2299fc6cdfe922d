import { expect, test } from 'vitest';
import { countries, countryNamed } from './index.ts';

test('countries by name, in several languages, with and without accents', () => {
  const named = (text: string) => countryNamed(text);
  expect(['Deutschland', 'Allemagne', 'germania', 'DE', ' de '].map(named)).toEqual(Array(5).fill('DE'));
  expect(['Großbritannien', 'Grossbritannien', 'UK', 'United Kingdom', 'Royaume-Uni'].map(named)).toEqual(
    Array(5).fill('GB'),
  );
  expect(['Côte d’Ivoire', "Cote d'Ivoire", 'Österreich', 'Osterreich'].map(named)).toEqual(['CI', 'CI', 'AT', 'AT']);
  expect(['Nowhere', '', 'EN', 'Germ'].map(named)).toEqual([null, null, null, null]);
});

test('every country is found by its own name (CLDR, as the runtime has it), and each by its code', () => {
  const english = new Intl.DisplayNames('en', { type: 'region' });
  for (const code of countries)
    expect([code, countryNamed(english.of(code) ?? ''), countryNamed(code)]).toEqual([code, code, code]);
});
