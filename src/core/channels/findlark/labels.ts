import { allGoods, lies, type Part } from '../../offers/index.ts';
import type { Listed } from '../dialect.ts';
import { keysOf } from '../keys.ts';
import { limits } from './limits.ts';

/** Labels of goods by selections, given as promotions ask for them. */
export interface Labels {
  /** The label of a selection; null where some of its goods carry as many as they can. */
  labelOf(part: Part, wanted: string): string | null;
  on(item: Listed): readonly string[];
}

export function labelsOf(goods: readonly Listed[]): Labels {
  const keyFor = keysOf(limits.label);
  const known = new Map<Part, string | null>();
  const carried = new Map<Listed, string[]>();
  const none: readonly string[] = [];
  const give = (part: Part, wanted: string): string | null => {
    const some = part === allGoods ? goods : goods.filter((item) => lies(item, part));
    if (some.some((item) => (carried.get(item)?.length ?? 0) >= limits.labels)) return null;
    const label = keyFor(wanted.toLowerCase().replace(/[^a-z0-9-]/g, '-'));
    for (const item of some) carried.set(item, [...(carried.get(item) ?? []), label]);
    return label;
  };
  return {
    labelOf(part, wanted) {
      const before = known.get(part);
      if (before !== undefined) return before;
      const label = give(part, wanted);
      known.set(part, label);
      return label;
    },
    on: (item) => carried.get(item) ?? none,
  };
}
