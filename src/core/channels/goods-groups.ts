import type { CompiledBook, OwnCharge, Template } from '../book/index.ts';
import { converted, type Minor, memo, once } from '../exact/index.ts';
import { breaksOf, type Lane, noFees, type Priced, pricedBy, summedOf } from '../rates/index.ts';
import { stated } from './bounds.ts';
import type { Listed } from './dialect.ts';

/**
 * Goods that the book charges as one order of its own: those of a stock place, a template and a kind with rates of its
 * own in it; or goods with one rate of their own.
 */
export interface GoodsGroup {
  readonly template: Template;
  readonly origin: string;
  /** Where some lane of the template has a rate for it; else null. */
  readonly kind: string | null;
  readonly own: OwnCharge | null;
  readonly goods: readonly Listed[];
}

/** The groups that goods fall into, in the order of the book's templates and then of the goods. */
export function groupsOf(book: CompiledBook, goods: readonly Listed[]): GoodsGroup[] {
  const groups = new Map<string, GoodsGroup & { goods: Listed[] }>();
  const texts = new Map<OwnCharge, string>();
  const textOf = (own: OwnCharge) => {
    const known =
      texts.get(own) ?? JSON.stringify(own, (_, value) => (typeof value === 'bigint' ? `${value}n` : value));
    texts.set(own, known);
    return known;
  };
  for (const item of goods) {
    const { template, origin, ownKind: kind, own } = item;
    const key = own
      ? `own\u0000${template.id}\u0000${textOf(own)}`
      : `${template.id}\u0000${origin}\u0000${kind ?? ''}`;
    const group = groups.get(key);
    if (group) group.goods.push(item);
    else groups.set(key, { template, origin, kind: own ? null : kind, own, goods: [item] });
  }
  const order = new Map(book.templates.map((template, i) => [template.id, i]));
  return [...groups.values()].sort((a, b) => (order.get(a.template.id) ?? 0) - (order.get(b.template.id) ?? 0));
}

/** Whether a lane has a rate of a group's alone; else goods of the template's other kinds share it. */
export const isAlone = ({ own, kind }: GoodsGroup, lane: Lane): boolean =>
  own !== null || (kind !== null && (lane.kinds?.has(kind) ?? false));

/** A lane as a group is charged by it: with the rate of its kind, or of its own. */
export interface GroupLane {
  readonly lane: Lane;
  readonly price: Priced;
  /** What gifts may weigh that are charged with the group. */
  readonly given: number;
  /** The bit of its service among those that goods may have. */
  readonly service: number;
}

export const laneFor = (book: CompiledBook, group: GoodsGroup, lane: Lane): GroupLane => lanesIn(book)(group)(lane);

const lanesIn = memo((book: CompiledBook) =>
  memo((group: GoodsGroup) =>
    memo((lane: Lane): GroupLane => {
      const { kind, own } = group;
      const service = servicesOf(book).get(lane) ?? -1;
      // Where no offer takes anything off goods, all of their value is left.
      const after = lane.after && takesSome(book);
      if (own === null) {
        const price = (kind !== null && lane.kinds?.get(kind)) || lane.price;
        return { lane: after === lane.after ? lane : { ...lane, after }, price, given: givenIn(book)(group), service };
      }
      return {
        // A rate of an item's own is in the book's currency, whatever its template's.
        lane: { ...lane, after, kinds: null, bounds: [], fees: noFees, conversion: book.conversion },
        price: pricedBy(own.rate, false),
        given: 0,
        service,
      };
    }),
  ),
);

const takesSome = memo(({ offers }: CompiledBook) =>
  offers.some(({ level, kind }) => level !== 'delivery' && kind.sort !== 'gift'),
);

const servicesOf = memo(({ templates, services }: CompiledBook): ReadonlyMap<Lane, number> => {
  const bits = new Map(services.map(({ id }, i) => [id, 1 << i]));
  const lanes = templates.flatMap((template) => [...template.lanes.values()].flatMap((row) => [...row]));
  return new Map(lanes.map(([service, lane]) => [lane, bits.get(service) ?? -1]));
});

const givenIn = memo(({ offers }: CompiledBook) => {
  const gifts = new Map<string, number>();
  for (const { kind, benefit } of offers) {
    const gift = kind.sort === 'gift' ? kind.gift(benefit) : null;
    if (gift) gifts.set(gift.sku, (gifts.get(gift.sku) ?? 0) + gift.units);
  }
  return memo(({ goods }: GoodsGroup): number =>
    gifts.size === 0 ? 0 : goods.reduce((sum, { sku, mass }) => sum + (gifts.get(sku) ?? 0) * (mass ?? 0), 0),
  );
});

/** Whether a lane asks for masses, of whatever is bought. */
export function asksMass({ lane, price: { rate, kind } }: GroupLane): boolean {
  const breaks = breaksOf(rate);
  const summed = summedOf(rate);
  const { least, most } = kind.reach(rate);
  return (
    breaks?.over === 'mass' ||
    // What is packed or asked of a carrier.
    (!breaks && !summed && least !== most) ||
    (summed?.weight ?? null) !== null ||
    lane.bounds.some(({ over }) => over === 'mass')
  );
}

/** What a rate can charge, lane fees with it, in the market's currency. */
export function reachWithFees({ lane, price }: Pick<GroupLane, 'lane' | 'price'>): { least: number; most: number } {
  const { least, most } = price.kind.reach(price.rate);
  const own = (amount: Minor) =>
    lane.conversion && !price.given && Number.isFinite(amount) ? converted(amount, lane.conversion) : amount;
  const { order, item } = lane.fees.alone;
  // Converted together and rounded once a charge may come to a little more than its parts.
  const rounding = lane.conversion ? 1 : 0;
  return {
    least: Math.max(0, own(least) + order - rounding),
    most: own(most) + order + item * stated.units + rounding,
  };
}

/** Of some goods those that a lane takes: of what its service is barred for none, and by weight none without a mass. */
export function takenBy(by: GroupLane, goods: readonly Listed[]): readonly Listed[] {
  const served = servedIn(goods)(by.service);
  return asksMass(by) ? weighedIn(served) : served;
}
const servedIn = memo((goods: readonly Listed[]) =>
  once((service: number) => keeping(goods, ({ serves }) => (serves & service) !== 0), String),
);
const weighedIn = memo((goods: readonly Listed[]) => keeping(goods, ({ mass }) => mass !== null));

/** Where all are kept the same list, of which much is known already. */
function keeping(goods: readonly Listed[], isKept: (item: Listed) => boolean): readonly Listed[] {
  const some = goods.filter(isKept);
  return some.length === goods.length ? goods : some;
}
