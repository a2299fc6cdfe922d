import type { Ready } from '../book/index.ts';
import { type Instant, memo } from '../exact/index.ts';
import { allGoods, codeKindOf, conditionKindOf, lies, type Need, type Offer } from '../offers/index.ts';
import type { Place } from '../places/index.ts';
import { anybody, type Line, type Question } from './question.ts';

/** Most units of one item in a basket made for an offer. */
const mostUnits = 60;

/**
 * A few small baskets of real goods that meet what an offer asks, bought by whom it is for, the least valuable first.
 * Made, not searched for: an empty list says that none of them does, not that there is none.
 */
export function meetingBaskets(offer: Offer, goods: readonly Ready[], place: Place, moment: Instant): Question[] {
  const needs = needsOf(offer);
  const baskets: Line[][] = [];
  const sorted = byPrice(goods);
  const choices = needs.map((need) => ({
    need,
    inside: sorted.filter((item) => lies(item, need.part) && item.price > need.above),
  }));
  for (const share of [0, 0.5, 1]) {
    const lines = new Map<string, Line>();
    for (const { need, inside } of choices) {
      const item = inside[Math.round(share * (inside.length - 1))];
      if (!item) return [];
      const units = Math.max(
        need.units,
        item.price > 0 ? Math.ceil(need.value / item.price) : 1,
        lines.get(item.sku)?.units ?? 0,
      );
      if (units <= mostUnits) lines.set(item.sku, { item, units });
    }
    if (lines.size > 0) baskets.push([...lines.values()]);
  }
  const { code } = offer;
  const itemOf = (sku: string) => goods.find((item) => item.sku === sku);
  const entered = code && codeKindOf(code).entry(code);
  return baskets
    .map(
      (lines): Question => ({
        lines,
        place,
        codes: entered?.codes ?? [],
        moment,
        carrier: null,
        shopper: {
          ...anybody,
          channel: offer.channels ? ([...offer.channels][0] ?? null) : null,
          segment: offer.segments ? ([...offer.segments][0] ?? null) : null,
          singles: entered?.singles ?? anybody.singles,
          itemOf,
        },
      }),
    )
    .sort((a, b) => worth(a) - worth(b));
}

const worth = ({ lines }: Question): number => lines.reduce((sum, { item, units }) => sum + item.price * units, 0);

/** What a basket needs for an offer to act: what it asks, and goods that it takes something off. */
function needsOf({ conditions, benefit, kind }: Offer): Need[] {
  const own = kind.need(benefit);
  const needs = [...conditions.map((one) => conditionKindOf(one).need(one)), ...(own ? [own] : [])];
  return needs.length > 0 ? needs : [{ part: allGoods, value: 0, units: 1, above: 0 }];
}

/** Goods with the cheapest first, sorted once. */
const byPrice = memo((goods: readonly Ready[]): readonly Ready[] => [...goods].sort((a, b) => a.price - b.price));
