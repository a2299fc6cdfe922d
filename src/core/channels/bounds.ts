import { orderPercents } from '../book/index.ts';
import { type Decimal, gram, type Mass, type Minor, minor, percentOf } from '../exact/index.ts';
import { allGoods, type Benefit, type Off, type Offer, type Part } from '../offers/index.ts';
import { type Acting, loweringAt } from './acting.ts';
import { bounded, exact, type Fidelity, type MetRange, type Remedy } from './fidelity.ts';
import { excludes } from './keeping-out.ts';

/** Within what baskets answers are compared and bounds are stated. */
export const stated = {
  /** Minor units. */
  value: minor(100_000),
  mass: (30_000 * gram) as Mass,
  units: 20,
  codes: 2,
} as const;

/** What rounding line by line may add or leave. */
export const roundedByLine = Math.ceil(stated.units / 2);

/** From a value of the goods on, that itself counting, before or after discounts. */
export interface Threshold {
  readonly value: Minor;
  readonly test: 'before' | 'after';
  /** Of some goods or of a group by itself; else of the whole basket. */
  readonly of?: 'basket' | 'group';
  readonly goods?: Part;
}
const isOfWhole = ({ of = 'basket', goods = allGoods }: Threshold): boolean => of === 'basket' && goods === allGoods;

/** The most that can be lost of a basket whose goods are worth no more than so much, in minor units. */
export type LostUpTo = (value: number) => number;

const takenBy = (value: number, percents: readonly Decimal[]): number =>
  percents.reduce((sum, percent) => sum + percentOf(minor(value), percent), 0);

/** The least whole number from `low` on for which a test holds that, once it holds, holds for all greater ones. */
function leastFor(low: number, holds: (value: number) => boolean): Minor {
  let [below, above] = [low, low * 2 + 100];
  while (!holds(above) && above < Number.MAX_SAFE_INTEGER / 1e4) above *= 2;
  while (below < above) {
    const middle = Math.floor((below + above) / 2);
    if (holds(middle)) above = middle;
    else below = middle + 1;
  }
  return minor(below);
}

/** Whether a percentage leaves nothing of an order. */
const takesAll = (percent: Decimal): boolean => takenBy(10_000, [percent]) >= 10_000;

/** The least list value whose value after these percentages is at least `after`. */
export const leastBefore = (after: Minor, percents: readonly Decimal[]): Minor =>
  leastFor(after, (value) => value - takenBy(value, percents) >= after);

/** The least list value off which these percentages take at least an amount. */
export const leastTaking = (amount: Minor, percents: readonly Decimal[]): Minor =>
  leastFor(0, (value) => takenBy(value, percents) >= amount);

/** Offers that act together: from which value on they leave a threshold met, and the most they take off below it. */
interface Lowering {
  readonly to: number;
  readonly lost: number;
}

/** What an offer takes off what is worth so much, from a list value on, in minor units; infinite where not known. */
interface Taking {
  readonly from: number;
  readonly share: (worth: number) => number;
  readonly amount: number;
  /** What rounding line by line adds. */
  readonly rounding: number;
}
const none: Taking = { from: 0, share: () => 0, amount: 0, rounding: 0 };

/** One for each step, of which the last counts that is reached; a cap that a channel may not know aside. */
function takingOf(offer: Offer): Taking[] {
  const { benefit, kind } = offer;
  const from = asksWorth(offer);
  if (kind.sort === 'gift') return [];
  if (benefit.is === 'spend steps')
    return benefit.steps.map((step, i) => ({
      ...none,
      from: Math.max(from, step.from),
      // By its test what is spent is no more than all are worth.
      amount: Math.max(...benefit.steps.slice(0, i + 1).map(({ off }) => off)),
    }));
  if (benefit.is === 'buy and get') {
    // Of so many the cheapest: they are worth no more than their share of all.
    const { buy, get, percent } = benefit;
    const share = (worth: number) => percentOf(minor(Math.ceil((worth * get) / (buy + get))), percent);
    return [{ ...none, from, share, rounding: roundedByLine }];
  }
  const { is, off } = benefit as Benefit & { off?: Off };
  if ((is !== 'off order' && is !== 'off goods') || off === undefined)
    return [{ ...none, from, amount: Number.POSITIVE_INFINITY }];
  if (off.by === 'amount')
    return [{ ...none, from, amount: is === 'off order' ? off.amount : off.amount * stated.units }];
  const share = (worth: number) => takenBy(worth, [off.percent]);
  return [{ ...none, from, share, rounding: is === 'off goods' ? roundedByLine : 0 }];
}

