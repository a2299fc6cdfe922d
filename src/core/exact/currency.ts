import { currencyCodes } from './iso4217.ts';

/** An alphabetic currency code of ISO 4217. */
export type Currency = string & { readonly is: 'currency' };

/** Currencies whose minor unit is not a hundredth (ISO 4217, column "minor unit"). */
const digits: Readonly<Record<string, number>> = {
  BIF: 0,
  CLP: 0,
  DJF: 0,
  GNF: 0,
  ISK: 0,
  JPY: 0,
  KMF: 0,
  KRW: 0,
  PYG: 0,
  RWF: 0,
  UGX: 0,
  UYI: 0,
  VND: 0,
  VUV: 0,
  XAF: 0,
  XOF: 0,
  XPF: 0,
  BHD: 3,
  IQD: 3,
  JOD: 3,
  KWD: 3,
  LYD: 3,
  OMR: 3,
  TND: 3,
  CLF: 4,
  UYW: 4,
};

export const currencies: ReadonlySet<string> = new Set(currencyCodes.split(' '));
export const isCurrency = (code: string): code is Currency => currencies.has(code);

/** How many decimals a currency's amounts have. @example currencyDigits('JPY') // 0 */
export const currencyDigits = (currency: Currency): number => digits[currency] ?? 2;
