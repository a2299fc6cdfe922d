import type { MeasureUnit, Over } from '../../core/rates/index.ts';
import { lengthOf, massOf } from './figures.ts';

/** A measured figure: an amount in minor units, units, a mass or a length in their steps; NaN where it is not known. */
export function figureWords(over: Over, figure: number, say: (amount: number) => string): string {
  switch (over) {
    case 'value':
      return say(figure);
    case 'mass':
      return massOf(Number.isNaN(figure) ? null : figure);
    case 'long side':
      return lengthOf(figure);
    default:
      return `${figure} ${over}`;
  }
}

/** What tables and bounds count in, as it is read behind a figure. */
export const unitWords = (unit: MeasureUnit, currency: string): string => {
  switch (unit) {
    case 'value':
      return currency;
    case 'units':
      return 'units';
    case 'cm3':
      return 'cm³';
    case 'in3':
      return 'in³';
    default:
      return unit;
  }
};

/** What is measured, in a word. */
export const overWords: Readonly<Record<Over, string>> = {
  value: 'value',
  units: 'units',
  mass: 'weight',
  'long side': 'long side',
  volume: 'volume',
};
