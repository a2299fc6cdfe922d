import { useMemo, useState } from 'react';
import type { Item } from '../../../../core/goods/index.ts';

/** The goods that are ticked: those that have gone meanwhile are not among them. */
export function useTicks(goods: readonly Item[], rows: readonly Item[]) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const all = useMemo(() => (ticked.size === 0 ? [] : goods.filter(({ sku }) => ticked.has(sku))), [goods, ticked]);
  const shown = useMemo(
    () => (ticked.size === 0 ? 0 : rows.filter(({ sku }) => ticked.has(sku)).length),
    [rows, ticked],
  );
  return {
    all,
    shown,
    has: (sku: string) => ticked.has(sku),
    set: (skus: readonly string[], on: boolean) =>
      setTicked((before) => {
        const next = new Set(before);
        for (const sku of skus) {
          if (on) next.add(sku);
          else next.delete(sku);
        }
        return next;
      }),
    clear: () => setTicked(new Set()),
  };
}
