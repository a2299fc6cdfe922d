import { z } from 'zod';
import { written } from '../exact/index.ts';
import { thresholdSchema } from '../rates/index.ts';

const { amount, figure, id, line, localTime, name } = written;

export const levels = ['goods', 'order', 'delivery'] as const;
export const code = z.string().regex(/^[A-Z0-9]{3,20}$/, '3 to 20 capital letters and digits');
export const benefitSchema = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('percent off order'), percent: figure }),
  z.strictObject({ is: z.literal('free services'), services: z.array(id).min(1) }),
  z.strictObject({ is: z.literal('free up to'), cap: amount }),
]);
export const offerSchema = z.strictObject({
  id,
  title: name,
  benefit: benefitSchema,
  code: code.nullable(),
  asks: thresholdSchema.nullable(),
  /** Zones it holds in; null for every place. */
  zones: z.array(id).min(1).nullable(),
  window: z.strictObject({ from: localTime.nullable(), until: localTime.nullable(), zone: z.string() }),
  addsTo: z.array(z.enum(levels)),
  terms: line.max(500),
  note: line.max(500),
});

export type OfferBody = z.infer<typeof offerSchema>;
export type BenefitBody = z.infer<typeof benefitSchema>;
export type Level = (typeof levels)[number];
