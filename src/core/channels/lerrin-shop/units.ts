import { stated } from '../bounds.ts';
import type { CampaignBenefit } from './format.ts';

export type OnGoods = Extract<CampaignBenefit, { kind: 'goods' }>;

/** How an offer takes something off an order, in minor units. */
export type Way =
  | { readonly is: 'goods'; readonly on: OnGoods }
  /** A share of what goods offers leave. */
  | { readonly is: 'share'; readonly share: number }
  /** An amount off the order. */
  | { readonly is: 'amount'; readonly amount: number }
  /** What is paid of delivery alone: one of some amounts, or any up to the most; and what it is beside others. */
  | {
      readonly is: 'delivery';
      readonly pays: readonly number[] | null;
      readonly most: number;
      readonly beside: 'the same' | 'nothing' | 'the most';
    };

/** What acts beside either of two offers: on goods, shares of what these leave in all, amounts off the order in all. */
export interface Beside {
  readonly goods: readonly OnGoods[];
  readonly shares: number;
  readonly amounts: number;
}

/** Two offers of which the first is used, and what acts beside either. */
export interface Rivals {
  readonly chosen: Way;
  readonly better: Way;
  readonly beside: Beside;
}

/** Of a sort of some for the price of fewer: up to a price within a range units are free; null: none is, of so few. */
export type Free = Range | null;
/** From one price to another, in minor units, both counting. */
export interface Range {
  readonly from: number;
  readonly to: number;
}
export type SomeForFewer = OnGoods & { readonly off: Extract<OnGoods['off'], { is: 'n for m' }> };
export const isSomeForFewer = (one: OnGoods): one is SomeForFewer => one.off.is === 'n for m';
/** By which such offers have the same units free. */
export const keyOf = ({ tag, off: { buy, get } }: SomeForFewer): string => `${tag ?? ''} ${buy} ${get}`;
/** A unit of some price and goods: what the offer that is used is ahead by it alone, and what is lost by it. */
export interface Unit {
  readonly price: number;
  readonly ahead: number;
  /** What the other takes of it alone. */
  readonly rival: number;
  readonly lost: number;
  /** What is lost where what is used leaves nothing of the goods. */
  readonly lostOfAll: number;
  /**
   * What the other and those beside take off it as goods, where it may be of a line of which some units are free: what
   * all these take, of no line more than it costs, is no part of what is lost by each. Else null.
   */
  readonly mixed: number | null;
  /** What of the offer that is used the unit has no more to give. */
  readonly cut: number;
  /** What rounding may make of what either takes of it, were it a line by itself, and of what is cut. */
  readonly rounded: number;
  readonly cutRounded: number;
  /** Of each sort of some for the price of fewer whether it is on the unit, and whether that is free. */
  readonly parts: readonly { readonly isOn: boolean; readonly isFree: boolean }[];
}

/** What is taken off a unit by its price: the least of some straight pieces, no less than nothing. */
type Taking = readonly Piece[];
interface Piece {
  readonly base: number;
  readonly slope: number;
}
/** Less than any part of a cent that counts. */
export const trace = 1e-6;
const nothing: Piece = { base: 0, slope: 0 };
const half: Piece = { base: 0.5, slope: 0 };

