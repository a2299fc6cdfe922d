import type { Book, Market } from '../../book/index.ts';
import type { Currency } from '../../exact/index.ts';
import type { Adopted } from '../adopted.ts';
import { hasOwnFile, marketTold, sitesOf } from '../channels.ts';
import type { Dialect, Rendition } from '../dialect.ts';
import { settingsOf } from '../manifest.ts';

/** What taking a thing from a channel goes by. */
export interface Taking {
  readonly book: Book;
  readonly dialect: Pick<Dialect, 'id' | 'settings' | 'currency'>;
  /** The market that is told there. */
  readonly market: Market;
  /** Amounts there have tax otherwise than in the book, and are turned on the way: none of them can be taken. */
  readonly isTurned: boolean;
  readonly told: Pick<Rendition, 'zoneOfName'>;
  /** What it is told, and what is there, both read in the same way and without what it holds for review. */
  readonly here: Adopted;
  readonly there: Adopted;
}

/** The currency of the channel's amounts, where what they are taken into is written in another; else null. */
export const beside = ({ book, dialect }: Taking, written: string | null = null): Currency | null =>
  (written ?? book.markets[0]?.currency) === dialect.currency ? null : dialect.currency;

/** The currencies in which a channel is told a market, each by a file of its own; the book's own goes before. */
function currenciesTold({ book, dialect }: Taking): Currency[] {
  const told = sitesOf(dialect.id).filter((site) => hasOwnFile(site) && marketTold(book, site));
  const isOwn = (currency: Currency) => Number(currency === book.markets[0]?.currency);
  return told.map(({ currency }) => currency).sort((a, b) => isOwn(b) - isOwn(a));
}

/** Whether it is told other markets too, by files of their own. */
export const isOneOfSeveral = (taking: Taking): boolean => currenciesTold(taking).length > 1;

/** Whether another market goes before: what markets share is taken from that one. */
export const isBehind = (taking: Taking): boolean => currenciesTold(taking)[0] !== taking.dialect.currency;

/** The channel's word for a service of what was read there. */
export const wordFor = ({ dialect, there }: Taking, service: string): string =>
  settingsOf(there.book, dialect).speeds[service] ?? service;

/** The services of the book by the channel's words for them. */
export function serviceOf(taking: Taking, service: string): string {
  const { speeds } = settingsOf(taking.book, taking.dialect);
  const word = wordFor(taking, service);
  return Object.entries(speeds).find(([, one]) => one === word)?.[0] ?? service;
}

/** The book's zone that one which was read there is; null where that is none, or another part of the map. */
export function zoneOf({ book, told: { zoneOfName }, there }: Taking, id: string): string | null {
  const names = there.named.zones.get(id);
  if (names === undefined) return id;
  const [zone, ...others] = [...new Set(names.map((name) => zoneOfName.get(name)))];
  if (others.length > 0) return null;
  if (zone === undefined) return book.zones.some((one) => one.id === id) ? null : id;
  const all = [...zoneOfName].flatMap(([name, one]) => (one === zone ? name : []));
  return all.every((name) => names.includes(name)) ? zone : null;
}

/** The id that an offer which was read there has in the book, or would have. */
export function offerFor({ book, here, there }: Taking, id: string): string {
  const number = there.named.numberOf(id) ?? here.named.numberOf(id);
  return book.offers.find((one) => one.number === number)?.id ?? id;
}

/** Zones of an offer as the book has them; null for everywhere. */
export function zonesIn(taking: Taking, ids: readonly string[] | null): string[] | null | 'none' {
  const zones = ids?.map((id) => zoneOf(taking, id)) ?? null;
  return zones === null ? null : zones.every((zone) => zone !== null) ? zones : 'none';
}

/** A path as the book has it: services and zones by its own names; null where there is none. */
export function inBook(taking: Taking, path: readonly string[]): readonly string[] | null {
  const [list, id = '', field, zone = '', service = ''] = path;
  if (list === 'services') return [list, serviceOf(taking, id)];
  if (list === 'zones') {
    const own = zoneOf(taking, id);
    return own === null ? null : [list, own];
  }
  if (list === 'offers') return [list, offerFor(taking, id)];
  if (list !== 'templates' || field !== 'lanes') return path;
  const own = zoneOf(taking, zone);
  return own === null ? null : [list, id, field, own, serviceOf(taking, service)];
}

/** A field of an offer as the book has it: services by its own names. */
export function inTerms(taking: Taking, value: unknown): unknown {
  const benefit = value as {
    readonly is?: unknown;
    readonly on?: { readonly is?: unknown; readonly services?: readonly string[] };
  };
  if (benefit?.is !== 'delivery' || benefit.on?.is !== 'services') return value;
  const services = (benefit.on.services ?? []).map((speed) => serviceOf(taking, speed));
  return { ...benefit, on: { ...benefit.on, services } };
}
