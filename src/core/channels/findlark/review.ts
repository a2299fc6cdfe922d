import { conditionKindOf, lies, type Offer, partOf, sharedCode } from '../../offers/index.ts';
import { isFor } from '../acting.ts';
import { exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { untellable } from '../plain-offer.ts';
import { takesOff } from '../taken-off.ts';
import type { Feed } from './feed.ts';

/** Where a review asks for one of each item, with and without the code. */
const shop = 'lerrin-shop';

/**
 * What a review refuses: a code that is not to be known there; of a percentage, items that alone do not come to what is
 * asked, and what is another share beside the shop's other offers.
 */
export function refusedThere({ book, goods, keepsOut }: Feed, offer: Offer): Fidelity {
  if (sharedCode(offer) === null) return exact;
  if (!isFor(book, offer, shop))
    return unsayable(
      { is: 'code unknown at', channel: shop },
      { is: 'meant at', channel: shop },
      'the channel left out',
    );
  if (untellable(offer)) return unsayable({ is: 'code unknown at', channel: shop }, 'the channel left out');
  const off = takesOff(goods, offer)?.steps[0]?.off;
  if (off?.is !== 'percent' && off?.is !== 'percent of the order') return exact;
  const part = partOf(offer) ?? -1;
  const mine = goods.filter((item) => lies(item, part));
  const lost: Fidelity[] = [];
  const value = offer.values[0]?.value ?? null;
  const below = mine.filter(({ price }) => !isMetByOne(offer, price)).length;
  if (below > 0)
    lost.push(
      unsayable(
        { is: 'refused for items below', least: value, goods: below },
        'no least value',
        'the channel left out',
      ),
    );
  const beside = book.offers.filter(
    (other) =>
      other !== offer &&
      other.level !== 'delivery' &&
      other.kind.sort !== 'gift' &&
      other.code === null &&
      isFor(book, other, shop) &&
      untellable(other) === null &&
      takesOff(goods, other)?.steps[0]?.off.is !== 'n for m' &&
      mine.some((item) => lies(item, partOf(other) ?? -1) && isMetByOne(other, item.price)) &&
      (keepsOut(offer, other) !== 'never' || (offer.level === 'order' && other.level === 'goods')),
  );
  if (beside.length > 0)
    lost.push(
      unsayable({ is: 'refused beside', offers: beside.map(({ id }) => id) }, 'the channel left out', 'live with it'),
    );
  return worstOf(lost);
}

/** Whether one unit of an item alone comes to what an offer asks. */
const isMetByOne = ({ conditions, values }: Offer, price: number): boolean =>
  values.every(({ value }) => price >= value) &&
  conditions.every((one) => conditionKindOf(one).value(one) !== null || conditionKindOf(one).need(one).units <= 1);