/** Units of a cell at each price at which something changes, where some are free up to a price within a range. */
export function unitsOf(
  { chosen, better, beside }: Rivals,
  cell: ReadonlySet<string>,
  fewer: readonly SomeForFewer[],
  free: readonly Free[],
): Unit[] {
  const isOn = ({ tag }: OnGoods) => tag === null || cell.has(tag);
  const choices = fewer.map((one, i) => (isOn(one) && free[i] ? [false, true] : [false]));
  return product(choices).flatMap((freed) => {
    const isFree = new Set(fewer.flatMap((one, i) => (freed[i] ? [keyOf(one)] : [])));
    const takingOf = (one: OnGoods): Taking =>
      isOn(one) && !(isSomeForFewer(one) && !isFree.has(keyOf(one))) ? ofUnit(one) : [nothing];
    const others = beside.goods.map(takingOf);
    const [own, rival] = [chosen, better].map((way) => (way.is === 'goods' ? takingOf(way.on) : null));
    const parts = fewer.map((one, i) => ({ isOn: isOn(one), isFree: freed[i] ?? false }));
    const from = Math.max(0, ...parts.map((one, i) => (one.isOn && !one.isFree ? (free[i]?.from ?? 0) : 0)));
    const to = Math.min(stated.value, ...parts.map((one, i) => (one.isFree ? (free[i]?.to ?? 0) : stated.value)));
    const ends = parts.flatMap(({ isOn }, i) => (isOn && free[i] ? [free[i].from, free[i].to] : []));
    return pricesOf([own ?? [nothing], rival ?? [nothing]], others, ends, from, to).map((price): Unit => {
      // At the price up to which units are free a line may have both, and those that are not leave it room.
      const isMixed = parts.some(
        (one, i) => one.isOn && free[i] && price >= free[i].from - trace && price <= free[i].to + trace,
      );
      const taken = (one: OnGoods) => takenOff(takingOf(one), price);
      const around = beside.goods.reduce((sum, one) => sum + taken(one), 0);
      const alone = (way: Way) => (way.is === 'goods' ? taken(way.on) : way.is === 'share' ? way.share * price : 0);
      const onGoods = (way: Way) => around + (way.is === 'goods' ? taken(way.on) : 0);
      /** What is off a unit in all, but what is off the order in either case. */
      const inAll = (way: Way, goods: number) =>
        (1 - beside.shares) * goods + (way.is === 'share' ? way.share * (price - goods) : 0);
      const rivals = inAll(better, isMixed ? 0 : Math.min(price, onGoods(better)));
      const ownTaken = chosen.is === 'goods' ? taken(chosen.on) : 0;
      const onLine = (ways: readonly Way[]) => ways.flatMap((way) => (way.is === 'goods' ? way.on : []));
      // To the nearest cent, and of less than half a cent by all of it.
      const rounding = (some: readonly OnGoods[]) =>
        some.reduce((sum, one) => sum + (isRounded(one) ? Math.min(0.5, taken(one)) : 0), 0);
      const isCut = around + ownTaken > price - trace;
      return {
        price,
        ahead: alone(chosen) - alone(better),
        rival: alone(better),
        lost: rivals - inAll(chosen, Math.min(price, onGoods(chosen))),
        lostOfAll: rivals + (beside.shares - 1) * price,
        mixed: isMixed ? onGoods(better) : null,
        cut: Math.max(0, around + ownTaken - price),
        rounded: rounding(onLine([chosen, better])),
        cutRounded: isCut ? rounding([...onLine([chosen, better]), ...beside.goods]) : 0,
        parts,
      };
    });
  });
}

const takenOff = (taking: Taking, price: number): number =>
  Math.max(0, Math.min(...taking.map(({ base, slope }) => base + slope * price)));

/** What an offer takes off a unit it is on, and that is free where some are. */
function ofUnit({ off }: OnGoods): Taking {
  switch (off.is) {
    case 'percent':
    case 'n for m':
      return [{ base: 0, slope: Number(off.percent) / 100 }];
    case 'amount':
      return [
        { base: cents(off.amount), slope: 0 },
        { base: 0, slope: 1 },
      ];
    case 'price':
      return [{ base: -cents(off.price), slope: 1 }];
  }
}

const isRounded = ({ off }: OnGoods): boolean => 'percent' in off && Number(off.percent) !== 100;
const cents = (amount: string): number => Math.round(Number(amount) * 100);

export const product = <T>(lists: readonly (readonly T[])[]): T[][] =>
  lists.reduce<T[][]>((rows, list) => rows.flatMap((row) => list.map((one) => [...row, one])), [[]]);

/** Prices between two at which pieces meet, at which some offers together take all, both ends, and others. */
function pricesOf(
  rivals: readonly Taking[],
  beside: readonly Taking[],
  others: readonly number[],
  least: number,
  most: number,
): number[] {
  if (least > most) return [];
  const inRange = (price: number) => (price > least && price < most ? [price] : []);
  const bends = [...rivals, ...beside].flatMap((taking) =>
    [nothing, half, ...taking].flatMap((a, i, all) =>
      all.slice(i + 1).flatMap((b) => inRange((b.base - a.base) / (a.slope - b.slope))),
    ),
  );
  const ends = [least, ...bends, ...others.flatMap(inRange), most].sort((a, b) => a - b);
  const meets = [...rivals, [nothing]].flatMap((taking) => {
    const left = (price: number) => price - [taking, ...beside].reduce((sum, some) => sum + takenOff(some, price), 0);
    return ends.slice(1).flatMap((to, i) => {
      const from = ends[i] as number;
      const [a, b] = [left(from), left(to)];
      return a * b < 0 ? [from + ((to - from) * a) / (a - b)] : [];
    });
  });
  return [...new Set([...ends, ...meets])];
}
