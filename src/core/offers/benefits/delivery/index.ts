import { z } from 'zod';
import { type Minor, naming, written } from '../../../exact/index.ts';
import { also, figuresOfOff, type Off, offOf } from '../../off.ts';
import { ofDelivery } from '../kind.ts';

const { amount, percent } = written;

type DeliveryOff = { readonly by: 'free' } | Off | { readonly by: 'to'; readonly amount: Minor };
interface Delivery {
  readonly is: 'delivery';
  readonly on: { readonly is: 'services'; readonly services: ReadonlySet<string> } | { readonly is: 'cheapest' };
  readonly off: DeliveryOff;
}

/** Free or reduced delivery, on named services or on the cheapest choice. */
export const delivery = ofDelivery({
  is: 'delivery',
  sort: 'delivery',
  schema: z.strictObject({
    is: z.literal('delivery'),
    on: z.discriminatedUnion('is', [
      z.strictObject({ is: z.literal('services'), services: z.array(naming('service', 'alone', 'whole')).min(1) }),
      z.strictObject({ is: z.literal('cheapest') }),
    ]),
    off: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('free') }),
      z.strictObject({ by: z.literal('percent'), percent }),
      z.strictObject({ by: z.literal('amount'), amount, also }),
      /** What is paid instead. */
      z.strictObject({ by: z.literal('to'), amount, also }),
    ]),
  }),
  read({ is, on, off }, reader): Delivery {
    return {
      is,
      on: on.is === 'services' ? { is: on.is, services: new Set(on.services) } : on,
      off:
        off.by === 'free'
          ? off
          : off.by === 'to'
            ? { by: off.by, amount: reader.amount(off.amount, off.also, ['benefit', 'amount']) }
            : reader.off(off, ['benefit']),
    };
  },
  figures: ({ on, off }) => ({
    ...(on.is === 'services' ? { services: on.services } : {}),
    ...(off.by === 'free'
      ? { free: true }
      : off.by === 'to'
        ? { amounts: [off.amount, ...Object.values(off.also)] }
        : figuresOfOff(off)),
  }),
  names: ({ on }) => (on.is === 'services' ? { services: on.services } : {}),
  need: () => null,
  services: ({ on }) => (on.is === 'services' ? on.services : null),
  off: ({ off }, charge) =>
    off.by === 'free' ? charge : off.by === 'to' ? Math.max(0, charge - off.amount) : offOf(off, charge),
  isFree: ({ off }) => off.by === 'free',
  goesDownTo: ({ off }) => off.by === 'to',
});
