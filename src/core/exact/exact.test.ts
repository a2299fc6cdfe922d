import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { saidProblem } from '../../words/index.ts';
import { quickDecimal } from './decimal.ts';
import {
  amountText,
  type Currency,
  converted,
  type Decimal,
  gramsText,
  instantOf,
  localOf,
  type MassUnit,
  massOfGrams,
  massUnits,
  minor,
  parseAmount,
  parseDecimal,
  parseLength,
  parseMass,
  percentOf,
  rounded,
  scaledTo,
  splitByLargestRemainder,
  unwrap,
} from './index.ts';

const percent = (text: string): Decimal => unwrap(parseDecimal(text, 3));

describe('money', () => {
  test('an amount written and read again is the same, in every kind of currency', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000_000 }),
        fc.constantFrom('EUR', 'JPY', 'KWD', 'CLF'),
        (value, code) => {
          expect(unwrap(parseAmount(amountText(minor(value), code as Currency), code as Currency))).toBe(value);
        },
      ),
    );
  });

  test.each([
    ['4.905', 'EUR', 'at most 2'],
    ['4.9', 'JPY', 'no decimals'],
    ['-1', 'EUR', 'nothing below 0'],
    ['1e5', 'EUR', 'a plain figure with at most three decimals, such as 12.50'],
    ['NaN', 'EUR', 'a plain figure with at most three decimals, such as 12.50'],
    ['99999999999999', 'EUR', 'an amount below ten thousand million'],
    ['1,50', 'EUR', 'a plain figure with at most three decimals, such as 12.50'],
  ])('%s %s is refused with what would be right', (text, code, right) => {
    const read = parseAmount(text, code as Currency);
    expect(!read.ok && read.problems.map(saidProblem)[0]?.right).toBe(right);
  });

  test('an amount is converted as by whole fractions of any size', () => {
    const rule = fc.oneof(
      fc.constant({ is: 'nearest' } as const),
      fc.record({ is: fc.constant('step' as const), step: fc.constantFrom(1, 5, 25, 100).map(minor) }),
      fc.record({ is: fc.constant('ending' as const), ending: fc.constant(minor(99)), whole: fc.constant(100) }),
    );
    const parts = [fc.integer({ min: 0, max: 1_000_000_000_000 }), fc.bigInt({ min: 1n, max: 10n ** 16n })] as const;
    fc.assert(
      fc.property(...parts, fc.bigInt({ min: 1n, max: 10n ** 18n }), rule, (amount, up, down, rounding) => {
        const by = { up, down, rounding };
        expect(converted(minor(amount), by)).toBe(rounded(BigInt(amount) * up, down, rounding));
      }),
      { numRuns: 2000 },
    );
    const small = [fc.integer({ min: 0, max: 200_000 }), fc.bigInt({ min: 1n, max: 20_000n })] as const;
    fc.assert(
      fc.property(...small, fc.bigInt({ min: 1n, max: 20_000n }), rule, (amount, up, down, rounding) => {
        const by = { up, down, rounding };
        expect(converted(minor(amount), by)).toBe(rounded(BigInt(amount) * up, down, rounding));
      }),
      { numRuns: 2000 },
    );
  });
  test('a percentage is rounded once, half away from zero', () => {
    expect(percentOf(minor(5), percent('50'))).toBe(3);
    expect(percentOf(minor(4995), percent('10'))).toBe(500);
    expect(percentOf(minor(1), percent('49.999'))).toBe(0);
  });

  test('small and large figures take the same percentage as big integers do', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 ** 12 }), fc.integer({ min: 1, max: 100_000 }), (value, thousandths) => {
        const exact = (BigInt(value) * BigInt(thousandths) * 2n + 100_000n) / 200_000n;
        expect(percentOf(minor(value), { digits: BigInt(thousandths), scale: 3 })).toBe(Number(exact));
      }),
    );
  });

  test('the parts of a split add up, and none is a unit away from its share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 10 ** 9 }),
        fc.array(fc.integer({ min: 0, max: 10 ** 7 }), { minLength: 1, maxLength: 12 }),
        (total, weights) => {
          fc.pre(weights.some((weight) => weight > 0));
          const parts = splitByLargestRemainder(minor(total), weights);
          const sum = weights.reduce((a, b) => a + b, 0);
          expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
          parts.forEach((part, i) => {
            expect(Math.abs(part - (total * (weights[i] ?? 0)) / sum)).toBeLessThan(1);
          });
        },
      ),
    );
    expect(splitByLargestRemainder(minor(100), [1, 1, 1])).toEqual([34, 33, 33]);
  });
});

