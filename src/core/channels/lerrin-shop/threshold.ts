import type { CompiledBook } from '../../book/index.ts';
import { type Minor, minor } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import type { FreeFrom } from '../../rates/index.ts';
import { afterGoodsOnly } from '../after-goods.ts';
import { beforeOnly } from '../bounds.ts';
import { bounded, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';

/** From what value of the basket a lane is free at the shop; null where that is said by its steps, or not at all. */
export interface ToldThreshold {
  readonly freeFrom: Minor | null;
  readonly fidelity: Fidelity;
}

/** What a threshold frees at the most: a rate, and handling fees beside it. */
interface Freed {
  readonly rate: Minor;
  readonly handling: Minor;
}

/**
 * A lane's threshold as the shop tests it: the value of the whole basket, after goods campaigns alone. Of a group by
 * itself, beside which no other goes, its own value is that of the basket.
 *
 * @param beside the least that another group pays which may be in a basket with it; null where none may
 */
export function thresholdOf(book: CompiledBook, free: FreeFrom, freed: Freed, beside: number | null): ToldThreshold {
  const most = minor(freed.rate + freed.handling);
  if (free.over !== 'value')
    return {
      freeFrom: null,
      fidelity: unsayable({ is: 'threshold', over: free.over }, 'free from the basket', 'live with it'),
    };
  // The dearest pays: what is freed beside another group is no more than it is dearer.
  const off = beside === null ? 0 : Math.max(0, freed.rate - beside) + freed.handling;
  const own =
    free.of === 'group' && off > 0
      ? bounded(off, { is: 'threshold of the basket', off: minor(off) }, 'free from the basket', 'live with it')
      : exact;
  const tested = afterGoods(book, free, most);
  return { freeFrom: free.value, fidelity: worstOf([own, tested]) };
}

/** The threshold of a lane for goods with a rate of their own, which may be waived by it with the lane's group. */
export function ownThreshold(book: CompiledBook, free: FreeFrom, freed: Freed): ToldThreshold {
  const most = minor(freed.rate + freed.handling);
  if (most === 0) return { freeFrom: null, fidelity: exact };
  if (free.of === 'basket') return thresholdOf(book, free, freed, 0);
  return {
    freeFrom: null,
    fidelity: bounded(most, { is: 'not freed with its group', off: most }, 'free from the basket', 'live with it'),
  };
}

const isOfGoods = ({ kind }: Offer): boolean => kind.sort === 'goods';

/**
 * Goods offers lower the value that is tested there, whatever the book tests, and act there even where they cost the
 * free delivery; order offers do not lower it.
 */
function afterGoods(book: CompiledBook, free: FreeFrom, most: Minor): Fidelity {
  return worstOf([
    afterGoodsOnly(free, most, book.offers.filter(isOfGoods)),
    beforeOnly(book, free, most, ({ level }) => level === 'order'),
  ]);
}
