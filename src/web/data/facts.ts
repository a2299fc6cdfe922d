import { memo } from '../../core/exact/index.ts';
import type { Item } from '../../core/goods/index.ts';

/** What screens ask of all goods again and again: worked out once for a list that stays the same. */
export interface Facts {
  readonly skus: ReadonlySet<string>;
  /** Handling kinds, in order. */
  readonly kinds: readonly string[];
  /** What is dangerous in some of them, their tags, and the stock places they are said to be at, in order. */
  readonly hazards: readonly string[];
  readonly tags: readonly string[];
  readonly origins: readonly string[];
  readonly unweighed: number;
}

const sorted = (words: Iterable<string>): string[] => [...new Set(words)].sort();

export const factsOf = memo(
  (goods: readonly Item[]): Facts => ({
    skus: new Set(goods.map((item) => item.sku)),
    kinds: sorted(goods.flatMap((item) => item.kind ?? [])),
    hazards: sorted(goods.flatMap((item) => item.hazards)),
    tags: sorted(goods.flatMap((item) => item.tags)),
    origins: sorted(goods.flatMap((item) => item.origin ?? [])),
    unweighed: goods.filter((item) => item.mass === null).length,
  }),
);
