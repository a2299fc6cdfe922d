import { minor } from '../../exact/index.ts';
import { type Offer, soleValueCondition } from '../../offers/index.ts';
import { roundedByLine, stated } from '../bounds.ts';
import { bounded, exact, type Fidelity } from '../fidelity.ts';
import type { CampaignBenefit } from './format.ts';
import { lostInLines, type OnGoods } from './line-cuts.ts';
import type { ToldOffer } from './offers.ts';

/**
 * Of offers that compete the shop uses the one that saves more alone, at list prices; the book the one by which the
 * shopper pays less beside all others that act. Where others act beside them, and lower what they take, the shop may
 * choose the one that then takes less.
 *
 * @param isFreeFrom whether delivery that an offer is for may be free from a value, which goods offers lower
 */
export function choosingFidelity(
  told: readonly ToldOffer[],
  one: ToldOffer,
  competes: (a: ToldOffer, b: ToldOffer) => boolean,
  isFreeFrom: (offer: Offer) => boolean,
): Fidelity {
  const rivals = told.filter((other) => other !== one && competes(one, other));
  let off = 0;
  const offers = new Set<string>();
  for (const rival of rivals)
    for (const [chosen, better] of [
      [one, rival],
      [rival, one],
    ] as const) {
      const beside = told.filter((other) => other !== chosen && other !== better && !competes(chosen, other));
      const lost = Math.min(lostBy(chosen, better, beside, isFreeFrom), better.most);
      if (lost === 0) continue;
      off = Math.max(off, lost);
      offers.add(rival.offer.id);
    }
  if (off === 0) return exact;
  return bounded(off, { is: 'chosen at list prices', offers: [...offers], off: minor(off) }, 'add', 'live with it');
}

/** A straight piece of what is taken by the list value. */
interface Piece {
  readonly base: number;
  readonly slope: number;
}

/** What an offer takes by the list value: alone at the least and at the most, and of that beside others. */
interface Taking {
  readonly least: readonly Piece[];
  /** The least of these. */
  readonly most: readonly Piece[];
  /**
   * @param lowered what goods offers beside it take off the goods
   * @param cut what of it a line has no more to give
   */
  beside(alone: number, value: number, lowered: number, cut: number): number;
}

/** Less than any part of a cent that counts. */
const trace = 1e-6;
const flat = (base: number): Piece => ({ base, slope: 0 });
const shareOf = (slope: number, base = 0): Piece => ({ base, slope });
const all = shareOf(1);
const at = ({ base, slope }: Piece, value: number): number => base + slope * value;
const sum = (list: readonly number[]): number => list.reduce((total, one) => total + one, 0);

/**
 * The most that is lost where one offer is chosen though another takes more, in minor units: both are made of straight
 * pieces along the list value, so that it is most where two of them meet, or at an end.
 */
function lostBy(
  chosen: ToldOffer,
  better: ToldOffer,
  beside: readonly ToldOffer[],
  isFreeFrom: (offer: Offer) => boolean,
): number {
  if (beside.length === 0 || doTheSame(chosen, better)) return 0;
  const shares = beside.flatMap(({ offer, campaigns }) =>
    offer.level === 'order' ? campaigns.flatMap(({ benefit }) => percentIn(benefit) ?? []) : [],
  );
  const goods = beside.flatMap((some) => (some.offer.level === 'goods' ? takingOf(some, []) : []));
  const inLines = lostOnLines(chosen, better, beside);
  if (inLines === 0 && shares.length < 2) return 0;
  const [one, other] = [{ ...takingOf(chosen, shares) }, { ...takingOf(better, shares) }];
  // What others pay of delivery is not paid again; what goods offers lower it may cost what it did not.
  if (chosen.offer.level === 'delivery' && beside.some(({ offer }) => offer.level === 'delivery')) one.beside = () => 0;
  if (better.offer.level === 'delivery' && isFreeFrom(better.offer) && goods.length > 0)
    other.beside = () => better.most;
  const cut = cutOf(
    chosen,
    beside.filter(({ offer }) => offer.level === 'goods'),
  );
  const lowest = ({ least }: Taking, value: number) => Math.max(0, ...least.map((piece) => at(piece, value)));
  const highest = ({ most }: Taking, value: number) => Math.max(0, Math.min(...most.map((piece) => at(piece, value))));
  // Goods and order offers take no more than the goods; what is paid of delivery comes on top of that.
  const onOrder = beside.flatMap((some) => (some.offer.level === 'order' ? takingOf(some, []) : []));
  const room = (value: number, lowered: number): number =>
    better.offer.level === 'delivery' && chosen.offer.level !== 'delivery'
      ? Math.max(0, value - lowered - sum(onOrder.map((some) => highest(some, value))))
      : Number.POSITIVE_INFINITY;
  const lostAt = (value: number): number => {
    const [least, most] = [lowest(one, value), highest(one, value)];
    const [from, to] = [lowest(other, value), Math.min(highest(other, value), most)];
    const taken = Math.min(value, sum(goods.map((some) => highest(some, value))));
    return Math.max(
      ...[from, least, taken, to].flatMap((rival) => {
        // Where two pieces meet each may come to a trace more or less than the other.
        if (rival < from - trace || rival > to + trace) return [];
        const own = Math.max(least, rival);
        return [0, taken].map(
          (lowered) =>
            other.beside(rival, value, lowered, 0) -
            Math.min(one.beside(own, value, lowered, Math.min(lowered, cut * own)), room(value, lowered)),
        );
      }),
      0,
    );
  };
  const pieces = [one, other, ...goods, ...onOrder].flatMap(({ least, most }) => [...least, ...most]);
  const together = shareOf(
    sum(goods.map(({ most }) => Math.max(0, ...most.map(({ slope }) => (slope < 1 ? slope : 0))))),
    sum(goods.map(({ most }) => Math.max(0, ...most.map(({ base }) => base)))),
  );
  const least = Math.max(0, ...[chosen, better].map(({ offer }) => soleValueCondition(offer)?.value ?? 0));
  const lost = Math.max(...cornersOf([...pieces, together], least).map(lostAt));
  const rounded = [chosen, better].filter(({ offer }) => offer.level === 'order').length + shares.length;
  // Beside one share, or none, what takes more alone takes more then too, however it is rounded.
  return lost < 0.5 && shares.length < 2 ? 0 : Math.ceil(Math.min(lost, inLines) - trace) + rounded;
}

