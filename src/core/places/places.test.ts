import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { saidProblem } from '../../words/index.ts';
import { unwrap } from '../exact/index.ts';
import {
  fallsWithout,
  matches,
  type Pattern,
  parsePattern,
  parsePlace,
  partsOfMap,
  patternText,
  plainOf,
  type Zone,
  zoneFinder,
  zoneFindings,
} from './index.ts';

const zone = (id: string, takes: string[], leaves: string[] = []): Zone => ({
  id,
  name: id,
  takes: takes.map((one) => unwrap(parsePattern(one))),
  leaves: leaves.map((one) => unwrap(parsePattern(one))),
});
const falls = (zones: Zone[], place: string) => zoneFinder(zones)(unwrap(parsePlace(place)))?.zone.id ?? null;

describe('places', () => {
  test('postcodes come into one form', () => {
    expect(unwrap(parsePlace('gb hs12aa'))).toEqual({ country: 'GB', part: null, postcode: 'HS1 2AA' });
    expect(unwrap(parsePlace('GB BT9 5EE')).part).toBe('GB-NIR');
    expect(unwrap(parsePlace('IE h91k8xy')).postcode).toBe('H91 K8XY');
    expect(unwrap(parsePlace('US 99511-1234')).part).toBe('US-AK');
    expect(unwrap(parsePlace('PR'))).toEqual({ country: 'US', part: 'US-PR', postcode: null });
  });

  test('a ZIP code tells its state, American Samoa by its own; Kosovo counts as a country', () => {
    expect(unwrap(parsePlace('US 96799'))).toEqual({ country: 'US', part: 'US-AS', postcode: '96799' });
    expect(unwrap(parsePlace('US 96701')).part).toBe('US-HI');
    expect(unwrap(parsePlace('US 10001')).part).toBe('US-NY');
    expect(unwrap(parsePlace('US 94110')).part).toBe('US-CA');
    expect(unwrap(parsePlace('XK'))).toEqual({ country: 'XK', part: null, postcode: null });
    expect(falls([zone('europe', ['150'])], 'XK')).toBe('europe');
  });

  test.each([
    'Germany',
    'GERMANY',
    'US/NY',
    'NL1012AB',
    'IE Cork',
    'FR Paris',
    'GB HS1',
    'IE D04',
    'HK-',
    'Ireland, Galway',
    ' ',
    'U S',
    'GB:HS1 2AA',
    'DE,10115',
  ])('“%s” is no place, and is not read as another', (text) => {
    const read = parsePlace(text);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.problems.map(saidProblem)[0]?.right.length).toBeGreaterThan(10);
  });

  test.each([
    ['GB 75001', 'outward and inward part, such as HS1 2AA'],
    ['IE HS1 2AA', 'routing key and four letters or digits, such as H91 E2K3'],
    ['XX', 'two letters of ISO 3166-1, such as IE'],
    ['GB-XYZ', 'a code of ISO 3166-2, such as GB-NIR'],
  ])('%s is refused with the form expected', (text, right) => {
    const read = parsePlace(text);
    expect(!read.ok && read.problems.map(saidProblem)[0]?.right).toBe(right);
  });

  test.each([
    'GB:HS*',
    'GB HS*..',
    'GB HS1A 22*',
    'GB HS1 2 A*',
    'GB AB31 to IV10',
    'GB EC1M to EC2',
    'IE H53 to H91',
    'Germany',
    'GERMANY',
    'US/NY',
    'NL1012AB',
    'GB-NIR BT1*',
    'GB HS1234*',
    'GB *',
    'QQ 1*',
    'GB-QQQ',
    'IE HS*',
    '',
    'GB HS4 to HS1',
    'US 995 to 9999',
    'GB HS to ZE',
    '999',
    'DE 1 to 2..3',
  ])('“%s” is no pattern', (text) => {
    expect(parsePattern(text).ok).toBe(false);
  });
});

