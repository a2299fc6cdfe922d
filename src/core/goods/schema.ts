import { z } from 'zod';
import { lengthUnits, massUnits, written } from '../exact/index.ts';

const { amount, figure, id, name, sku } = written;

export const tag = z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens');
export const massSchema = z.strictObject({ value: figure, unit: z.enum(massUnits) });

/** How an item is delivered otherwise than its template says. `freed`: free delivery drops the charge too. */
export const overrideSchema = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('only'), services: z.array(id).min(1) }),
  z.strictObject({ is: z.literal('not'), services: z.array(id).min(1) }),
  z.strictObject({ is: z.literal('fixed'), each: amount, freed: z.boolean() }),
  z.strictObject({ is: z.literal('ships free') }),
  z.strictObject({ is: z.literal('pickup only') }),
]);
export const feeSchema = z.strictObject({ each: amount, freed: z.boolean() });

export const itemSchema = z.strictObject({
  sku,
  name,
  /** In the first market's currency. A variant without one takes its parent's, as with everything it does not state. */
  price: amount.nullable(),
  /** Prices of their own in other markets, by market; where there is none it is converted. */
  prices: z.record(id, amount).default({}),
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
  /** What bars it from services, such as lithium. */
  hazards: z.array(id).default([]),
  override: overrideSchema.nullable().default(null),
  /** A fee each on top. */
  fee: feeSchema.nullable().default(null),
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
export type Override = z.infer<typeof overrideSchema>;
export type SelectionBody = z.infer<typeof selectionSchema>;
