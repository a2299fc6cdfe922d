import { type Basket, drafted as draftOn, type Edit, patchWith } from '../../core/book/index.ts';
import type { Minor } from '../../core/exact/index.ts';
import { quote } from '../../core/quote/index.ts';
import { asked, draftOf, type Told } from './state.ts';

/**
 * How a basket is charged before and after edits: what is paid in all by its cheapest choice; null where there is
 * none.
 */
export interface ChargeChange {
  readonly name: string;
  readonly before: Minor | null;
  readonly after: Minor | null;
}

/** What edits of goods would change for shoppers. */
export interface ChangedCharges {
  /** Pinned baskets that would be charged otherwise. */
  readonly pinned: readonly ChargeChange[];
  /** Of the goods changed, those that one unit alone, to where shoppers are assumed, would be charged otherwise for. */
  readonly alone: readonly ChargeChange[];
  /** How many goods were asked for; of many the first. */
  readonly asked: number;
}

const most = 400;

/** What edits of goods, on top of the draft, would change: of pinned baskets, and of each changed item alone. */
export function changedCharges(basis: Told, edits: readonly Edit[], moment: number): ChangedCharges {
  const { book, goods } = draftOf(basis);
  const after = draftOn({ book, goods }, patchWith({ ...book, goods }, null, edits, { passes: true }));
  const paid = (at: typeof after, basket: Basket): Minor | null => {
    const made = asked(basis, at.book, at.goods, basket, moment);
    return made?.question.ok ? (quote(made.compiled, made.question.value).choices[0]?.total ?? null) : null;
  };
  const change = (basket: Basket): ChargeChange[] => {
    const [was, is] = [paid({ book, goods }, basket), paid(after, basket)];
    return was === is ? [] : [{ name: basket.name, before: was, after: is }];
  };
  const skus = [...new Set(edits.flatMap(({ path: [list, sku] }) => (list === 'goods' && sku ? sku : [])))].slice(
    0,
    most,
  );
  const place = book.markets[0]?.assumed ?? null;
  return {
    pinned: book.pinned.flatMap(change),
    alone: place === null ? [] : skus.flatMap((sku) => change(aloneOf(sku, place))),
    asked: skus.length,
  };
}

const aloneOf = (sku: string, place: string): Basket => ({
  id: 'alone',
  name: sku,
  lines: [{ sku, units: 1 }],
  place,
  billing: null,
  codes: [],
  address: 'home',
  moment: null,
  market: null,
  channel: null,
  customer: null,
  segment: null,
  spent: {},
  carrier: [],
});
