import { parseDecimal, scaled } from './decimal.ts';
import { err, ok, type Result } from './result.ts';

/** A volume as a whole number of cubes of the step of a length (0.0002 mm): exact at any size. */
export type Volume = bigint & { readonly is: 'volume' };

export const volumeUnits = ['cm3', 'l', 'in3'] as const;
export type VolumeUnit = (typeof volumeUnits)[number];

/** Steps in a thousandth of each unit: 1 cm = 50 000 steps of length, 1 in = 127 000. */
const thousandth: Record<VolumeUnit, bigint> = {
  cm3: 50_000n ** 3n / 1000n,
  l: 50_000n ** 3n,
  in3: 127_000n ** 3n / 1000n,
};

/** Reads a volume entered with at most three decimals. */
export function parseVolume(text: string, unit: VolumeUnit): Result<Volume> {
  const read = parseDecimal(text, 3);
  if (!read.ok) return read;
  const steps = scaled(read.value, 3) * thousandth[unit];
  return steps < 0n ? err([], { is: 'negative', text, unit }) : ok(steps as Volume);
}
