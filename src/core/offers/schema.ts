import { z } from 'zod';
import { written } from '../exact/index.ts';

const { amount, currency, id, line, name, percent, sku, window } = written;

export const levels = ['goods', 'order', 'delivery'] as const;
export const code = z.string().regex(/^[A-Z0-9]{3,20}$/, '3 to 20 capital letters and digits');

/** An amount in other currencies; where it is not given it is converted. */
const also = z.record(currency, amount).default({});
/** A selection of the book; null: all goods. */
const goods = id.nullable().default(null);
const test = z.enum(['before', 'after']);
/** A whole number from 1 to a most. */
const count = (most: number) => {
  const right = `a whole number from 1 to ${most}`;
  return z.int(right).min(1, right).max(most, right);
};

/** What is taken off: a share, or an amount. */
export const offSchema = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('percent'), percent }),
  z.strictObject({ by: z.literal('amount'), amount, also }),
]);
export const stepSchema = z.strictObject({
  from: amount,
  off: amount,
  /** Both amounts in other currencies. */
  also: z.record(currency, z.strictObject({ from: amount, off: amount })).default({}),
});
export const benefitSchema = z.discriminatedUnion('is', [
  /** A share of each line, or an amount off each unit. */
  z.strictObject({ is: z.literal('off goods'), goods, off: offSchema }),
  /** Each unit at a price, where that is less than its own. */
  z.strictObject({ is: z.literal('fixed price'), goods, price: amount, also }),
  /** Of each so many units bought and so many more, the cheapest ones less a share (100: free). */
  z.strictObject({ is: z.literal('buy and get'), goods, buy: count(999), get: count(999), percent }),
  /** An item at 0.00, beside the basket. */
  z.strictObject({ is: z.literal('gift'), sku, units: count(99).default(1) }),
  z.strictObject({ is: z.literal('off order'), off: offSchema }),
  /** From a value an amount off the order; only the highest step that is reached counts. */
  z.strictObject({ is: z.literal('spend steps'), goods, test, steps: z.array(stepSchema).min(1).max(20) }),
  /** Free or reduced delivery, on named services or on the cheapest choice. */
  z.strictObject({
    is: z.literal('delivery'),
    on: z.discriminatedUnion('is', [
      z.strictObject({ is: z.literal('services'), services: z.array(id).min(1) }),
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
]);
/** At least so much value or so many units of a selection. */
export const askSchema = z.discriminatedUnion('over', [
  z.strictObject({ over: z.literal('value'), value: amount, also, test, goods }),
  z.strictObject({ over: z.literal('units'), units: count(9999), goods }),
]);
export const codeSchema = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('shared'), code }),
  /** Carried by a link, and told to nobody. */
  z.strictObject({ is: z.literal('link'), code }),
  /** Any code of a batch, each good once. */
  z.strictObject({ is: z.literal('single use'), batch: id }),
]);
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
      split: z.record(id, amount).nullable().default(null),
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
  benefit: benefitSchema,
  code: codeSchema.nullable(),
  /** All of them are to be met. */
  asks: z.array(askSchema).max(4),
  /** Zones, markets, channels and segments of customers it holds in; null: all. */
  zones: z.array(id).min(1).nullable(),
  markets: z.array(id).min(1).nullable().default(null),
  channels: z.array(id).min(1).nullable().default(null),
  segments: z.array(id).min(1).nullable().default(null),
  /** A selection of which the basket needs a line, for offers whose benefit names none; null: any. */
  goods,
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
  offers: z.array(id).max(500),
});
/** A group of customers. */
export const segmentSchema = z.strictObject({ id, name });

export type OfferBody = z.infer<typeof offerSchema>;
export type BenefitBody = z.infer<typeof benefitSchema>;
export type AskBody = z.infer<typeof askSchema>;
export type OffBody = z.infer<typeof offSchema>;
export type CodeBody = z.infer<typeof codeSchema>;
export type LimitsBody = z.infer<typeof limitsSchema>;
export type EitherOrBody = z.infer<typeof eitherOrSchema>;
export type Level = (typeof levels)[number];
