import { type Decimal, type Minor, minor, percentOf } from '../exact/index.ts';
import { type Benefit, lies, type Offer, type Part, partOf } from '../offers/index.ts';
import { type OfferStep, stated } from './bounds.ts';
import type { Listed } from './dialect.ts';

/** What a goods or an order offer takes off, one of the things that channels know. */
export type TakenOff =
  | { readonly is: 'percent of the order'; readonly percent: Decimal }
  | { readonly is: 'amount of the order'; readonly amount: Minor }
  | { readonly is: 'percent'; readonly part: Part; readonly percent: Decimal }
  /** Off each unit. */
  | { readonly is: 'amount'; readonly part: Part; readonly amount: Minor }
  /** What each unit costs, where it costs more. */
  | { readonly is: 'price'; readonly part: Part; readonly price: Minor }
  | {
      readonly is: 'n for m';
      readonly part: Part;
      readonly buy: number;
      readonly get: number;
      readonly percent: Decimal;
    };

/** What an offer takes off: one thing, or one from each spend on, of which the largest that is reached counts. */
export interface TakesOff {
  readonly steps: readonly { readonly off: TakenOff; readonly from: Minor | null }[];
  /** What it takes off an order of the stated bounds at the most. */
  readonly most: Minor;
  /** Whether no more than its largest discount an order is ever taken by these alone. */
  readonly capped: boolean;
  /** Where it has steps each of them, by which value it is tested, and what it takes off. */
  readonly tests: readonly OfferStep[];
}

/** Null for what no channel knows: gifts, steps by the spend on some goods, steps that fall, and offers of delivery. */
export function takesOff(goods: readonly Listed[], offer: Offer): TakesOff | null {
  const cap = offer.limits.most;
  const capped = (amount: number): Minor => minor(cap === null ? amount : Math.min(cap, amount));
  const one = (off: TakenOff, most: number): TakesOff => ({
    steps: [{ off, from: null }],
    most: minor(most),
    capped: cap === null || most <= cap,
    tests: [],
  });
  const benefit = offer.benefit as Benefit;
  const part = partOf(offer) ?? -1;
  switch (benefit.is) {
    case 'off order': {
      const { off } = benefit;
      return off.by === 'percent'
        ? one({ is: 'percent of the order', percent: off.percent }, percentOf(stated.value, off.percent))
        : one({ is: 'amount of the order', amount: capped(off.amount) }, capped(off.amount));
    }
    case 'spend steps': {
      if (benefit.goods >= 0) return null;
      const rising = benefit.steps.every(({ off }, i) => i === 0 || off >= (benefit.steps[i - 1]?.off ?? 0));
      if (!rising) return null;
      const most = capped(Math.max(...benefit.steps.map(({ off }) => off)));
      return {
        steps: benefit.steps.map(({ from, off }) => ({
          off: { is: 'amount of the order', amount: capped(off) },
          from,
        })),
        most,
        capped: true,
        tests: benefit.steps.map(({ from, off }) => ({ value: from, test: benefit.test, off: capped(off) })),
      };
    }
    case 'off goods': {
      const { off } = benefit;
      return off.by === 'percent'
        ? one({ is: 'percent', part, percent: off.percent }, percentOf(stated.value, off.percent))
        : one({ is: 'amount', part, amount: off.amount }, off.amount * stated.units);
    }
    case 'fixed price': {
      const over = Math.max(0, dearestOf(goods, part) - benefit.price);
      return one({ is: 'price', part, price: benefit.price }, Math.min(stated.value, over * stated.units));
    }
    case 'buy and get': {
      const { buy, get, percent } = benefit;
      const free = Math.floor(stated.units / (buy + get)) * get;
      // Free are the cheapest, which are worth no larger a share of all than they are of the units.
      const cheapest = Math.floor((stated.value * get) / (buy + get));
      const most = percentOf(minor(Math.min(cheapest, dearestOf(goods, part) * free)), percent);
      return one({ is: 'n for m', part, buy, get, percent }, most);
    }
    default:
      return null;
  }
}

const dearestOf = (goods: readonly Listed[], part: Part): number =>
  Math.max(0, ...goods.filter((item) => lies(item, part)).map(({ price }) => price));
