import type { Offer } from '../../offers/index.ts';
import { bounded, exact, type Fidelity } from '../fidelity.ts';
import type { Feed } from './feed.ts';
import type { DeliveredLane } from './groups.ts';

/**
 * What an offer on the cheapest choice frees, by the zones where that is one service. Which it is goes by the basket:
 * what is cheapest for most goods alone is freed, within a bound.
 */
export function cheapestBy(
  feed: Feed,
  offer: Offer,
): {
  readonly by: readonly { readonly zones: ReadonlySet<string>; readonly services: readonly string[] }[];
  readonly fidelity: Fidelity;
} {
  const unsure = new Set<string>();
  const by = new Map<string, Set<string>>();
  for (const { id: zone } of feed.book.body.zones) {
    if (offer.zones && !offer.zones.has(zone)) continue;
    const { service, isSure } = cheapestAt(feed, zone);
    if (!isSure) unsure.add(zone);
    if (service !== null) by.set(service, (by.get(service) ?? new Set()).add(zone));
  }
  return {
    by: [...by].map(([service, zones]) => ({ zones, services: [service] })),
    fidelity:
      unsure.size === 0
        ? exact
        : bounded(feed.mostIn(unsure), { is: 'cheapest by basket' }, 'services named', 'live with it'),
  };
}

/** The service that is the cheapest choice in a zone for most goods, and whether it is so for every basket. */
function cheapestAt({ book, groups, spoken }: Feed, zone: string): { service: string | null; isSure: boolean } {
  const fetched = new Set(book.services.filter(({ pickup }) => pickup).map(({ id }) => id));
  const goodsBy = new Map<string, number>();
  let isSure = true;
  for (const { group, lanes } of groups) {
    const here = new Map<string, DeliveredLane>();
    for (const lane of lanes) if (lane.zone === zone && !fetched.has(lane.service)) here.set(lane.service, lane);
    const [first, ...others] = [...here.values()].sort((a, b) => a.least - b.least || a.most - b.most);
    if (!first) continue;
    goodsBy.set(first.service, (goodsBy.get(first.service) ?? 0) + group.goods.length);
    const bit = 1 << book.services.findIndex(({ id }) => id === first.service);
    const isAlwaysThere = !first.ends && first.lost === null && group.goods.every(({ serves }) => (serves & bit) !== 0);
    const isLeast = others.every((other) => other.least > first.most && other.threshold === null);
    // Where there is no other, what does not go by it has none at all.
    isSure &&= others.length === 0 || (isAlwaysThere && isLeast);
  }
  // What has no speed there is among the choices of the book all the same.
  const isUnsaid = book.templates.some((template) =>
    [...(template.lanes.get(zone)?.keys() ?? [])].some(
      (service) => !fetched.has(service) && !spoken.some(({ id }) => id === service),
    ),
  );
  const [best] = [...goodsBy].sort(([, a], [, b]) => b - a);
  return { service: best?.[0] ?? null, isSure: isSure && goodsBy.size <= 1 && !isUnsaid };
}
