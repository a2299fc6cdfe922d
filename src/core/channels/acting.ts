import type { ChannelId, CompiledBook } from '../book/index.ts';
import type { Offer } from '../offers/index.ts';

/** A book's offers as they act at a channel. */
export interface Acting {
  readonly book: CompiledBook;
  readonly channel: ChannelId;
  /** The zones that a place falls in, by each of the book's templates; null: wherever it goes. */
  readonly zones: readonly (string | null)[] | null;
  /** Whether an offer takes anything off goods that go there; where that is not known, it does. */
  acts?(offer: Offer): boolean;
}

/** Whether an offer is meant for shoppers of a channel at all. */
export const isFor = (book: CompiledBook, offer: Offer, channel: string): boolean =>
  (offer.channels?.has(channel) ?? true) && (offer.markets?.has(book.market.body.id) ?? true);

/** Whether an offer may hold at a place that falls in some zones. */
export const mayHold = ({ zones: own }: Offer, zones: Acting['zones']): boolean =>
  own === null || zones === null || zones.some((zone) => zone !== null && own.has(zone));

/** The offers that lower what a basket is worth there. */
export const loweringAt = ({ book, channel, zones, acts = () => true }: Acting): Offer[] =>
  book.offers.filter(
    (offer) =>
      offer.level !== 'delivery' &&
      offer.kind.sort !== 'gift' &&
      isFor(book, offer, channel) &&
      mayHold(offer, zones) &&
      acts(offer),
  );