describe('regions and ranges', () => {
  test.each([
    ['GB AB31 to AB38', 'GB AB31 5AA', true],
    ['GB AB31 to AB38', 'GB AB38 9AA', true],
    ['GB AB31 to AB38', 'GB AB39 1AA', false],
    ['GB AB31 to AB38', 'GB AB3 1AA', false],
    ['GB W1 to W2', 'GB W1A 0AX', true],
    ['GB EC1 to EC2', 'GB EC1M 3AA', true],
    ['GB EC1 to EC2', 'GB EC3A 1AA', false],
    ['US 99500 to 99599', 'US 99511-1234', true],
    ['US 995 to 999', 'US 99999', true],
    ['US 995 to 999', 'US 99499', false],
  ])('%s takes in %s: %s', (range, place, taken) => {
    const pattern = unwrap(parsePattern(range));
    expect(matches(pattern, unwrap(parsePlace(place)))).toBe(taken);
    expect(patternText(pattern)).toBe(range);
    // The prefixes that stand for it on the map take in the same.
    expect(plainOf(pattern).some((one) => matches(one, unwrap(parsePlace(place))))).toBe(taken);
  });

  test('a range falls apart into the fewest beginnings', () => {
    const prefixes = (text: string) => plainOf(unwrap(parsePattern(text))).map(patternText);
    expect(prefixes('US 99500 to 99999')).toEqual(['US 995*', 'US 996*', 'US 997*', 'US 998*', 'US 999*']);
    expect(prefixes('DE 10115 to 10117')).toEqual(['DE 10115*', 'DE 10116*', 'DE 10117*']);
    expect(prefixes('GB HS1 to HS3')).toEqual(['GB HS1*', 'GB HS2*', 'GB HS3*']);
  });

  test('a single postcode, prefixes, a range, a part, a country, regions, the world: the narrower decides', () => {
    const zones = [
      zone('world', ['world']),
      zone('wide', ['150']),
      zone('eu', ['EU']),
      zone('country', ['FR', 'US']),
      zone('part', ['US-AK']),
      zone('range', ['US 995 to 999']),
      zone('prefix', ['US 9951*']),
      zone('one', ['US 99511']),
    ];
    expect(
      ['US 99511', 'US 99512', 'US 99611', 'US-AK', 'US 10001', 'FR', 'DE', 'NO', 'JP'].map((place) =>
        falls(zones, place),
      ),
    ).toEqual(['one', 'prefix', 'range', 'part', 'country', 'country', 'eu', 'wide', 'world']);
  });

  test.each([
    // A sector is of its outward code alone; a district takes its letter forms; D begins all of Dublin's routing keys.
    ['GB HS1 2*', 'GB HS1 2AA', true],
    ['GB HS1 2*', 'GB HS1 3AA', false],
    ['GB HS1 2*', 'GB HS12 1AA', false],
    ['GB HS12*', 'GB HS12 1AA', true],
    ['GB HS12*', 'GB HS1 2AA', false],
    ['GB EC1*', 'GB EC1M 3AA', true],
    ['GB EC1 3*', 'GB EC1M 3AA', false],
    ['GB EC1M 3*', 'GB EC1M 3AA', true],
    ['IE D*', 'IE D04 X285', true],
    ['IE D*', 'IE D6W P123', true],
    ['IE D0*', 'IE D14 X285', false],
    ['IE D04*', 'IE D04 X285', true],
    ['IE H91 E2K3', 'IE H91 E2K3', true],
    ['US 10001', 'US 10001-1234', true],
    ['US 10001-1234', 'US 10001', false],
    ['GB-ENG', 'GB-LND', true],
    ['GB-SCT', 'GB-LND', false],
  ])('%s takes in %s: %s', (pattern, place, taken) => {
    expect(matches(unwrap(parsePattern(pattern)), unwrap(parsePlace(place)))).toBe(taken);
  });

  test('a sector decides before its district, a ZIP code of five digits beside one of nine by the zones’ order', () => {
    expect(
      falls([zone('area', ['GB HS*']), zone('district', ['GB HS1*']), zone('sector', ['GB HS1 2*'])], 'GB HS1 2AA'),
    ).toBe('sector');
    expect(falls([zone('five', ['US 10001']), zone('nine', ['US 10001-1234'])], 'US 10001-1234')).toBe('five');
    expect(falls([zone('nine', ['US 10001-1234']), zone('five', ['US 10001'])], 'US 10001-1234')).toBe('nine');
  });

  test('a territory counts in the regions of its country and in no other', () => {
    expect(falls([zone('caribbean', ['029']), zone('rest', ['world'])], 'PR')).toBe('rest');
    expect(falls([zone('states', ['021'])], 'PR')).toBe('states');
    expect(falls([zone('union', ['EU'])], 'RE')).toBe('union');
    expect(unwrap(parsePlace('HK'))).toEqual({ country: 'HK', part: null, postcode: null });
  });

  test('territories and armed forces are parts of their country', () => {
    expect(unwrap(parsePlace('RE'))).toMatchObject({ country: 'FR', part: 'FR-RE' });
    expect(unwrap(parsePlace('US 09123'))).toMatchObject({ country: 'US', part: 'US-AE' });
    expect(falls([zone('states', ['US'], ['US-AE', 'US-PR'])], 'US 09123')).toBeNull();
    expect(falls([zone('states', ['US'], ['US-AE', 'US-PR'])], 'PR')).toBeNull();
  });
});

