import { memo } from '../exact/index.ts';
import { breaksOf, isRising, type Lane, laneCharge, summedOf } from '../rates/index.ts';
import { stated } from './bounds.ts';
import type { Listed } from './dialect.ts';
import { type GroupLane, reachWithFees, takenBy } from './goods-groups.ts';
import { basketsOfFew, type Figures, leastUnits, leastWorth, mostOfGoods, type Shape, shapeOf } from './of-goods.ts';
import { piecesOf, thinned } from './pieces.ts';

const nobody = { place: { country: '', part: null, postcode: null }, moment: 0, carrier: null };

/** Steps of a measure that is one number. */
type Breaks = Exclude<ReturnType<typeof breaksOf>, null | { over: 'volume' }>;

/** The steps of a lane's rate, and what it charges without bounds of its own; null where it goes by something else. */
function askedOf({
  lane,
  price,
}: GroupLane): { readonly ask: (figures: Figures) => number; readonly breaks: Breaks | null } | null {
  const free: Lane = { ...lane, bounds: [] };
  const breaks = breaksOf(price.rate);
  const isPlain = breaks ? breaks.over !== 'volume' : summedOf(price.rate) !== null;
  const ask = ({ value, units, mass, long }: Figures): number =>
    laneCharge(free, price, { from: '', value, after: value, units, mass, bought: mass, long, pieces: [] }, nobody);
  return isPlain ? { ask, breaks: breaks?.over === 'volume' ? null : breaks } : null;
}

/** The least that a basket of goods comes to by each measure of a lane: after discounts it may be worth nothing. */
const lowestOf = ({ lane }: GroupLane, { cheapest, lightest }: Shape): Figures => ({
  value: lane.after ? 0 : cheapest,
  units: 1,
  mass: lightest,
  long: 0,
});

const figureOf = { value: 'value', units: 'units', mass: 'mass', 'long side': 'long' } as const;

/**
 * The most that a lane charges such baskets, in minor units of the market: gifts and fees of the lane with it, its own
 * bounds and fees of goods aside. Infinite where nothing bounds it.
 */
export function mostCharged(by: GroupLane, goods: readonly Listed[], value: number = stated.value): number {
  const taken = takenBy(by, goods);
  if (taken.length === 0) return 0;
  const asked = askedOf(by);
  if (!asked) return reachWithFees(by).most;
  const few = fewOf(by, asked.breaks, taken);
  if (few)
    return Math.max(0, ...few.filter((one) => one.value <= value).flatMap((one) => chargesFor(asked.ask, one, by)));
  const most = mostOfGoods(taken, value);
  const whole = { ...most, mass: most.mass + by.given };
  if (!asked.breaks) return Math.max(0, asked.ask(whole));
  const { over, from, edges } = asked.breaks;
  const figure = figureOf[over];
  const lowest = lowestOf(by, shapeOf(taken))[figure];
  // Within a break a charge only rises: the end of each that is come to is the most of it.
  const ends = [...[from, ...edges].filter((edge) => lowest <= edge && edge < whole[figure]), whole[figure]];
  return Math.max(0, ...ends.map((end) => asked.ask({ ...whole, [figure]: end })));
}

/** All baskets of goods, where these are few; null where they are many, or charged by what discounts leave of them. */
const fewOf = (by: GroupLane, breaks: Breaks | null, goods: readonly Listed[]): ReturnType<typeof basketsOfFew> =>
  by.lane.after && breaks?.over === 'value' ? null : basketsOfFew(goods);

/** What a lane charges a basket, with gifts and without them; nothing where it does not take it. */
const chargesFor = (ask: (figures: Figures) => number, one: Figures, { given }: GroupLane): number[] =>
  (given === 0 ? [one] : [one, { ...one, mass: one.mass + given }]).map(ask).filter((charge) => charge >= 0);

/** What a lane charges some basket of a group's goods, and the least that such a basket comes to. */
export interface Level extends Omit<Figures, 'long'> {
  readonly charge: number;
  /** What such a basket is worth at the most, in minor units. */
  readonly upTo: number;
}

