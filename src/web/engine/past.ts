import type { PastOrder } from '../../contract/index.ts';
import type { CompiledBook, Ready } from '../../core/book/index.ts';
import { memo } from '../../core/exact/index.ts';
import { type Place, placesByText } from '../../core/places/index.ts';
import type { Dated } from '../../core/plan/index.ts';
import { anybody, type Line } from '../../core/quote/index.ts';
import { carrierOf, readyFor, type Told } from './state.ts';

/** A past order whose place is known and whose goods are all sold today. */
interface Placed {
  readonly order: PastOrder;
  readonly at: number;
  readonly place: Place;
  readonly lines: readonly Line[];
}

const placedOf = memo((orders: readonly PastOrder[]) =>
  memo((bySku: ReadonlyMap<string, Ready>): Placed[] => {
    const placeOf = placesByText();
    return orders.flatMap((order): Placed[] => {
      const place = placeOf(order.place);
      const lines = order.lines.flatMap(({ sku, units }) => {
        const item = bySku.get(sku);
        return item ? [{ item, units }] : [];
      });
      return place && lines.length === order.lines.length ? [{ order, at: Date.parse(order.at), place, lines }] : [];
    });
  }),
);

/** The past orders as questions to a draft of today; those of goods or places that are no more are left out. */
export function datedOrders(basis: Told, compiled: CompiledBook, moment: number): Dated[] {
  const { bySku } = readyFor(compiled, basis.drafted.goods);
  const carrier = carrierOf(basis, compiled, moment, true);
  const shopper = { ...anybody, itemOf: (sku: string) => bySku.get(sku) };
  return placedOf(basis.orders)(bySku).map(({ order: { service, channel }, at, place, lines }) => ({
    question: { lines, place, codes: [], moment, carrier, shopper: { ...shopper, channel } },
    service,
    at,
    channel,
  }));
}
