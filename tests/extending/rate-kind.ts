import { z } from 'zod';
import { type Minor, written } from '../../src/core/exact/index.ts';
import { plainly, rateKind, reach } from '../../src/core/rates/kinds/kind.ts';
import { settled, started } from '../../src/core/rates/settle.ts';

export interface Crates {
  readonly is: 'crates';
  readonly amount: Minor;
  readonly holds: number;
}
export const cratesSchema = z.strictObject({
  is: z.literal('crates'),
  amount: written.amount,
  holds: z.int().min(1).max(1000),
});

/** A rate kind that only the tests know: an amount a crate of so many units, a started one counting whole. */
export const crates = rateKind({
  is: 'crates',
  schema: cratesSchema,
  read: (body, reading): Crates => ({ is: body.is, amount: reading.amount(body.amount, 'amount'), holds: body.holds }),
  charge: ({ amount, holds }, shipment, base, _after, by) =>
    settled(base + amount * started(shipment.units, holds), by),
  reach: ({ amount }) => reach(amount, Number.POSITIVE_INFINITY),
  isRising: () => true,
  breaks: () => null,
  over: () => 'units',
  perItem: () => true,
  summed: () => null,
  asks: () => null,
  looksAtLines: () => false,
  came: () => plainly,
});
