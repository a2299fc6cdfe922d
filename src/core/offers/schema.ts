import { z } from 'zod';
import { benefitKinds } from '#benefits';
import { naming, written } from '../exact/index.ts';
import { codeKinds } from './codes/list.ts';
import { conditionKinds } from './conditions/list.ts';
import { also, count, selection } from './off.ts';

const { amount, id, line, name, window } = written;

export const limitsSchema = z.strictObject({
  /** Orders it may be used in, in all and by one customer. */
  uses: count(10_000_000).nullable().default(null),
  each: count(10_000).nullable().default(null),
  /** The largest discount an order. */
  most: z.strictObject({ amount, also }).nullable().default(null),
  /**
   * What it may cost, in all or each week from Monday 00:00 on; it applies only where what is left covers the whole
   * saving.
   */
  budget: z
    .strictObject({
      amount,
      per: z.enum(['all', 'week']).default('all'),
      /** A share for each channel, in place of one budget for all; none for a channel is 0.00. */
      split: z.record(naming('channel', 'row'), amount).nullable().default(null),
    })
    .nullable()
    .default(null),
});
export const noLimits = { uses: null, each: null, most: null, budget: null } as const;

export const offerSchema = z.strictObject({
  id,
  /** Its short id: a number of the book's own, kept for good; channels that need an id take it from here. */
  number: z.int().min(1).max(99_999),
  /** What shoppers see, and the same in other locales. */
  title: name,
  titles: z.record(z.string().min(2).max(20), name).default({}),
  /** Only what is meant acts; drafts are not yet meant, paused ones not now. */
  state: z.enum(['meant', 'draft', 'paused']).default('meant'),
  benefit: benefitKinds.schema,
  code: codeKinds.schema.nullable(),
  /** All of them are to be met. */
  asks: z.array(conditionKinds.schema).max(4),
  /** Zones, markets, channels and segments of customers it holds in; null: all. */
  zones: z
    .array(naming('zone', 'alone', 'whole'))
    .min(1)
    .nullable(),
  markets: z
    .array(naming('market', 'alone', 'whole'))
    .min(1)
    .nullable()
    .default(null),
  channels: z
    .array(naming('channel', 'alone', 'whole'))
    .min(1)
    .nullable()
    .default(null),
  segments: z
    .array(naming('segment', 'alone', 'whole'))
    .min(1)
    .nullable()
    .default(null),
  /** A selection of which the basket needs a line, for offers whose benefit names none; null: any. */
  goods: selection,
  /** Whether lines that the channel stocks itself count for what it asks, and for whom it is. */
  stocked: z.boolean().default(false),
  limits: limitsSchema.default(noLimits),
  window,
  terms: line.max(500),
  note: line.max(500),
});
/** Offers of which at most one acts: on an order, or for goods offers only where they share a line. */
export const eitherOrSchema = z.strictObject({
  id,
  name,
  of: z.enum(['order', 'line']).default('order'),
  offers: z.array(naming('offer', 'alone')).max(500),
});
/** A group of customers. */
export const segmentSchema = z.strictObject({ id, name });

export type OfferBody = z.infer<typeof offerSchema>;
export type LimitsBody = z.infer<typeof limitsSchema>;
export type EitherOrBody = z.infer<typeof eitherOrSchema>;
