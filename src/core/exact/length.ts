import { parseMeasure } from './measure.ts';
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
