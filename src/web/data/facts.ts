import type { Item } from '../../core/goods/index.ts';

/** What screens ask of all goods again and again: worked out once for a list that stays the same. */
export interface Facts {
  readonly skus: ReadonlySet<string>;
  /** Handling kinds, in order. */
  readonly kinds: readonly string[];
  readonly unweighed: number;
}

export function factsOf(goods: readonly Item[]): Facts {
  const known = kept.get(goods);
  if (known) return known;
  const facts: Facts = {
    skus: new Set(goods.map((item) => item.sku)),
    kinds: [...new Set(goods.flatMap((item) => item.kind ?? []))].sort(),
    unweighed: goods.filter((item) => item.mass === null).length,
  };
  kept.set(goods, facts);
  return facts;
}
const kept = new WeakMap<readonly Item[], Facts>();