/** The same of goods offers alone, by the units that they meet on; infinite where that is not looked at. */
function lostOnLines(chosen: ToldOffer, better: ToldOffer, beside: readonly ToldOffer[]): number {
  const onGoods = ({ campaigns }: ToldOffer): OnGoods[] =>
    campaigns.flatMap(({ benefit }) => (benefit.kind === 'goods' ? benefit : []));
  const [[one, ...others], [other, ...more]] = [onGoods(chosen), onGoods(better)];
  if (!one || !other || others.length + more.length > 0) return Number.POSITIVE_INFINITY;
  return lostInLines(one, other, beside.flatMap(onGoods));
}

/** List values at which two straight pieces meet, and both ends. */
const cornersOf = (pieces: readonly Piece[], least: number): number[] => [
  least,
  stated.value,
  ...pieces.flatMap((one, i) =>
    pieces.slice(i + 1).flatMap((other) => {
      const value = (other.base - one.base) / (one.slope - other.slope);
      return value > least && value < stated.value ? value : [];
    }),
  ),
];

function takingOf({ offer, campaigns, most }: ToldOffer, shares: readonly number[]): Taking {
  const [benefit] = campaigns.map((one) => one.benefit);
  const share = campaigns.length === 1 && benefit ? percentIn(benefit) : null;
  const left = Math.max(0, 1 - sum(shares));
  switch (offer.level) {
    case 'order':
      if (share !== null)
        return {
          least: [shareOf(share)],
          most: [shareOf(share)],
          beside: (_, value, lowered) => share * Math.max(0, value - lowered),
        };
      // Of steps any may be what is reached.
      return {
        least: campaigns.length === 1 ? [flat(most)] : [],
        most: [flat(most), all],
        beside: (alone) => alone,
      };
    case 'goods': {
      const beside: Taking['beside'] = (alone, _value, _lowered, cut) => left * Math.max(0, alone - cut);
      const ofAll = benefit && campaigns.length === 1 ? shareAtMost(benefit) : 1;
      return {
        least: share !== null && isOnAll(benefit) ? [shareOf(share, -roundedByLine)] : [],
        most: [shareOf(ofAll, ofAll === 1 ? 0 : roundedByLine), flat(most), all],
        beside,
      };
    }
    case 'delivery':
      return { least: [], most: [flat(most)], beside: (alone) => alone };
  }
}

const isOnAll = (benefit: CampaignBenefit | undefined): boolean => benefit?.kind === 'goods' && benefit.tag === null;

/** A percentage as a share; null where it takes something else. */
const percentIn = (benefit: CampaignBenefit): number | null =>
  benefit.kind !== 'delivery' && benefit.off.is === 'percent' ? Number(benefit.off.percent) / 100 : null;

/** The share of all goods that an offer on goods takes at the most: of some for the price of fewer the cheapest. */
function shareAtMost(benefit: CampaignBenefit): number {
  if (benefit.kind !== 'goods' || benefit.off.is !== 'n for m') return percentIn(benefit) ?? 1;
  const { buy, get, percent } = benefit.off;
  return (get / (buy + get)) * (Number(percent) / 100);
}

/**
 * The share of what an offer takes off goods that lines have no more to give, beside others that act on them first: of
 * a line of which it takes no more than so much, and others so much.
 */
function cutOf({ campaigns }: ToldOffer, beside: readonly ToldOffer[]): number {
  const shares = beside.flatMap((other) => other.campaigns.map(({ benefit }) => percentIn(benefit) ?? 1));
  const ofLine = Math.max(...campaigns.map(({ benefit }) => ofOneLine(benefit)));
  return Math.max(0, 1 - Math.max(0, 1 - sum(shares)) / ofLine);
}

const ofOneLine = (benefit: CampaignBenefit): number =>
  benefit.kind !== 'delivery' && 'percent' in benefit.off ? Number(benefit.off.percent) / 100 : 1;

const doTheSame = (a: ToldOffer, b: ToldOffer): boolean => {
  const benefits = ({ campaigns }: ToldOffer) => JSON.stringify(campaigns.map((one) => [one.benefit, one.leastValue]));
  return benefits(a) === benefits(b);
};
