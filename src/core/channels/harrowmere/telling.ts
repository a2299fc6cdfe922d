import type { CompiledBook } from '../../book/index.ts';
import { type Instant, type Minor, minor } from '../../exact/index.ts';
import { stated } from '../bounds.ts';
import { levelsOf } from '../charged-for-goods.ts';
import type { Clause, Listed } from '../dialect.ts';
import type { Fidelity } from '../fidelity.ts';
import { dearestInAll, mostInAll } from '../levelled-baskets.ts';
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

/**
 * The most that the book charges such a basket, of what is worth no more than a value: what it charges as one it
 * charges once, however many plans say it.
 */
export const mostMeant = (lanes: readonly PlanLane[], value: number = stated.value): Minor => {
  const groups = new Map<unknown, PlanLane>();
  for (const lane of lanes) {
    const { template, origin, kind, own } = lane.group;
    groups.set(own ? lane : [template.id, origin, lane.alone ? kind : ''].join('\u0000'), lane);
  }
  return minor(
    mostInAll(
      [...groups.values()].map(({ by, whole }) => ({ levels: levelsOf(by, whole) })),
      value,
    ),
  );
};

/** A moment as the file has it. */
export const minute = (moment: Instant | null): string =>
  moment === null ? '' : `${new Date(moment).toISOString().slice(0, 16)}Z`;
