import { z } from 'zod';
import { lengthUnits, massUnits, written } from '../exact/index.ts';
import { rateSchema } from '../rates/index.ts';

const { amount, figure, id, name, sku, window } = written;

export const tag = z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens');
export const massSchema = z.strictObject({ value: figure, unit: z.enum(massUnits) });

/** A handling fee of each unit; `waived`: free delivery waives it. */
export const handlingSchema = z.strictObject({ each: amount, waived: z.boolean() });
/** A rate of its own in place of its template's, in the first market's currency; `waived`: free delivery waives it. */
export const ownRateSchema = z.strictObject({ rate: rateSchema, waived: z.boolean() });
/** Stated as none, which nothing of its parent's stands in for. */
const none = z.literal('none');
const barred = z.array(id).max(12);
/**
 * A field of an item given for a time: of the rows in force the later begun counts, the item's own field being the
 * earliest.
 */
export const itemRowSchema = z.strictObject({
  id,
  window,
  sets: z.discriminatedUnion('is', [
    z.strictObject({ is: z.literal('template'), template: id.nullable() }),
    z.strictObject({ is: z.literal('not by'), services: barred }),
    z.strictObject({ is: z.literal('own rate'), rate: z.union([none, ownRateSchema]) }),
    z.strictObject({ is: z.literal('handling fee'), fee: z.union([none, handlingSchema]) }),
  ]),
});

export const itemSchema = z.strictObject({
  sku,
  name,
  /** In the first market's currency. A variant without one takes its parent's, as with everything it does not state. */
  price: amount.nullable(),
  /**
   * Prices of their own: in a market and channel, in a channel (in the first market's currency), in a market; the
   * nearest counts in that order.
   */
  prices: z
    .array(z.strictObject({ market: id.nullable(), channel: id.nullable(), price: amount }))
    .max(100)
    .default([]),
  /** What a unit costs the seller, in the first market's currency. */
  cost: amount.nullable().default(null),
  mass: massSchema.nullable(),
  size: z.strictObject({ length: figure, width: figure, height: figure, unit: z.enum(lengthUnits) }).nullable(),
  tags: z.array(tag),
  kind: id.nullable(),
  /** The template it is sent under; null: by selection, or the default one. */
  template: id.nullable(),
  /** The item it is a variant of. */
  parent: sku.nullable().default(null),
  taxClass: id.nullable().default(null),
  /** The stock place it is sent from; null: its template's. */
  origin: name.nullable().default(null),
  /** Channels that stock it and deliver it themselves. */
  stockedBy: z.array(id).default([]),
  /** Channels that do not list it. */
  notListed: z.array(id).default([]),
  /** What bars it from services, such as lithium. */
  hazards: z.array(id).default([]),
  /** Services it does not go by; null: not stated. */
  barred: barred.nullable().default(null),
  ownRate: z.union([none, ownRateSchema]).nullable().default(null),
  fee: z.union([none, handlingSchema]).nullable().default(null),
  /** Its template and its own delivery, given for a time. */
  dated: z.array(itemRowSchema).max(60).default([]),
});

/** A set of goods, kept by name. */
export const selectionSchema = z.strictObject({
  id,
  name,
  takes: z.discriminatedUnion('is', [
    z.strictObject({ is: z.literal('all') }),
    z.strictObject({ is: z.literal('tags'), any: z.array(tag), all: z.array(tag) }),
    z.strictObject({ is: z.literal('kind'), kind: id }),
    z.strictObject({ is: z.literal('price'), from: amount.nullable(), to: amount.nullable() }),
    z.strictObject({ is: z.literal('mass'), from: figure.nullable(), to: figure.nullable(), unit: z.enum(massUnits) }),
    z.strictObject({ is: z.literal('skus'), skus: z.array(sku) }),
  ]),
  except: z.array(sku),
});

export type Item = z.infer<typeof itemSchema>;
export type ItemRow = z.infer<typeof itemRowSchema>;
export type OwnRate = z.infer<typeof ownRateSchema>;
export type Handling = z.infer<typeof handlingSchema>;
export type SelectionBody = z.infer<typeof selectionSchema>;

/** The kind of an item that states none, nor any parent of its. */
export const defaultKind = 'parcel';
