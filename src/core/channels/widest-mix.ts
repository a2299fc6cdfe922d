import type { CompiledBook } from '../book/index.ts';
import { once } from '../exact/index.ts';
import { type Mixing, type MixingRule, mixed } from '../rates/index.ts';
import { stated } from './bounds.ts';
import { areFew, basketsOf, type LevelledGroup } from './levelled-baskets.ts';

/** A group of goods in a lane: the kinds of its goods as bits, and what it may be charged. */
export interface MixedGroup extends LevelledGroup {
  readonly kinds: number;
}

/** The most by which a channel charges more than is meant, and less, in minor units. */
export interface Widest {
  readonly above: number;
  readonly below: number;
}

/** What a channel makes of the charges of several groups. */
interface Told<G> {
  readonly all: (charges: readonly number[]) => number;
  /** How far that leaves a way of mixing some groups at the most, where their baskets are too many, or unbound. */
  readonly off: (by: Mixing, some: readonly G[]) => Widest;
}

/**
 * How far what a channel makes of the charges of several groups differs at the most from how the book puts them
 * together, in any basket within the stated bounds, by each way of mixing that may come to be used for it.
 */
export function widestMix<G extends MixedGroup>(
  book: CompiledBook,
  service: string,
  groups: readonly G[],
  { all, off }: Told<G>,
): Widest {
  if (!areFew(groups))
    return widestOf(
      rulesOf(book, service).map(({ by, kinds }) =>
        off(
          by,
          groups.filter((one) => (one.kinds & kinds) !== 0),
        ),
      ),
    );
  const ways = once((kinds: readonly number[]) => waysOf(book, service, kinds), String);
  let [above, below] = [0, 0];
  for (const basket of basketsOf(groups, stated)) {
    if (basket.length < 2) continue;
    const charges = basket.map(({ charge }) => charge);
    const there = all(charges);
    for (const way of ways(basket.map(({ group }) => group.kinds))) {
      const more = there - mixed(tallyOf(charges), way);
      above = Math.max(above, more);
      below = Math.max(below, -more);
    }
  }
  return { above, below };
}

const widestOf = (all: readonly Widest[]): Widest => ({
  above: Math.max(0, ...all.map((one) => one.above)),
  below: Math.max(0, ...all.map((one) => one.below)),
});

const tallyOf = (charges: readonly number[]): Parameters<typeof mixed>[0] => ({
  of: charges.length,
  paying: charges.filter((charge) => charge > 0).length,
  sum: charges.reduce((sum, charge) => sum + charge, 0),
  highest: Math.max(...charges),
  lowest: Math.min(...charges),
});

/** The mixing rules for a service, and last the book's own way. */
const rulesOf = ({ mixedBy, mixing, services }: CompiledBook, service: string): Pick<MixingRule, 'kinds' | 'by'>[] => {
  const bit = 1 << services.findIndex(({ id }) => id === service);
  return [...mixing.filter((rule) => (rule.services & bit) !== 0), { kinds: -1, by: mixedBy }];
};

/** The ways by which groups may be put together: by a rule that is the first to cover some kinds of each of them. */
function waysOf(book: CompiledBook, service: string, groups: readonly number[]): Mixing[] {
  const rules = rulesOf(book, service);
  return rules.flatMap(({ kinds, by }, i) => {
    const all = groups.reduce((bits, one) => bits | (one & kinds), 0);
    const isThere = groups.every((one) => (one & kinds) !== 0);
    const isFirst = rules.slice(0, i).every((rule) => (all & ~rule.kinds) !== 0);
    return isThere && isFirst ? [by] : [];
  });
}
