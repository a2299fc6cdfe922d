import { minor } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import { amountIfAny, amountIn } from '../amounts.ts';
import { stated } from '../bounds.ts';
import { bounded, exact, type Fidelity } from '../fidelity.ts';
import type { CampaignBenefit } from './format.ts';
import { lostInLines } from './in-lines.ts';
import type { ToldOffer } from './offers.ts';
import type { Beside, Way } from './units.ts';

/** The offers that are told, and what is known of the goods and rates they act on. */
export interface Choosing {
  readonly told: readonly ToldOffer[];
  /** Whether at most one of two acts. */
  competes(a: ToldOffer, b: ToldOffer): boolean;
  /** Whether delivery that an offer is for may be free from a value, which goods offers lower. */
  isFreeFrom(offer: Offer): boolean;
  /** Every set of tags that some listing carries, of those that offers act on. */
  readonly tagged: readonly ReadonlySet<string>[];
}

/**
 * Of offers that compete the shop uses the one that saves more alone, at list prices; the book the one by which the
 * shopper pays less beside all others that act. Where others act beside them, and lower what they take, the shop may
 * choose the one that then takes less.
 */
export function choosingFidelity(choosing: Choosing, one: ToldOffer): Fidelity {
  const { told, competes } = choosing;
  let off = 0;
  const offers = new Set<string>();
  for (const rival of told.filter((other) => other !== one && competes(one, other)))
    for (const [chosen, better] of [
      [one, rival],
      [rival, one],
    ] as const) {
      const beside = told.filter((other) => other !== chosen && other !== better && !competes(chosen, other));
      const lost = Math.min(lostBy(choosing, chosen, better, beside), better.most);
      if (lost === 0) continue;
      off = Math.max(off, lost);
      offers.add(rival.offer.id);
    }
  if (off === 0) return exact;
  return bounded(off, { is: 'chosen at list prices', offers: [...offers], off: minor(off) }, 'add', 'live with it');
}

/**
 * The most that is lost where one offer is chosen though another takes more, in minor units: between the list values
 * from which one more of all acts, or takes more.
 */
function lostBy(choosing: Choosing, chosen: ToldOffer, better: ToldOffer, beside: readonly ToldOffer[]): number {
  if (beside.length === 0 || doTheSame(chosen, better)) return 0;
  // Of many offers there are very many pairs.
  const rounds = choosing.told.length <= 6 ? 40 : choosing.told.length <= 12 ? 6 : 0;
  const least = Math.max(...[chosen, better].map((one) => Math.min(...edgesOf(one))));
  const edges = [chosen, better, ...beside].flatMap(edgesOf).filter((value) => value > least);
  const starts = [...new Set([least, ...edges])].sort((a, b) => a - b);
  return Math.max(
    ...starts.map((from, i) => {
      const acting = beside.flatMap((one) => {
        const way = wayAt(one, from, 'the same');
        return way ? [way] : [];
      });
      const others = besideOf(acting);
      // What others pay of delivery is not paid again; what goods offers lower it may cost what it did not.
      const isPaid = acting.some(({ is }) => is === 'delivery');
      const isLowered = choosing.isFreeFrom(better.offer) && others.goods.length > 0;
      const [own, rival] = [
        wayAt(chosen, from, isPaid ? 'nothing' : 'the same'),
        wayAt(better, from, isLowered ? 'the most' : 'the same'),
      ];
      if (!own || !rival) return 0;
      const rivals = { chosen: own, better: rival, beside: others };
      const values = { from, to: starts[i + 1] ?? stated.value };
      const lost = lostInLines(rivals, values, choosing.tagged, rounds);
      const shares = acting.filter(({ is }) => is === 'share').length;
      const ofOrder = [own, rival].filter(({ is }) => is === 'share' || is === 'amount').length;
      // Beside one share, or none, what takes more alone takes more then too, however it is rounded.
      return lost === 0 && shares < 2 ? 0 : Math.ceil(lost) + ofOrder + shares;
    }),
  );
}

/** The list values from which an offer takes something, or more. */
const edgesOf = ({ campaigns }: ToldOffer): number[] => campaigns.map(({ leastValue }) => amountIfAny(leastValue) ?? 0);

/** How an offer takes something off an order of a list value; null where it takes nothing. */
function wayAt(
  { campaigns, pays, most }: ToldOffer,
  value: number,
  beside: Extract<Way, { is: 'delivery' }>['beside'],
): Way | null {
  const ways = campaigns
    .filter(({ leastValue }) => (amountIfAny(leastValue) ?? 0) <= value)
    .map(({ benefit }): Way => (benefit.kind === 'delivery' ? { is: 'delivery', pays, most, beside } : wayOf(benefit)));
  // Of steps, which are amounts off the order, the largest that is reached.
  const [first = null, ...others] = ways;
  return others.reduce((one, other) => (amountOf(other) > amountOf(one) ? other : one), first);
}

const wayOf = (benefit: Exclude<CampaignBenefit, { kind: 'delivery' }>): Way =>
  benefit.kind === 'goods'
    ? { is: 'goods', on: benefit }
    : benefit.off.is === 'percent'
      ? { is: 'share', share: Number(benefit.off.percent) / 100 }
      : { is: 'amount', amount: amountIn(benefit.off.amount) };

const amountOf = (way: Way | null): number => (way?.is === 'amount' ? way.amount : 0);

/** What ways come to together beside others. */
const besideOf = (ways: readonly Way[]): Beside => ({
  goods: ways.flatMap((way) => (way.is === 'goods' ? way.on : [])),
  shares: ways.reduce((sum, way) => sum + (way.is === 'share' ? way.share : 0), 0),
  amounts: ways.reduce((sum, way) => sum + amountOf(way), 0),
});

const doTheSame = (a: ToldOffer, b: ToldOffer): boolean => {
  const benefits = ({ campaigns }: ToldOffer) =>
    JSON.stringify(campaigns.map((one): [CampaignBenefit, string | null] => [one.benefit, one.leastValue]));
  return benefits(a) === benefits(b);
};
