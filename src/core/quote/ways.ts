import type { Field, Left } from './field.ts';
import type { Candidate } from './live.ts';
import type { Outlook, Window } from './outlook.ts';

/** Who asks for ways to put goods offers together. */
export interface Asker {
  /** What a set may come to at the most to be of interest. */
  bar(): number;
  /** How many offers it may have at the most where it comes to just that. */
  count(): number;
  /** Is told of a set, by places in the field, rising; and what it may come to at the least. */
  take(set: readonly number[], least: number): void;
}

/**
 * Puts goods offers of a list together in every way beside a set in hand, as far as the outlook on what they leave
 * stays within the bar, which may fall as sets are taken. Lines that all of them together would not use up are one sum.
 * Broken off after so many sets. Gives how many it looked at, and what none that it did not come to costs less than:
 * infinite at the end.
 */
export function eachWay(
  field: Field,
  list: readonly number[],
  left: Left,
  outlook: Outlook,
  most: number,
  asker: Asker,
): { readonly looked: number; readonly open: number } {
  const { candidates, joins } = field;
  const n = candidates.length;
  const wanted = new Float64Array(field.lines.length);
  for (const i of list)
    for (const { line, amount } of (candidates[i] as Candidate).cuts) wanted[line] = (wanted[line] as number) + amount;
  const tightLines = field.lines.flatMap((_, line) =>
    (left.lines[line] as number) > 0 && (wanted[line] as number) > (left.lines[line] as number) ? [line] : [],
  );
  const rooms = Float64Array.from(tightLines, (line) => left.lines[line] as number);
  // What takes most stands first: what is still to come then decides the less.
  const ones = list
    .map((i) => {
      const { cuts } = candidates[i] as Candidate;
      const tight = cuts.filter(({ line }) => tightLines.includes(line));
      const loose = cuts.reduce(
        (sum, { line, amount }) => ((wanted[line] as number) > (left.lines[line] as number) ? sum : sum + amount),
        0,
      );
      const takes = tight.reduce((sum, { line, amount }) => sum + Math.min(amount, left.lines[line] as number), loose);
      return {
        i,
        loose,
        takes,
        at: Int32Array.from(tight, ({ line }) => tightLines.indexOf(line)),
        amounts: Float64Array.from(tight, ({ amount }) => amount),
        took: new Float64Array(tight.length),
      };
    })
    .sort((a, b) => b.takes - a.takes);
  /** What those from each on take at the most: of loose lines in one, then of each tight line. */
  const after = ones.map((_, k) => {
    const tight = new Float64Array(tightLines.length);
    let loose = 0;
    for (const one of ones.slice(k)) {
      loose += one.loose;
      one.at.forEach((t, c) => {
        tight[t] = (tight[t] as number) + (one.amounts[c] as number);
      });
    }
    return { loose, tight };
  });
  const apart = list.some((i) => list.some((j) => i !== j && joins[i * n + j] === 0));
  const chosen: number[] = [];
  let [looked, open] = [0, Number.POSITIVE_INFINITY];
  // Without budgets, an offer that takes nothing beside others is one too many: without it the same is paid.
  const idle = list.some((i) => (candidates[i] as Candidate).left < Number.POSITIVE_INFINITY);
  let [bar, count] = [asker.bar(), asker.count()];
  let windows = outlook.windows(bar);
  /** Where goods have to be left to come to less than the bar. */
  let below = outlook.windows(bar - 1);

  /** What is left at the least if those from one on are put to what is left now. */
  function leastAfter(k: number, goods: number): number {
    const { loose, tight } = after[k] as (typeof after)[number];
    let low = goods - loose;
    for (let t = 0; t < tight.length; t += 1) {
      const most = tight[t] as number;
      const room = rooms[t] as number;
      low -= Math.min(most, room);
    }
    return low;
  }

  /** Whether some value of so much to so much lies in a window, for sets of so many offers. */
  function mayReach(low: number, high: number, size: number): boolean {
    const within = size > count ? below : windows;
    for (let w = 0; w < within.length; w += 1) {
      const { from, before } = within[w] as Window;
      if (low < before && high >= from) return true;
    }
    return false;
  }

  function consider(goods: number): void {
    const least = outlook.at(goods, bar);
    if (least > bar || (least > bar - 1 && chosen.length + outlook.offersFor(goods, bar) > count)) return;
    asker.take(
      [...chosen].sort((a, b) => a - b),
      least,
    );
    count = asker.count();
    if (asker.bar() === bar) return;
    bar = asker.bar();
    windows = outlook.windows(bar);
    below = outlook.windows(bar - 1);
  }

  function from(k: number, goods: number): void {
    for (let m = k; m < ones.length; m += 1) {
      const low = leastAfter(m, goods);
      if (!mayReach(low, goods, chosen.length + 1)) return;
      if (looked >= most) {
        open = Math.min(open, outlook.from(low));
        return;
      }
      const { i, loose, at, amounts, took } = ones[m] as (typeof ones)[number];
      if (apart && !chosen.every((j) => joins[i * n + j] === 1)) continue;
      looked += 1;
      let rest = goods - loose;
      for (let c = 0; c < at.length; c += 1) {
        const t = at[c] as number;
        const amount = amounts[c] as number;
        const room = rooms[t] as number;
        const off = Math.min(amount, room);
        rooms[t] = room - off;
        rest -= off;
        took[c] = off;
      }
      if (rest < goods || idle) {
        chosen.push(i);
        if (mayReach(rest, rest, chosen.length)) consider(rest);
        from(m + 1, rest);
        chosen.pop();
      }
      for (let c = 0; c < at.length; c += 1)
        rooms[at[c] as number] = (rooms[at[c] as number] as number) + (took[c] as number);
    }
  }
  from(0, left.goods);
  return { looked, open };
}
