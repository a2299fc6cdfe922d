import type { Book } from '../../core/book/index.ts';
import { manifests } from '../../core/channels/index.ts';
import { stocked } from '../../core/rates/index.ts';

/** A channel's name; the id itself of one that is not there. */
export const channelName = (id: string): string => manifests.of(id)?.name ?? id;

export const zoneName = (book: Book, id: string | null): string =>
  id === null ? 'Nowhere delivered to' : (book.zones.find((zone) => zone.id === id)?.name ?? id);
export const serviceName = (book: Book, id: string): string =>
  id === stocked
    ? 'Stocked by the channel'
    : (book.services.find((service) => service.id === id)?.name ?? id).replace(/ delivery$/, '');
/** A service's name within a sentence: its first word small, unless it is all capitals. @example 'pickup in Galway' */
export const serviceInText = (book: Book, id: string): string =>
  serviceName(book, id).replace(/^\p{Lu}(?!\p{Lu})/u, (letter) => letter.toLowerCase());
export const offerTitle = (book: Book, id: string): string => book.offers.find((offer) => offer.id === id)?.title ?? id;
export const marketName = (book: Book, id: string): string =>
  book.markets.find((market) => market.id === id)?.name ?? id;
export const templateName = (book: Book, id: string): string =>
  book.templates.find((template) => template.id === id)?.name ?? id;
