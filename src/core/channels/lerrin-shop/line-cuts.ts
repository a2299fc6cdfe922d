import { roundedByLine, stated } from '../bounds.ts';
import type { CampaignBenefit } from './format.ts';

export type OnGoods = Extract<CampaignBenefit, { kind: 'goods' }>;

/** What is taken off a unit by its price, as straight pieces of which the least counts; of several any may be so. */
type Taking = readonly Piece[];
/** A line through the prices at which it is `base + slope · price`, no less than nothing. */
interface Piece {
  readonly base: number;
  readonly slope: number;
}
const nothing: Piece = { base: 0, slope: 0 };

/** A unit of some price and goods: what it gives to either offer, what is lost by it, and what some share is of. */
interface Unit {
  readonly price: number;
  readonly ahead: number;
  readonly lost: number;
  /** Of each offer of some for the price of fewer, what it takes beyond its share of all. */
  readonly beyond: readonly number[];
}

/**
 * The most that is lost, in minor units, where of two goods offers the one is used that takes more alone, beside others
 * with which it may come to more than a line: over all baskets of the stated bounds. Units of a few prices stand for
 * all, as between them all is straight; how many of each is a linear programme, and any weights of its limits give a
 * bound of it (weak duality), of which the least that is found is taken.
 */
export function lostInLines(chosen: OnGoods, better: OnGoods, beside: readonly OnGoods[]): number {
  const offers = [chosen, better, ...beside];
  const tags = [...new Set(offers.flatMap(({ tag }) => tag ?? []))];
  if (tags.length > mostTags || offers.length > mostOffers) return Number.POSITIVE_INFINITY;
  const units = cellsOf(tags).flatMap((cell) => unitsOf(offers, cell));
  if (units.every(({ lost }) => lost < 1e-6)) return 0;
  const rounding = (some: readonly OnGoods[]) => some.filter(({ off }) => 'percent' in off).length * roundedByLine;
  const own = rounding([chosen, better]);
  const lost = leastBound(units, offers.filter(isSomeForFewer).length, own);
  return lost < 0.5 && own === 0 ? 0 : lost + rounding(offers);
}

const [mostTags, mostOffers] = [4, 5];
const isSomeForFewer = ({ off }: OnGoods): boolean => off.is === 'n for m';

/** Every way in which goods may carry tags or not. */
const cellsOf = (tags: readonly string[]): ReadonlySet<string>[] =>
  tags.reduce<ReadonlySet<string>[]>(
    (cells, tag) => cells.flatMap((cell) => [cell, new Set([...cell, tag])]),
    [new Set()],
  );

/** Units of a cell at each price at which something changes. */
function unitsOf(offers: readonly OnGoods[], cell: ReadonlySet<string>): Unit[] {
  const choices = offers.map((one) => takingsOf(one, cell));
  return product(choices).flatMap((takings) =>
    pricesOf(takings).map((price): Unit => {
      const [one = 0, other = 0, ...more] = takings.map((taking) => taken(taking, price));
      const others = more.reduce((sum, some) => sum + some, 0);
      return {
        price,
        ahead: one - other,
        lost: Math.min(price, other + others) - Math.min(price, one + others),
        beyond: offers.flatMap((offer, i) => {
          if (offer.off.is !== 'n for m') return [];
          const { buy, get, percent } = offer.off;
          const isOn = offer.tag === null || cell.has(offer.tag);
          const share = isOn ? ((get / (buy + get)) * Number(percent)) / 100 : 0;
          return taken(takings[i] ?? [], price) - share * price;
        }),
      };
    }),
  );
}

const taken = (taking: Taking, price: number): number =>
  Math.max(0, Math.min(...taking.map(({ base, slope }) => base + slope * price)));

/** What an offer may take off a unit. */
function takingsOf({ tag, off }: OnGoods, cell: ReadonlySet<string>): Taking[] {
  if (tag !== null && !cell.has(tag)) return [[nothing]];
  switch (off.is) {
    case 'percent':
      return [[{ base: 0, slope: Number(off.percent) / 100 }]];
    case 'amount':
      return [
        [
          { base: cents(off.amount), slope: 0 },
          { base: 0, slope: 1 },
        ],
      ];
    case 'price':
      return [[{ base: -cents(off.price), slope: 1 }]];
    case 'n for m':
      return [[nothing], [{ base: 0, slope: Number(off.percent) / 100 }]];
  }
}

const cents = (amount: string): number => Math.round(Number(amount) * 100);

const product = <T>(lists: readonly (readonly T[])[]): T[][] =>
  lists.reduce<T[][]>((rows, list) => rows.flatMap((row) => list.map((one) => [...row, one])), [[]]);

/** Prices at which pieces meet, and at which some offers together take all; the highest is all that is compared. */
function pricesOf(takings: readonly Taking[]): number[] {
  const inRange = (price: number) => (price > 0 && price < stated.value ? [price] : []);
  const bends = takings.flatMap((taking) =>
    [nothing, ...taking].flatMap((a, i, all) =>
      all.slice(i + 1).flatMap((b) => inRange((b.base - a.base) / (a.slope - b.slope))),
    ),
  );
  const ends = [0, ...bends, stated.value].sort((a, b) => a - b);
  const [one = [], other = [], ...beside] = takings;
  const meets = [one, other].flatMap((taking) => {
    const left = (price: number) => price - [taking, ...beside].reduce((sum, some) => sum + taken(some, price), 0);
    return ends.slice(1).flatMap((to, i) => {
      const from = ends[i] as number;
      const [a, b] = [left(from), left(to)];
      return a * b < 0 ? [from + ((to - from) * a) / (a - b)] : [];
    });
  });
  return [...new Set([...ends.slice(1), ...meets])];
}

/** The least bound that is found by weights of what one offer is ahead, of prices, and of shares. */
function leastBound(units: readonly Unit[], shares: number, rounded: number): number {
  const boundBy = ([ahead = 0, price = 0, ...beyond]: readonly number[]): number =>
    rounded * ahead +
    stated.value * price +
    stated.units *
      Math.max(
        0,
        ...units.map(
          (unit) =>
            unit.lost +
            ahead * unit.ahead -
            price * unit.price -
            unit.beyond.reduce((sum, one, i) => sum + one * (beyond[i] ?? 0), 0),
        ),
      );
  let weights = new Array<number>(2 + shares).fill(0);
  let least = boundBy(weights);
  for (let round = 0; round < 12; round += 1) {
    const before = least;
    for (const i of weights.keys()) {
      const along = (weight: number) => weights.map((one, j) => (j === i ? weight : one));
      let [low, high] = [0, 8];
      for (let step = 0; step < 48; step += 1) {
        const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
        if (boundBy(along(a)) <= boundBy(along(b))) high = b;
        else low = a;
      }
      const found = along((low + high) / 2);
      if (boundBy(found) >= least) continue;
      weights = found;
      least = boundBy(found);
    }
    if (before - least < 0.5) break;
  }
  return least;
}
