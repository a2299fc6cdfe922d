import { z } from 'zod';
import { figuresOfOff, type Off, offOf, offSchema } from '../../off.ts';
import { ofOrder } from '../kind.ts';

interface OffOrder {
  readonly is: 'off order';
  readonly off: Off;
}

/** A share of the order, or an amount off it. */
export const offOrder = ofOrder({
  is: 'off order',
  sort: 'order',
  schema: z.strictObject({ is: z.literal('off order'), off: offSchema }),
  read: (body, reader): OffOrder => ({ is: body.is, off: reader.off(body.off, ['benefit']) }),
  figures: ({ off }) => figuresOfOff(off),
  names: () => ({}),
  need: () => null,
  looksAt: () => null,
  off: ({ off }, base) => offOf(off, base),
  most: ({ off }, goods) => offOf(off, goods),
  mostAt: ({ off }, goods) => offOf(off, goods),
  turns: () => [],
  share: ({ off }) => (off.by === 'percent' ? off.percent : null),
});
