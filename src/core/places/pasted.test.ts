import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parsePattern, pastedPostcodes } from './index.ts';

const of = (country: string, text: string, there: string[] = []) => pastedPostcodes(country, text, there);

test('postcodes pasted in any form: whole, beginnings, ranges, many on a line', () => {
  expect(of('GB', 'HS1 2AA; hs2*\nZE\tKW1, GB IV40\nAB31 to AB38\nnonsense!').taken).toEqual([
    'GB HS1 2AA',
    'GB HS2*',
    'GB ZE*',
    'GB KW1*',
    'GB IV40*',
    'GB AB31 to AB38',
  ]);
  expect(of('GB', 'nonsense!, HS9').unknown).toEqual(['nonsense!']);
  expect(of('GB', 'ZE1 ZE2 ZE3').taken).toEqual(['GB ZE1*', 'GB ZE2*', 'GB ZE3*']);
  expect(of('DE', '10115\n10117-10119, 104*').taken).toEqual(['DE 10115', 'DE 10117 to 10119', 'DE 104*']);
  expect(of('IE', 'H91 E2K3, D02').taken).toEqual(['IE H91 E2K3', 'IE D02*']);
});

test('doubles and what lies in a wider entry are told', () => {
  const found = of('GB', 'HS1 2AA, hs12aa, ZE1, HS2 0AA', ['GB ZE1*', 'GB HS1*']);
  expect(found.taken).toEqual(['GB HS1 2AA', 'GB HS2 0AA']);
  expect(found.double).toEqual(['GB HS1 2AA', 'GB ZE1*']);
  expect(found.within).toEqual([{ text: 'GB HS1 2AA', by: 'GB HS1*' }]);
});

test('whatever is pasted, each entry is taken, double or told as unknown; and what is taken can be read', () => {
  const entry = fc.string({
    unit: fc.constantFrom('A', 'H', 'S', '1', '2', '9', ' ', '*', '-', 't', 'o'),
    minLength: 1,
    maxLength: 9,
  });
  fc.assert(
    fc.property(
      fc.constantFrom('GB', 'IE', 'US', 'DE', 'NL'),
      fc.array(entry, { maxLength: 8 }),
      (country, entries) => {
        const { taken, double, unknown } = of(country, entries.join('\n'));
        const whole = entries.filter((one) => one.trim() !== '').length;
        expect(taken.length + double.length + unknown.length).toBeGreaterThanOrEqual(Math.min(1, whole));
        for (const one of taken) expect(parsePattern(one).ok).toBe(true);
        expect(new Set(taken).size).toBe(taken.length);
        if (unknown.length === 0 && whole > 0) expect(taken.length + double.length).toBeGreaterThanOrEqual(whole);
      },
    ),
  );
});
