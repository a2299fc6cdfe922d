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
interface Shape {
  readonly cheapest: number;
  readonly longest: number;
  readonly corners: readonly Corner[];
}

/**
 * What baskets of some goods come to within the stated bounds that are worth no more than a value, as goods cost and
 * weigh what they do. One of the cheapest is always within it.
 */
export function mostOfGoods(goods: readonly Listed[], value: number = stated.value): Figures {
  const { cheapest, longest, corners } = shapeOf(goods);
  const worth = Math.max(value, cheapest);
  const units = cheapest === 0 ? stated.units : Math.min(stated.units, Math.floor(worth / cheapest));
  const mass = Math.round(units * massAt(corners, worth / units));
  return { value: worth, units, mass: Math.min(stated.mass, mass), long: longest };
}

const noSides: readonly number[] = [];

/** The same goods are asked of again and again. */
export const shapeOf = memo((goods: readonly Listed[]): Shape => {
  let [cheapest, longest] = [Number.POSITIVE_INFINITY, Number.NaN];
  // The heaviest of each price.
  const heaviest = new Map<number, number>();
  for (const { price, mass, sides } of goods) {
    if (price < cheapest) cheapest = price;
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
  return { cheapest: goods.length === 0 ? 0 : cheapest, longest, corners };
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

/** The least that goods are worth which weigh so much, in as many units as are compared. */
export function leastWorth(corners: readonly Corner[], mass: number): number {
  const each = mass / stated.units;
  const i = corners.findIndex((one) => one.mass >= each);
  if (i < 0) return Number.POSITIVE_INFINITY;
  const [before, after] = [corners[i - 1], corners[i] as Corner];
  if (!before) return 0;
  const price = before.price + ((after.price - before.price) * (each - before.mass)) / (after.mass - before.mass);
  return Math.floor(price * stated.units);
}
