import type { Quoted } from '../carrier/index.ts';
import type { Mass, Minor } from '../exact/index.ts';
import type { Benefit, WhyNot } from '../offers/index.ts';
import type { Came, FreeFrom, Mixing, Rate, Refusal } from '../rates/index.ts';

/** The intended answer to a question. Amounts are in the market's currency, in its shown terms. */
export interface Answer {
  /** The zone of the first line's template the place falls in; null where it is not delivered to. */
  readonly zone: string | null;
  /** List value of the goods. */
  readonly goods: Minor;
  /** Null where a line's mass is not known. */
  readonly mass: Mass | null;
  /** What the shopper sees: what costs least in all first. */
  readonly choices: readonly Choice[];
  /** Offered, but not seen: behind an equal name, hidden beside a free choice, or beyond the most that are shown. */
  readonly hidden: readonly Hidden[];
  readonly missing: readonly Missing[];
  /** Where no service is offered: orders that would do. */
  readonly clash: Clash | null;
}

export interface Choice {
  readonly service: string;
  /** What the shopper sees it called. */
  readonly name: string;
  readonly days: readonly [number, number];
  readonly discount: Minor;
  readonly delivery: Minor;
  /** Goods less discount, and delivery, in shown terms. */
  readonly total: Minor;
  /** The tax inside the total, or what is added to it where shown prices are without. */
  readonly tax: Minor;
  /** What is paid in the end. */
  readonly pays: Minor;
  /** Offers used, in the book's order. */
  readonly used: readonly string[];
  /** What each of them took: off goods, off the order, off delivery; nothing for a gift. */
  readonly took: Readonly<Record<string, Minor>>;
  /** What is off each line of the basket, its share of order offers in it. */
  readonly off: readonly Minor[];
  readonly gifts: readonly { readonly sku: string; readonly units: number }[];
  /**
   * Where the search for the best set was broken off: no set saves more than this beyond it; at 0 another may save as
   * much with fewer offers, or earlier ones. Null where it is proved the best.
   */
  readonly notProved: Minor | null;
}

export interface Hidden {
  readonly choice: Choice;
  readonly why: 'same name' | 'beside free' | 'beyond the most';
  /** The service that stands in its place, or hides it. */
  readonly by: string;
}

/** A service that is not offered, why, and the path in the book to what decided (empty where there is none). */
export interface Missing {
  readonly service: string;
  readonly why: Refusal;
  readonly at: readonly string[];
  /** The item that decided, where it is one alone. */
  readonly sku: string | null;
}

/** Why nothing is offered, and orders that would do instead, offers left out of it. */
export interface Clash {
  readonly orders: readonly { readonly service: string; readonly skus: readonly string[] }[];
  /** Whether no fewer orders would do. */
  readonly fewest: boolean;
  /** Lines too large for one order: how many units of them an order takes. */
  readonly tooLarge: readonly { readonly sku: string; readonly units: number }[];
  /** Items that no service takes to this place at all. */
  readonly never: readonly string[];
}

/** How a choice came about, step by step, each with the path in the book to what caused it. */
export type Step = { readonly at: readonly string[] } & (
  | { readonly step: 'place'; readonly template: string; readonly zone: string; readonly pattern: string }
  | { readonly step: 'goods'; readonly value: Minor; readonly units: number; readonly mass: Mass | null }
  | {
      readonly step: 'discount';
      readonly offer: string;
      readonly benefit: Benefit;
      readonly took: Minor;
      readonly lines: readonly Minor[];
    }
  | { readonly step: 'gift'; readonly offer: string; readonly sku: string; readonly units: number }
  | {
      readonly step: 'group';
      readonly origin: string;
      readonly template: string;
      readonly kinds: readonly string[];
      readonly skus: readonly string[];
      readonly value: Minor;
      readonly mass: Mass | null;
      readonly units: number;
    }
  | {
      readonly step: 'rate';
      readonly rate: Rate;
      readonly kind: string | null;
      readonly break: number | null;
      readonly parcels: number | null;
      readonly quoted: Quoted | null;
      readonly list: Came['list'];
    }
  | { readonly step: 'fees'; readonly order: Minor; readonly items: Minor }
  | { readonly step: 'charge'; readonly amount: Minor; readonly converted: boolean }
  | {
      readonly step: 'threshold';
      readonly threshold: FreeFrom;
      readonly value: number;
      readonly met: boolean;
      readonly took: Minor;
    }
  | {
      readonly step: 'mixing';
      readonly rule: string | null;
      readonly by: Mixing;
      readonly charges: readonly Minor[];
      readonly amount: Minor;
    }
  | {
      readonly step: 'extra';
      readonly sku: string;
      readonly units: number;
      readonly amount: Minor;
      readonly waived: boolean;
      readonly is: 'own rate' | 'handling fee';
    }
  | { readonly step: 'stocked'; readonly skus: readonly string[] }
  | { readonly step: 'offer'; readonly offer: string; readonly benefit: Benefit; readonly took: Minor }
  | { readonly step: 'unused'; readonly offer: string; readonly why: WhyNot }
  | { readonly step: 'not proved'; readonly gap: Minor }
  | {
      readonly step: 'pays';
      readonly goods: Minor;
      readonly discount: Minor;
      readonly delivery: Minor;
      readonly total: Minor;
    }
  | { readonly step: 'tax'; readonly inside: boolean; readonly goods: Minor; readonly delivery: Minor }
);