/**
 * The charges of a lane for baskets of a group's goods within the stated bounds: the least and the most of each run of
 * what it goes by, dearest first; infinite where nothing bounds it.
 */
export const levelsOf = (by: GroupLane, goods: readonly Listed[]): readonly Level[] => levelled(goods)(by);
const levelled = memo((goods: readonly Listed[]) => memo((by: GroupLane) => levelsIn(by, takenBy(by, goods))));

function levelsIn(by: GroupLane, goods: readonly Listed[]): readonly Level[] {
  if (goods.length === 0) return [];
  const shape = shapeOf(goods);
  const asked = askedOf(by);
  if (!asked) {
    const { least, most } = reachWithFees(by);
    const any = { value: shape.cheapest, upTo: stated.value, units: 1, mass: 0 };
    return levelsFrom([most, least].map((charge) => ({ charge, ...any })));
  }
  const { ask, breaks } = asked;
  const few = fewOf(by, breaks, goods);
  const each =
    few &&
    levelsFrom(few.flatMap((one) => chargesFor(ask, one, by).map((charge) => ({ ...one, upTo: one.value, charge }))));
  if (each && each.length <= mostRuns) return each;
  const most = mostOfGoods(goods);
  const whole = { ...most, mass: most.mass + by.given };
  const isByUnits =
    breaks?.over === 'units' || by.lane.fees.alone.item > 0 || (summedOf(by.price.rate)?.further ?? 0) > 0;
  const units = isByUnits ? Array.from({ length: whole.units }, (_, i) => i + 1) : [1];
  return levelsFrom(
    runsOf(by, breaks, shape, whole).flatMap(({ least, ends }) =>
      units.flatMap((some): Level[] => {
        const mass = breaks?.over === 'mass' ? Math.max(0, least.mass - by.given) : 0;
        const worth = breaks?.over === 'value' ? least.value : 0;
        const count = Math.max(some, leastUnits(shape, { value: worth, mass }));
        const value = Math.max(worth, count * shape.cheapest, leastWorth(shape, mass));
        if (value > stated.value || count > stated.units || (isByUnits && count > some)) return [];
        let [low, high] = [Number.POSITIVE_INFINITY, -1];
        for (const one of ends) {
          const charge = ask(isByUnits ? { ...one, units: count } : one);
          if (charge < 0) continue;
          low = Math.min(low, charge);
          high = Math.max(high, charge);
        }
        if (high < 0) return [];
        // Of what is nothing at first the least that is something: only that pays.
        const charges = low === 0 && high > 0 ? [0, 1, high] : [low, high];
        // By what is left after discounts it may be worth more.
        const upTo =
          breaks?.over === 'value' && !by.lane.after ? Math.max(...ends.map((one) => one.value)) : stated.value;
        return charges.map((charge) => ({ charge, value, upTo, units: count, mass }));
      }),
    ),
  );
}

/** The most runs of a measure that are told apart. */
const mostRuns = 40;

/** Baskets that begin a run of a rate's measure, those at its ends, and as large as they may be otherwise. */
function runsOf(
  by: GroupLane,
  breaks: Breaks | null,
  shape: Shape,
  whole: Figures,
): { readonly least: Figures; readonly ends: Figures[] }[] {
  if (!breaks) return [{ least: whole, ends: [{ ...whole, mass: Math.max(1, shape.lightest) }, whole] }];
  if (breaks.over === 'units') return [{ least: whole, ends: [whole] }];
  const figure = figureOf[breaks.over];
  const lowest = lowestOf(by, shape)[figure];
  const at = (measure: number): Figures => ({
    ...whole,
    [figure]: Math.max(lowest, Math.min(measure, whole[figure])),
  });
  const all = [{ after: breaks.from - 1, to: breaks.from }, ...piecesOf(breaks, breaks.from, whole[figure])];
  const within = all.filter(({ after, to }) => after < whole[figure] && to >= lowest);
  return thinned(within, mostRuns).map(({ after, inner }) => ({
    least: at(after + 1),
    // Within a piece a charge in proportion rises: its ends tell all.
    ends: inner.flatMap((one) => [at(one.after + 1), at(one.to)]),
  }));
}

