import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import { mayAdd } from '../offers/index.ts';
import { patternText } from '../places/index.ts';
import { atlas } from './atlas.ts';
import { exact } from './bounds.ts';
import type { Fidelity } from './dialect.ts';
import { type PlainLane, plainLanes, reachOf } from './plain.ts';
import type { PlainOffer } from './plain-offer.ts';

/** The lanes of the zones an offer holds in. */
export const lanesOf = (book: CompiledBook, offer: PlainOffer): { zone: string; service: string; lane: PlainLane }[] =>
  [...plainLanes(book)].flatMap(([zone, row]) => (offer.zones && !offer.zones.has(zone) ? [] : [...row].map(([service, lane]) => ({ zone, service, lane }))));

/** The most a delivery offer can take off one order. */
export const mostFreed = (book: CompiledBook, offer: PlainOffer): Minor => minor(Math.max(0, ...lanesOf(book, offer).map(({ lane }) => reachOf(lane.rate).most)));

/** The dearest charge of a zone; 0 for no zone. */
export const dearest = (book: CompiledBook, zone: string | null): Minor =>
  minor(
    Math.max(
      0,
      ...[
        ...(plainLanes(book)
          .get(zone ?? '')
          ?.values() ?? []),
      ].map((lane) => reachOf(lane.rate).most),
    ),
  );

/** A channel that can only name whole countries: which it names for some zones (null: everywhere), and how far that follows them. */
export function wholeCountries(book: CompiledBook, zones: ReadonlySet<string> | null): { countries: string[] | null; fidelity: Fidelity } {
  if (!zones) return { countries: null, fidelity: exact };
  const parts = atlas(book);
  const means = (zone: string | null) => zone !== null && zones.has(zone);
  const countries = parts.flatMap((one) => (one.pattern.is === 'country' && means(one.zone) ? [one.pattern.country] : []));
  const named = (one: (typeof parts)[number]) => one.pattern.is !== 'world' && countries.includes(one.pattern.country);
  const promised = parts.filter((one) => named(one) && one.zone !== null && !means(one.zone));
  const missed = parts.filter((one) => means(one.zone) && !named(one));
  if (promised.length + missed.length === 0) return { countries, fidelity: exact };
  const say = (list: typeof parts) =>
    list
      .map((one) => patternText(one.pattern))
      .slice(0, 5)
      .join(', ') + (list.length > 5 ? ` and ${list.length - 5} more` : '');
  const why = [promised.length > 0 && `Only whole countries can be named there: it reaches ${say(promised)} too.`, missed.length > 0 && `It misses ${say(missed)}.`].filter(Boolean).join(' ');
  return {
    countries,
    fidelity: { is: 'bounded', bound: minor(Math.max(...[...promised, ...missed].map((one) => dearest(book, one.zone)))), why, remedies: ['hold it in whole countries', 'live with it'] },
  };
}

/**
 * The services a free-delivery offer frees in each zone, for a channel that can name services but not cap a rate:
 * lanes only partly within the cap are left out.
 */
export function freedServices(book: CompiledBook, offer: PlainOffer): { zones: { zone: string; services: string[] }[]; fidelity: Fidelity } {
  const zones = book.zones.map((zone) => zone.id).filter((zone) => !offer.zones || offer.zones.has(zone));
  const { benefit } = offer;
  if (benefit.is === 'percent off order') return { zones: [], fidelity: exact };
  if (benefit.is === 'free services') return { zones: zones.map((zone) => ({ zone, services: [...benefit.services].filter((service) => book.lanes.get(zone)?.has(service)) })), fidelity: exact };
  let bound = 0;
  const within = zones.map((zone) => ({
    zone,
    services: [...(plainLanes(book).get(zone) ?? [])].flatMap(([service, lane]) => {
      const { least, most } = reachOf(lane.rate);
      if (most > benefit.cap && least <= benefit.cap) bound = benefit.cap;
      return most <= benefit.cap ? [service] : [];
    }),
  }));
  if (bound === 0) return { zones: within, fidelity: exact };
  return {
    zones: within,
    fidelity: { is: 'bounded', bound: minor(bound), why: 'No cap on the rate there: lanes that are only partly within it are left out.', remedies: ['name services in the book', 'live with it'] },
  };
}

/** For channels where the best percentage and the best free delivery always act together, whatever the book says. */
export function alwaysTogether(book: CompiledBook, offers: readonly PlainOffer[], offer: PlainOffer): Fidelity[] {
  const parted = offers.filter((other) => other !== offer && other.level === 'order' && offer.level === 'order' && mayAdd(offer, other));
  const joined = offers.filter((other) => other.level !== offer.level && !mayAdd(offer, other));
  const parts: Fidelity[] = [];
  if (parted.length > 0) parts.push({ is: 'unsayable', why: `Only the best percentage counts there: it does not add to ${parted.map((one) => one.id).join(', ')}.`, remedies: ['let them compete'] });
  if (joined.length > 0) {
    const delivery = offer.level === 'delivery' ? [offer] : joined;
    parts.push({
      is: 'bounded',
      bound: minor(Math.max(...delivery.map((one) => mostFreed(book, one)))),
      why: `It adds to ${joined.map((one) => one.id).join(', ')} there.`,
      remedies: ['let them add', 'live with it'],
    });
  }
  return parts;
}

/** A title no longer than a channel takes, cut between words, and whether it was cut. */
export function fitted(title: string, most: number): { title: string; fidelity: Fidelity } {
  if (title.length <= most) return { title, fidelity: exact };
  return { title: title.slice(0, most).replace(/\s\S*$/, ''), fidelity: { is: 'bounded', bound: minor(0), why: `The title is cut to ${most} letters.`, remedies: ['a shorter title'] } };
}
