import { leastBefore, leastTaking, stated, type Threshold } from '../channels/index.ts';
import { type Decimal, type Minor, minor } from '../exact/index.ts';
import { breaksOf, isPerItem, type Lane, type Rate, reachOf } from '../rates/index.ts';

/** A value that is tested before or after discounts. */
interface Tested {
  readonly value: Minor;
  readonly test: 'before' | 'after';
}

/** The values at which lanes and offers of the book change: list values, whatever percentages may come off them. */
export function valueCuts(
  lanes: readonly Lane[],
  asks: readonly Tested[],
  percents: readonly (readonly Decimal[])[],
  rivals: boolean,
): number[] {
  const listed = ({ value, test }: Tested): number[] =>
    test === 'after' ? percents.map((set) => leastBefore(value, set)) : [value];
  return [
    ...asks.flatMap(listed),
    ...lanes.flatMap((lane) => [
      ...(lane.freeFrom?.over === 'value' ? listed(lane.freeFrom) : []),
      ...startsOf(lane, 'value').flatMap((value) =>
        listed({ value: minor(value), test: lane.after ? 'after' : 'before' }),
      ),
      ...rivalries(lane, percents, rivals),
    ]),
  ];
}

/**
 * Where percentages and a free delivery cannot both be had, the better one changes where they take as much as the rate,
 * and again where they take more.
 */
function rivalries(lane: Lane, percents: readonly (readonly Decimal[])[], rivals: boolean): number[] {
  const free = lane.freeFrom?.over === 'value' ? lane.freeFrom : null;
  return percents
    .filter((set) => set.length > 0)
    .flatMap((set) =>
      amountsOf(lane.price.rate)
        .flatMap((amount) => [leastTaking(amount, set), leastTaking(minor(amount + 1), set)])
        .filter((value) => rivals || forfeits(free, value, set)),
    );
}

/** The first measures of the cells that a lane's table and bounds cut. */
export function startsOf(lane: Lane, over: 'value' | 'mass' | 'units'): number[] {
  const { rate } = lane.price;
  const breaks = breaksOf(rate);
  const table = breaks?.over === over ? [breaks.from, ...breaks.edges.map((edge) => edge + 1)] : [];
  const bounds = lane.bounds
    .filter((bound) => bound.over === over)
    .flatMap(({ from, to }) => [Number(from ?? 0), to === null ? 0 : Number(to) + 1]);
  return [...table, ...bounds].filter((start) => start > 0);
}

/** Counts of units at which something changes: few and many, and both sides of every edge in units. */
export function crowdsOf(lanes: readonly Lane[], perItem: boolean): number[] {
  const edges = lanes.flatMap((lane) => [
    ...startsOf(lane, 'units'),
    ...(lane.freeFrom?.over === 'units' ? [lane.freeFrom.value] : []),
  ]);
  const counted = perItem || lanes.some((lane) => lane.fees.alone.item > 0 || isPerItem(lane.price.rate));
  const crowds = [
    1,
    ...(counted || edges.length > 0 ? [stated.units] : []),
    ...edges.flatMap((edge) => [edge - 1, edge]),
  ];
  return [...new Set(crowds)].filter((units) => units >= 1 && units <= stated.units);
}

const amountsOf = (rate: Rate): Minor[] => {
  const breaks = breaksOf(rate);
  if (breaks) return breaks.breaks.map((one) => one.amount);
  const { most } = reachOf(rate);
  return Number.isFinite(most) && most > 0 ? [most] : [];
};

/** Whether percentages take a basket of this list value below a threshold that it reaches without them. */
const forfeits = (free: Threshold | null, value: Minor, percents: readonly Decimal[]): boolean =>
  free?.test === 'after' && value >= free.value && value < leastBefore(free.value, percents);
