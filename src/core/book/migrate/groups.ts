/** How two things keep each other out: on any order, or for two goods offers only where they share a line. */
export type Edge = 'none' | 'order' | 'line';

export interface CoverGroup {
  readonly of: 'order' | 'line';
  readonly members: readonly number[];
}

/** A search for the fewest groups is broken off after so many steps; what was found first then stands. */
const patience = 100_000;

/**
 * The fewest groups that say exactly these pairs: a group of the order says `order` of each pair in it, one of the line
 * `line` of two goods offers and `order` of any other pair. `mayLine(i)` tells what may stand in a group of the line at
 * all.
 */
export function fewestGroups(
  size: number,
  edge: (a: number, b: number) => Edge,
  isGoods: (i: number) => boolean,
  mayLine: (i: number) => boolean,
): CoverGroup[] {
  const all = Array.from({ length: size }, (_, i) => i);
  const inLine = (a: number, b: number) =>
    mayLine(a) && mayLine(b) && edge(a, b) === (isGoods(a) && isGoods(b) ? 'line' : 'order');
  const candidates: CoverGroup[] = [
    ...cliques(all, (a, b) => edge(a, b) === 'order').map((members) => ({ of: 'order' as const, members })),
    ...cliques(all, inLine).flatMap((members) =>
      members.filter(isGoods).length > 1 ? [{ of: 'line' as const, members }] : [],
    ),
  ];
  const pairs = all.flatMap((a) =>
    all.slice(a + 1).flatMap((b) => (edge(a, b) === 'none' ? [] : [{ a, b, by: edge(a, b) }])),
  );
  const covers = ({ of, members }: CoverGroup, { a, b, by }: (typeof pairs)[number]) =>
    members.includes(a) && members.includes(b) && (by === 'order' ? of === 'order' || inLine(a, b) : of === 'line');
  const choices = pairs.map((pair) => candidates.flatMap((group, i) => (covers(group, pair) ? [i] : [])));
  let best = greedy(candidates, choices);
  let steps = 0;
  const search = (chosen: readonly number[]) => {
    steps += 1;
    if (steps > patience || chosen.length >= best.length) return;
    const open = choices.filter((list) => !list.some((i) => chosen.includes(i))).sort((a, b) => a.length - b.length)[0];
    if (!open) {
      best = [...chosen];
      return;
    }
    if (chosen.length + 1 < best.length) for (const i of open) search([...chosen, i]);
  };
  search([]);
  return [...best].sort((a, b) => a - b).map((i) => candidates[i] as CoverGroup);
}

/** Of groups, again and again the one that covers most pairs not covered yet. */
function greedy(groups: readonly CoverGroup[], choices: readonly (readonly number[])[]): number[] {
  const chosen: number[] = [];
  let open = [...choices];
  while (open.length > 0) {
    const counts = groups.map((_, i) => open.filter((list) => list.includes(i)).length);
    const best = counts.indexOf(Math.max(...counts));
    chosen.push(best);
    open = open.filter((list) => !list.includes(best));
  }
  return chosen;
}

/** The maximal sets of two and more whose members are all joined (Bron and Kerbosch, with a pivot). */
function cliques(all: readonly number[], edge: (a: number, b: number) => boolean): number[][] {
  const joined = (a: number, b: number) => a !== b && edge(a, b);
  const found: number[][] = [];
  const extend = (clique: readonly number[], open: readonly number[], closed: readonly number[]) => {
    if (open.length + closed.length === 0) {
      if (clique.length > 1) found.push([...clique].sort((a, b) => a - b));
      return;
    }
    const pivot = [...open, ...closed].reduce((a, b) =>
      open.filter((i) => joined(b, i)).length > open.filter((i) => joined(a, i)).length ? b : a,
    );
    let [rest, done] = [open, closed];
    for (const i of open.filter((one) => !joined(pivot, one))) {
      extend(
        [...clique, i],
        rest.filter((one) => joined(i, one)),
        done.filter((one) => joined(i, one)),
      );
      rest = rest.filter((one) => one !== i);
      done = [...done, i];
    }
  };
  extend([], all, []);
  return found;
}