/** Beside other goods an offer may act whatever some of them are worth. */
const takingOfSome = (offer: Offer): Taking[] =>
  takingOf(offer)
    .slice(-1)
    .map((last) => ({ ...last, from: 0 }));

/** The most that is taken off goods that are worth no more than so much, in minor units. */
const mostBy = (takings: readonly Taking[], worth: number): number =>
  takings.reduce((sum, { share, amount, rounding }) => sum + Math.min(worth, share(worth) + amount + rounding), 0);

/** The most that some offers take off goods that are worth so much, in minor units, whatever else is in a basket. */
export const mostTaken = (offers: readonly Offer[], worth: number): number =>
  mostBy(offers.flatMap(takingOfSome), worth);

/** The most that an offer takes off a basket that is worth no more than so much, in minor units. */
export const mostTakenOff = (offer: Offer, worth: number): number =>
  mostBy(
    takingOf(offer)
      .filter(({ from }) => from <= worth)
      .slice(-1),
    worth,
  );

/** Infinite where that is not known. What the book frees by leaving offers unused costs no more than they save. */
function loweringOf(value: Minor, offers: readonly Offer[], taking: (offer: Offer) => Taking[] = takingOf): Lowering {
  const all = offers.map(taking);
  const froms = [...new Set([0, ...all.flat().map(({ from }) => from)])].sort((a, b) => a - b);
  let lowering: Lowering = { to: value, lost: 0 };
  froms.forEach((from, i) => {
    const acting = all.flatMap((steps) => steps.filter((one) => one.from <= from).at(-1) ?? []);
    const amounts = acting.reduce((sum, { amount, rounding }) => sum + amount + rounding, 0);
    const taken = (worth: number) => acting.reduce((sum, { share }) => sum + share(worth), 0);
    const isEndless = amounts === Number.POSITIVE_INFINITY || taken(10_000) >= 10_000;
    const least = value + amounts;
    const met = isEndless ? Number.POSITIVE_INFINITY : leastFor(least, (worth) => worth - taken(worth) >= least);
    if (met <= from) return;
    const to = Math.min(met, froms[i + 1] ?? met);
    const lost = isEndless ? Number.POSITIVE_INFINITY : taken(to) + amounts;
    lowering = { to: Math.max(lowering.to, to), lost: Math.max(lowering.lost, lost) };
  });
  return lowering;
}

/** What a basket is worth at the least in which an offer acts: what it asks of some goods, all are worth. */
export const asksWorth = ({ values }: Offer): number => Math.max(0, ...values.map(({ value }) => value));

/** Of some offers those that act on baskets which all of them together may bring below a value. */
export function bringingBelow(value: Minor, offers: readonly Offer[]): readonly Offer[] {
  // A unit at a fixed price is worth as much by itself, but for what else is taken off it: by another fixed price too.
  const [only, ...others] = offers;
  if (others.length === 0 && only?.benefit.is === 'fixed price' && only.benefit.price >= value) return [];
  const { to } = loweringOf(value, offers);
  const within = offers.filter((offer) => asksWorth(offer) < to);
  return within.length === offers.length ? offers : bringingBelow(value, within);
}

/** The highest list value that some offers may bring below a value, within what is compared. */
export const highestBelow = (value: Minor, offers: readonly Offer[]): number =>
  Math.min(loweringOf(value, offers).to - 1, stated.value);

/** A step of an offer: from a value of the basket on it takes so much off, in minor units. */
export type OfferStep = Threshold & { readonly off: Minor };

