import { z } from 'zod';
import { type Decimal, type Minor, minor, naming, percentOf, written } from '../exact/index.ts';

const { amount, currency, percent } = written;

/** An amount in other currencies; where it is not given it is converted. */
export const also = z.record(currency, amount).default({});
/** A selection of the book; null: all goods. */
export const selection = naming('selection', 'whole').nullable().default(null);
/** Before or after discounts. */
export const test = z.enum(['before', 'after']);
/** A whole number from 1 to a most. */
export const count = (most: number) => z.int().min(1).max(most);

/** What is taken off: a share, or an amount. */
export const offSchema = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('percent'), percent }),
  z.strictObject({ by: z.literal('amount'), amount, also }),
]);
export type OffBody = z.infer<typeof offSchema>;

export type Off =
  | { readonly by: 'percent'; readonly percent: Decimal }
  | { readonly by: 'amount'; readonly amount: Minor };

/** What is taken off an amount, at most all of it. */
export const offOf = (off: Off, amount: number): number =>
  off.by === 'percent' ? percentOf(minor(amount), off.percent) : Math.min(off.amount, amount);

/** The amounts and shares that words about it may name. */
export const figuresOfOff = (off: OffBody): { amounts?: string[]; percents?: string[] } =>
  off.by === 'percent' ? { percents: [off.percent] } : { amounts: [off.amount, ...Object.values(off.also)] };