describe('mass and length', () => {
  const figures = fc.integer({ min: 1, max: 4_000_000 }).map((n) => (n / 1000).toFixed(3));
  test('two goods of half a pound sit on the pound, in every unit', () => {
    for (const unit of massUnits) expect(2 * unwrap(parseMass('0.5', unit))).toBe(unwrap(parseMass('1', unit)));
    expect(16 * unwrap(parseMass('1', 'oz'))).toBe(unwrap(parseMass('1', 'lb')));
  });

  test('grams written out exactly come back exactly', () => {
    fc.assert(
      fc.property(figures, fc.constantFrom<MassUnit[]>(...(massUnits as unknown as MassUnit[])), (text, unit) => {
        const mass = parseMass(text, unit);
        fc.pre(mass.ok && mass.value < 1_600_000_000 * 9_000_000);
        if (mass.ok) expect(massOfGrams(gramsText(mass.value))).toBe(mass.value);
      }),
    );
  });

  test('what is no mass is refused', () => {
    expect(massOfGrams('1.0000000000001')).toBeNull();
    expect(massOfGrams('-1')).toBeNull();
    expect(parseMass('12.3456', 'g').ok).toBe(false);
    expect(parseMass('9999999', 'lb').ok).toBe(false);
    expect(unwrap(parseLength('1', 'in'))).toBe(unwrap(parseLength('25.4', 'mm')));
  });
});

describe('time', () => {
  test('a skipped hour moves forward by the gap, a doubled one means its first', () => {
    expect(new Date(unwrap(instantOf('2026-03-29T01:30', 'Europe/Dublin'))).toISOString()).toBe(
      '2026-03-29T01:30:00.000Z',
    );
    expect(localOf(unwrap(instantOf('2026-03-29T01:30', 'Europe/Dublin')), 'Europe/Dublin')).toBe('2026-03-29T02:30');
    expect(new Date(unwrap(instantOf('2026-10-25T01:30', 'Europe/Dublin'))).toISOString()).toBe(
      '2026-10-25T00:30:00.000Z',
    );
  });

  test.each(['2026-02-30T00:00', '2026-11-29', '2026-11-29T24:00', 'tomorrow'])('%s is no local time', (text) => {
    expect(instantOf(text, 'Europe/Dublin').ok).toBe(false);
  });
  test('an unknown zone is refused', () => {
    expect(instantOf('2026-11-29T00:00', 'Europe/Atlantis').ok).toBe(false);
  });
});

test('the quick reading of figures says what the slow one says, or leaves it to it', () => {
  fc.assert(
    fc.property(
      fc.oneof(fc.string({ maxLength: 8 }), fc.stringMatching(/^\d{1,9}(\.\d{0,5})?$/)),
      fc.integer({ min: 0, max: 4 }),
      (text, places) => {
        const quick = quickDecimal(text, places);
        if (quick === null) return;
        const slow = parseDecimal(text, places);
        expect(slow.ok && scaledTo(slow.value, places)).toBe(BigInt(quick));
      },
    ),
  );
  expect([
    quickDecimal('8.25', 3),
    quickDecimal('8.', 3),
    quickDecimal('.5', 3),
    quickDecimal('1e3', 3),
    quickDecimal('-1', 3),
    quickDecimal('', 3),
  ]).toEqual([8250, null, null, null, null, null]);
});
