import { manifests } from '#manifests';
import type { Target } from '../tables/index.ts';
import { withListed, withListing, withPrice } from './at-channel.ts';
import type { Column, Item } from './schema.ts';

/** What a column of a file may say of one channel alone. */
const sorts = ['id', 'price', 'listed'] as const;
type Sort = (typeof sorts)[number];
export type ThereTarget = `${Sort} at ${string}`;

/** A column that says something of one channel, and the field of an item that it is a part of. */
export interface There extends Target<ThereTarget> {
  readonly sort: Sort;
  readonly channel: string;
  /** What the channel is called. */
  readonly called: string;
  readonly field: Column;
}

const fields = { id: 'listedAs', price: 'prices', listed: 'notListed' } as const satisfies Record<Sort, Column>;
const readings = { id: { is: 'text' }, price: { is: 'amount' }, listed: { is: 'word' } } as const;

/** The columns that files may have for each channel. */
export const thereTargets: readonly There[] = manifests.all.flatMap(({ id, name }) =>
  sorts.map(
    (sort): There => ({
      name: `${sort} at ${id}`,
      head: `${sort} at ${id}`,
      reads: readings[sort],
      sort,
      channel: id,
      called: name,
      field: fields[sort],
    }),
  ),
);

/** Words for listed, and for not listed, in the languages of sellers' programs (common practice, no source). */
const isListed = /^(yes|y|true|1|x|listed|active|live|online|ja|oui|si|sim|vrai|wahr|aktiv)$/;
const isHidden = /^(no|n|false|0|not-listed|hidden|inactive|offline|nein|nee|non|faux|falsch|inaktiv)$/;

/**
 * The field of an item with what a cell says of one channel: an id and a price that are empty go, what says nothing of
 * being listed leaves it; undefined where the cell says neither. `whole`: the item with what it takes from its parents.
 */
export function saidThere({ sort, channel }: There, item: Item, whole: Item, cell: string): unknown {
  switch (sort) {
    case 'id':
      return withListing(item, channel, cell);
    case 'price':
      return withPrice(item, whole, channel, cell);
    case 'listed':
      if (cell === '') return item.notListed;
      if (isListed.test(cell)) return withListed(item, whole, channel, true);
      return isHidden.test(cell) ? withListed(item, whole, channel, false) : undefined;
  }
}
