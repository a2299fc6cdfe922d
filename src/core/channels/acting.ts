import type { ChannelId, CompiledBook } from '../book/index.ts';
import type { Offer } from '../offers/index.ts';

/** A book's offers as they act at a channel. */
export interface Acting {
  readonly book: CompiledBook;
  readonly channel: ChannelId;
}

/** Whether an offer is meant for shoppers of a channel at all. */
export const isFor = (book: CompiledBook, offer: Offer, channel: string): boolean =>
  (offer.channels?.has(channel) ?? true) && (offer.markets?.has(book.market.body.id) ?? true);

/** The offers that lower what a basket is worth there. */
export const loweringAt = ({ book, channel }: Acting): Offer[] =>
  book.offers.filter(
    (offer) => offer.level !== 'delivery' && offer.kind.sort !== 'gift' && isFor(book, offer, channel),
  );
