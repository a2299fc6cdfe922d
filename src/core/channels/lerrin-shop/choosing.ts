import { minor, percentOf } from '../../exact/index.ts';
import { bounded, exact, type Fidelity } from '../fidelity.ts';
import type { ToldOffer } from './offers.ts';

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

/** By how much others that act beside an offer can lower what it takes. */
function loweredBy({ offer, most }: ToldOffer, beside: readonly ToldOffer[]): number {
  const { level, kind, benefit } = offer;
  const goods = beside.filter((other) => other.offer.level === 'goods').reduce((sum, other) => sum + other.most, 0);
  const same = beside.filter((other) => other.offer.level === level).reduce((sum, other) => sum + other.most, 0);
  if (level === 'goods') return Math.min(most, same);
  if (level === 'delivery') return Math.min(most, same + (goods > 0 ? most : 0));
  const share = kind.sort === 'order' ? kind.share(benefit) : null;
  return Math.min(most, (share ? percentOf(minor(goods), share) : goods) + same);
}
