import { measureText, parseMeasure } from './measure.ts';
import { ok, type Result } from './result.ts';

/**
 * A length as a whole number of steps of 0.0002 mm, in which a thousandth of a millimetre and of an inch (25.4 mm) are
 * whole.
 */
export type Length = number & { readonly is: 'length' };

/** The steps of a millimetre. */
export const millimetre = 5000;

export const lengthUnits = ['mm', 'cm', 'in'] as const;
export type LengthUnit = (typeof lengthUnits)[number];

const thousandth: Record<LengthUnit, number> = { mm: 5, cm: 50, in: 127 };

/** Reads a length entered with at most three decimals. */
export function parseLength(text: string, unit: LengthUnit): Result<Length> {
  const read = parseMeasure(text, unit, thousandth[unit]);
  return read.ok ? ok(read.value as Length) : read;
}

/**
 * A length in millimetres as an exact decimal without needless zeros. @example millimetresText(parseLength('1', 'in'))
 * // '25.4'
 */
export function millimetresText(length: Length): string {
  const whole = Math.floor(length / millimetre);
  if (whole * millimetre === length) return String(whole);
  const rest = String((length % millimetre) * 2)
    .padStart(4, '0')
    .replace(/0+$/, '');
  return `${whole}.${rest}`;
}

/**
 * Lengths as they are entered together, in the first unit in which three decimals say them all; null where none does.
 */
export function lengthEntries(
  lengths: readonly Length[],
): { readonly values: readonly string[]; readonly unit: LengthUnit } | null {
  const unit = lengthUnits.find((one) => lengths.every((length) => length % thousandth[one] === 0));
  if (unit === undefined) return null;
  return { values: lengths.map((length) => measureText(length, thousandth[unit])), unit };
}

/** Reads exact millimetres as written by {@link millimetresText}; null where the text is no such figure. */
export function lengthOfMillimetres(text: string): Length | null {
  const found = /^(\d{1,7})(?:\.(\d{1,4}))?$/.exec(text);
  if (!found) return null;
  const rest = Number((found[2] ?? '').padEnd(4, '0'));
  return rest % 2 === 0 ? ((Number(found[1]) * millimetre + rest / 2) as Length) : null;
}
