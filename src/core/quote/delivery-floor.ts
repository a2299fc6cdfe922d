import type { Carriage, Costing } from './costing.ts';
import type { Left } from './field.ts';
import { type Candidate, deliveryWant, goesDownTo, isFreeDelivery } from './live.ts';

/**
 * Makes the function that bounds what delivery costs beside sets that go on from the one in hand, whose carriage is
 * given.
 */
export function deliveryFloor(
  costing: Costing,
  { rate, waivable, stays }: Readonly<Carriage>,
  left: Left,
): (gifts: boolean, discounts: boolean, deliveries: readonly Candidate[]) => number {
  const added = 1 + (costing.tax?.delivery ?? 0);
  return (gifts, discounts, deliveries) => {
    const any = (gifts && costing.gifts === 'any') || (discounts && costing.discounts === 'any');
    if (any) return 0;
    if (rate < 0) return Number.POSITIVE_INFINITY;
    const fixed = (!gifts || costing.gifts === 'no matter') && (!discounts || costing.discounts === 'no matter');
    let [off, waives, settles] = [0, false, true];
    for (const { offer } of [...left.delivering, ...deliveries]) {
      const want = deliveryWant(offer, rate);
      off += want.off;
      waives ||= fixed ? want.waives : isFreeDelivery(offer);
      // At a higher charge, one that goes down to a price takes all the more.
      settles &&= !goesDownTo(offer);
    }
    const charge = fixed || settles || off === 0 ? Math.max(0, rate - off) : 0;
    const paid = charge + (waives ? 0 : waivable) + stays;
    return costing.tax ? Math.max(paid, paid * added - 0.5) : paid;
  };
}
