import type { CompiledBook } from '../../book/index.ts';
import { once } from '../../exact/index.ts';
import { stated } from '../bounds.ts';
import type { Listed } from '../dialect.ts';
import { type GoodsGroup, groupsOf, laneFor, reachWithFees } from '../goods-groups.ts';
import { dearestInAll } from '../levelled-baskets.ts';

/** Zones of a place by each template of the book, in their order; null where a template does not deliver. */
export type Zones = readonly (string | null)[];

/** A group of goods with the lanes of a service that it would have in either of two zones. */
interface Both {
  readonly group: GoodsGroup;
  /** What it is charged in either at the most. */
  readonly most: number;
  /** Whether it has the service in one of them alone. */
  readonly isGone: boolean;
  readonly isAlike: boolean;
  /** Whether one is free from what the other is, so that what free delivery waives is waived in both. */
  readonly isFreeAlike: boolean;
}

/**
 * The most by which a basket is charged otherwise where it falls under some zones of the templates instead of others,
 * in minor units; infinite where nothing bounds it, or where some goods have a service by these and not by those.
 */
export function offInstead(book: CompiledBook, goods: readonly Listed[]): (zones: Zones, others: Zones) => number {
  const groups = groupsOf(book, goods);
  const known = once(
    ([zones, others]: readonly [Zones, Zones]) =>
      Math.max(
        0,
        ...book.services.map(({ id }) =>
          offOf(
            book,
            groups.flatMap((group) => bothOf(book, group, id, zones, others) ?? []),
          ),
        ),
      ),
    JSON.stringify,
  );
  return (zones, others) => known([zones, others]);
}

/** Null where a group has the service by neither. */
function bothOf(book: CompiledBook, group: GoodsGroup, service: string, zones: Zones, others: Zones): Both | null {
  const at = book.templates.findIndex(({ id }) => id === group.template.id);
  const [own, other] = [zones, others].map((some) => {
    const zone = some[at] ?? '';
    const lane = book.templates[at]?.lanes.get(zone)?.get(service);
    const body = book.body.templates[at]?.lanes[zone]?.[service];
    return lane && body ? { ...reachWithFees(laneFor(book, group, lane)), body } : null;
  });
  if (!own && !other) return null;
  const isAs = (of: (body: NonNullable<typeof own>['body']) => unknown) =>
    own != null && other != null && JSON.stringify(of(own.body)) === JSON.stringify(of(other.body));
  return {
    group,
    most: Math.max(own?.most ?? 0, other?.most ?? 0),
    isGone: !own || !other,
    isAlike: isAs((body) => body),
    isFreeAlike: isAs(({ freeFrom, dated }) => [freeFrom, dated]),
  };
}

function offOf(book: CompiledBook, both: readonly Both[]): number {
  if (both.some(({ isGone }) => isGone)) return Number.POSITIVE_INFINITY;
  const ways = [book.mixedBy, ...book.mixing.map(({ by }) => by)];
  const plain = both.filter(({ group }) => group.own === null);
  const unlike = plain.filter(({ isAlike }) => !isAlike).map(({ most }) => most);
  const parted = both.filter(({ isFreeAlike }) => !isFreeAlike);
  // What is free in one of the zones alone no longer counts among the others.
  const counted = parted.length > 0 && ways.some(({ is }) => is === 'lowest' || is === 'average');
  const further = Math.max(0, ...ways.map((by) => (by.is === 'highest plus' ? by.further : 0)));
  const mixed = ways.some(({ is }) => is === 'sum')
    ? dearestInAll(unlike)
    : Math.max(0, ...unlike) + further * (Math.min(unlike.length || 1, stated.units) - 1);
  // Each line with a rate of its own adds it; of handling fees all is said by themselves.
  const own = parted.flatMap(({ group, most }) => (group.own?.waivable ? group.goods.map(() => most) : []));
  return Math.max(mixed, ...(counted ? plain.map(({ most }) => most) : [])) + dearestInAll(own);
}
