import { type Currency, type Minor, parseAmount, unwrap } from '../exact/index.ts';

/** All channels count in euros in this version of their formats. */
export const euro = 'EUR' as Currency;

const read = new Map<string, Minor>();

/** An amount of a channel's file, each text read once. */
export function euros(text: string): Minor {
  const known = read.get(text);
  if (known !== undefined) return known;
  const value = unwrap(parseAmount(text, euro));
  read.set(text, value);
  return value;
}
