import type { MassUnit } from '../exact/index.ts';

/** How units of mass and length are written in sheets (common practice, no source); small letters. */
const massNames: Readonly<Record<MassUnit, readonly string[]>> = {
  g: ['g', 'gr', 'grs', 'gram', 'grams', 'gramm', 'gramme', 'grammes', 'gramo', 'gramos', 'grammi', 'grammo'],
  kg: ['kg', 'kgs', 'kilo', 'kilos', 'kilogram', 'kilograms', 'kilogramm', 'kilogramme', 'kilogramos', 'chilogrammi'],
  oz: ['oz', 'ozs', 'ounce', 'ounces', 'unze', 'unzen', 'once', 'onces', 'onza', 'onzas'],
  lb: ['lb', 'lbs', 'pound', 'pounds', 'libra', 'libras', 'livre', 'livres'],
};
const lengthNames = {
  mm: ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'],
  cm: ['cm', 'cms', 'centimetre', 'centimetres', 'centimeter', 'centimeters', 'zentimeter'],
  in: ['in', 'ins', 'inch', 'inches', '"', '″', 'zoll', 'pouce', 'pouces', 'pulgada', 'pulgadas'],
} as const;

export type Measured = 'mass' | 'length';
const byName = (names: Readonly<Record<string, readonly string[]>>) =>
  new Map(Object.entries(names).flatMap(([unit, all]) => all.map((name) => [name, unit] as const)));
const known: Readonly<Record<Measured, ReadonlyMap<string, string>>> = {
  mass: byName(massNames),
  length: byName(lengthNames),
};

/** The unit that a word stands for. @example unitOf('mass', 'Lbs.') // 'lb' */
export const unitOf = (measured: Measured, word: string): string | undefined =>
  known[measured].get(word.toLowerCase().replace(/\.$/, '').trim());
/** The units that figures of a sort can be in. */
export const unitsOf = (measured: Measured): readonly string[] => [...new Set(known[measured].values())];
