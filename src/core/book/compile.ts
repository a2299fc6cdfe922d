import { type Currency, type Decimal, isCurrency, kept, knowsZone, type Problem, type Result } from '../exact/index.ts';
import { type Offer, readOffer } from '../offers/index.ts';
import { type Fall, type Pattern, type Place, parsePattern, parsePlace, type Zone, zoneFinder } from '../places/index.ts';
import { type Lane, readLane, type Service } from '../rates/index.ts';
import type { Book } from './schema.ts';

/** A book made ready to answer: everything read once, looked up by id, zones found by place. */
export interface CompiledBook {
  readonly body: Book;
  readonly currency: Currency;
  readonly services: readonly Service[];
  readonly zones: readonly Zone[];
  /** lanes.get(zone)?.get(service) */
  readonly lanes: ReadonlyMap<string, ReadonlyMap<string, Lane>>;
  readonly offers: readonly Offer[];
  readonly zoneOf: (place: Place) => Fall | null;
}

/** Makes a book ready to answer, or tells everything in it that cannot be meant: where, what, what would be right. */
export function compileBook(body: Book): Result<CompiledBook> {
  const problems: Problem[] = [];
  const note = (at: Problem['at'], wrong: string, right: string) => problems.push({ at, wrong, right });

  const { currency } = body.market;
  if (!isCurrency(currency)) {
    note(['market', 'currency'], `“${currency}” is no currency`, 'a code of ISO 4217, such as EUR');
    return { ok: false, problems };
  }
  if (!knowsZone(body.market.timeZone)) note(['market', 'timeZone'], `“${body.market.timeZone}” is no time zone`, 'an IANA zone such as Europe/Dublin');
  for (const [kind, list] of [
    ['services', body.services],
    ['zones', body.zones],
    ['offers', body.offers],
    ['pinned', body.pinned],
  ] as const) {
    const seen = new Set<string>();
    for (const { id } of list) {
      if (seen.has(id)) note([kind, id], `“${id}” stands twice`, 'an id of its own for each');
      seen.add(id);
    }
  }

  const services = new Set(body.services.map((service) => service.id));
  for (const service of body.services) {
    if (service.days[1] < service.days[0]) note(['services', service.id, 'days'], `${service.days[0]} to ${service.days[1]} days runs backwards`, 'the shortest first');
  }

  const zones = body.zones.map(
    (zone): Zone => ({ id: zone.id, name: zone.name, takes: patterns(zone.takes, ['zones', zone.id, 'takes']), leaves: patterns(zone.leaves, ['zones', zone.id, 'leaves']) }),
  );
  function patterns(texts: readonly string[], at: Problem['at']): Pattern[] {
    return texts.map((text, i) => kept(parsePattern(text), [...at, i], problems, { is: 'world' }));
  }

  const template = body.templates[0];
  const byId = new Map(zones.map((zone) => [zone.id, zone]));
  const served: Zone[] = [];
  const lanes = new Map<string, Map<string, Lane>>();
  for (const [i, id] of (template?.zones ?? []).entries()) {
    const zone = byId.get(id);
    if (!zone) note(['templates', template?.id ?? '', 'zones', i], `no zone “${id}”`, [...byId.keys()].join(', '));
    else served.push(zone);
  }
  for (const [zone, row] of Object.entries(template?.lanes ?? {})) {
    const at = ['templates', template?.id ?? '', 'lanes', zone];
    if (!byId.has(zone)) note(at, `no zone “${zone}”`, [...byId.keys()].join(', '));
    const read = new Map<string, Lane>();
    for (const [service, lane] of Object.entries(row)) {
      if (!services.has(service)) note([...at, service], `no service “${service}”`, [...services].join(', '));
      const result = readLane(lane, currency);
      if (result.ok) read.set(service, result.value);
      else problems.push(...result.problems.map((one) => ({ ...one, at: [...at, service, ...one.at] })));
    }
    lanes.set(zone, read);
  }

  const offers: Offer[] = [];
  body.offers.forEach((offer, order) => {
    const result = readOffer(offer, order, currency);
    if (result.ok) offers.push(result.value);
    else problems.push(...result.problems.map((one) => ({ ...one, at: ['offers', offer.id, ...one.at] })));
    for (const zone of offer.zones ?? []) if (!byId.has(zone)) note(['offers', offer.id, 'zones'], `no zone “${zone}”`, [...byId.keys()].join(', '));
    if (offer.benefit.is === 'free services') {
      for (const service of offer.benefit.services) if (!services.has(service)) note(['offers', offer.id, 'benefit', 'services'], `no service “${service}”`, [...services].join(', '));
    }
  });
  for (const basket of body.pinned) kept(parsePlace(basket.place), ['pinned', basket.id, 'place'], problems, null);

  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, value: { body, currency, services: body.services, zones: served, lanes, offers, zoneOf: zoneFinder(served) } };
}

/** The percentages off the order that codes of the book may bring. */
export const orderPercents = (book: CompiledBook): { offer: Offer; percent: Decimal }[] =>
  book.offers.flatMap((offer) => (offer.benefit.is === 'percent off order' ? [{ offer, percent: offer.benefit.percent }] : []));
