import { z } from 'zod';
import { naming } from '../../../exact/index.ts';
import { count } from '../../off.ts';
import { ofGift } from '../kind.ts';

interface Gift {
  readonly is: 'gift';
  readonly sku: string;
  readonly units: number;
}

/** An item at 0.00, beside the basket. */
export const gift = ofGift({
  is: 'gift',
  sort: 'gift',
  schema: z.strictObject({ is: z.literal('gift'), sku: naming('item', 'whole'), units: count(99).default(1) }),
  read: (body): Gift => body,
  figures: ({ units }) => ({ units: [units], free: true }),
  names: ({ sku }) => ({ skus: [sku] }),
  need: () => null,
  gift: (benefit) => benefit,
});
