import { gram, type Minor, minor } from '../exact/index.ts';
import { stated } from './bounds.ts';
import type { Listed } from './dialect.ts';
import { type GroupLane, takenBy } from './goods-groups.ts';
import { mostOf } from './programme.ts';

/** Goods of one fee, price and mass. */
interface Kind {
  readonly fee: number;
  readonly price: number;
  readonly mass: number;
}

/**
 * The most that fees of each unit come to within the stated bounds, in minor units: of goods that cost and weigh what
 * they do, in any numbers; of very many kinds hardly less than is said.
 *
 * @param counts which fees are looked at
 */
export function mostFees(
  goods: readonly Listed[],
  counts: (handling: NonNullable<Listed['handling']>) => boolean = () => true,
): Minor {
  const kinds = new Map<string, Kind>();
  for (const { handling, price, mass } of goods)
    if (handling !== null && handling.each > 0 && counts(handling)) {
      const kind = { fee: handling.each, price, mass: (mass ?? 0) / gram };
      kinds.set(Object.values(kind).join(' '), kind);
    }
  const all = [...kinds.values()].sort((a, b) => b.fee - a.fee);
  const most = (all[0]?.fee ?? 0) * stated.units;
  if (all.length > mostKinds) return minor(most);
  // What asks more of a basket and has no higher fee is not needed.
  const needed = all.filter((one, i) =>
    all.every((other, j) => i === j || other.fee < one.fee || other.price > one.price || other.mass > one.mass),
  );
  return minor(needed.length > mostNeeded ? Math.min(most, atMost(needed)) : exactly(needed));
}

/** Goods of a group with the lanes that a channel is told. */
interface Delivered {
  readonly goods: readonly Listed[];
  readonly lanes: readonly { readonly service: string; readonly by: GroupLane }[];
}

/** The same of baskets that some service takes. */
export function mostFeesOf(delivered: readonly Delivered[]): Minor {
  const taken = new Map<string, Set<Listed>>();
  for (const { goods, lanes } of delivered) {
    const handled = goods.filter(({ handling }) => handling);
    if (handled.length === 0) continue;
    for (const { service, by } of lanes) {
      const some = taken.get(service) ?? new Set<Listed>();
      taken.set(service, some);
      for (const item of takenBy(by, handled)) some.add(item);
    }
  }
  return minor(Math.max(0, ...[...taken.values()].map((goods) => mostFees([...goods]))));
}

const [mostKinds, mostNeeded] = [500, 6];

/** In any numbers that are whole. */
function exactly(kinds: readonly Kind[]): number {
  let best = 0;
  const add = (i: number, fees: number, units: number, value: number, mass: number): void => {
    best = Math.max(best, fees);
    const kind = kinds[i];
    // The highest fees come first.
    if (!kind || fees + units * kind.fee <= best) return;
    const within = (left: number, each: number) => (each === 0 ? units : Math.floor(left / each));
    const many = Math.min(units, within(value, kind.price), within(mass, kind.mass));
    for (let n = many; n >= 0; n -= 1)
      add(i + 1, fees + n * kind.fee, units - n, value - n * kind.price, mass - n * kind.mass);
  };
  add(0, 0, stated.units, stated.value, stated.mass / gram);
  return best;
}

/** In any numbers at all. */
const atMost = (kinds: readonly Kind[]): number =>
  Math.floor(
    mostOf(
      [stated.units, stated.value, stated.mass / gram],
      kinds.map(({ fee, price, mass }) => ({ most: stated.units, gives: fee, rows: [1, price, mass] })),
      0,
    ) + 1e-6,
  );
