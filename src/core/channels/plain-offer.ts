import type { ChannelId, CompiledBook } from '../book/index.ts';
import type { Decimal } from '../exact/index.ts';
import { type Offer, sharedCode, soleValueAsk } from '../offers/index.ts';
import { exact, type Threshold, worstOf } from './bounds.ts';
import type { Fidelity, Note } from './dialect.ts';

/** A benefit as plain as the channels' formats of today. */
type PlainBenefit =
  | { readonly is: 'percent off order'; readonly percent: Decimal }
  | { readonly is: 'free services'; readonly services: ReadonlySet<string> }
  | { readonly is: 'free cheapest' };

/** An offer as plain as channels can take it. */
export interface PlainOffer extends Pick<Offer, 'id' | 'order' | 'number' | 'level' | 'zones' | 'from' | 'until'> {
  readonly benefit: PlainBenefit;
  readonly code: string | null;
  readonly asks: Threshold | null;
  /** The offer itself, by which either/or is asked. */
  readonly offer: Offer;
  /** What of it is lost on the way. */
  readonly lost: Fidelity;
}

/** What a channel is told of the book's offers: plain ones, and notes on those that no format says. */
export function plainOffers(book: CompiledBook, channel: ChannelId): { offers: PlainOffer[]; notes: Note[] } {
  const offers: PlainOffer[] = [];
  const notes: Note[] = [];
  for (const offer of book.offers) {
    if (!isFor(book, offer, channel)) {
      notes.push({ clause: { about: 'offer', offer: offer.id }, reads: null, fidelity: exact });
      continue;
    }
    const plain = plainOffer(offer);
    if ('benefit' in plain) offers.push(plain);
    else notes.push({ clause: { about: 'offer', offer: offer.id }, reads: null, fidelity: plain });
  }
  return { offers, notes };
}

/** Whether an offer is meant for shoppers of a channel at all. */
export const isFor = (book: CompiledBook, offer: Offer, channel: ChannelId): boolean =>
  (offer.channels?.has(channel) ?? true) && (offer.markets?.has(book.market.body.id) ?? true);

/** Whether channels can be told an offer, at least in part. */
export const isPlain = (offer: Offer): boolean => 'benefit' in plainOffer(offer);

const unsayable = (why: string, ...remedies: string[]): Fidelity => ({
  is: 'unsayable',
  why,
  remedies: [...remedies, 'leave the channel out of it'],
});

/** An offer made plain, or why it cannot be. */
export function plainOffer(offer: Offer): PlainOffer | Fidelity {
  const benefit = plainBenefit(offer);
  if (!benefit)
    return unsayable(
      `A benefit of the kind “${offer.benefit.is}” as it is here cannot be said there: it does not act.`,
    );
  const asks = soleValueAsk(offer);
  if (asks === undefined)
    return unsayable(
      'Units, or some goods alone, cannot be asked for there: it does not act.',
      'ask for the value of the whole basket',
    );
  if (offer.needs !== null)
    return unsayable('Some goods alone cannot be asked for there: it does not act.', 'hold it for any goods');
  const code = sharedCode(offer);
  if (offer.code && code === null)
    return unsayable('Single-use codes cannot be told there: it does not act.', 'one code for all');
  if (offer.segments)
    return unsayable('Segments of customers are not known there: it does not act.', 'hold it for everybody');
  const { uses, each, most, budget } = offer.limits;
  const limits = [
    uses !== null && 'uses in all',
    each !== null && 'uses a customer',
    most !== null && 'the largest discount',
    budget !== null && 'the budget',
  ].filter(Boolean);
  const lost =
    limits.length === 0
      ? exact
      : unsayable(
          `${limits.join(', ')} cannot be limited there: it goes on.`.replace(/^./, (letter) => letter.toUpperCase()),
          'end it by hand',
        );
  const { id, order, number, level, zones, from, until } = offer;
  return {
    id,
    order,
    number,
    level,
    zones,
    from,
    until,
    offer,
    benefit,
    code,
    asks: asks && { value: asks.value, test: asks.test },
    lost: worstOf([lost]),
  };
}

function plainBenefit({ benefit, kind }: Offer): PlainBenefit | null {
  if (kind.sort === 'order') {
    const percent = kind.share(benefit);
    return percent && { is: 'percent off order', percent };
  }
  if (kind.sort !== 'delivery' || !kind.isFree(benefit)) return null;
  const services = kind.services(benefit);
  return services ? { is: 'free services', services } : { is: 'free cheapest' };
}
