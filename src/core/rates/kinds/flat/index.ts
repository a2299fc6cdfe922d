import { z } from 'zod';
import { type Minor, nothing, written } from '../../../exact/index.ts';
import { settled } from '../../settle.ts';
import { plainly, rateKind, reach } from '../kind.ts';

interface Flat {
  readonly is: 'flat';
  readonly amount: Minor;
}

/** One amount an order. */
export const flat = rateKind({
  is: 'flat',
  schema: z.strictObject({ is: z.literal('flat'), amount: written.amount }),
  read: ({ is, amount }, reading): Flat => ({ is, amount: reading.amount(amount, 'amount') }),
  charge: ({ amount }, _load, base, _after, by) => settled(base + amount, by),
  reach: ({ amount }) => reach(amount, amount),
  isRising: () => true,
  breaks: () => null,
  over: () => null,
  perItem: () => false,
  summed: ({ amount }) => ({ first: amount, further: nothing, weight: null }),
  asks: () => null,
  looksAtLines: () => false,
  came: () => plainly,
});
