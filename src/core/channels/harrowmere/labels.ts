import type { Listed } from '../dialect.ts';
import { keysOf } from '../keys.ts';
import { limits } from './format.ts';
import { spelled } from './keys.ts';

/** Goods that a line of the file acts on, and what their label would be called. */
export interface Extent {
  readonly wanted: string;
  has(item: Listed): boolean;
}

/** The label by which an extent is told; none where no item is in it, or where items would carry too many. */
export type Labelled = { readonly is: 'label'; readonly label: string } | { readonly is: 'no goods' | 'full' };

/** The labels of some goods: for each extent, in their order, and for each item. */
export interface Labels {
  readonly of: readonly Labelled[];
  on(item: Listed): readonly string[];
}

/**
 * The fewest labels that say some extents: one for each that differs from the others. Where goods would carry more than
 * they can, the fewest are left out.
 */
export function labelsFor(goods: readonly Listed[], extents: readonly Extent[]): Labels {
  const signed = (item: Listed): string => extents.map((extent) => (extent.has(item) ? 1 : 0)).join('');
  const signatures = new Map<string, string>();
  for (const item of goods) signatures.set(item.sku, signed(item));
  const classes = [...new Set(signatures.values())];
  const columns = extents.map((_, i) => classes.map((one) => one[i]).join(''));
  const distinct = [...new Set(columns.filter((column) => column.includes('1')))];
  const carried = classes.map((_, at) => distinct.flatMap((column, label) => (column[at] === '1' ? [label] : [])));
  const out = fewestOut(carried, limits.labels);
  const keyFor = keysOf(limits.key);
  const names = distinct.map((column, label) =>
    out.has(label) ? null : keyFor(spelled(extents[columns.indexOf(column)]?.wanted ?? '')),
  );
  const byClass = new Map(classes.map((one, at) => [one, (carried[at] ?? []).flatMap((label) => names[label] ?? [])]));
  return {
    of: columns.map((column): Labelled => {
      const at = distinct.indexOf(column);
      if (at < 0) return { is: 'no goods' };
      const label = names[at];
      return label == null ? { is: 'full' } : { is: 'label', label };
    }),
    on: ({ sku }) => byClass.get(signatures.get(sku) ?? '') ?? [],
  };
}

/** How many ways are tried before what is next best is taken. */
const patience = 20_000;

/**
 * The fewest members to leave out so that no set has more than so many. Of each set that is too large so many have to
 * go: those that are in most such sets are tried first. Proved fewest within a patience; beyond it they are left out in
 * that order.
 */
export function fewestOut(sets: readonly (readonly number[])[], most: number): ReadonlySet<number> {
  const large = sets.filter((set) => set.length > most);
  if (large.length === 0) return new Set();
  const counts = new Map<number, number>();
  for (const set of large) for (const one of set) counts.set(one, (counts.get(one) ?? 0) + 1);
  const byCount = (a: number, b: number) => (counts.get(b) ?? 0) - (counts.get(a) ?? 0) || b - a;
  let tried = 0;
  const within = (out: Set<number>, left: number): ReadonlySet<number> | null => {
    tried += 1;
    const over = large.find((set) => set.filter((one) => !out.has(one)).length > most);
    if (!over) return out;
    if (left === 0 || tried > patience) return null;
    for (const one of [...over].filter((member) => !out.has(member)).sort(byCount)) {
      const found = within(new Set([...out, one]), left - 1);
      if (found) return found;
    }
    return null;
  };
  for (let many = 1; tried <= patience; many += 1) {
    const found = within(new Set(), many);
    if (found) return found;
  }
  const out = new Set<number>();
  for (;;) {
    const over = large.find((set) => set.filter((one) => !out.has(one)).length > most);
    if (!over) return out;
    out.add([...over].filter((one) => !out.has(one)).sort(byCount)[0] as number);
  }
}
