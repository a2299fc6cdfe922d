import type { CompiledBook } from '../book/index.ts';
import { minor } from '../exact/index.ts';
import type { Mixing } from '../rates/index.ts';
import { stated } from './bounds.ts';
import { beyondShares } from './charged-for-goods.ts';
import { addedUp, boundedIf, type Fidelity, noMoreThan, unsayable } from './fidelity.ts';
import { type ChargedThere, type PayingGroup, type PayingLane, type Together, togetherIn } from './together.ts';
import { type Widest, widestMix } from './widest-mix.ts';

/**
 * How far “the dearest pays” follows the book where goods of several groups meet in a basket: by each way of mixing
 * that may come to be used, in every zone and for every service. Groups are the same in all lanes there: goods of kinds
 * with rates of their own in some lane are groups of their own in those too where the book charges them by one rate
 * together.
 */
export function dearestPays(book: CompiledBook, groups: readonly PayingGroup[]): Fidelity {
  const places = togetherIn(groups).map((there) => {
    const split = there.plain.filter(({ parts }) => parts.length > 1 && !areOneAmount(parts));
    return {
      split,
      mixed: widestMix(book, there.service, there.plain, { all: (charges) => Math.max(...charges), off: offBy }),
      added: addedBy(there),
      parted: partedBy(split),
    };
  });
  const most = (of: (place: (typeof places)[number]) => number) => minor(Math.max(0, ...places.map(of)));
  const apart = places.flatMap(({ split }) => split);
  const mixed = most((one) => Math.max(one.mixed.above, one.mixed.below));
  const added = most((one) => one.added);
  const parted = most((one) => Math.max(one.parted.above, one.parted.below));
  const kinds = [...new Set(apart.flatMap(({ named }) => named))];
  const loss = { is: 'kinds parted', kinds, off: parted } as const;
  const ends = apart.some(({ parts }) => parts.some((lane) => lane.ends));
  const lost = addedUp([
    ends
      ? unsayable(loss, 'a template of their own', 'live with it')
      : boundedIf(parted, loss, 'a template of their own', 'live with it'),
    boundedIf(mixed, { is: 'dearest group only', off: mixed }, 'the dearest group pays', 'live with it'),
    boundedIf(added, { is: 'own rates not added', off: added }, 'a template of their own', 'live with it'),
  ]);
  // Not everywhere all of it is lost; and what is not added only makes it less there.
  return noMoreThan(
    lost,
    most((one) => Math.max(one.mixed.above + one.parted.above, one.mixed.below + one.added + one.parted.below)),
  );
}

const areOneAmount = (lanes: readonly PayingLane[]): boolean =>
  lanes.every(({ isFlat, most }) => isFlat && most === lanes[0]?.most);

/**
 * How far the dearest of several kinds, each charged by itself, differs from what they are charged together: where more
 * is charged more it is less, else it may be more too, as a kind by itself is worth, and weighs, less.
 */
function partedBy(split: readonly Together[]): Widest {
  let [above, below] = [0, 0];
  for (const { parts, by, whole, least, most } of split) {
    const beyond = beyondShares(by, whole, Math.min(parts.length, stated.units));
    below = Math.max(below, beyond ?? most - least);
    if (beyond === null) above = Math.max(above, most - least);
  }
  return { above, below };
}

/**
 * What goods with rates of their own add in the book, a line each; there the dearest pays, of them or of others. What
 * some amounts come to beyond the largest of them is most where each of them is.
 */
function addedBy({ plain, own: apart }: ChargedThere<PayingLane>): number {
  const own = apart
    .flatMap(({ goods, most }) => new Array<number>(Math.min(goods, stated.units)).fill(most))
    .sort((a, b) => b - a);
  const others = plain.map(({ most }) => most);
  // One of the units is of other goods.
  const beside = others.length === 0 ? [] : [...own.slice(0, stated.units - 1), Math.max(...others)];
  return own.length === 0 ? 0 : Math.max(beyondLargest(own.slice(0, stated.units)), beyondLargest(beside));
}

const beyondLargest = (amounts: readonly number[]): number =>
  [...amounts]
    .sort((a, b) => b - a)
    .slice(1)
    .reduce((sum, one) => sum + one, 0);

/** How far the dearest of some groups differs from a way of mixing them at the most, within the stated units. */
function offBy(by: Mixing, all: readonly Together[]): Widest {
  const some = [...all].sort((a, b) => b.most - a.most).slice(0, stated.units);
  if (some.length < 2) return { above: 0, below: 0 };
  const [dearest, ...others] = some.map((one) => one.most) as [number, ...number[]];
  const cheapest = Math.min(...some.map((one) => one.least));
  switch (by.is) {
    case 'highest':
      return { above: 0, below: 0 };
    case 'sum':
      return { above: 0, below: others.reduce((sum, one) => sum + one, 0) };
    case 'highest plus':
      return { above: 0, below: by.further * others.filter((one) => one > 0).length };
    case 'lowest':
      return { above: Math.max(0, dearest - cheapest), below: 0 };
    case 'average':
      return { above: Math.ceil(((dearest - cheapest) * others.length) / some.length), below: 0 };
  }
}
