import { minor, percentOf } from '../../exact/index.ts';
import { bounded, exact, type Fidelity } from '../fidelity.ts';
import type { ToldOffer } from './offers.ts';

type Level = ToldOffer['offer']['level'];

/**
 * Of offers that compete the shop uses the one that saves more alone, at list prices; the book the one by which the
 * shopper pays less beside all others that act. Where others act beside them, and lower what they take, the shop may
 * choose the one that then takes less: by no more than the others lower it, or the other one takes.
 */
export function choosingFidelity(
  told: readonly ToldOffer[],
  one: ToldOffer,
  competes: (a: ToldOffer, b: ToldOffer) => boolean,
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
      const lowered = Math.min(loweredBy(chosen, beside), better.most);
      if (lowered === 0) continue;
      off = Math.max(off, lowered);
      offers.add(rival.offer.id);
    }
  if (off === 0) return exact;
  return bounded(off, { is: 'chosen at list prices', offers: [...offers], off: minor(off) }, 'add', 'live with it');
}

/**
 * By how much others that act beside an offer can lower what it saves. What a goods offer takes, offers on the order
 * take no share of.
 */
function loweredBy({ offer, most }: ToldOffer, beside: readonly ToldOffer[]): number {
  const { level } = offer;
  const on = (one: Level) => beside.filter((other) => other.offer.level === one);
  const sum = (offers: readonly ToldOffer[]) => offers.reduce((all, other) => all + other.most, 0);
  const [goods, same] = [sum(on('goods')), sum(on(level))];
  if (level === 'goods')
    return Math.min(
      most,
      on('order').reduce((all, other) => all + shareOf(other, most), same),
    );
  if (level === 'delivery') return Math.min(most, same + (goods > 0 ? most : 0));
  return Math.min(most, shareOf({ offer, most }, goods) + same);
}

/** How much less an offer on the order takes where so much less is left to take it from. */
function shareOf({ offer: { kind, benefit }, most }: Pick<ToldOffer, 'offer' | 'most'>, less: number): number {
  const share = kind.sort === 'order' ? kind.share(benefit) : null;
  return share ? percentOf(minor(less), share) : Math.min(less, most);
}
