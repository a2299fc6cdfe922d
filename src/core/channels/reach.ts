import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import { patternText } from '../places/index.ts';
import { atlas, textsOf, wholeAtlas } from './atlas.ts';
import { bounded, exact, type Fidelity, unsayable } from './fidelity.ts';
import { type PlainLane, plainLanes, plainReach } from './plain.ts';
import type { PlainOffer } from './plain-offer.ts';

/** The lanes of the zones an offer holds in. */
export const lanesOf = (book: CompiledBook, offer: PlainOffer): { zone: string; service: string; lane: PlainLane }[] =>
  [...plainLanes(book)].flatMap(([zone, row]) =>
    offer.zones && !offer.zones.has(zone) ? [] : [...row].map(([service, lane]) => ({ zone, service, lane })),
  );

/** The most a delivery offer can take off one order. */
export const mostFreed = (book: CompiledBook, offer: PlainOffer): Minor =>
  minor(Math.max(0, ...lanesOf(book, offer).map(({ lane }) => plainReach(lane.rate).most)));

/** The dearest charge of a zone; 0 for no zone. */
export const dearest = (book: CompiledBook, zone: string | null): Minor =>
  minor(
    Math.max(
      0,
      ...[
        ...(plainLanes(book)
          .get(zone ?? '')
          ?.values() ?? []),
      ].map((lane) => plainReach(lane.rate).most),
    ),
  );

/**
 * A channel that can only name whole countries: which it names for some zones (null: everywhere), and how far that
 * follows them.
 */
export function wholeCountries(
  book: CompiledBook,
  zones: ReadonlySet<string> | null,
): { countries: string[] | null; fidelity: Fidelity } {
  if (!zones) return { countries: null, fidelity: exact };
  const parts = atlas(book);
  const means = (zone: string | null) => zone !== null && zones.has(zone);
  const countries = parts.flatMap((one) =>
    one.pattern.is === 'country' && means(one.zone) ? [one.pattern.country] : [],
  );
  const named = (one: (typeof parts)[number]) => one.pattern.is !== 'world' && countries.includes(one.pattern.country);
  const promised = parts.filter((one) => named(one) && one.zone !== null && !means(one.zone));
  const missed = parts.filter((one) => means(one.zone) && !named(one));
  if (promised.length + missed.length === 0) return { countries, fidelity: exact };
  return {
    countries,
    fidelity: bounded(
      Math.max(...[...promised, ...missed].map((one) => dearest(book, one.zone))),
      { is: 'whole countries', reached: textsOf(promised), missed: textsOf(missed) },
      'whole countries',
      'live with it',
    ),
  };
}

/**
 * The services a free-delivery offer frees in each zone, for a channel that names services and speeds. Which one is the
 * cheapest choice may depend on the basket: then the one that is cheapest most widely stands for it, within a bound.
 */
export function freedServices(
  book: CompiledBook,
  offer: PlainOffer,
): { zones: { zone: string; services: string[] }[]; fidelity: Fidelity } {
  const zones = book.defaultTemplate.zones
    .map((zone) => zone.id)
    .filter((zone) => !offer.zones || offer.zones.has(zone));
  const { benefit } = offer;
  if (benefit.is === 'percent off order') return { zones: [], fidelity: exact };
  if (benefit.is === 'free services')
    return {
      zones: zones.map((zone) => ({
        zone,
        services: [...benefit.services].filter((service) => book.defaultTemplate.lanes.get(zone)?.has(service)),
      })),
      fidelity: exact,
    };
  let bound = 0;
  const freed = zones.map((zone) => {
    const cheapest = cheapestIn(book, zone);
    bound = Math.max(bound, cheapest?.within ?? 0);
    return { zone, services: cheapest ? [cheapest.service] : [] };
  });
  if (bound === 0) return { zones: freed, fidelity: exact };
  return { zones: freed, fidelity: bounded(bound, { is: 'cheapest by basket' }, 'services named', 'live with it') };
}

/**
 * The service that is the cheapest choice in a zone, as far as one is; `within`: the most that may be freed otherwise
 * where it goes by the basket.
 */
function cheapestIn(book: CompiledBook, zone: string): { service: string; within: Minor } | null {
  const lanes = book.services.flatMap((service) => {
    const lane = service.pickup ? undefined : plainLanes(book).get(zone)?.get(service.id);
    return lane?.rate
      ? [
          {
            service: service.id,
            ...plainReach(lane.rate),
            free: lane.freeFrom !== null,
            days: lane.lane.days ?? service.days,
          },
        ]
      : [];
  });
  const [first, ...others] = lanes.sort(
    (a, b) => a.least - b.least || a.most - b.most || a.days[1] - b.days[1] || a.days[0] - b.days[0],
  );
  if (!first) return null;
  // Another may be cheaper where its least lies below this one's most, or where its own threshold frees it.
  const rivals = others.filter((one) => one.least < first.most || one.free);
  return {
    service: first.service,
    within: minor(rivals.length === 0 ? 0 : Math.max(first.most, ...rivals.map((one) => one.most))),
  };
}

/** Places that lie in some zones by one template and in others by another, where an offer holds for all goods alike. */
export function byTemplate(book: CompiledBook, zones: ReadonlySet<string> | null): Fidelity {
  const mixed = wholeAtlas(book).filter(
    ({ zones: falls }) =>
      zones !== null &&
      falls.some((zone) => zone !== null && zones.has(zone)) &&
      falls.some((zone) => zone !== null && !zones.has(zone)),
  );
  if (mixed.length === 0) return exact;
  const places = mixed.map(({ pattern }) => patternText(pattern));
  return unsayable({ is: 'by template', places }, 'one zone for all templates', 'live with it');
}

/** Whether the book lets two offers act on one order. */
export const actTogether = (book: CompiledBook, a: PlainOffer, b: PlainOffer): boolean =>
  book.exclusions(a.offer, b.offer) === 'none';

/** For channels where the best percentage and the best free delivery always act together, whatever the book says. */
export function alwaysTogether(
  book: CompiledBook,
  offers: readonly PlainOffer[],
  offer: PlainOffer,
  mostOf: (one: PlainOffer) => Minor = (one) => mostFreed(book, one),
): Fidelity[] {
  const parted = offers.filter(
    (other) => other !== offer && other.level === 'order' && offer.level === 'order' && actTogether(book, offer, other),
  );
  const joined = offers.filter((other) => other.level !== offer.level && !actTogether(book, offer, other));
  const parts: Fidelity[] = [];
  if (parted.length > 0)
    parts.push(unsayable({ is: 'best percentage only', offers: parted.map((one) => one.id) }, 'compete'));
  if (joined.length > 0) {
    const delivery = offer.level === 'delivery' ? [offer] : joined;
    const most = Math.max(...delivery.map(mostOf));
    parts.push(bounded(most, { is: 'adds there', offers: joined.map((one) => one.id) }, 'add', 'live with it'));
  }
  return parts;
}

/** A title no longer than a channel takes, cut between words, and whether it was cut. */
export function fitted(title: string, most: number): { title: string; fidelity: Fidelity } {
  if (title.length <= most) return { title, fidelity: exact };
  return {
    title: title.slice(0, most).replace(/\s\S*$/, ''),
    fidelity: bounded(0, { is: 'title cut', letters: most }, 'a shorter title'),
  };
}

/** A name with a number behind it, within so many letters; room for two digits is always left, as live keys have it. */
export function numbered(name: string, number: number, most: number): string {
  const tail = `-${number}`;
  return `${name.slice(0, most - Math.max(3, tail.length))}${tail}`;
}
