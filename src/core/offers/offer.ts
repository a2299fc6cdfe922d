import type { z } from 'zod';
import { benefitKinds } from '#benefits';
import type { Instant, Minor } from '../exact/index.ts';
import type { BenefitKind } from './benefits/kind.ts';
import { codeKinds } from './codes/list.ts';
import type { Missed, ValueCondition } from './conditions/kind.ts';
import { conditionKinds } from './conditions/list.ts';
import { allGoods, type Part } from './parts.ts';

/** What shoppers have by an offer, ready to answer. */
export type Benefit = ReturnType<typeof benefitKinds.read>;
/** A benefit as it is written in a book. */
export type BenefitBody = z.infer<typeof benefitKinds.schema>;
export const benefitKindOf = benefitKinds.of;

export type Condition = ReturnType<typeof conditionKinds.read>;
export type ConditionBody = z.infer<typeof conditionKinds.schema>;
export const conditionKindOf = conditionKinds.of;

export type Code = z.infer<typeof codeKinds.schema>;
export const codeKindOf = codeKinds.of;

/** When in working a basket an offer acts. */
export const levels = ['goods', 'order', 'delivery'] as const;
export type Level = (typeof levels)[number];

/** What an offer may cost, in minor units of the first market: one amount for all channels, or a share for each. */
export interface Budget {
  readonly per: 'all' | 'week';
  readonly amount: Minor;
  readonly split: ReadonlyMap<string, Minor> | null;
}

export interface Limits {
  readonly uses: number | null;
  readonly each: number | null;
  /** In minor units of the market. */
  readonly most: Minor | null;
  readonly budget: Budget | null;
}

/** An offer ready to answer. `from` counts, `until` does not; null is open. */
export interface Offer {
  readonly id: string;
  /** Its place in the book. */
  readonly order: number;
  readonly number: number;
  readonly level: Level;
  readonly benefit: Benefit;
  /** The kind of its benefit, found once. */
  readonly kind: BenefitKind;
  readonly code: Code | null;
  readonly conditions: readonly Condition[];
  /** The values among them, found once. */
  readonly values: readonly ValueCondition[];
  readonly zones: ReadonlySet<string> | null;
  readonly markets: ReadonlySet<string> | null;
  readonly channels: ReadonlySet<string> | null;
  readonly segments: ReadonlySet<string> | null;
  /** The selection of which it needs a line; null where it needs none, or its benefit names its goods. */
  readonly needs: Part | null;
  /** Whether lines that the channel stocks count for what it asks, and for whom it is. */
  readonly stocked: boolean;
  readonly limits: Limits;
  readonly from: Instant | null;
  readonly until: Instant | null;
  /** The zone of its clock. */
  readonly zone: string;
}

/** Why an offer does nothing for a basket and a service. */
export type WhyNot =
  | { readonly why: 'draft' }
  | { readonly why: 'paused' }
  | { readonly why: 'not begun'; readonly from: Instant }
  | { readonly why: 'ended'; readonly until: Instant }
  | { readonly why: 'code not entered'; readonly code: Code }
  | { readonly why: 'place' }
  | { readonly why: 'market' }
  | { readonly why: 'channel' }
  | { readonly why: 'segment' }
  | { readonly why: 'used up'; readonly uses: number }
  | { readonly why: 'used by the customer'; readonly uses: number }
  | { readonly why: 'budget'; readonly left: Minor; readonly saving: Minor }
  | Missed
  | { readonly why: 'no such goods' }
  | { readonly why: 'gift not sold'; readonly sku: string }
  /** Used, the shopper would pay more. */
  | { readonly why: 'gift costs'; readonly more: Minor }
  | { readonly why: 'service' }
  | { readonly why: 'not the cheapest' }
  | { readonly why: 'nothing to take' }
  | { readonly why: 'outweighed'; readonly by: readonly string[] };

export const levelOf = ({ sort }: Pick<BenefitKind, 'sort'>): Level => (sort === 'gift' ? 'goods' : sort);

/** The selection that a goods offer acts on; null for a gift, and for offers of other levels. */
export const partOf = ({ kind, benefit }: Pick<Offer, 'kind' | 'benefit'>): Part | null =>
  kind.sort === 'goods' ? kind.part(benefit) : null;

/** What an offer asks, with the values found among it. */
export const conditioned = (conditions: readonly Condition[]): Pick<Offer, 'conditions' | 'values'> => ({
  conditions,
  values: conditions.flatMap((one) => conditionKindOf(one).value(one) ?? []),
});

/**
 * The value of the whole basket that an offer asks for, where it asks for nothing else of the goods; null where it asks
 * nothing, undefined where it asks otherwise.
 */
export function soleValueCondition({
  conditions,
  values,
}: Pick<Offer, 'conditions' | 'values'>): ValueCondition | null | undefined {
  if (conditions.length === 0) return null;
  const [value] = values;
  return conditions.length === 1 && value?.goods === allGoods ? value : undefined;
}

/** The batch of which one code is asked for; null where none is, or one for all. */
export const batchOf = ({ code }: Pick<Offer, 'code'>): string | null => code && codeKindOf(code).batch(code);

/** The code of an offer that anybody may enter; null where it asks none, or each shopper has another. */
export const sharedCode = ({ code }: Pick<Offer, 'code'>): string | null => code && codeKindOf(code).shared(code);
