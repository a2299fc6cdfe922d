import { z } from 'zod';
import { nothing } from '../../../exact/index.ts';
import { settled } from '../../settle.ts';
import { plainly, rateKind, reach } from '../kind.ts';

/** Nothing, whatever the order. */
export const free = rateKind({
  is: 'free',
  schema: z.strictObject({ is: z.literal('free') }),
  read: (body): { readonly is: 'free' } => body,
  charge: (_rate, _load, base, _after, by) => settled(base, by),
  reach: () => reach(0, 0),
  isRising: () => true,
  breaks: () => null,
  over: () => null,
  perItem: () => false,
  summed: () => ({ first: nothing, further: nothing, weight: null }),
  asks: () => null,
  looksAtLines: () => false,
  came: () => plainly,
});
