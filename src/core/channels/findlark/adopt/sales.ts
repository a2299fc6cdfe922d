import type { BookInput } from '../../../book/index.ts';
import { decimalText, minor, parseDecimal, percentOf, unwrap } from '../../../exact/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { saleName } from '../../adopted-names.ts';
import { amountIn } from '../../amounts.ts';
import type { FedItem } from './goods.ts';
import { isNever, localOf } from './local.ts';

type Offer = BookInput['offers'][number];
type Selection = NonNullable<BookInput['selections']>[number];

/** A sale price as an offer, which has no name or number in a feed yet, on the goods that have it. */
export interface AdoptedSale {
  readonly selection: Selection;
  readonly offer: Omit<Offer, 'id' | 'number'> & { readonly id: string };
}

/** Sale prices as offers on their goods: of one period a percentage where one says them all, else a price for each. */
export function salesIn(
  items: readonly FedItem[],
  idOf: (wanted: string) => string,
  lost: NotAdopted[],
): AdoptedSale[] {
  const sold = items.filter(({ id, sale }) => {
    if (sale && isNever(sale)) lost.push({ is: 'never', offer: id });
    return sale !== null && !isNever(sale);
  });
  const periods = groupsBy(sold, ({ sale }) => `${sale?.from} ${sale?.until}`);
  return [...periods.values()].flatMap((some) => {
    const percent = percentFor(some);
    if (percent !== null) return [saleOf(some, idOf, { by: 'percent', percent })];
    const byPrice = groupsBy(some, ({ sale }) => sale?.price ?? '');
    return [...byPrice].map(([price, those]) => saleOf(those, idOf, { by: 'price', price }));
  });
}

function groupsBy(items: readonly FedItem[], keyOf: (item: FedItem) => string): ReadonlyMap<string, FedItem[]> {
  const groups = new Map<string, FedItem[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}

type Off = { readonly by: 'percent'; readonly percent: string } | { readonly by: 'price'; readonly price: string };

function saleOf(items: readonly FedItem[], idOf: (wanted: string) => string, off: Off): AdoptedSale {
  const id = idOf('sale');
  const { from = null, until = null } = items[0]?.sale ?? {};
  return {
    selection: { id, name: id, takes: { is: 'skus', skus: items.map((item) => item.id) }, except: [] },
    offer: {
      id,
      title: saleName(off.by === 'percent' ? `${off.percent} %` : off.price),
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
