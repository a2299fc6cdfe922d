import { amountText, decimalText, type Minor, minor } from '../../exact/index.ts';
import { asksOf, type Lane } from '../../rates/index.ts';
import { euro } from '../amounts.ts';
import { stated } from '../bounds.ts';
import type { Listed } from '../dialect.ts';
import { exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import type { GroupLane } from '../goods-groups.ts';
import { isItsConversion } from './conversion.ts';
import type { SaidRate } from './steps.ts';

/**
 * A lane whose rate is what a carrier is asked, as the shop asks it; null where the rate is another. What is asked has
 * no bound: what differs at all is not sayable.
 */
export function quotedAs({ lane, price }: GroupLane, goods: readonly Listed[]): SaidRate | Fidelity | null {
  const asks = asksOf(price.rate);
  if (!asks) return null;
  const { conversion, fees } = lane;
  const isAsThere = conversion === null || (isItsConversion(conversion) && !price.given && !fees.given);
  if (asks.currency !== euro || !isAsThere)
    return unsayable({ is: 'rate', manner: { is: 'kind', kind: price.rate.is } }, 'a flat rate', 'live with it');
  const bounds = lane.bounds.filter(isFelt);
  if (bounds.length > 0) return unsayable({ is: 'bounds', over: bounds.map(({ over }) => over) }, 'live with it');
  return {
    steps: {
      by: 'carrier',
      service: asks.service,
      percent: decimalText(asks.percent),
      amount: amountText(minor(asks.add + fees.order), euro),
    },
    each: fees.item,
    least: asks.add + fees.order + fees.item,
    most: Number.POSITIVE_INFINITY,
    paid: Number.POSITIVE_INFINITY,
    ends: true,
    fidelity: worstOf([silenceOf(asks.fallback), orderOf(goods)]),
  };
}

/** Whether a bound keeps any basket within the stated bounds out: what has to be packed has a mass anyway. */
function isFelt({ over, from, to }: Lane['bounds'][number]): boolean {
  const most = over === 'value' || over === 'mass' || over === 'units' ? stated[over] : null;
  return most === null || (from ?? 0) > 0 || (to !== null && to < most);
}

const silenceOf = (fallback: Minor | null): Fidelity =>
  fallback === null ? exact : unsayable({ is: 'no fallback' }, 'no fallback', 'live with it');

/** Goods that are as large and as long as others are packed by their ids there, and by their SKUs in the book. */
function orderOf(goods: readonly Listed[]): Fidelity {
  const alike = new Map<string, Listed[]>();
  for (const item of goods) {
    if (!item.sides) continue;
    const [a, b, c] = item.sides;
    const key = `${BigInt(a) * BigInt(b) * BigInt(c)} ${a}`;
    alike.set(key, [...(alike.get(key) ?? []), item]);
  }
  const turned = [...alike.values()].filter((some) => {
    const figures = new Set(some.map(({ mass, sides }) => `${mass} ${sides}`));
    const bySku = [...some].sort((a, b) => (a.sku < b.sku ? -1 : 1));
    return figures.size > 1 && bySku.some(({ listing }, i) => i > 0 && listing < (bySku[i - 1] as Listed).listing);
  });
  return turned.length === 0
    ? exact
    : unsayable({ is: 'packed in another order', goods: turned.flat().length }, 'live with it');
}
