/** Exact money, decimals, mass, length and time: whole numbers within the safe range, rounded only where said. */
export { type Conversion, conversionAt, converted, edgeIn, type MarketRounding, rounded } from './convert.ts';
export { type Currency, currencies, currencyDigits, isCurrency } from './currency.ts';
export { type Decimal, decimalText, parseDecimal, scaled as scaledTo } from './decimal.ts';
export {
  type ExpectedShape,
  type Fault,
  type Form,
  type FoundShape,
  forms,
  type Problem,
  type Thing,
} from './fault.ts';
export {
  type Length,
  lengthEntries,
  lengthOfMillimetres,
  lengthUnits,
  millimetre,
  millimetresText,
  parseLength,
} from './length.ts';
export { knowsLocale } from './locale.ts';
export { gram, gramsText, type Mass, type MassUnit, massEntry, massOfGrams, massUnits, parseMass } from './mass.ts';
export { latest, lazily, memo, once, recalled } from './memo.ts';
export { parseMoment } from './moment.ts';
export { amountText, type Minor, minor, nothing, parseAmount, percentOf, splitByLargestRemainder } from './money.ts';
export { type Goes, type Named, type Naming, naming, namings } from './naming.ts';
export { plainName } from './plain-name.ts';
export { err, kept, ok, type Result, under, unwrap } from './result.ts';
export { largest } from './rounding.ts';
export * as written from './schema.ts';
export { listingForm } from './schema.ts';
export { atOnce, type Steps } from './steps.ts';
export { parseVolume, type Volume, volumeUnits } from './volume.ts';
export {
  always,
  type Instant,
  inForce,
  instantOf,
  isMonday,
  knowsZone,
  localOf,
  mondayOf,
  readWindow,
  type Span,
  turnsOf,
} from './window.ts';
