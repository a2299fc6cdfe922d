import { z } from 'zod';
import { massUnits, written } from '../exact/index.ts';

const { amount, figure, id, name } = written;

export const serviceSchema = z.strictObject({ id, name, days: z.tuple([z.int().min(0).max(90), z.int().min(0).max(90)]) });
export const rateSchema = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('free') }),
  z.strictObject({ is: z.literal('flat'), amount }),
  z.strictObject({
    is: z.literal('table'),
    unit: z.enum(massUnits),
    /** Each upper edge belongs to its break; the last may be open (null). */
    breaks: z
      .array(z.strictObject({ to: figure.nullable(), amount }))
      .min(1)
      .max(40),
  }),
]);
/** At least so much goods value, before or after discounts. */
export const thresholdSchema = z.strictObject({ value: amount, test: z.enum(['before', 'after']) });
export const laneSchema = z.strictObject({ rate: rateSchema, freeFrom: thresholdSchema.nullable() });
export const templateSchema = z.strictObject({
  id,
  name,
  origin: name,
  /** The zones it serves, in order: of equally specific ones the earlier decides. */
  zones: z.array(id),
  /** lanes[zone][service] */
  lanes: z.record(id, z.record(id, laneSchema)),
});

export type Service = z.infer<typeof serviceSchema>;
export type LaneBody = z.infer<typeof laneSchema>;
export type RateBody = z.infer<typeof rateSchema>;
export type ThresholdBody = z.infer<typeof thresholdSchema>;
