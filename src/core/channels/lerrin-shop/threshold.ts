import type { CompiledBook } from '../../book/index.ts';
import { type Minor, minor } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import type { FreeFrom } from '../../rates/index.ts';
import { type Acting, loweringAt } from '../acting.ts';
import { afterGoodsOnly, type FreedLevels } from '../after-goods.ts';
import { beforeOnly, chargedUpTo, type LostUpTo, stated } from '../bounds.ts';
import type { Level } from '../charged-for-goods.ts';
import { bounded, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { type Beside, besideAnything } from './beside.ts';
import { manifest } from './manifest.ts';

/** From what value of the basket a lane is free at the shop; null where that is said by its steps, or not at all. */
export interface ToldThreshold {
  readonly freeFrom: Minor | null;
  readonly fidelity: Fidelity;
}

/** What a threshold frees: what goods of a group are charged, and handling fees beside it. */
interface Freed {
  readonly levels: readonly Level[];
  /** The same at the most, of what is worth no more than so much. */
  readonly rate: LostUpTo;
  readonly handling: Minor;
}

/**
 * A lane's threshold as the shop tests it: the value of the whole basket, after goods campaigns alone. Of a group by
 * itself, beside which no other goes, its own value is that of the basket.
 */
export function thresholdOf(book: CompiledBook, asked: FreeFrom, freed: Freed, beside: Beside): ToldThreshold {
  const free: FreeFrom = beside.any === null ? { ...asked, of: 'basket' } : asked;
  if (free.over !== 'value')
    return {
      freeFrom: null,
      fidelity: unsayable({ is: 'threshold', over: free.over }, 'free from the basket', 'live with it'),
    };
  // What no goods that go there are worth is met on neither side.
  if (free.value > beside.worth) return { freeFrom: free.value, fidelity: exact };
  // The dearest pays: what is freed beside another group is no more than it is dearer.
  const charged = freed.rate(chargedUpTo(actingBeside(book, beside), free));
  const off = Math.max(0, charged - (beside.any ?? 0)) + freed.handling;
  const own =
    free.of === 'group' && off > 0
      ? bounded(off, { is: 'threshold of the basket', off: minor(off) }, 'free from the basket', 'live with it')
      : exact;
  const tested = afterGoods(book, free, freed, beside);
  return { freeFrom: free.value, fidelity: worstOf([own, tested]) };
}

/** The threshold of a lane for goods with a rate of their own, which may be waived by it with the lane's group. */
export function ownThreshold(book: CompiledBook, free: FreeFrom, freed: Freed, { zones }: Beside): ToldThreshold {
  const most = minor(freed.rate(stated.value) + freed.handling);
  if (most === 0) return { freeFrom: null, fidelity: exact };
  if (free.of === 'basket') return thresholdOf(book, free, freed, { ...besideAnything, zones });
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
function afterGoods(book: CompiledBook, free: FreeFrom, { levels, rate, handling }: Freed, beside: Beside): Fidelity {
  // Of what is freed no more is lost than it is dearer than what else is there: that does not go for handling.
  const freed: FreedLevels = {
    ...beside,
    // Beside nothing else goods that are freed are worth what is asked themselves.
    levels: levels
      .filter(({ upTo }) => beside.any !== null || upTo >= free.value)
      .map((level) => ({ ...level, charge: level.charge + handling })),
    paid: (offer, upTo) => (handling > 0 ? 0 : beside.paid(offer, upTo)),
  };
  const acting = actingBeside(book, beside);
  return worstOf([
    afterGoodsOnly(acting, free, freed, loweringAt(acting).filter(isOfGoods)),
    beforeOnly(
      acting,
      free,
      (value) => rate(value) + handling,
      ({ level }) => level === 'order',
    ),
  ]);
}

const actingBeside = (book: CompiledBook, { zones, acts }: Beside): Acting => ({
  book,
  channel: manifest.id,
  zones,
  acts,
});
