import type { Minor } from '../exact/index.ts';

/** A selection among those that offers of the book ask about, by its place in their list; below 0 all goods. */
export type Part = number;
export const allGoods: Part = -1;

/** A line as offers see it. */
export interface Bought {
  readonly item: {
    readonly price: Minor;
    /** The parts it lies in: a bit each, 32 to a word. */
    readonly inside: readonly number[];
  };
  readonly units: number;
}

export const lies = ({ inside }: Pick<Bought['item'], 'inside'>, part: Part): boolean =>
  part < 0 || ((inside[part >> 5] ?? 0) & (1 << (part & 31))) !== 0;

/** The list value of a part of some lines. */
export function valueIn(lines: readonly Bought[], part: Part): number {
  let value = 0;
  for (const { item, units } of lines) if (lies(item, part)) value += item.price * units;
  return value;
}

/** The units of a part of some lines. */
export function unitsIn(lines: readonly Bought[], part: Part): number {
  let count = 0;
  for (const { item, units } of lines) if (lies(item, part)) count += units;
  return count;
}

/** What a basket needs of a part: so much value, so many units, each dearer than `above`. */
export interface Need {
  readonly part: Part;
  readonly value: number;
  readonly units: number;
  readonly above: number;
}
