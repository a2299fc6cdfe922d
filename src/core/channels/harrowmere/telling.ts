import type { CompiledBook } from '../../book/index.ts';
import { type Instant, type Minor, memo, minor } from '../../exact/index.ts';
import { stated } from '../bounds.ts';
import { type Level, levelsOf } from '../charged-for-goods.ts';
import type { Clause, Listed } from '../dialect.ts';
import type { Fidelity } from '../fidelity.ts';
import { takenBy } from '../goods-groups.ts';
import { areFew, basketsOf, dearestInAll, mostInAll } from '../levelled-baskets.ts';
import { leastUnits, shapeOf } from '../of-goods.ts';
import { chargedAs } from '../together.ts';
import type { DeliveryOffer, GoodsOffer } from './format.ts';
import type { Extent } from './labels.ts';
import type { Places } from './places.ts';
import type { PlanLane, Spoken, ToldPlan } from './plans.ts';

/** What it takes to say offers and thresholds: the book, its goods, and what is told of places and rates. */
export interface Telling {
  readonly book: CompiledBook;
  readonly goods: readonly Listed[];
  readonly places: Places;
  readonly spoken: readonly Spoken[];
  readonly plans: readonly ToldPlan[];
  /** Whether an offer can free the delivery of a plan: not of goods with a rate of their own that nothing waives. */
  isFreed(plan: ToldPlan): boolean;
  say(amount: Minor): string;
}

/** A line of the file that acts on goods, before its label is given, and its key, which would be `wanted`. */
export type Draft = {
  readonly extent: Extent<ToldPlan>;
  readonly wanted: string;
} & (
  | { readonly is: 'DELIVERY'; readonly line: Omit<DeliveryOffer, 'label' | 'key'> }
  | { readonly is: 'GOODS'; readonly line: Omit<GoodsOffer, 'label' | 'key'> }
);

/** A clause with the lines that say it, before labels are given. */
export interface Drafted {
  readonly clause: Clause;
  readonly drafts: readonly Draft[];
  readonly fidelity: Fidelity;
}

/** The lanes of some plans at a place for a service that are told. */
export const lanesAt = (plans: readonly ToldPlan[], place: string, service: string): PlanLane[] =>
  plans.flatMap(({ lanes }) => lanes.filter((one) => one.zone === place && one.service === service && one.rate));

/** The most that a basket of the stated units pays by some lanes. */
export const mostOf = (lanes: readonly PlanLane[]): Minor => minor(dearestInAll(lanes.map(({ most }) => most)));

/** What the book charges as one by some lanes, once, however many plans say it: with all their goods. */
function onceEach(lanes: readonly PlanLane[]): Pick<PlanLane, 'by' | 'whole' | 'threshold'>[] {
  const groups = new Map<unknown, Pick<PlanLane, 'by' | 'whole' | 'threshold'>>();
  for (const lane of lanes) {
    const key = lane.group.own ? lane : chargedAs(lane.group, lane);
    const known = groups.get(key);
    if (!known) groups.set(key, lane);
    else if (known.whole !== lane.whole) groups.set(key, { ...known, whole: together(known.whole)(lane.whole) });
  }
  return [...groups.values()];
}
/** The same groups meet in most places. */
const together = memo((some: readonly Listed[]) =>
  memo((others: readonly Listed[]) => [...new Set([...some, ...others])]),
);

/** The most that the book charges such a basket by some lanes, of what is worth no more than a value. */
export const mostMeant = (lanes: readonly PlanLane[], value: number = stated.value): Minor =>
  minor(
    mostInAll(
      onceEach(lanes).map(({ by, whole }) => ({ levels: levelsOf(by, whole) })),
      value,
    ),
  );

/** What a lane charges goods that are worth what frees them by themselves. */
function freedLevels({ by, whole, threshold }: Pick<PlanLane, 'by' | 'whole' | 'threshold'>): readonly Level[] {
  const levels = levelsOf(by, whole);
  if (threshold?.of !== 'group' || threshold.over !== 'value') return levels;
  const { value } = threshold;
  const units = leastUnits(shapeOf(takenBy(by, whole)), { value, mass: 0 });
  return levels.map((one) => ({ ...one, value: Math.max(one.value, value), units: Math.max(one.units, units) }));
}

/**
 * The most that a basket loses of what some lanes free, where what others free is in it too and one offer acts: the one
 * that saves most.
 *
 * @param areRivals whether some of the lanes are freed by an offer and some by another, else all by one
 */
export function mostBesideOne(lanes: readonly PlanLane[], others: readonly PlanLane[], areRivals: boolean): Minor {
  const mine = onceEach(lanes).map((lane) => ({ levels: freedLevels(lane), isMine: true }));
  const groups = [...mine, ...onceEach(others).map((lane) => ({ levels: freedLevels(lane), isMine: false }))];
  const whole = mostMeant(lanes);
  if (!areFew(groups)) return areRivals ? whole : minor(Math.min(whole, mostMeant(others)));
  let most = 0;
  for (const basket of basketsOf(groups, stated)) {
    const all = basket.reduce((sum, { charge }) => sum + charge, 0);
    const own = basket.reduce((sum, { group, charge }) => sum + (group.isMine ? charge : 0), 0);
    const acting = areRivals ? Math.max(0, ...basket.map(({ charge }) => charge)) : own;
    most = Math.max(most, Math.min(own, all - acting));
  }
  return minor(most);
}

/** A moment as the file has it. */
export const minute = (moment: Instant | null): string =>
  moment === null ? '' : `${new Date(moment).toISOString().slice(0, 16)}Z`;
