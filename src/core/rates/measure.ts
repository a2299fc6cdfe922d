import {
  type Currency,
  edgeIn,
  kept,
  lengthUnits,
  massUnits,
  nothing,
  type Problem,
  parseAmount,
  parseLength,
  parseMass,
  parseVolume,
  volumeUnits,
} from '../exact/index.ts';
import type { LaneContext } from './context.ts';

/**
 * What tables, bounds and thresholds count in: goods value in the template's currency, units, a mass, a length, a
 * volume.
 */
export const measureUnits = ['value', 'units', ...massUnits, ...lengthUnits, ...volumeUnits] as const;
export type MeasureUnit = (typeof measureUnits)[number];
export type Over = 'value' | 'units' | 'mass' | 'long side' | 'volume';

export const overOf = (unit: MeasureUnit): Over => {
  if (unit === 'value' || unit === 'units') return unit;
  if (unit === 'mm' || unit === 'cm' || unit === 'in') return 'long side';
  return (volumeUnits as readonly string[]).includes(unit) ? 'volume' : 'mass';
};

/** A value of the template's currency in the market's; one above nothing stays above it. */
export const valueInMarket = (
  text: string,
  { currency, conversion }: LaneContext,
  at: Problem['at'],
  problems: Problem[],
): number => {
  const value = kept(parseAmount(text, currency as Currency), at, problems, nothing);
  return conversion ? edgeIn(value, conversion) : value;
};

/** Reads a figure of a table, bound or threshold in its unit; values in the market's currency. */
export function readMeasure(
  text: string,
  unit: MeasureUnit,
  context: LaneContext,
  at: Problem['at'],
  problems: Problem[],
): number | bigint {
  switch (unit) {
    case 'value':
      return valueInMarket(text, context, at, problems);
    case 'units':
      if (!/^\d+$/.test(text)) problems.push({ at, is: 'malformed', text, form: 'count of units' });
      return Number(text);
    case 'mm':
    case 'cm':
    case 'in':
      return kept<number>(parseLength(text, unit), at, problems, 0);
    case 'cm3':
    case 'l':
    case 'in3':
      return kept<bigint>(parseVolume(text, unit), at, problems, 0n);
    default:
      return kept<number>(parseMass(text, unit), at, problems, 0);
  }
}
