import type { ColumnLayout, Layout, Target } from '../tables/index.ts';
import { goodsFields } from './fields/list.ts';
import type { Column } from './schema.ts';
import { type There, type ThereTarget, thereTargets } from './there.ts';

/** A side of an item in a column of its own. */
const sides = ['length', 'width', 'height'] as const;
type Side = (typeof sides)[number];
export type GoodsTarget = Column | Side | ThereTarget;

/** What the columns of a file of goods can be taken for: the fields of goods, and each side by itself. */
export const goodsTargets: readonly Target<GoodsTarget>[] = [
  ...goodsFields.names.map((name) => {
    const { head, reads } = goodsFields.of(name);
    return { name, head, reads };
  }),
  ...sides.map((side) => ({ name: side, head: side, reads: { is: 'measure', of: 'length' } as const })),
  ...thereTargets,
];

const readings = new Map<string, Target<GoodsTarget>>(goodsTargets.map((target) => [target.name, target]));

/** A column of a file, by its place, and what it is taken for. */
export interface Taken {
  readonly at: number;
  readonly target: Target<GoodsTarget>;
  readonly column: ColumnLayout;
}

/**
 * How a file of goods is laid out: the column of each field, of the sides where they have columns of their own, and of
 * what is said of single channels.
 */
export interface TakenColumns {
  readonly fields: readonly (Taken & { readonly field: Column })[];
  readonly sides: readonly Taken[];
  readonly there: readonly (Taken & { readonly of: There })[];
}

export function takenColumns({ columns }: Layout): TakenColumns {
  const taken = columns.flatMap((column, at): Taken[] => {
    const target = column.to === null ? undefined : readings.get(column.to);
    return target ? [{ at, target, column }] : [];
  });
  const isSide = ({ target }: Taken) => sides.some((side) => side === target.name);
  const ofSides = sides.flatMap((side) => taken.filter(({ target }) => target.name === side));
  const there = taken.flatMap((one) => {
    const of = thereTargets.find(({ name }) => name === one.target.name);
    return of ? [{ ...one, of }] : [];
  });
  const isField = (one: Taken) => !isSide(one) && !there.some(({ at }) => at === one.at);
  return {
    there,
    fields: taken.filter(isField).map((one) => ({ ...one, field: one.target.name as Column })),
    sides: ofSides.length === sides.length ? ofSides : [],
  };
}
