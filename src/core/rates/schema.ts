import { z } from 'zod';
import { rateKinds } from '#rate-kinds';
import { listedServiceSchema } from '../carrier/index.ts';
import { type Form, lengthUnits, massUnits, naming, written } from '../exact/index.ts';
import { measureUnits } from './measure.ts';

const { amount, currency, figure, id, line, name, window } = written;

const days = z.tuple([z.int().min(0).max(90), z.int().min(0).max(90)]);

/** The one choice of a basket that its channel stocks and delivers itself; no service may be called so. */
export const stocked = 'stocked';

export const serviceSchema = z.strictObject({
  id: id.refine((one) => one !== stocked, 'id beside stocked' satisfies Form),
  name,
  /** Shortest and longest time of transit. */
  days,
  /** The shopper fetches it. */
  pickup: z.boolean().default(false),
  /** The kinds of goods it takes; empty: all. */
  kinds: z.array(id).default([]),
  /** Whether it stays in sight beside a free choice, and hides none; null: as what is fetched does. */
  inSight: z.boolean().nullable().default(null),
  /** Hazards of goods that it does not take. */
  bars: z.array(id).default([]),
  /** The carrier's service that brings it; null where it is not known, or none does. */
  carrier: z.string().min(1).max(40).nullable().default(null),
  /** Services of price lists that may bring it beside; the cheapest does, unless the lane names another. */
  lists: z.array(listedServiceSchema).max(12).default([]),
  /** Where it is fetched, and when. */
  fetched: z
    .strictObject({ at: name, hours: line.max(200) })
    .nullable()
    .default(null),
  /** What shoppers see it called, by locale, where it is not its name. */
  names: z.record(z.string().min(2).max(20), name).default({}),
});

export const rateSchema = rateKinds.schema;
/** A rate, and the same in other currencies; where it is not given it is converted. */
const priced = { rate: rateSchema, also: z.record(currency, rateSchema).default({}) };
export const pricedSchema = z.strictObject(priced);
/** Rates of their own for some kinds of goods. */
const kinds = z.record(id, pricedSchema).default({});
const fees = { order: amount, item: amount };
/** Lane fees of each order and each item, and the same in other currencies. */
export const feesSchema = z.strictObject({ ...fees, also: z.record(currency, z.strictObject(fees)).default({}) });
/**
 * From where a lane is free: so much value (before or after discounts), units or mass, of the whole basket or of the
 * lane's own group.
 */
export const freeFromSchema = z.strictObject({
  value: amount,
  test: z.enum(['before', 'after']),
  unit: z.enum(['value', 'units', ...massUnits]).default('value'),
  of: z.enum(['basket', 'group']).default('basket'),
  /** The value in other currencies; where it is not given it is converted. */
  also: z.record(currency, amount).default({}),
});
/** A bound on the lane: at least and at most, both counting. */
export const boundSchema = z.strictObject({
  unit: z.enum(measureUnits),
  from: figure.nullable(),
  to: figure.nullable(),
});
/**
 * A field of a lane given for a time: of the rows in force the later begun counts, the lane's own field being the
 * earliest.
 */
export const laneRowSchema = z.strictObject({
  id,
  window,
  sets: z.discriminatedUnion('is', [
    z.strictObject({ is: z.literal('rate'), ...priced, kinds }),
    z.strictObject({ is: z.literal('fees'), fees: feesSchema.nullable() }),
    z.strictObject({ is: z.literal('free from'), freeFrom: freeFromSchema.nullable() }),
  ]),
});
export const laneSchema = z.strictObject({
  ...priced,
  kinds,
  bounds: z.array(boundSchema).max(8).default([]),
  fees: feesSchema.nullable().default(null),
  freeFrom: freeFromSchema.nullable(),
  /** Whether value breaks and bounds look at value before or after discounts. */
  values: z.enum(['before', 'after']).default('before'),
  /** What shoppers see it called, by locale, where it is not the service's name. */
  names: z.record(z.string().min(2).max(20), name).default({}),
  /** What brings it here; null: the cheapest of what may bring the service. */
  broughtBy: z
    .discriminatedUnion('is', [
      z.strictObject({ is: z.literal('carrier'), service: z.string().min(1).max(40) }),
      z.strictObject({ is: z.literal('list'), ...listedServiceSchema.shape }),
    ])
    .nullable()
    .default(null),
  /** Transit days of its own; null: the service's. */
  days: days.nullable().default(null),
  dated: z.array(laneRowSchema).max(60).default([]),
});
export const templateSchema = z.strictObject({
  id,
  name,
  origin: name,
  /** The selection of goods it is for; null: by hand, or as the default. */
  goods: naming('selection', 'alone').nullable().default(null),
  /** Its currency; null: the first market's. */
  currency: currency.nullable().default(null),
  /** The zones it serves, in order: of equally specific ones the earlier decides. */
  zones: z.array(naming('zone', 'alone')),
  /** lanes[zone][service] */
  lanes: z.record(naming('zone', 'row'), z.record(naming('service', 'row'), laneSchema)),
});

/** A box of the seller's: inner sides, and what it may hold. */
export const boxSchema = z.strictObject({
  id,
  name,
  length: figure,
  width: figure,
  height: figure,
  unit: z.enum(lengthUnits),
  limit: z.strictObject({ value: figure, unit: z.enum(massUnits) }),
  /** What the empty box weighs. */
  own: z
    .strictObject({ value: figure, unit: z.enum(massUnits) })
    .nullable()
    .default(null),
});

export const mixings = ['sum', 'highest', 'lowest', 'average'] as const;
export const mixingSchema = z.union([z.enum(mixings), z.strictObject({ highest: z.literal('plus'), further: amount })]);
/** How the charges of several groups become one: for baskets of only these kinds and on these services (empty: any). */
export const mixingRuleSchema = z.strictObject({
  id,
  kinds: z.array(id),
  services: z.array(naming('service', 'alone', 'row')),
  by: mixingSchema,
});

export type Service = z.infer<typeof serviceSchema>;
/** What shoppers of a locale see a service called, where its lanes do not say otherwise. */
export const shownName = ({ name, names }: Pick<Service, 'name' | 'names'>, locale: string): string =>
  names[locale] ?? name;
export type LaneBody = z.infer<typeof laneSchema>;
export type FeesBody = z.infer<typeof feesSchema>;
export type LaneRowBody = z.infer<typeof laneRowSchema>;
export type FreeFromBody = z.infer<typeof freeFromSchema>;
export type BoundBody = z.infer<typeof boundSchema>;
export type TemplateBody = z.infer<typeof templateSchema>;
export type BoxBody = z.infer<typeof boxSchema>;
export type MixingBody = z.infer<typeof mixingSchema>;
export type MixingRuleBody = z.infer<typeof mixingRuleSchema>;
