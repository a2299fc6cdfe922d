import type { Left } from './field.ts';
import type { Slope } from './slope.ts';

/** Bounds are worked with fractions of a smallest unit; this much is forgiven. */
export const hair = 1e-6;

/**
 * Delivery beside the set in hand: its charge after step 4, what free delivery waives, what stays; a charge below 0 is
 * refused.
 */
export interface Carriage {
  rate: number;
  waivable: number;
  stays: number;
}

/** What a search asks of the service it is for. */
export interface Costing {
  /** What the set in hand costs, gifts' worth taken off; not a number where it cannot be used so. */
  cost(left: Left): number;
  /** Delivery beside the set in hand, as the last call of {@link cost} had it. */
  readonly carriage: Carriage;
  /** How delivery goes with discounts, and with gifts. */
  readonly discounts: Slope;
  readonly gifts: Slope;
  /**
   * Where discounts make delivery only dearer: what it costs no less than with so much left in all, no gift beside it.
   */
  carriageFrom(value: number): Readonly<Carriage>;
  /** The values left from which that becomes less. */
  readonly turns: readonly number[];
  /** The least and the largest tax rate added to lines, and that added to delivery; null where none is added. */
  readonly tax: { readonly least: number; readonly most: number; readonly delivery: number } | null;
}