describe('what is amiss among zones', () => {
  const kinds = (zones: Zone[]) =>
    zoneFindings(zones).map((one) => (one.is === 'overlap' ? `${one.zone} over ${one.over}` : `${one.zone} ${one.is}`));
  test('equally specific patterns of two zones overlap, and the one listed first decides', () => {
    expect(kinds([zone('a', ['IE', 'FR']), zone('b', ['FR', 'DE'])])).toEqual(['a over b']);
    expect(kinds([zone('a', ['US 995 to 997']), zone('b', ['US 996 to 999'])])).toEqual(['a over b']);
    expect(kinds([zone('a', ['US 995*']), zone('b', ['US 9951*']), zone('c', ['US'])])).toEqual([]);
  });
  test('a zone that others take all of is hidden; one that leaves out all it takes is empty', () => {
    expect(kinds([zone('a', ['EU']), zone('b', ['AT', 'DE', 'FR']), zone('c', ['AT', 'DE', 'FR', 'IE'])])).toEqual([
      'b over c',
    ]);
    expect(kinds([zone('a', ['IE']), zone('b', ['IE'])])).toEqual(['a over b', 'b hidden']);
    expect(kinds([zone('a', ['IE'], ['IE'])])).toEqual(['a empty']);
  });
  test('without a zone its places fall where they would', () => {
    const zones = [
      zone('home', ['IE']),
      zone('north', ['GB-NIR']),
      zone('britain', ['GB'], ['GB-NIR']),
      zone('rest', ['world'], ['GB']),
    ];
    const told = (id: string) => fallsWithout(zones, id).map((one) => [one.to, one.patterns.map(patternText)]);
    expect(told('north')).toEqual([[null, ['GB-NIR']]]);
    expect(told('home')).toEqual([['rest', ['IE']]]);
  });
});

