import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import type { CoverageFinding } from '../../core/check/index.ts';
import { coverageWords } from './coverage.ts';

const tender = { currency: 'EUR', locale: 'en-IE' };
const words = (one: CoverageFinding) => coverageWords(smallBook(), one, tender, (sku) => sku.toLowerCase());

test('what is not covered, by the smallest example, and what mends it', () => {
  expect(words({ is: 'visited', country: 'NZ', visits: 1234 })).toEqual({
    what: 'New Zealand: nothing is delivered there, and 1,234 visits came from it in a year',
    example: 'any basket to NZ',
    mend: 'Take it into a zone',
  });
  const gap = { is: 'gap', template: 'soaps', zone: 'home', service: 'post', over: 'value', from: 1000, to: 2500 };
  expect(words({ ...gap, example: [{ sku: 'BAR-OAT', units: 2 }] } as unknown as CoverageFinding)).toEqual({
    what: 'Home: orders from €10.00 to €25.00 are not offered',
    example: '2 × bar-oat',
    mend: 'Close the gap',
  });
  expect(words({ ...gap, over: 'units', to: null, example: null } as unknown as CoverageFinding)).toMatchObject({
    what: 'Home: orders from 1000 units up are not offered',
    example: 'no basket of up to two different goods weighs so much',
    mend: 'Open the last break',
  });
  const clash = { is: 'clash', a: 'A', b: 'B', pairs: 3, zones: 2, zone: 'home', services: [['post'], ['van']] };
  expect(words(clash as unknown as CoverageFinding).what).toBe(
    'a and b (and 2 such pairs) cannot be bought in one order in 2 zones: post against van',
  );
});
