import { z } from 'zod';
import { id, sku } from './schema.ts';

/** What of a book something else may name, and without which the other cannot stay as it is. */
export type Named =
  | 'box'
  | 'channel'
  | 'item'
  | 'market'
  | 'offer'
  | 'price list'
  | 'segment'
  | 'selection'
  | 'service'
  | 'template'
  | 'zone';

/**
 * What goes with what is named: the name alone, where a list has it or a field may be empty; the row or entry it stands
 * in; or the whole thing, as without the name it would say more than was meant.
 */
export type Goes = 'alone' | 'row' | 'whole';

export interface Naming {
  readonly named: Named;
  readonly goes: Goes;
  /** What goes when the last name of a list does, where an empty list means all. */
  readonly last: Goes;
}

/** The fields that name something, by their schemas. */
export const namings = z.registry<Naming>();

/**
 * The id of something of the book, as a field that names it. `last`: where it stands in a list, and an empty list would
 * mean all.
 */
export const naming = (named: Named, goes: Goes, last: Goes = 'alone') => {
  const schema = (named === 'item' ? sku : id).clone();
  return schema.register(namings, { named, goes, last });
};
