import { manifests } from '#manifests';
import type { ChannelId, CompiledBook } from '../book/index.ts';
import type { Decimal, Minor } from '../exact/index.ts';
import { batchOf, type Offer, sharedCode, soleValueCondition } from '../offers/index.ts';
import { isFor } from './acting.ts';
import type { Threshold } from './bounds.ts';
import type { Note, Rendition } from './dialect.ts';
import { bounded, exact, type Fidelity, unsayable } from './fidelity.ts';
import type { Manifest } from './manifest.ts';

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
      notes.push({ clause: { about: 'offer', offer: offer.id }, reads: [], fidelity: exact });
      continue;
    }
    const plain = plainOffer(offer);
    if ('benefit' in plain) offers.push(plain);
    else notes.push({ clause: { about: 'offer', offer: offer.id }, reads: [], fidelity: plain });
  }
  return { offers, notes };
}

/** The same as a rendition tells it: of plain offers a channel keeps no limits. */
export const saidPlainly = (offers: readonly PlainOffer[]): Rendition['said'] =>
  new Map(offers.map(({ id }) => [id, new Set()]));

/** Whether channels can be told an offer, at least in part. */
export const isPlain = (offer: Offer): boolean => 'benefit' in plainOffer(offer);

/** What keeps an offer for some customers from being told; null where nothing does. */
export const forSomeCustomers = (offer: Offer): Fidelity | null =>
  offer.segments ? unsayable({ is: 'segments' }, 'everybody', 'the channel left out') : null;

/** That a single-use code told to several channels is good once in each of them. */
export function goodInEach(book: CompiledBook, offer: Offer, channel: ChannelId): Fidelity {
  if (batchOf(offer) === null) return exact;
  const all = manifests.all as readonly Manifest[];
  const others = all.filter(({ id, singles }) => singles !== null && id !== channel && isFor(book, offer, id));
  return others.length === 0
    ? exact
    : bounded(0, { is: 'good in each', channels: others.map(({ id }) => id) }, 'the channel left out', 'live with it');
}

/**
 * What keeps an offer for some customers, or with a code for each shopper, from being told; null where nothing does.
 */
export function forSomeAlone(offer: Offer): Fidelity | null {
  const isSingleUse = offer.code !== null && sharedCode(offer) === null;
  return (
    forSomeCustomers(offer) ??
    (isSingleUse ? unsayable({ is: 'single-use codes' }, 'one code', 'the channel left out') : null)
  );
}

/** What keeps an offer from a storefront that asks the value of the whole basket alone; null where nothing does. */
export function untellable(offer: Offer): Fidelity | null {
  const some = forSomeCustomers(offer);
  if (some) return some;
  if (soleValueCondition(offer) === undefined)
    return unsayable({ is: 'ask' }, 'the value of the basket', 'the channel left out');
  if (offer.needs !== null) return unsayable({ is: 'needs' }, 'any goods', 'the channel left out');
  if (offer.kind.sort === 'gift') return unsayable({ is: 'benefit', kind: offer.benefit.is }, 'the channel left out');
  return null;
}

/** Limits that a channel does not keep; a largest discount is none where no more than `most` is ever taken. */
export function limitsLost({ limits }: Offer, most: Minor | null): Fidelity {
  const lost = (['uses', 'each', 'most', 'budget'] as const).filter(
    (one) => limits[one] !== null && !(one === 'most' && most !== null && (limits.most as Minor) >= most),
  );
  return lost.length === 0 ? exact : unsayable({ is: 'limits', limits: lost }, 'ended by hand', 'the channel left out');
}

/** An offer made plain, or why it cannot be. */
export function plainOffer(offer: Offer): PlainOffer | Fidelity {
  const benefit = plainBenefit(offer);
  if (!benefit) return unsayable({ is: 'benefit', kind: offer.benefit.is }, 'the channel left out');
  const asks = soleValueCondition(offer);
  if (asks === undefined) return unsayable({ is: 'ask' }, 'the value of the basket', 'the channel left out');
  if (offer.needs !== null) return unsayable({ is: 'needs' }, 'any goods', 'the channel left out');
  const some = forSomeAlone(offer);
  if (some) return some;
  const code = sharedCode(offer);
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
    lost: limitsLost(offer, null),
  };
}

/** What an offer does, as plain as that; null where it is not. */
export function plainBenefit({ benefit, kind }: Offer): PlainBenefit | null {
  if (kind.sort === 'order') {
    const percent = kind.share(benefit);
    return percent && { is: 'percent off order', percent };
  }
  if (kind.sort !== 'delivery' || !kind.isFree(benefit)) return null;
  const services = kind.services(benefit);
  return services ? { is: 'free services', services } : { is: 'free cheapest' };
}
