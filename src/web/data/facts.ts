import { memo } from '../../core/exact/index.ts';
import type { Item } from '../../core/goods/index.ts';

/** What screens ask of all goods again and again: worked out once for a list that stays the same. */
export interface Facts {
  readonly skus: ReadonlySet<string>;
  /** Handling kinds, in order. */
  readonly kinds: readonly string[];
  readonly unweighed: number;
}

export const factsOf = memo(
  (goods: readonly Item[]): Facts => ({
    skus: new Set(goods.map((item) => item.sku)),
    kinds: [...new Set(goods.flatMap((item) => item.kind ?? []))].sort(),
    unweighed: goods.filter((item) => item.mass === null).length,
  }),
);
