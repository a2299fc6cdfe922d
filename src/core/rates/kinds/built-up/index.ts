import { z } from 'zod';
import { kept, type Mass, type Minor, massUnits, minor, parseMass, written } from '../../../exact/index.ts';
import { refused } from '../../refusal.ts';
import { settled, settledShare, started } from '../../settle.ts';
import { plainly, rateKind, reach } from '../kind.ts';

const { amount, figure } = written;

interface BuiltUp {
  readonly is: 'built up';
  readonly order: Minor;
  readonly first: Minor;
  readonly further: Minor;
  readonly weight: { readonly amount: Minor; readonly per: Mass; readonly started: boolean } | null;
}

const noMass = refused('no mass');

/** An amount an order, one for the first item, one for each further, and one by weight. */
export const builtUp = rateKind({
  is: 'built up',
  schema: z.strictObject({
    is: z.literal('built up'),
    order: amount,
    first: amount,
    further: amount,
    /** An amount for each so much of weight, in proportion or for each started. */
    weight: z
      .strictObject({ amount, per: figure, unit: z.enum(massUnits), each: z.enum(['in proportion', 'started']) })
      .nullable(),
  }),
  read({ is, order, first, further, weight }, { at, problems, amount: read }): BuiltUp {
    const per = weight && kept(parseMass(weight.per, weight.unit), [...at, 'weight', 'per'], problems, 1 as Mass);
    if (per === 0) problems.push({ at: [...at, 'weight', 'per'], is: 'zero', of: 'weight' });
    return {
      is,
      order: read(order, 'order'),
      first: read(first, 'first'),
      further: read(further, 'further'),
      weight:
        weight && per
          ? { amount: read(weight.amount, 'weight', 'amount'), per, started: weight.each === 'started' }
          : null,
    };
  },
  charge({ order, first, further, weight }, shipment, base, _after, by) {
    const counted = base + order + (shipment.units > 0 ? first + further * (shipment.units - 1) : 0);
    if (!weight) return settled(counted, by);
    if (Number.isNaN(shipment.mass)) return noMass;
    return weight.started
      ? settled(counted + weight.amount * started(shipment.mass, weight.per), by)
      : settledShare(counted, weight.amount, shipment.mass, weight.per, by);
  },
  reach: ({ order, first, further, weight }) =>
    reach(order + first, further === 0 && !weight ? order + first : Number.POSITIVE_INFINITY),
  isRising: () => true,
  breaks: () => null,
  over: ({ first, further, weight }) => (weight ? 'mass' : first + further > 0 ? 'units' : null),
  perItem: ({ further }) => further > 0,
  summed: ({ order, first, further, weight }) => ({ first: minor(order + first), further, weight }),
  asks: () => null,
  looksAtLines: () => false,
  came: () => plainly,
});
