import { lazily, type Mass, type Minor, memo, minor, once } from '../../exact/index.ts';
import { type Breaks, breaksOf, type Lane, laneCharge, type Shipment, summedOf } from '../../rates/index.ts';
import { stated } from '../bounds.ts';
import type { Listed } from '../dialect.ts';
import { exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { asksMass, type GroupLane, reachWithFees } from '../goods-groups.ts';
import { basketsOfFew, type Figures, mostOfGoods, shapeOf } from '../of-goods.ts';
import { type Piece, pieces, piecesOf, thinned } from '../pieces.ts';
import type { Charges, Run, Single } from './runs.ts';

/** What a lane charges some goods by their mass, and what of it no parcel says. */
export interface Charged {
  readonly charges: Charges;
  /** What it charges one, two and three of some of the goods, each alone: asked only where those matter. */
  readonly singles: () => readonly Single[];
  /** Masses by which the rate itself goes up: where its breaks end, and for each started how much. */
  readonly steps: readonly Mass[];
  readonly least: Minor;
  readonly most: Minor;
  /** Whether the book asks for masses. */
  readonly isWeighed: boolean;
  /** Whether it is not offered somewhere within the stated bounds. */
  readonly ends: boolean;
  readonly fidelity: Fidelity;
}

/** The most runs of mass of one lane. */
export const mostRuns = 400;

const small: Shipment = { from: '', value: 1, after: 1, units: 1, mass: 1, bought: 1, long: 1, pieces: [] };
const noStop = unsayable({ is: 'no stop' }, 'an open last break', 'live with it');
const nobody = { place: { country: '', part: null, postcode: null }, moment: 0, carrier: null };

/** What baskets of some goods are worth and weigh. */
interface Range {
  readonly least: number;
  readonly value: number;
  /** The most that those weigh which are worth no more than so much. */
  readonly massUpTo: (value: number) => number;
  /** All of them, where goods are of few sorts. */
  readonly baskets: readonly Figures[] | null;
}

/** Whether a lane charges by what discounts leave of a value. */
const goesByRest = ({ lane, price }: GroupLane): boolean => lane.after && breaksOf(price.rate)?.over === 'value';

/** Whatever they cost: what is told does not change with a price. */
const atAnyPrice = (by: GroupLane, goods: readonly Listed[]): Range => ({
  // Nothing is worth nothing where no item is, and nothing is taken off.
  least: goesByRest(by) || goods.some(({ price }) => price === 0) ? 0 : 1,
  value: stated.value,
  massUpTo: () => stated.mass,
  baskets: null,
});
const asPriced = (by: GroupLane, goods: readonly Listed[], value: number): Range => {
  const most = mostOfGoods(goods, value);
  // Of what is not weighed any mass is as good; what discounts leave little of may weigh as much as any.
  if (goesByRest(by)) return { least: 0, value: most.value, massUpTo: () => most.mass || stated.mass, baskets: null };
  return {
    least: shapeOf(goods).cheapest,
    value: most.value,
    massUpTo: (worth) => mostOfGoods(goods, Math.min(worth, value)).mass || stated.mass,
    baskets: basketsOfFew(goods)?.filter((one) => one.value <= value) ?? null,
  };
};

/** What a lane charges some goods whatever they cost; or what keeps it from being told. */
export const chargedAtAny = (by: GroupLane, goods: readonly Listed[]): Charged | Fidelity =>
  chargedWithin(by, goods, atAnyPrice(by, goods));

/** What it charges them as they cost and weigh what they do, of baskets that are worth no more than a value. */
export const chargedAsPriced = (by: GroupLane, goods: readonly Listed[], value: number): Charges =>
  pricedBy(goods)(by)(value);
const pricedBy = memo((goods: readonly Listed[]) =>
  memo((by: GroupLane) =>
    once((value: number): Charges => {
      if (shapeOf(goods).cheapest > value) return [];
      const charged = chargedWithin(by, goods, asPriced(by, goods, value));
      return 'charges' in charged ? charged.charges : [];
    }, String),
  ),
);

/**
 * What a lane charges some goods, run by run of their mass: whatever else it goes by (units, value, size) is the least
 * and the most of a run. The lane itself is asked, fees and conversion with it. Or what keeps it from being told.
 */
function chargedWithin(by: GroupLane, goods: readonly Listed[], range: Range): Charged | Fidelity {
  const { lane, price } = by;
  const free: Lane = { ...lane, bounds: [] };
  const ask = (shipment: Partial<Shipment>) => laneCharge(free, price, { ...small, ...shipment }, nobody);
  const breaks = breaksOf(price.rate);
  const summed = summedOf(price.rate);
  const beyond = boundsFidelity(lane);
  const evenly = (least: number, most: number, fidelity: Fidelity): Charged => ({
    charges: [{ after: 0, to: stated.mass, least, most }],
    singles: () => [],
    steps: [],
    least: minor(least),
    most: minor(most),
    isWeighed: asksMass(by),
    ends: beyond.is !== 'exact' || fidelity.is !== 'exact',
    fidelity: worstOf([fidelity, beyond]),
  });
  if (breaks?.over === 'volume' || (!breaks && !summed)) {
    const { least, most } = reachWithFees(by);
    // What is not measured, or does not fit, is not sent.
    const ends = breaks
      ? breaks.from > 0 || breaks.breaks.length === breaks.edges.length || goods.some(({ sides }) => !sides)
      : asksMass(by);
    return Number.isFinite(most)
      ? evenly(least, most, ends ? noStop : exact)
      : unsayable({ is: 'rate', manner: { is: 'kind', kind: price.rate.is } }, 'a flat rate', 'live with it');
  }
  const runs: Run[] = [];
  let refused = false;
  for (const { units, after, to, masses, others } of shipmentsOf(breaks, summed, lane, goods, range)) {
    const charges: number[] = [];
    for (const other of others)
      for (const one of masses) {
        const charge = ask({ units, mass: one, bought: one, ...other });
        if (charge >= 0) charges.push(charge);
        else refused = true;
      }
    if (charges.length > 0) runs.push({ after, to, least: Math.min(...charges), most: Math.max(...charges) });
  }
  if (runs.length === 0) return noStop;
  return {
    charges: runs,
    singles: lazily(() => singlesOf(by, goods)),
    steps: stepsOf(breaks, summed),
    least: minor(Math.min(...runs.map(({ least }) => least))),
    most: minor(Math.max(...runs.map(({ most }) => most))),
    isWeighed: asksMass(by),
    ends: refused || beyond.is !== 'exact',
    fidelity: worstOf([refused ? noStop : exact, beyond]),
  };
}

function stepsOf(breaks: Exclude<Breaks, { over: 'volume' }> | null, summed: ReturnType<typeof summedOf>): Mass[] {
  const masses = breaks?.over === 'mass' ? [...breaks.edges, ...breaks.breaks.map(({ per }) => per)] : [];
  return [...new Set([...masses, summed?.weight?.per ?? 0])].filter((mass): mass is Mass => mass > 0);
}

/** How many goods stand for all: of more those at even steps of their masses. */
const samples = 100;

/** One, two and three of some goods, each alone. */
const singleShipments = memo((goods: readonly Listed[]): readonly Shipment[] => {
  const weighed = goods.filter(({ mass }) => mass !== null).sort((a, b) => (a.mass ?? 0) - (b.mass ?? 0));
  const step = Math.max(1, weighed.length / samples);
  const some = Array.from({ length: Math.min(samples, weighed.length) }, (_, i) => weighed[Math.floor(i * step)]);
  return some.flatMap((item) =>
    [1, 2, 3].flatMap((units): Shipment[] => {
      if (!item || item.mass === null) return [];
      const [mass, value] = [item.mass * units, item.price * units];
      const long = item.sides ? Math.max(...item.sides) : Number.NaN;
      return [{ ...small, value, after: value, units, mass, bought: mass, long }];
    }),
  );
});

/** What a lane charges them, by their mass; of what it does not take nothing. */
const singlesOf = ({ lane, price }: GroupLane, goods: readonly Listed[]): Single[] =>
  singleShipments(goods).flatMap((shipment): Single[] => {
    const charge = laneCharge(lane, price, shipment, nobody);
    return charge < 0 ? [] : [{ mass: shipment.mass as Mass, charge }];
  });

/** More different masses than these come to so many sums that they are as good as any mass. */
const mostMasses = 2;

/** All that orders of goods weigh of which there are few different masses; null where there are more, or none. */
const fewMasses = memo(
  (goods: readonly Listed[]): readonly { readonly units: number; readonly mass: number }[] | null => {
    const masses = [...new Set(goods.map(({ mass }) => mass))];
    if (masses.length > mostMasses || masses.includes(null)) return null;
    const [one = 0, other = one] = masses as number[];
    const sums = new Map<string, { units: number; mass: number }>();
    for (let units = 1; units <= stated.units; units += 1)
      for (let some = 0; some <= (other === one ? 0 : units); some += 1) {
        const mass = one * (units - some) + other * some;
        sums.set(`${units} ${mass}`, { units, mass });
      }
    return [...sums.values()].sort((a, b) => a.mass - b.mass);
  },
);

/** The least and the most that an item weighs, of which nothing is known nothing; null where none has a mass. */
const massesOf = memo((goods: readonly Listed[]): { readonly lightest: number; readonly heaviest: number } | null => {
  let [lightest, heaviest] = [Number.POSITIVE_INFINITY, 0];
  for (const { mass } of goods) {
    lightest = Math.min(lightest, mass ?? 0);
    heaviest = Math.max(heaviest, mass ?? 0);
  }
  return heaviest === 0 ? null : { lightest, heaviest };
});

/** The long sides of some goods; among them none where an item has no size. */
const longSides = memo((goods: readonly Listed[]): readonly number[] => [
  ...new Set(goods.map(({ sides }) => (sides ? Math.max(...sides) : Number.NaN))),
]);

/** Bounds of a lane that baskets within the stated ones can be outside of: nothing stops there. */
function boundsFidelity({ bounds }: Lane): Fidelity {
  const over = bounds
    .filter(({ over, from, to }) => {
      const most = over === 'mass' || over === 'value' || over === 'units' ? stated[over] : Number.POSITIVE_INFINITY;
      return (from !== null && from > 1) || (to !== null && Number(to) < most);
    })
    .map((bound) => bound.over);
  return over.length === 0 ? exact : unsayable({ is: 'bounds', over }, 'live with it');
}

/** So many units within a run of mass, and the masses and other figures in it at which all its charges are met. */
interface Weighed extends Piece {
  readonly units: number;
  readonly masses: readonly number[];
  readonly others: readonly Partial<Shipment>[];
}

/** The units and masses that some goods come to within the stated bounds, cut where the charge may change. */
function shipmentsOf(
  breaks: Exclude<Breaks, { over: 'volume' }> | null,
  summed: ReturnType<typeof summedOf>,
  lane: Lane,
  goods: readonly Listed[],
  range: Range,
): Weighed[] {
  const byMass = breaks?.over === 'mass' || (summed?.weight ?? null) !== null;
  const byUnits = breaks?.over === 'units' || (summed?.further ?? 0) > 0 || lane.fees.alone.item > 0;
  const ofMass = (units: number, mass: number, other: Partial<Shipment> = {}): Weighed => ({
    units,
    after: mass - 1,
    to: mass,
    masses: [mass],
    others: [other],
  });
  if (range.baskets)
    return range.baskets.map(({ value, units, mass, long }) => ofMass(units, mass, { value, after: value, long }));
  const most = range.massUpTo(range.value);
  const few = byMass ? fewMasses(goods) : null;
  if (few) return few.flatMap(({ units, mass }) => (mass > most ? [] : [ofMass(byUnits ? units : 1, mass)]));
  const known = massesOf(goods);
  const units = byUnits ? Array.from({ length: stated.units }, (_, i) => i + 1) : [1];
  const cut = byMass
    ? massPieces(breaks, summed).map((piece) => ({ ...piece, others: [{}] }))
    : othersOf(breaks, goods, range);
  return units.flatMap((count) =>
    cut.flatMap(({ after, to, inner, others }): Weighed[] => {
      const above = known ? Math.max(after, known.lightest * count - 1) : after;
      // Of how many it is does not matter where nothing goes by units: so many of the heaviest are the most.
      const heaviest = known ? Math.min(most, known.heaviest * (byUnits ? count : stated.units)) : stated.mass;
      const end = Math.min(to, heaviest);
      if (end <= above) return [];
      const within = inner.flatMap((one) => [one.after + 1, one.to]).filter((mass) => mass > above && mass <= end);
      return [{ units: count, after: above, to: end, masses: [...new Set([above + 1, ...within, end])], others }];
    }),
  );
}

/** What goods come to besides of which all charges are met that do not go by mass, and what they may weigh then. */
function othersOf(
  breaks: Exclude<Breaks, { over: 'volume' }> | null,
  goods: readonly Listed[],
  range: Range,
): (ReturnType<typeof thinned>[number] & Pick<Weighed, 'others'>)[] {
  const any = { after: 0, to: stated.mass as number, inner: [] };
  if (breaks?.over === 'long side') return [{ ...any, others: longSides(goods).map((long) => ({ long })) }];
  if (breaks?.over !== 'value') return [{ ...any, others: [{}] }];
  const all = [
    { after: -1, to: breaks.from - 1 },
    ...piecesOf(breaks, breaks.from - 1, stated.value),
    { after: breaks.edges.at(-1) ?? 0, to: stated.value },
  ];
  return all
    .filter(({ after, to }) => to > after && to >= range.least && after < range.value)
    .map(({ after, to }) => {
      const ends = [Math.max(after + 1, range.least), Math.min(to, range.value)];
      return { ...any, to: range.massUpTo(to), others: ends.map((value) => ({ value, after: value })) };
    });
}

/** Runs of mass of a rate that goes by it, with what lies below and beyond its steps. */
function massPieces(
  breaks: Exclude<Breaks, { over: 'volume' }> | null,
  summed: ReturnType<typeof summedOf>,
): ReturnType<typeof thinned> {
  const all = breaks
    ? [
        { after: 0, to: breaks.from - 1 },
        { after: breaks.from - 1, to: breaks.from },
        ...piecesOf(breaks, breaks.from, stated.mass),
        // Beyond the last break of a table that ends nothing is offered.
        ...(breaks.breaks.length > breaks.edges.length ? [] : [{ after: breaks.edges.at(-1) ?? 0, to: stated.mass }]),
      ]
    : pieces(0, summed?.weight?.started ? summed.weight.per : Math.ceil(stated.mass / mostRuns), stated.mass);
  const within = all.filter(({ after, to }) => after >= 0 && to > after && after < stated.mass);
  return thinned(within, mostRuns);
}
