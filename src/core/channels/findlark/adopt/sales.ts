import type { BookInput } from '../../../book/index.ts';
import { decimalText, minor, parseDecimal, percentOf, unwrap } from '../../../exact/index.ts';
import { amountIn } from '../../amounts.ts';
import type { FedItem } from './goods.ts';
import { localOf } from './local.ts';

type Offer = BookInput['offers'][number];
type Selection = NonNullable<BookInput['selections']>[number];

/** A sale price as an offer, which has no name or number in a feed yet, on the goods that have it. */
export interface AdoptedSale {
  readonly selection: Selection;
  readonly offer: Omit<Offer, 'id' | 'number'> & { readonly id: string };
}

/** Sale prices as offers on their goods: of one period a percentage where one says them all, else a price for each. */
export function salesIn(items: readonly FedItem[], idOf: (wanted: string) => string): AdoptedSale[] {
  const periods = new Map<string, FedItem[]>();
  for (const item of items) {
    if (!item.sale) continue;
    const key = `${item.sale.from} ${item.sale.until}`;
    periods.set(key, [...(periods.get(key) ?? []), item]);
  }
  return [...periods.values()].flatMap((some) => {
    const percent = percentFor(some);
    if (percent !== null) return [saleOf(some, idOf, { by: 'percent', percent })];
    const byPrice = new Map<string, FedItem[]>();
    for (const item of some) {
      const price = item.sale?.price ?? '';
      byPrice.set(price, [...(byPrice.get(price) ?? []), item]);
    }
    return [...byPrice].map(([price, those]) => saleOf(those, idOf, { by: 'price', price }));
  });
}

type Off = { readonly by: 'percent'; readonly percent: string } | { readonly by: 'price'; readonly price: string };

function saleOf(items: readonly FedItem[], idOf: (wanted: string) => string, off: Off): AdoptedSale {
  const id = idOf('sale');
  const { from = null, until = null } = items[0]?.sale ?? {};
  return {
    selection: { id, name: id, takes: { is: 'skus', skus: items.map((item) => item.id) }, except: [] },
    offer: {
      id,
      title: off.by === 'percent' ? `${off.percent} % off` : `Now ${off.price}`,
      benefit:
        off.by === 'percent' ? { is: 'off goods', goods: id, off } : { is: 'fixed price', goods: id, price: off.price },
      code: null,
      asks: [],
      zones: null,
      window: { from: localOf(from), until: localOf(until), zone: 'UTC' },
      terms: '',
      note: '',
    },
  };
}

/** The shortest percentage by which all of some goods have their sale price; null where there is none. */
function percentFor(items: readonly FedItem[]): string | null {
  const [first] = items;
  if (!first?.sale) return null;
  const share = 100 - (amountIn(first.sale.price) / amountIn(first.price)) * 100;
  for (const digits of [0, 1, 2, 3])
    for (const shift of [0, -1, 1]) {
      const text = (share + shift / 10 ** digits).toFixed(digits);
      if (Number(text) <= 0 || Number(text) > 100) continue;
      const percent = unwrap(parseDecimal(text, 3));
      const isSold = ({ price, sale }: FedItem) =>
        sale !== null && amountIn(price) - percentOf(minor(amountIn(price)), percent) === amountIn(sale.price);
      if (items.every(isSold)) return decimalText(percent);
    }
  return null;
}
