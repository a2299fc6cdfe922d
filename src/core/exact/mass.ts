import { measureText, parseMeasure } from './measure.ts';
import { ok, type Result } from './result.ts';

/**
 * A mass as a whole number of steps of 0.625 nanograms, in which a thousandth of a gram, of an ounce and of a pound
 * are all whole. Safe up to 5.6 tonnes. The pound is 453.59237 g, the ounce a sixteenth of it
 * (international yard and pound agreement, 1959; NIST Handbook 44, appendix C).
 */
export type Mass = number & { readonly is: 'mass' };

export const massUnits = ['g', 'kg', 'oz', 'lb'] as const;
export type MassUnit = (typeof massUnits)[number];

/** Steps in a thousandth of each unit. */
const thousandth: Record<MassUnit, number> = { g: 1_600_000, kg: 1_600_000_000, oz: 45_359_237, lb: 725_747_792 };

export const gram = 1_600_000_000;

/**
 * Reads a mass entered with at most three decimals.
 * @example parseMass('0.5', 'lb') // half of the steps of parseMass('1', 'lb'), exactly
 */
export function parseMass(text: string, unit: MassUnit): Result<Mass> {
  const read = parseMeasure(text, unit, thousandth[unit]);
  return read.ok ? ok(read.value as Mass) : read;
}

/**
 * A mass as it is entered, in the first unit in which three decimals say it all; null where none does. @example
 * massEntry(parseMass('0.5', 'lb')) // { value: '0.5', unit: 'lb' }
 */
export function massEntry(mass: Mass): { readonly value: string; readonly unit: MassUnit } | null {
  const unit = massUnits.find((one) => mass % thousandth[one] === 0);
  if (unit === undefined) return null;
  return { value: measureText(mass, thousandth[unit]), unit };
}

/**
 * A mass in grams as an exact decimal without needless zeros. @example gramsText(parseMass('1', 'oz')) //
 * '28.349523125'
 */
export function gramsText(mass: Mass): string {
  const whole = Math.floor(mass / gram);
  if (whole * gram === mass) return String(whole);
  // A step is 0.000000000625 g: counted in units of a million-millionth of a gram the rest is whole.
  const rest = String((mass % gram) * 625)
    .padStart(12, '0')
    .replace(/0+$/, '');
  return `${whole}.${rest}`;
}

/** Reads exact grams as written by {@link gramsText}; null where the text is no such figure. */
export function massOfGrams(text: string): Mass | null {
  const found = /^(\d{1,7})(?:\.(\d{1,12}))?$/.exec(text);
  if (!found) return null;
  const rest = Number((found[2] ?? '').padEnd(12, '0'));
  return rest % 625 === 0 ? ((Number(found[1]) * gram + rest / 625) as Mass) : null;
}
