import type { Decimal, Mass, Minor } from '../exact/index.ts';
import type { WhyNot } from '../offers/index.ts';
import type { Threshold } from '../rates/index.ts';

/** The intended answer to a question. Amounts are in the market's currency, tax inside where its shown prices have it. */
export interface Answer {
  readonly zone: string | null;
  /** List value of the goods. */
  readonly goods: Minor;
  /** Null where a line's mass is not known. */
  readonly mass: Mass | null;
  /** Cheapest first. */
  readonly choices: readonly Choice[];
  readonly missing: readonly Missing[];
}

export interface Choice {
  readonly service: string;
  readonly discount: Minor;
  readonly delivery: Minor;
  /** Goods less discount, and delivery. */
  readonly total: Minor;
  /** Offers used, in the book's order. */
  readonly used: readonly string[];
}

/** A service that is not offered, and why. */
export interface Missing {
  readonly service: string;
  readonly why: 'no lane' | 'no mass' | 'beyond the table' | 'not delivered to';
}

/** How a choice came about, step by step. */
export type Step =
  | { readonly step: 'place'; readonly zone: string; readonly pattern: string }
  | { readonly step: 'goods'; readonly value: Minor; readonly mass: Mass | null }
  | { readonly step: 'discount'; readonly offer: string; readonly percent: Decimal; readonly took: Minor; readonly lines: readonly Minor[] }
  | { readonly step: 'rate'; readonly kind: 'free' | 'flat' }
  | { readonly step: 'rate'; readonly kind: 'table'; readonly above: Mass | null; readonly upTo: Mass | null }
  | { readonly step: 'charge'; readonly amount: Minor }
  | { readonly step: 'threshold'; readonly threshold: Threshold; readonly value: Minor; readonly met: boolean; readonly took: Minor }
  | { readonly step: 'offer'; readonly offer: string; readonly took: Minor }
  | { readonly step: 'unused'; readonly offer: string; readonly why: WhyNot }
  | { readonly step: 'pays'; readonly goods: Minor; readonly discount: Minor; readonly delivery: Minor; readonly total: Minor };