describe('which zone', () => {
  const zones = [
    zone('world', ['world']),
    zone('gb', ['GB'], ['GB KW*']),
    zone('ni', ['GB-NIR']),
    zone('areas', ['GB P*', 'GB HS*']),
    zone('district', ['GB PA4*', 'GB PA41*']),
    zone('one', ['GB HS1 2AA']),
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
    fc.constantFrom(
      'world',
      'IE',
      'GB',
      'GB-NIR',
      'GB HS*',
      'GB HS1*',
      'GB PA41*',
      'GB HS1 2AA',
      'US',
      'US-AK',
      'FR 75*',
      'FR',
      'ES-GC',
      'ES 35*',
      'EU',
      '150',
      'GB HS1 to HS4',
      'FR 69 to 76',
    ),
    {
      minLength: 1,
      maxLength: 8,
    },
  );
  const places = [
    'IE',
    'GB M1 1AA',
    'GB HS1 2AA',
    'GB HS1 9AA',
    'GB HS2 1AA',
    'GB PA41 7AA',
    'GB BT1 1AA',
    'US 99511',
    'US 10001',
    'FR 75001',
    'FR 69001',
    'ES 35001',
    'ES 28001',
    'JP',
    'NZ',
  ].map((text) => unwrap(parsePlace(text)));

  /** Each of some places falls as that of some part does, whatever zones are made of the patterns. */
  const expectFallen = (parsed: readonly Pattern[], some: typeof places) => {
    const sign = (place: (typeof places)[number]) =>
      parsed.map((pattern) => (matches(pattern, place) ? patternText(pattern) : '')).join();
    const known = new Set(partsOfMap(parsed).map((part) => sign(part.place)));
    for (const place of some) expect([...known]).toContain(sign(place));
  };
  const parsedFrom = (texts: readonly string[]) => texts.map((text): Pattern => unwrap(parsePattern(text)));

  test('every address falls as the place of one of them does, whatever zones are made of the patterns', () => {
    fc.assert(
      fc.property(patterns, (texts) => expectFallen(parsedFrom(texts), places)),
      { numRuns: 300 },
    );
  });

  const digit = fc.constantFrom(...'012');
  const letter = fc.constantFrom(...'AB');
  /** Postcodes few of whose signs vary, so that names of them lie in each other, or are made-up addresses. */
  const postcodeIn = fc.oneof(
    fc
      .tuple(fc.constantFrom('HS1', 'HS2', 'HS12', 'H1', 'H1A', 'BT1', 'BT9'), digit, letter)
      .map(([district, sector, last]) => `GB ${district} ${sector}A${last}`),
    fc.tuple(digit, digit, letter).map(([a, b, c]) => `IE D${a}1 A${b}${c}${b}`),
    fc.tuple(digit, digit).map(([a, b]) => `US 9950${a}${b === '0' ? '' : `000${b}`}`),
    fc.tuple(digit, digit).map(([a, b]) => `FR 1${a}1${b}1`),
    fc.tuple(digit, letter).map(([a, b]) => `CA K1A${a}${b}1`),
  );
  const nested = fc.tuple(postcodeIn, fc.constantFrom(0, 1, 2, 3, 4, 5, 6)).map(([text, less]) => {
    const begins = less === 0 ? text : `${text.slice(0, -less).trim()}*`;
    return parsePattern(begins).ok ? begins : text;
  });

  test('where single postcodes, and beginnings of all lengths, lie in each other, so does every address', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(nested, { minLength: 1, maxLength: 12 }),
        fc.array(postcodeIn, { minLength: 20, maxLength: 40 }),
        (texts, addresses) =>
          expectFallen(
            parsedFrom(texts),
            addresses.map((text) => unwrap(parsePlace(text))),
          ),
      ),
      { numRuns: 400 },
    );
  });

  test('a sector of which the postcode is named that an address would be made up as is no less a part', () => {
    const parts = partsOfMap(parsedFrom(['GB HS1 2*', 'GB HS1 2AA', 'GB HS1 1*', 'GB HS1*']));
    expect(parts.map(({ pattern, place }) => [patternText(pattern), place.postcode])).toEqual([
      ['world', null],
      ['GB HS1 2*', 'HS1 2AB'],
      ['GB HS1 2AA', 'HS1 2AA'],
      ['GB HS1 1*', 'HS1 1AA'],
      ['GB HS1*', 'HS1 3AA'],
      ['GB', 'M1 1AA'],
    ]);
  });

  test('a beginning that others cover is no part of its own', () => {
    const sectors = Array.from({ length: 10 }, (_, i) => `GB HS1 ${i}*`);
    const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].map((one) => `GB HS1${one}*`);
    const texts = partsOfMap(parsedFrom(['GB HS1*', ...sectors, ...letters])).map(({ pattern }) =>
      patternText(pattern),
    );
    expect(texts).not.toContain('GB HS1*');
    expect(texts).toHaveLength(2 + sectors.length + letters.length);
  });
});
