import type { CompiledBook } from '../book/index.ts';
import type { FreeFrom, Lane, Mixing } from '../rates/index.ts';
import type { Sorted } from './basket.ts';
import { type Charged, charge } from './charge.ts';
import type { Line } from './question.ts';

/** How delivery goes with what is used: it costs the same, or never less the more is used, or it may go either way. */
export type Slope = 'no matter' | 'only dearer' | 'any';

/** How delivery by a service (its place in the book) goes with discounts, where these gifts may be used beside them. */
export function slopeOfDiscounts(book: CompiledBook, basket: Sorted, service: number, gifts: readonly Line[]): Slope {
  if (!book.dependsOnDiscounts) return 'no matter';
  // A gift may bring a group, and lanes, of its own.
  if (gifts.length > 0) return book.steady && oneWayUp(book, kindsOf(basket, gifts), service) ? 'only dearer' : 'any';
  let thresholds = 0;
  let ofGroups = 0;
  for (let i = 0; i < basket.bundles.length + basket.alone.length; i += 1) {
    const row = (basket.bundles[i] ?? basket.alone[i - basket.bundles.length])?.row;
    const lane = row?.lanes[service];
    if (lane?.after) return 'any';
    const free = lane ? thresholdAfter(lane) : null;
    if (free) thresholds += 1;
    if (free?.of === 'group') ofGroups += 1;
  }
  if (thresholds === 0) return 'no matter';
  if (basket.bundles.length < 2) return 'only dearer';
  // What is free no longer is put together with others: that may cost less.
  if (ofGroups === 0 && onlyFalls(book, basket, service)) return 'only dearer';
  return oneWayUp(book, kindsOf(basket, gifts), service) ? 'only dearer' : 'any';
}

/** Whether delivery costs the less the more is left in all, where nothing else of a discount matters. */
function onlyFalls(book: CompiledBook, basket: Sorted, service: number): boolean {
  const levels = [0, ...thresholdsAfter(basket, service)]
    .sort((a, b) => a - b)
    .map((value) => chargedFrom(book, basket, service, value));
  return levels.every((level, i) => {
    const above = levels[i + 1];
    return !above || (above.rate <= level.rate && above.waivable <= level.waivable && above.stays <= level.stays);
  });
}

/** What a service costs with so much left in all, and of each group all that it is worth. */
export function chargedFrom(book: CompiledBook, basket: Sorted, service: number, value: number): Charged {
  for (const one of [...basket.bundles, ...basket.alone]) one.shipment.after = one.shipment.value;
  basket.shipment.after = value;
  const charged = { rate: 0, waivable: 0, stays: 0 };
  charge(book, basket, service, charged, null);
  return charged;
}

/** How it goes with gifts. */
export const slopeOfGifts = (book: CompiledBook, basket: Sorted, service: number, gifts: readonly Line[]): Slope =>
  gifts.length === 0
    ? 'no matter'
    : book.monotonic && oneWayUp(book, kindsOf(basket, gifts), service)
      ? 'only dearer'
      : 'any';

/** The values after discounts, of the whole basket, from which a lane that delivers it by a service turns free. */
export function thresholdsAfter(basket: Sorted, service: number): readonly number[] {
  const isOneGroup = basket.bundles[0]?.shipment === basket.shipment;
  return lanesOf(basket, service).flatMap((lane) => {
    const free = thresholdAfter(lane);
    return free !== null && (free.of === 'basket' || isOneGroup) ? [free.value] : [];
  });
}

const lanesOf = ({ bundles, alone }: Sorted, service: number): readonly Lane[] =>
  [...bundles, ...alone].flatMap(({ row }) => row?.lanes[service] ?? []);

const thresholdAfter = ({ freeFrom }: Lane): FreeFrom | null =>
  freeFrom?.over === 'value' && freeFrom.test === 'after' ? freeFrom : null;

const kindsOf = ({ bundles }: Sorted, gifts: readonly Line[]): number =>
  gifts.reduce(
    (kinds, { item }) => kinds | item.kindBit,
    bundles.reduce((kinds, bundle) => kinds | bundle.kinds, 0),
  );

/**
 * Whether groups of some or all of these kinds (bits) are put together in one way, by which more groups never cost
 * less.
 */
function oneWayUp({ mixing, mixedBy }: CompiledBook, kinds: number, service: number): boolean {
  const ways: Mixing[] = [];
  let covered = false;
  for (const rule of mixing) {
    if (covered || (rule.services & (1 << service)) === 0 || (rule.kinds & kinds) === 0) continue;
    ways.push(rule.by);
    covered = (kinds & ~rule.kinds) === 0;
  }
  if (!covered) ways.push(mixedBy);
  const [first] = ways;
  return (
    first !== undefined && first.is !== 'lowest' && first.is !== 'average' && ways.every((way) => sameWay(way, first))
  );
}

const sameWay = (a: Mixing, b: Mixing): boolean =>
  a.is === b.is && (a.is !== 'highest plus' || (b.is === 'highest plus' && a.further === b.further));
