import { allGoods, lies, type Part } from '../../offers/index.ts';
import type { Listed } from '../dialect.ts';
import { keysOf } from '../keys.ts';
import { limits } from './format.ts';
import { spelled } from './keys.ts';

/** Goods that are told together. */
interface Group {
  readonly goods: readonly Listed[];
}

/** Goods that a line of the file acts on, of a selection and some groups, and what their label would be called. */
export interface Extent<G extends Group> {
  readonly wanted: string;
  readonly part: Part;
  has(group: G): boolean;
  /** Whether it matters if goods of a group are among them: not where none is in a basket that the line looks at. */
  minds(group: G): boolean;
}

/** The label by which an extent is told; none where no item is in it, or where items would carry too many. */
export type Labelled = { readonly is: 'label'; readonly label: string } | { readonly is: 'no goods' | 'full' };

/** The labels of some goods: for each extent, in their order, and for each item of a group, in its order. */
export interface Labels<G extends Group> {
  readonly of: readonly Labelled[];
  on(group: G): readonly (readonly string[])[];
}

/**
 * The fewest labels that say some extents: extents that mind no item which another has and they have not share one.
 * Where goods would carry more than they can, the fewest labels are left out.
 */
export function labelsFor<G extends Group>(groups: readonly G[], extents: readonly Extent<G>[]): Labels<G> {
  const signatures = new Map(groups.map((group) => [group, signaturesOf(group, extents)]));
  const classes = [...new Set([...signatures.values()].flatMap((all) => [...new Set(all)]))];
  const columns = extents.map((_, i) => classes.map((one) => one[i]).join(''));
  const distinct = [...new Set(columns.filter((column) => column.includes('1')))];
  const sharing = fewestColours(distinct.length, (a, b) => !mayShare(distinct[a] as string, distinct[b] as string));
  const labelOf = new Map(distinct.map((column, i) => [column, sharing[i] as number]));
  const carried = classes.map((_, at) => [
    ...new Set(distinct.flatMap((column) => (column[at] === '1' ? (labelOf.get(column) as number) : []))),
  ]);
  const out = fewestOut(carried, limits.labels);
  const keyFor = keysOf(limits.key);
  const names = new Map<number, string>();
  // A label is called by the last of those that share it: what says most of the goods comes last.
  for (const [i, column] of [...columns.entries()].reverse()) {
    const label = labelOf.get(column);
    if (label === undefined || out.has(label) || names.has(label)) continue;
    names.set(label, keyFor(spelled(extents[i]?.wanted ?? '')));
  }
  const byClass = new Map(
    classes.map((one, at) => [one, (carried[at] ?? []).flatMap((label) => names.get(label) ?? []).sort()]),
  );
  return {
    of: columns.map((column): Labelled => {
      const label = labelOf.get(column);
      if (label === undefined) return { is: 'no goods' };
      const name = names.get(label);
      return name === undefined ? { is: 'full' } : { is: 'label', label: name };
    }),
    on: (group) => (signatures.get(group) ?? []).map((one) => byClass.get(one) ?? []),
  };
}

/** For each item of a group which extents it is in (1), and of the others which mind it (0). */
function signaturesOf<G extends Group>(group: G, extents: readonly Extent<G>[]): readonly string[] {
  const without = extents.map((extent) => (extent.minds(group) ? '0' : '-'));
  const within = extents.map((extent) => extent.has(group));
  const open = extents.flatMap(({ part }, i) => (within[i] && part !== allGoods ? [i] : []));
  const plain = without.map((sign, i) => (within[i] && extents[i]?.part === allGoods ? '1' : sign));
  const whole = plain.join('');
  return group.goods.map((item) => {
    if (open.length === 0) return whole;
    const signs = [...plain];
    for (const i of open) if (lies(item, (extents[i] as Extent<G>).part)) signs[i] = '1';
    return signs.join('');
  });
}

/** Whether no class of goods is in one of two extents and minded by the other. */
const mayShare = (a: string, b: string): boolean => {
  for (let i = 0; i < a.length; i += 1)
    if ((a[i] === '1' && b[i] === '0') || (a[i] === '0' && b[i] === '1')) return false;
  return true;
};

/**
 * The fewest colours for so many things of which some may not have the same, a colour each: proved within a patience,
 * beyond it the fewest found.
 */
export function fewestColours(many: number, differ: (a: number, b: number) => boolean): readonly number[] {
  let best: readonly number[] = Array.from({ length: many }, (_, i) => i);
  let most = many;
  let tried = 0;
  const next = (colours: readonly number[], used: number): void => {
    tried += 1;
    if (used >= most || tried > patience) return;
    const one = colours.length;
    if (one === many) {
      [best, most] = [colours, used];
      return;
    }
    for (let colour = 0; colour <= Math.min(used, most - 2); colour += 1)
      if (colours.every((other, i) => other !== colour || !differ(i, one)))
        next([...colours, colour], Math.max(used, colour + 1));
  };
  next([], 0);
  return best;
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
