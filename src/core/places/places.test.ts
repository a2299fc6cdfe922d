import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sure } from '../exact/index.ts';
import { fallsWithout, matches, type Pattern, parsePattern, parsePlace, partsOfMap, patternText, plainOf, type Zone, zoneFinder, zoneFindings } from './index.ts';

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

  test.each(['GB:HS1234*', 'GB:*', 'QQ:1*', 'GB-QQQ', 'IE:HS*', '', 'GB:HS4..HS1', 'US:995..9999', 'GB:HS..ZE', '999', 'DE:1..2..3'])('“%s” is no pattern', (text) => {
    expect(parsePattern(text).ok).toBe(false);
  });
});

describe('regions and ranges', () => {
  test.each([
    ['GB:AB31..AB38', 'GB AB31 5AA', true],
    ['GB:AB31..AB38', 'GB AB38 9AA', true],
    ['GB:AB31..AB38', 'GB AB39 1AA', false],
    ['GB:AB31..AB38', 'GB AB3 1AA', false],
    // Letters first, then the number: all of AC to IU lie between.
    ['GB:AB31..IV10', 'GB DD1 1AA', true],
    ['GB:AB31..IV10', 'GB IV11 8AA', false],
    ['GB:W1..W2', 'GB W1A 0AX', true],
    ['IE:H53..H91', 'IE H91 K8XY', true],
    ['IE:H53..H91', 'IE H92 K8XY', false],
    ['US:99500..99599', 'US 99511-1234', true],
    ['US:995..999', 'US 99999', true],
    ['US:995..999', 'US 99499', false],
  ])('%s takes in %s: %s', (range, place, taken) => {
    const pattern = sure(parsePattern(range));
    expect(matches(pattern, sure(parsePlace(place)))).toBe(taken);
    expect(patternText(pattern)).toBe(range);
    // The prefixes that stand for it on the map take in the same.
    expect(plainOf(pattern).some((one) => matches(one, sure(parsePlace(place))))).toBe(taken);
  });

  test('a range falls apart into the fewest beginnings', () => {
    const prefixes = (text: string) => plainOf(sure(parsePattern(text))).map(patternText);
    expect(prefixes('US:99500..99999')).toEqual(['US:995*', 'US:996*', 'US:997*', 'US:998*', 'US:999*']);
    expect(prefixes('DE:10115..10117')).toEqual(['DE:10115*', 'DE:10116*', 'DE:10117*']);
    expect(prefixes('GB:HS1..HS3')).toEqual(['GB:HS1*', 'GB:HS2*', 'GB:HS3*']);
  });

  test('a single postcode, prefixes, a range, a part, a country, regions, the world: the narrower decides', () => {
    const zones = [
      zone('world', ['world']),
      zone('wide', ['150']),
      zone('eu', ['EU']),
      zone('country', ['FR', 'US']),
      zone('part', ['US-AK']),
      zone('range', ['US:995..999']),
      zone('prefix', ['US:9951*']),
      zone('one', ['US:99511']),
    ];
    expect(['US 99511', 'US 99512', 'US 99611', 'US-AK', 'US 10001', 'FR', 'DE', 'NO', 'JP'].map((place) => falls(zones, place))).toEqual([
      'one',
      'prefix',
      'range',
      'part',
      'country',
      'country',
      'eu',
      'wide',
      'world',
    ]);
  });

  test('territories and armed forces are parts of their country', () => {
    expect(sure(parsePlace('RE'))).toMatchObject({ country: 'FR', part: 'FR-RE' });
    expect(sure(parsePlace('US 09123'))).toMatchObject({ country: 'US', part: 'US-AE' });
    expect(falls([zone('states', ['US'], ['US-AE', 'US-PR'])], 'US 09123')).toBeNull();
    expect(falls([zone('states', ['US'], ['US-AE', 'US-PR'])], 'PR')).toBeNull();
  });
});

describe('what is amiss among zones', () => {
  const kinds = (zones: Zone[]) => zoneFindings(zones).map((one) => (one.is === 'overlap' ? `${one.zone} over ${one.over}` : `${one.zone} ${one.is}`));
  test('equally specific patterns of two zones overlap, and the one listed first decides', () => {
    expect(kinds([zone('a', ['IE', 'FR']), zone('b', ['FR', 'DE'])])).toEqual(['a over b']);
    expect(kinds([zone('a', ['US:995..997']), zone('b', ['US:996..999'])])).toEqual(['a over b']);
    expect(kinds([zone('a', ['US:995*']), zone('b', ['US:9951*']), zone('c', ['US'])])).toEqual([]);
  });
  test('a zone that others take all of is hidden; one that leaves out all it takes is empty', () => {
    expect(kinds([zone('a', ['EU']), zone('b', ['AT', 'DE', 'FR']), zone('c', ['AT', 'DE', 'FR', 'IE'])])).toEqual(['b over c']);
    expect(kinds([zone('a', ['IE']), zone('b', ['IE'])])).toEqual(['a over b', 'b hidden']);
    expect(kinds([zone('a', ['IE'], ['IE'])])).toEqual(['a empty']);
  });
  test('without a zone its places fall where they would', () => {
    const zones = [zone('home', ['IE']), zone('north', ['GB-NIR']), zone('britain', ['GB'], ['GB-NIR']), zone('rest', ['world'], ['GB'])];
    const told = (id: string) => fallsWithout(zones, id).map((one) => [one.to, one.patterns.map(patternText)]);
    expect(told('north')).toEqual([[null, ['GB-NIR']]]);
    expect(told('home')).toEqual([['rest', ['IE']]]);
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
  const patterns = fc.uniqueArray(
    fc.constantFrom('world', 'IE', 'GB', 'GB-NIR', 'GB:HS*', 'GB:HS1*', 'GB:PA41*', 'GB:HS1 2AA', 'US', 'US-AK', 'FR:75*', 'FR', 'ES-GC', 'ES:35*', 'EU', '150', 'GB:HS1..HS4', 'FR:69..76'),
    {
      minLength: 1,
      maxLength: 8,
    },
  );
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
