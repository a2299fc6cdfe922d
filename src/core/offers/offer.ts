import type { Decimal, Instant, Minor } from '../exact/index.ts';
import type { BenefitBody, Level } from './schema.ts';

/** A selection among those that offers of the book ask about, by its place in their list; below 0 all goods. */
export type Part = number;
export const allGoods: Part = -1;

export type Off =
  | { readonly by: 'percent'; readonly percent: Decimal }
  | { readonly by: 'amount'; readonly amount: Minor };
/** From a value on, itself counting, so much off. */
export interface SpendStep {
  readonly from: Minor;
  readonly off: Minor;
}
export type DeliveryOff = { readonly by: 'free' } | Off | { readonly by: 'to'; readonly amount: Minor };
export type On = { readonly is: 'services'; readonly services: ReadonlySet<string> } | { readonly is: 'cheapest' };

export type Benefit =
  | { readonly is: 'off goods'; readonly goods: Part; readonly off: Off }
  | { readonly is: 'fixed price'; readonly goods: Part; readonly price: Minor }
  | {
      readonly is: 'buy and get';
      readonly goods: Part;
      readonly buy: number;
      readonly get: number;
      readonly percent: Decimal;
    }
  | { readonly is: 'gift'; readonly sku: string; readonly units: number }
  | { readonly is: 'off order'; readonly off: Off }
  | {
      readonly is: 'spend steps';
      readonly goods: Part;
      readonly test: 'before' | 'after';
      readonly steps: readonly SpendStep[];
    }
  | { readonly is: 'delivery'; readonly on: On; readonly off: DeliveryOff };

export type Ask =
  | { readonly over: 'value'; readonly value: Minor; readonly test: 'before' | 'after'; readonly goods: Part }
  | { readonly over: 'units'; readonly units: number; readonly goods: Part };

export type Code =
  | { readonly is: 'shared' | 'link'; readonly code: string }
  | { readonly is: 'single use'; readonly batch: string };

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
  readonly code: Code | null;
  readonly asks: readonly Ask[];
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
  | { readonly why: 'missed'; readonly by: Minor }
  | { readonly why: 'too few'; readonly by: number }
  | { readonly why: 'no such goods' }
  | { readonly why: 'gift not sold'; readonly sku: string }
  /** Used, the shopper would pay more. */
  | { readonly why: 'gift costs'; readonly more: Minor }
  | { readonly why: 'service' }
  | { readonly why: 'not the cheapest' }
  | { readonly why: 'nothing to take' }
  | { readonly why: 'outweighed'; readonly by: readonly string[] };

export function levelOf(benefit: Pick<BenefitBody, 'is'>): Level {
  switch (benefit.is) {
    case 'off goods':
    case 'fixed price':
    case 'buy and get':
    case 'gift':
      return 'goods';
    case 'off order':
    case 'spend steps':
      return 'order';
    case 'delivery':
      return 'delivery';
  }
}

/** The selection that a goods offer acts on; null for a gift, and for offers of other levels. */
export function partOf({ benefit }: Pick<Offer, 'benefit'>): Part | null {
  switch (benefit.is) {
    case 'off goods':
    case 'fixed price':
    case 'buy and get':
      return benefit.goods;
    default:
      return null;
  }
}

/**
 * The value of the whole basket that an offer asks for, where it asks for nothing else of the goods; null where it asks
 * nothing, undefined where it asks otherwise.
 */
export function soleValueAsk(offer: Offer): (Ask & { over: 'value' }) | null | undefined {
  const [only, ...others] = offer.asks;
  if (!only) return null;
  return others.length === 0 && only.over === 'value' && only.goods === allGoods ? only : undefined;
}
