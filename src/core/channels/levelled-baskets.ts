import { stated } from './bounds.ts';
import type { Level } from './charged-for-goods.ts';

/** A group of goods with what it may be charged. */
export interface LevelledGroup {
  readonly levels: readonly Level[];
}

/** More baskets than these are not looked at. */
const mostBaskets = 20_000;

/** Whether baskets of some groups can be looked at, each charge of each with all others: few, and none endless. */
export const areFew = (groups: readonly LevelledGroup[]): boolean =>
  groups.reduce((product, { levels }) => product * (levels.length + 1), 1) <= mostBaskets &&
  groups.every(({ levels }) => levels.every(({ charge }) => Number.isFinite(charge)));

type Left = Omit<Level, 'charge' | 'upTo'>;

/** All baskets of some of the groups that fit together: what each of them is charged. */
export function* basketsOf<G extends LevelledGroup>(
  groups: readonly G[],
  left: Left,
  basket: readonly { readonly group: G; readonly charge: number }[] = [],
): Generator<typeof basket> {
  yield basket;
  for (const [i, group] of groups.entries())
    for (const { charge, value, units, mass } of group.levels) {
      const rest: Left = { value: left.value - value, units: left.units - units, mass: left.mass - mass };
      if (rest.value >= 0 && rest.units >= 0 && rest.mass >= 0)
        yield* basketsOf(groups.slice(i + 1), rest, [...basket, { group, charge }]);
    }
}

/** What a basket of the stated units comes to of some charges, each for goods of its own: of the dearest so many. */
export const dearestInAll = (charges: readonly number[]): number =>
  [...charges]
    .sort((a, b) => b - a)
    .slice(0, stated.units)
    .reduce((sum, one) => sum + one, 0);

/**
 * The most that groups are charged in one basket that is worth no more than a value, their charges added up. Of very
 * many what each comes to by itself.
 */
export function mostInAll(groups: readonly LevelledGroup[], value: number = stated.value): number {
  const within = groups.map(({ levels }) => ({ levels: levels.filter((one) => one.value <= value) }));
  if (!areFew(within))
    return dearestInAll(within.map(({ levels }) => Math.max(0, ...levels.map(({ charge }) => charge))));
  let most = 0;
  for (const basket of basketsOf(within, { ...stated, value }))
    most = Math.max(
      most,
      basket.reduce((sum, { charge }) => sum + charge, 0),
    );
  return most;
}
