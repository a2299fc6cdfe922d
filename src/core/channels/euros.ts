import { type Currency, type Minor, parseAmount, unwrap } from '../exact/index.ts';

/** All channels count in euros in this version of their formats. */
export const euro = 'EUR' as Currency;

/** An amount of a channel's file, known to be one since the file was read. */
export const euros = (text: string): Minor => unwrap(parseAmount(text, euro));

/** The same where it may be left out: null then. */
export const eurosIfAny = (text: string | null): Minor | null => (text ? euros(text) : null);
