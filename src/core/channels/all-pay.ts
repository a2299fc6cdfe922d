import type { CompiledBook } from '../book/index.ts';
import { minor } from '../exact/index.ts';
import type { Mixing } from '../rates/index.ts';
import { stated } from './bounds.ts';
import { chargedBetween } from './charged-for-goods.ts';
import { addedUp, boundedIf, type Fidelity, noMoreThan } from './fidelity.ts';
import { mostOfGoods } from './of-goods.ts';
import { type PayingGroup, type PayingLane, type Together, togetherIn } from './together.ts';
import { type Widest, widestMix } from './widest-mix.ts';

/** What a lane is told to charge: for the first parcel of so much mass (null: of any), and for each further one. */
export interface ToldParcels {
  readonly first: number;
  readonly further: number;
  readonly holds: number | null;
  /** The most parcels that a basket of its goods comes to. */
  readonly most: number;
  /** What it is off by itself, as is said of its rate. */
  readonly off: number;
}
export const noParcels: ToldParcels = { first: 0, further: 0, holds: null, most: 1, off: 0 };

/** A lane of goods that are told apart from others which the book charges with them. */
export interface PartLane extends PayingLane {
  readonly parcels: ToldParcels;
}

/**
 * How far “all groups pay, and add” follows the book where goods of several groups meet in a basket: by each way of
 * mixing that may come to be used, in every zone and for every service.
 */
export function allPay(book: CompiledBook, groups: readonly PayingGroup<PartLane>[]): Fidelity {
  const places = togetherIn(groups).map(({ service, plain, own }) => {
    const { above, below } = widestMix(book, service, plain, { all: sumOf, off: offBy });
    return {
      mixed: Math.max(above, below),
      // Of all that is bought parts of several groups may be wrong together.
      parted: sumOf(plain.map(offByParts)),
      lines: sumOf(own.map(offByLines)),
    };
  });
  const most = (of: (place: (typeof places)[number]) => number) => minor(Math.max(0, ...places.map(of)));
  const [mixed, parted, lines] = [most((one) => one.mixed), most((one) => one.parted), most((one) => one.lines)];
  const lost = addedUp([
    boundedIf(mixed, { is: 'all groups pay', off: mixed }, 'each group pays', 'live with it'),
    boundedIf(parted, { is: 'parts pay', off: parted }, 'delivered like all others', 'live with it'),
    boundedIf(lines, { is: 'own rates once', off: lines }, 'a template of their own', 'live with it'),
  ]);
  // Not everywhere all of it is lost.
  return noMoreThan(
    lost,
    most((one) => one.mixed + one.parted + one.lines),
  );
}

const sumOf = (charges: readonly number[]): number => charges.reduce((sum, one) => sum + one, 0);

/** How far the sum of some groups differs at the most from a way of mixing them, in a basket of the stated units. */
function offBy(by: Mixing, all: readonly Together<PartLane>[]): Widest {
  const some = [...all].sort((a, b) => b.most - a.most).slice(0, stated.units);
  if (some.length < 2) return { above: 0, below: 0 };
  const [, ...others] = some.map((one) => one.most);
  const sum = sumOf(some.map((one) => one.most));
  switch (by.is) {
    case 'sum':
      return { above: 0, below: 0 };
    case 'highest':
      return { above: sumOf(others), below: 0 };
    case 'highest plus': {
      const less = some.map((one) => (one.most === 0 ? 0 : Math.max(0, by.further - one.least)));
      return {
        above: sumOf(others.map((one) => Math.max(0, one - by.further))),
        // The dearest is not a further one: the group that falls least short may be it.
        below: sumOf(less) - Math.min(...less),
      };
    }
    case 'lowest':
      return { above: sum - Math.min(...some.map((one) => one.least)), below: 0 };
    case 'average':
      return { above: Math.ceil((sum * (some.length - 1)) / some.length), below: 0 };
  }
}

/** Some parcels of some parts: what they are told to pay at the least and the most. */
interface Parcelled {
  /** Whether they are of several parts: of one it is said of its rate what it is off. */
  readonly isSeveral: boolean;
  /** They weigh more than this, and no more than that. */
  readonly after: number;
  readonly to: number;
  readonly least: number;
  readonly most: number;
}

/** Of more sums of parcels than these it is not looked what each comes to. */
const mostSums = 4000;

/**
 * The most by which the parts of what the book charges as one differ from it, each charged by itself: of any numbers of
 * parcels of each what they are told to pay in all, and what the book charges for as much mass.
 */
function offByParts({ parts, by, whole, least, most }: Together<PartLane>): number {
  const many = Math.min(parts.length, stated.units);
  if (many < 2) return 0;
  const dearest = [...parts].sort((a, b) => b.most - a.most).slice(0, many);
  const sum = dearest.reduce((total, one) => total + one.most, 0);
  if (parts.every(({ isFlat }) => isFlat) && least === most) return sum - most;
  // Goods of which no mass is known come in a parcel too.
  const sums = parcelledBy(parts, Math.max(1, mostOfGoods(whole).mass));
  if (sums === null) return Math.max(sum - least, most - least);
  const off = sums.map((one) => {
    const meant = chargedBetween(by, whole, one.after, one.to);
    return Math.max(one.most - meant.least, meant.most - one.least);
  });
  // What one of them is off by itself is said of its rate.
  return Math.max(0, Math.max(0, ...off) - Math.max(...parts.map(({ parcels }) => parcels.off)));
}

/** All sums of parcels that several parts come to within a mass; null where there are too many. */
function parcelledBy(parts: readonly PartLane[], mass: number): readonly Parcelled[] | null {
  let sums: Parcelled[] = [{ isSeveral: false, after: 0, to: 0, least: 0, most: 0 }];
  for (const { parcels } of parts) {
    const { first, further, holds, most } = parcels;
    const grown = new Map<string, Parcelled>();
    const add = (one: Parcelled): void => {
      const key = `${one.isSeveral} ${one.after} ${one.to}`;
      const known = grown.get(key) ?? one;
      grown.set(key, { ...one, least: Math.min(known.least, one.least), most: Math.max(known.most, one.most) });
    };
    for (const one of sums) {
      add(one);
      for (let count = 1; count <= most; count += 1) {
        const charge = first + further * (count - 1);
        const after = one.after + (holds === null ? 0 : holds * (count - 1));
        if (after >= mass) break;
        const to = holds === null ? mass : Math.min(mass, one.to + holds * count);
        add({ isSeveral: one.to > 0, after, to, least: one.least + charge, most: one.most + charge });
      }
    }
    if (grown.size > mostSums) return null;
    sums = [...grown.values()];
  }
  return sums.filter(({ isSeveral }) => isSeveral);
}

/** What lines with a rate of their own add in the book, each by itself, where they are told as one group. */
const offByLines = ({ goods, most }: Together<PartLane>): number => (Math.min(goods, stated.units) - 1) * most;
