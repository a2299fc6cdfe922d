import { readdirSync, readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { countriesWithParts, partName, partNamed, partsOfCountry } from '../parts/index.ts';
import { countries, isPart, placeOf } from './index.ts';

test('every part that has a name is one of ISO 3166-2 as it is shipped, and the other way round', () => {
  for (const country of countriesWithParts) {
    expect(countries.has(country)).toBe(true);
    for (const { code } of partsOfCountry(country)) expect([code, isPart(code)]).toEqual([code, true]);
  }
  expect(partsOfCountry('ZZ')).toEqual([]);
});

test.each([
  ['US', 'alaska', 'US-AK'],
  ['US', 'District of Columbia', 'US-DC'],
  ['DE', 'Bayern', 'DE-BY'],
  ['DE', 'bavaria', 'DE-BY'],
  ['GB', 'NORTHERN IRELAND', 'GB-NIR'],
  ['ES', 'Islas Baleares', null],
  ['CA', 'Quebec', 'CA-QC'],
  ['CA', 'Québec', 'CA-QC'],
  ['US', 'Atlantis', null],
  ['US', '', null],
])('in %s “%s” is %s', (country, name, code) => {
  expect(partNamed(country, name)).toBe(code);
});

test('a part is found by each of its names, unless another is called so too', () => {
  let ambiguous = 0;
  for (const country of countriesWithParts)
    for (const { code, name } of partsOfCountry(country)) {
      const found = partNamed(country, name);
      if (found === null) ambiguous += 1;
      else expect(found).toBe(code);
      expect(partName(code)).toBe(name);
    }
  // Names in other letters, and parts that share a name with one they lie in.
  expect(ambiguous).toBeLessThan(300);
});

test('shapes on the map are of parts that there are', () => {
  const folder = new URL('../../web/stages/places/part-shapes/', import.meta.url);
  const files = readdirSync(folder);
  expect(files.length).toBeGreaterThan(140);
  for (const file of files) {
    const country = file.slice(0, 2);
    const { objects } = JSON.parse(readFileSync(new URL(file, folder), 'utf8'));
    const codes = objects.parts.geometries.flatMap(({ id }: { id?: string }) => id ?? []);
    for (const code of codes) expect([code, placeOf({ country, part: code }).ok]).toEqual([code, true]);
  }
});
