import { z } from 'zod';
import type { Reading } from '../../tables/index.ts';

/** One field of an item, whole. */
export interface GoodsField<Name extends string = string, Schema extends z.ZodType = z.ZodType> {
  readonly name: Name;
  readonly schema: Schema;
  /** The head of its column in goods files. */
  readonly head: string;
  /** How a column of anybody's file that is taken for it is read. */
  readonly reads: Reading;
  /** Its cell, as text; empty for nothing. */
  write(value: z.output<Schema>): string;
  /** What a cell stands for; what is wrong with it, the schema says. */
  read(cell: string): unknown;
  /** What an item has that states `own`, and whose parent has `theirs`. `item` is as it stands by itself. */
  inherit(own: z.output<Schema>, theirs: z.output<Schema>, item: { readonly price: string | null }): z.output<Schema>;
}

export const goodsField = <Name extends string, Schema extends z.ZodType>(
  field: GoodsField<Name, Schema>,
): GoodsField<Name, Schema> => field;

/** What stands for any field in a list: a field is only ever asked of its own values. */
// biome-ignore lint/suspicious/noExplicitAny: which values a field takes is its own matter
type AnyField = GoodsField<any, any>;

/** The list of fields: what an item is, in the order of the columns of its file. */
export function goodsFieldsOf<const F extends readonly AnyField[]>(all: F) {
  type Name = F[number]['name'];
  type Shape = { [One in F[number] as One['name']]: One['schema'] };
  type Item = z.output<z.ZodObject<Shape, z.core.$strict>>;
  const byName = new Map(all.map((field) => [field.name as string, field as GoodsField]));
  const schema = z.strictObject(Object.fromEntries(all.map((field) => [field.name, field.schema])) as Shape);
  const blank = Object.fromEntries(all.map((field) => [field.name, field.read('')])) as Item;
  return {
    schema,
    names: all.map((field) => field.name) as readonly Name[],
    of: (name: Name): GoodsField => byName.get(name) as GoodsField,
    /** An item that states nothing. */
    blank,
    /** An item in short: what is as in a blank one is left out. */
    stated: (item: Item): Partial<Item> => {
      const short: Record<string, unknown> = {};
      for (const [name, value] of Object.entries(item)) if (!isSame(value, blank[name as Name])) short[name] = value;
      return short as Partial<Item>;
    },
    /** The item that was put in short. */
    whole: (short: Partial<Item>): Item => ({ ...blank, ...short }),
    /** An item completed by what its parent has. */
    inherited: (item: Item, parent: Item): Item => {
      const [own, theirs] = [item, parent] as readonly Record<string, unknown>[];
      const made = all.map((field) => [
        field.name,
        field.inherit(own?.[field.name], theirs?.[field.name], own as never),
      ]);
      return Object.fromEntries(made) as Item;
    },
  };
}

/** Whether two values of a field are one, or both an empty list. */
const isSame = (value: unknown, other: unknown): boolean => value === other || (isEmpty(value) && isEmpty(other));
const isEmpty = (value: unknown): boolean => Array.isArray(value) && value.length === 0;