/**
 * What is lost of an offer's rising steps where one of them is met that the book does not meet, in minor units: what it
 * takes more than the last below it that the book meets all the same, whatever other offers leave.
 */
export function lostAtStep(acting: Acting, steps: readonly OfferStep[], at: number): Minor {
  const step = steps[at] as OfferStep;
  const lowering = loweringAt(acting);
  const isMet = ({ value }: OfferStep) => highestBelow(value, bringingBelow(value, lowering)) < step.value;
  const met = steps.slice(0, at).findLast(isMet);
  return minor(step.off - (met?.off ?? 0));
}

/** Whether an offer may take all of some goods, however many others it is for. */
const isOfUnits = ({ benefit }: Offer): boolean => benefit.is === 'buy and get';

/** The same of some goods, beside others that offers are for too. */
const highestOfSome = (value: Minor, offers: readonly Offer[]): number =>
  offers.some(isOfUnits)
    ? stated.value
    : Math.min(loweringOf(value, offers, takingOfSome).to - 1 + roundedByLine, stated.value);

/** The highest list value of goods that a threshold for them may leave charged in the book, within what is compared. */
export function chargedUpTo(acting: Acting, threshold: Threshold): number {
  if (threshold.test === 'before') return Math.min(threshold.value - 1, stated.value);
  const lowering = loweringAt(acting);
  if (isOfWhole(threshold)) return highestBelow(threshold.value, bringingBelow(threshold.value, lowering));
  return highestOfSome(threshold.value, lowering);
}

/**
 * How far a channel that tests list value, before order codes, can follow a threshold. `most` is the most it can free;
 * `unseen` are the offers before which it tests: all that take something off the goods where nothing else is said. The
 * book takes what is best: an offer that would cost more than it saves it leaves, the channel does not.
 */
export function beforeOnly(
  acting: Acting,
  threshold: Threshold,
  most: LostUpTo,
  unseen: (offer: Offer) => boolean = () => true,
): Fidelity {
  if (threshold.test === 'before') return exact;
  // Of some goods, or of a group, what others take is no matter of how much is in all.
  const isWhole = isOfWhole(threshold);
  const all = isWhole ? bringingBelow(threshold.value, loweringAt(acting)) : loweringAt(acting);
  const lowering = all.filter(unseen);
  const codes = orderPercents(acting.book).filter(({ offer }) => lowering.includes(offer));
  const others = lowering.filter((offer) => !codes.some((one) => one.offer === offer));
  if (lowering.length === 0) return exact;
  const ranges: MetRange[] = [
    ...codes.map(({ offer, percent }) => ({
      from: threshold.value,
      to: takesAll(percent) ? null : minor(leastBefore(threshold.value, [percent]) - 1),
      offer: offer.id,
    })),
    ...others.map((offer) => ({ from: threshold.value, to: null, offer: offer.id })),
  ];
  // What takes all of an order leaves nothing that a higher threshold could be met by.
  const mayRaise = others.length === 0 && !codes.some(({ percent }) => takesAll(percent));
  const raised = (): Remedy => ({
    is: 'raised',
    to: minor(Math.max(...codes.map(({ percent }) => leastBefore(threshold.value, [percent])))),
  });
  // Of some goods the share that is taken is of all goods beside them too.
  const highest = isWhole ? highestBelow : highestOfSome;
  const off = minor(
    Math.max(
      ...lowering.map((one) => {
        const beside = all.filter((other) => other === one || !excludes(acting.book, one, other));
        const charged = most(highest(threshold.value, beside));
        if (!isWhole) return charged;
        // What both see lowers the value first: what is left of it is less than what an offer asks of the list.
        const own = beside.filter(unseen);
        const { lost } = loweringOf(threshold.value, own, own.length < beside.length ? takingOfSome : takingOf);
        return Math.min(charged, lost);
      }),
    ),
  );
  if (off === 0) return exact;
  return bounded(
    off,
    { is: 'tested before discounts', ranges, most: off },
    ...(mayRaise ? [raised()] : []),
    'tested before discounts',
    'live with it',
  );
}
