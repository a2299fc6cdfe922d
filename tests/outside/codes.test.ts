import { readFileSync } from 'node:fs';
import currencyData from 'cldr-core/supplemental/currencyData.json' with { type: 'json' };
import containment from 'cldr-core/supplemental/territoryContainment.json' with { type: 'json' };
import { postcodeValidator } from 'postcode-validator';
import { describe, expect, test } from 'vitest';
import { demoBook } from '../../demo/book.ts';
import { type Currency, currencies, currencyDigits, isCurrency, unwrap } from '../../src/core/exact/index.ts';
import {
  countries,
  countriesOf,
  isPart,
  isTerritory,
  matches,
  normalPostcode,
  parsePattern,
  parsePlace,
  regionCodes,
} from '../../src/core/places/index.ts';

/** ISO 4217, 3166-1 and 3166-2 as in Debian's package iso-codes (4.15). */
const iso = (name: string) =>
  (
    JSON.parse(readFileSync(`/usr/share/iso-codes/json/iso_${name}.json`, 'utf8')) as Record<
      string,
      Record<string, string>[]
    >
  )[name] ?? [];

describe('ISO codes, against Debian’s iso-codes', () => {
  test('currencies are those of ISO 4217', () => {
    expect([...currencies].sort()).toEqual(
      iso('4217')
        .map((one) => one.alpha_3)
        .sort(),
    );
  });
  test('countries are those of ISO 3166-1, and XK, which CLDR has beside them', () => {
    expect([...countries].sort()).toEqual([...iso('3166-1').map((one) => one.alpha_2), 'XK'].sort());
  });
  test('every part of ISO 3166-2 is known, and nothing else', () => {
    const parts = iso('3166-2').map((one) => one.code ?? '');
    expect(parts.length).toBeGreaterThan(5000);
    expect(parts.filter((code) => !isPart(code))).toEqual([]);
    expect(['GB-XXX', 'QQ-1', 'IE'].filter(isPart)).toEqual([]);
  });
});

describe('currency digits, against CLDR (cldr-core 48.2, currencyData)', () => {
  const { fractions } = currencyData.supplemental.currencyData as { fractions: Record<string, { _digits: string }> };
  /**
   * CLDR gives the digits in use; ISO 4217 gives the minor unit. Where they part, ISO decides here: amounts in files
   * and agreements carry the minor unit. The list is from memory of ISO 4217, checked by the test to be complete.
   */
  const isoKeepsMinorUnit = [
    'AFN',
    'ALL',
    'COP',
    'HUF',
    'IDR',
    'IQD',
    'IRR',
    'KPW',
    'LAK',
    'LBP',
    'MGA',
    'MMK',
    'PKR',
    'SLL',
    'SOS',
    'SYP',
    'YER',
  ];
  test('agree but where ISO 4217 keeps a minor unit that is no longer in use', () => {
    const differ = [...currencies].filter(
      (code) => isCurrency(code) && String(currencyDigits(code)) !== (fractions[code] ?? fractions.DEFAULT)?._digits,
    );
    expect(differ.filter((code) => !isoKeepsMinorUnit.includes(code))).toEqual([]);
    expect(isoKeepsMinorUnit.filter((code) => currencies.has(code) && !differ.includes(code))).toEqual([]);
  });
  test('yen have none, dinars three, euros two', () => {
    expect(['JPY', 'KWD', 'EUR'].map((code) => currencyDigits(code as Currency))).toEqual([0, 3, 2]);
  });
});

test('the demo’s euro area is CLDR’s (territoryContainment, EZ) without Ireland, and those that joined since', () => {
  const area =
    (containment.supplemental.territoryContainment as Record<string, { _contains: string[] }>).EZ?._contains ?? [];
  const demo = demoBook().zones.find((zone) => zone.id === 'euro')?.takes ?? [];
  // Croatia joined in 2023, Bulgaria in 2026 (from memory); this edition of CLDR has neither.
  expect([...demo].sort()).toEqual(
    [...area.filter((code) => code !== 'IE'), ...['HR', 'BG'].filter((code) => !area.includes(code))].sort(),
  );
});

describe('regions, against CLDR (cldr-core 48.2, territoryContainment)', () => {
  const contained = containment.supplemental.territoryContainment as Record<string, { _contains: string[] }>;
  const deep = (code: string): string[] =>
    countries.has(code) ? [code] : (contained[code]?._contains ?? []).flatMap(deep);
  /**
   * Territories with a code of both lists lie in the regions of their country alone, which is our own rule. From memory
   * of ISO 3166-2.
   */
  const territories = [
    'AS',
    'GU',
    'MP',
    'PR',
    'UM',
    'VI',
    'BL',
    'GF',
    'GP',
    'MF',
    'MQ',
    'NC',
    'PF',
    'PM',
    'RE',
    'TF',
    'WF',
    'YT',
    'AW',
    'CW',
    'SX',
    'BQ',
    'HK',
    'MO',
    'TW',
    'SJ',
    'AX',
  ];
  test('every region holds the countries that CLDR puts in it, however deep, territories left to their country', () => {
    for (const region of regionCodes)
      expect([...countriesOf(region)].sort(), region).toEqual(
        [...new Set(deep(region))].filter((code) => !isTerritory(code)).sort(),
      );
    expect([...countries].filter(isTerritory).filter((code) => !territories.includes(code))).toEqual([]);
    expect(regionCodes).toEqual(expect.arrayContaining(['150', '002', 'EU', 'EZ', 'UN']));
  });
  test.each([
    ['EU', 'IE', true],
    ['EU', 'GB M1 1AA', false],
    ['EZ', 'DE', true],
    ['EZ', 'DK', false],
    ['150', 'NO', true],
    ['029', 'PR', false],
    ['029', 'US-AK', false],
    ['021', 'PR', true],
  ])('%s takes in %s: %s', (region, place, taken) => {
    expect(matches(unwrap(parsePattern(region)), unwrap(parsePlace(place)))).toBe(taken);
  });
});

describe('postcodes, against postcode-validator 3.10', () => {
  const samples = {
    GB: [
      'HS1 2AA',
      'BT9 5EE',
      'SW1A 1AA',
      'M1 1AE',
      'EC1A 1BB',
      'PA41 7AA',
      'W1A 0AX',
      '75001',
      'H91 K8XY',
      'ABC 123',
      'M1',
      'HS1 22A',
    ],
    IE: ['H91 K8XY', 'D02 AF30', 'D6W XK28', 'T12 X70A', 'HS1 2AA', '12345', 'H9 K8XY'],
  };
  test.each(Object.entries(samples).flatMap(([country, texts]) => texts.map((text) => [country, text] as const)))(
    '%s %s is taken, or refused, by both',
    (country, text) => {
      expect(normalPostcode(country, text).ok).toBe(postcodeValidator(text, country));
    },
  );
});