/** Each charge once, with the least that it needs, and the most that it may be worth. */
function levelsFrom(all: readonly Level[]): readonly Level[] {
  const levels = new Map<number, Level>();
  for (const one of all) {
    const { value, upTo, units, mass } = levels.get(one.charge) ?? one;
    levels.set(one.charge, {
      charge: one.charge,
      value: Math.min(value, one.value),
      upTo: Math.max(upTo, one.upTo),
      units: Math.min(units, one.units),
      mass: Math.min(mass, one.mass),
    });
  }
  return [...levels.values()].sort((a, b) => b.charge - a.charge);
}

/**
 * What a lane charges baskets of a group's goods at the least and the most that weigh more than one mass and no more
 * than another.
 */
export function chargedBetween(
  by: GroupLane,
  all: readonly Listed[],
  after: number,
  to: number,
): { readonly least: number; readonly most: number } {
  const goods = takenBy(by, all);
  const asked = askedOf(by);
  const isByMass = asked !== null && (asked.breaks === null || asked.breaks.over === 'mass');
  if (!isByMass || !isRising(by.price.rate)) return ends(by, goods);
  const whole = mostOfGoods(goods);
  const least = asked.ask({ ...whole, value: shapeOf(goods).cheapest, units: 1, mass: after + 1 });
  const most = asked.ask({ ...whole, mass: Math.min(to, whole.mass) + by.given });
  return least < 0 || most < 0 ? ends(by, goods) : { least, most };
}

function ends(by: GroupLane, goods: readonly Listed[]): { least: number; most: number } {
  const charges = levelsOf(by, goods).map(({ charge }) => charge);
  if (charges.length === 0) return { least: 0, most: 0 };
  return { least: Math.min(...charges), most: Math.max(...charges) };
}

/**
 * The most that a lane charges goods in one beyond the dearest of so many shares of them, each charged by itself; null
 * where it may charge more of them less, or goes by several figures at once.
 */
export function beyondShares(by: GroupLane, all: readonly Listed[], shares: number): number | null {
  const goods = takenBy(by, all);
  if (goods.length === 0) return 0;
  const asked = askedOf(by);
  if (!asked || !isRising(by.price.rate)) return null;
  const { ask, breaks } = asked;
  const most = mostOfGoods(goods);
  const whole = { ...most, mass: most.mass + by.given };
  const perUnit = by.lane.fees.alone.item;
  if (!breaks) {
    const { further = 0, weight = null } = summedOf(by.price.rate) ?? {};
    if (weight === null) return ask(whole) - ask({ ...whole, units: Math.ceil(whole.units / shares) });
    // What comes with each unit and with weight is at least a share of it in the dearest.
    if (further + perUnit > 0) return Math.ceil((ask(whole) * (shares - 1)) / shares);
    return ask(whole) - ask({ ...whole, mass: Math.max(1, Math.floor(whole.mass / shares) - 2 * weight.per) });
  }
  // Of the share with the longest there may be one.
  if (breaks.over === 'long side') return perUnit * (whole.units - 1);
  if ((perUnit > 0 && breaks.over !== 'units') || breaks.breaks.some(({ per }) => per > 0)) return null;
  const figure = figureOf[breaks.over];
  const at = (measure: number): number => ask({ ...whole, [figure]: measure });
  const edges = [breaks.from, ...breaks.edges];
  // Where it has just risen, and where a share is about to.
  const ends = edges.flatMap((edge) => [edge + 1, edge * shares]).filter((end) => end > 0 && end < whole[figure]);
  const charges = [...new Set([...ends, whole[figure]])]
    .sort((a, b) => a - b)
    .map((end) => ({ all: at(end), share: at(Math.ceil(end / shares)) }));
  if (charges.some(({ all, share }, i) => share < 0 || all < (charges[i - 1]?.all ?? share))) return null;
  return Math.max(0, ...charges.map(({ all, share }) => all - share));
}
