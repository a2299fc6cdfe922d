/** Exact money, decimals, mass, length and time: whole numbers within the safe range, rounded only where said. */
export { type Currency, currencies, currencyDigits, isCurrency } from './currency.ts';
export { type Decimal, parseDecimal } from './decimal.ts';
export { type Length, type LengthUnit, lengthUnits, parseLength } from './length.ts';
export { gram, gramsText, type Mass, type MassUnit, massOfGrams, massUnits, massWords, parseMass } from './mass.ts';
export { amountText, type Minor, minor, nothing, parseAmount, percentOf, splitByLargestRemainder } from './money.ts';
export { bad, good, kept, type Problem, type Result, sure } from './result.ts';
export * as written from './schema.ts';
export { type Instant, instantOf, knowsZone, localOf } from './window.ts';
