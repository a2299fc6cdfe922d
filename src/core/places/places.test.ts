import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sure } from '../exact/index.ts';
import { matches, type Pattern, parsePattern, parsePlace, partsOfMap, patternText, type Zone, zoneFinder } from './index.ts';

const zone = (id: string, takes: string[], leaves: string[] = []): Zone => ({ id, name: id, takes: takes.map((one) => sure(parsePattern(one))), leaves: leaves.map((one) => sure(parsePattern(one))) });
const falls = (zones: Zone[], place: string) => zoneFinder(zones)(sure(parsePlace(place)))?.zone.id ?? null;

describe('places', () => {
  test('postcodes come into one form', () => {
    expect(sure(parsePlace('gb hs12aa'))).toEqual({ country: 'GB', part: null, postcode: 'HS1 2AA' });
    expect(sure(parsePlace('GB BT9 5EE')).part).toBe('GB-NIR');
    expect(sure(parsePlace('IE h91k8xy')).postcode).toBe('H91 K8XY');
    expect(sure(parsePlace('US 99511-1234')).part).toBe('US-AK');
    expect(sure(parsePlace('PR'))).toEqual({ country: 'US', part: 'US-PR', postcode: null });
  });

  test.each([
    ['GB 75001', 'outward and inward part, such as HS1 2AA'],
    ['IE HS1 2AA', 'routing key and four letters or digits, such as H91 K8XY'],
    ['XX', 'two letters of ISO 3166-1, such as IE'],
    ['GB-XYZ', 'a code of ISO 3166-2, such as GB-NIR'],
  ])('%s is refused with the form expected', (text, right) => {
    const read = parsePlace(text);
    expect(!read.ok && read.problems[0]?.right).toBe(right);
  });

  test.each(['GB:HS1234*', 'GB:*', 'QQ:1*', 'GB-QQQ', 'IE:HS*', ''])('“%s” is no pattern', (text) => {
    expect(parsePattern(text).ok).toBe(false);
  });
});

describe('which zone', () => {
  const zones = [
    zone('world', ['world']),
    zone('gb', ['GB'], ['GB:KW*']),
    zone('ni', ['GB-NIR']),
    zone('areas', ['GB:P*', 'GB:HS*']),
    zone('district', ['GB:PA4*', 'GB:PA41*']),
    zone('one', ['GB:HS1 2AA']),
  ];

  test.each([
    ['FR', 'world'],
    ['GB', 'gb'],
    ['GB-NIR', 'ni'],
    ['GB BT1 1AA', 'ni'],
    ['GB HS1 2AB', 'areas'],
    ['GB HS1 2AA', 'one'],
    ['GB PA4 8AA', 'district'],
    ['GB PA41 7AA', 'district'],
    ['GB PA40 7AA', 'gb'],
    ['GB KW1 4YT', 'world'],
  ])('%s falls in %s: the most specific pattern decides, and what is left out falls on', (place, expected) => {
    expect(falls(zones, place)).toBe(expected);
  });

  test('of equals the zone listed first decides, and with no zone there is none', () => {
    expect(falls([zone('a', ['IE']), zone('b', ['IE'])], 'IE')).toBe('a');
    expect(falls([zone('a', ['IE'])], 'FR')).toBeNull();
  });
});

describe('the parts of the map', () => {
  const patterns = fc.uniqueArray(fc.constantFrom('world', 'IE', 'GB', 'GB-NIR', 'GB:HS*', 'GB:HS1*', 'GB:PA41*', 'GB:HS1 2AA', 'US', 'US-AK', 'FR:75*', 'FR', 'ES-GC', 'ES:35*'), {
    minLength: 1,
    maxLength: 8,
  });
  const places = ['IE', 'GB M1 1AA', 'GB HS1 2AA', 'GB HS1 9AA', 'GB HS2 1AA', 'GB PA41 7AA', 'GB BT1 1AA', 'US 99511', 'US 10001', 'FR 75001', 'FR 69001', 'ES 35001', 'ES 28001', 'JP', 'NZ'].map(
    (text) => sure(parsePlace(text)),
  );

  test('every address falls as the place of one of them does, whatever zones are made of the patterns', () => {
    fc.assert(
      fc.property(patterns, (texts) => {
        const parsed = texts.map((text): Pattern => sure(parsePattern(text)));
        const sign = (place: (typeof places)[number]) => parsed.map((pattern) => (matches(pattern, place) ? patternText(pattern) : '')).join();
        const known = new Set(partsOfMap(parsed).map((part) => sign(part.place)));
        for (const place of places) expect([...known]).toContain(sign(place));
      }),
      { numRuns: 300 },
    );
  });
});
