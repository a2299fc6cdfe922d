import { type Minor, minor } from '../exact/index.ts';
import type { Question } from '../quote/index.ts';

/** What orders would have come to otherwise. */
export interface Differing {
  readonly orders: number;
  /** Too much, and too little, each as a sum above 0. */
  readonly more: Minor;
  readonly less: Minor;
  /** Orders that only one of the two sides offers. */
  readonly offered: number;
}

/** Adds up, over orders that two sides do not answer alike, by how much the second is above or below the first. */
export function differing(pairs: Iterable<readonly [ours: number | null, theirs: number | null]>): Differing {
  let [orders, more, less, offered] = [0, 0, 0, 0];
  for (const [ours, theirs] of pairs) {
    if (ours === theirs) continue;
    orders += 1;
    if (ours === null || theirs === null) offered += 1;
    else if (theirs > ours) more += theirs - ours;
    else less += ours - theirs;
  }
  return { orders, more: minor(more), less: minor(less), offered };
}

/** Orders by the SKUs of their lines. */
export function ordersBySku<Order extends { readonly question: Question }>(
  orders: Iterable<Order>,
): ReadonlyMap<string, readonly Order[]> {
  const found = new Map<string, Order[]>();
  for (const order of orders)
    for (const { item } of order.question.lines) {
      const those = found.get(item.sku);
      if (those) those.push(order);
      else found.set(item.sku, [order]);
    }
  return found;
}
