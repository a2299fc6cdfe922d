import { z } from 'zod';
import { massUnits, naming, written } from '../exact/index.ts';
import { goodsFields } from './fields/list.ts';
import { tag } from './fields/tags.ts';

const { amount, figure, id, name } = written;

/** An item, as its fields say it. */
export const itemSchema = goodsFields.schema;

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
    z.strictObject({ is: z.literal('skus'), skus: z.array(naming('item', 'alone')) }),
  ]),
  except: z.array(naming('item', 'alone')),
});

export type Item = z.infer<typeof itemSchema>;
/** A field of an item, and the column of a goods file. */
export type Column = (typeof goodsFields.names)[number];
export type SelectionBody = z.infer<typeof selectionSchema>;

/** The kind of an item that states none, nor any parent of its. */
export const defaultKind = 'parcel';
