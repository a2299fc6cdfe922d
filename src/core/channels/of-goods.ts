import { memo } from '../exact/index.ts';
import { stated } from './bounds.ts';
import type { Listed } from './dialect.ts';

/** What a basket comes to at the most, each figure by itself; the long side NaN where it is not known. */
export interface Figures {
  readonly value: number;
  readonly units: number;
  readonly mass: number;
  readonly long: number;
}

/** Goods of rising price, of which none weighs less than a cheaper one, or is worth what others of it do together. */
type Corner = Pick<Figures, 'mass'> & { readonly price: number };

/** What some goods cost and measure. */
export interface Shape {
  readonly cheapest: number;
  readonly dearest: number;
  readonly lightest: number;
  readonly longest: number;
  readonly corners: readonly Corner[];
}

/**
 * What baskets of some goods come to within the stated bounds that are worth no more than a value, as goods cost and
 * weigh what they do. One of the cheapest is always within it.
 */
export function mostOfGoods(goods: readonly Listed[], value: number = stated.value): Figures {
  const { cheapest, dearest, longest, corners } = shapeOf(goods);
  const worth = Math.min(Math.max(value, cheapest), dearest * stated.units);
  const units = cheapest === 0 ? stated.units : Math.min(stated.units, Math.floor(worth / cheapest));
  const mass = Math.round(units * massAt(corners, worth / units));
  return { value: worth, units, mass: Math.min(stated.mass, mass), long: longest };
}

const noSides: readonly number[] = [];

/** The same goods are asked of again and again. */
export const shapeOf = memo((goods: readonly Listed[]): Shape => {
  let [cheapest, dearest, lightest, longest] = [Number.POSITIVE_INFINITY, 0, Number.POSITIVE_INFINITY, Number.NaN];
  // The heaviest of each price.
  const heaviest = new Map<number, number>();
  for (const { price, mass, sides } of goods) {
    if (price < cheapest) cheapest = price;
    if (price > dearest) dearest = price;
    if ((mass ?? 0) < lightest) lightest = mass ?? 0;
    for (const side of sides ?? noSides) if (!(side <= longest)) longest = side;
    const known = heaviest.get(price);
    if (known === undefined || (mass ?? 0) > known) heaviest.set(price, mass ?? 0);
  }
  const corners: Corner[] = [{ price: 0, mass: heaviest.get(0) ?? 0 }];
  for (const [price, mass] of [...heaviest].sort(([a], [b]) => a - b)) {
    if (mass <= (corners.at(-1) as Corner).mass) continue;
    // What lies under the line from the one before to this one is not needed: some of both weigh more.
    while (corners.length > 1 && isUnder(corners.at(-1) as Corner, corners.at(-2) as Corner, { price, mass }))
      corners.pop();
    corners.push({ price, mass });
  }
  if (goods.length === 0) [cheapest, lightest] = [0, 0];
  return { cheapest, dearest, lightest, longest, corners };
});

const isUnder = (one: Corner, from: Corner, to: Corner): boolean =>
  (one.mass - from.mass) * (to.price - from.price) <= (to.mass - from.mass) * (one.price - from.price);

/** The most that a unit weighs on average where units cost so much on average. */
function massAt(corners: readonly Corner[], price: number): number {
  const i = corners.findIndex((one) => one.price > price);
  const [before, after] = [corners.at(i < 0 ? -1 : i - 1) as Corner, corners[i]];
  if (!after) return before.mass;
  return before.mass + ((after.mass - before.mass) * (price - before.price)) / (after.price - before.price);
}

/** The fewest units of some goods that are worth so much and weigh so much; none where nothing is asked for. */
export function leastUnits({ dearest, corners }: Shape, { value, mass }: Pick<Figures, 'value' | 'mass'>): number {
  const heaviest = (corners.at(-1) as Corner).mass;
  return Math.max(value > 0 ? Math.ceil(value / dearest) : 0, mass > 0 ? Math.ceil(mass / heaviest) : 0);
}

/** The least that goods are worth which weigh so much, in as many units as are compared. */
export function leastWorth({ corners }: Shape, mass: number): number {
  const each = mass / stated.units;
  const i = corners.findIndex((one) => one.mass >= each);
  if (i < 0) return Number.POSITIVE_INFINITY;
  const [before, after] = [corners[i - 1], corners[i] as Corner];
  if (!before) return 0;
  const price = before.price + ((after.price - before.price) * (each - before.mass)) / (after.mass - before.mass);
  return Math.floor(price * stated.units);
}

/** Of more sorts of goods than these baskets are not counted up one by one. */
const fewSorts = 3;

/**
 * All baskets of goods of a few sorts within the stated bounds, by what they come to; null where there are more sorts.
 * Where goods are few their prices and masses add up to few sums, and what lies between is no basket.
 */
export const basketsOfFew = memo((goods: readonly Listed[]): readonly Figures[] | null => {
  const sorts = new Map<string, Figures>();
  for (const { price, mass, sides } of goods) {
    const long = sides ? Math.max(...sides) : Number.NaN;
    sorts.set(`${price} ${mass} ${long}`, { value: price, units: 1, mass: mass ?? 0, long });
    if (sorts.size > fewSorts) return null;
  }
  let baskets: Figures[] = [];
  for (const one of sorts.values()) {
    const grown = [...baskets];
    for (let units = 1; units <= stated.units; units += 1)
      for (const other of [nothingYet, ...baskets]) {
        const made: Figures = {
          value: other.value + units * one.value,
          units: other.units + units,
          mass: other.mass + units * one.mass,
          // What is not known of one is not known of all.
          long: other.units === 0 ? one.long : Math.max(other.long, one.long),
        };
        if (made.value <= stated.value && made.units <= stated.units && made.mass <= stated.mass) grown.push(made);
      }
    baskets = grown;
  }
  return baskets;
});
const nothingYet: Figures = { value: 0, units: 0, mass: 0, long: 0 };
