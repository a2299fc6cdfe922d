import { type Currency, type Minor, parseAmount, unwrap } from '../exact/index.ts';

/** The currencies that channels count in, all with two decimals. */
export const euro = 'EUR' as Currency;
export const pound = 'GBP' as Currency;

/** An amount of a channel's file, known to be one since the file was read. */
export const amountIn = (text: string): Minor => unwrap(parseAmount(text, euro));

/** The same where it may be left out: null then. */
export const amountIfAny = (text: string | null): Minor | null => (text ? amountIn(text) : null);
