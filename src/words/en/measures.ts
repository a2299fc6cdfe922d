import type { MeasureUnit, Over } from '../../core/rates/index.ts';

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
