import type { z } from 'zod';
import {
  type LaneBody,
  laneSchema,
  type RateBody,
  rateSchema,
  type Service,
  serviceSchema,
} from '../../src/core/rates/index.ts';

/** Parts of a book as one writes them: what is left out has its default. */
export const laneOf = (written: z.input<typeof laneSchema>): LaneBody => laneSchema.parse(written);
export const rateOf = (written: z.input<typeof rateSchema>): RateBody => rateSchema.parse(written);
export const serviceOf = (written: z.input<typeof serviceSchema>): Service => serviceSchema.parse(written);
