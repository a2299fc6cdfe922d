import { parseDecimal, quickDecimal, scaled } from './decimal.ts';
import { err, ok, type Result } from './result.ts';

const safe = BigInt(Number.MAX_SAFE_INTEGER);

/** Whole steps as a figure with at most three decimals, of which a thousandth is so many steps. */
export function measureText(steps: number, perThousandth: number): string {
  const thousandths = String(steps / perThousandth).padStart(4, '0');
  return `${thousandths.slice(0, -3)}.${thousandths.slice(-3)}`.replace(/\.?0+$/, '');
}

/**
 * Reads `text` in a unit worth `perThousandth` whole steps a thousandth, as a whole number of those steps, not
 * negative.
 */
export function parseMeasure(text: string, unit: string, perThousandth: number): Result<number> {
  const quick = quickDecimal(text, 3);
  if (quick !== null && quick * perThousandth <= Number.MAX_SAFE_INTEGER) return ok(quick * perThousandth);
  const read = parseDecimal(text, 3);
  if (!read.ok) return read;
  const steps = scaled(read.value, 3) * BigInt(perThousandth);
  if (steps < 0n) return err([], { is: 'negative', text, unit });
  if (steps > safe) return err([], { is: 'too large', text, unit });
  return ok(Number(steps));
}
