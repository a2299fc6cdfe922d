import type { CompiledBook } from '../../book/index.ts';
import { decimalText, type Instant } from '../../exact/index.ts';
import { beforeOnly, stated } from '../bounds.ts';
import type { Note } from '../dialect.ts';
import { bounded, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import type { PlainOffer } from '../plain-offer.ts';
import { alwaysTogether, fitted, freedServices, mostFreed } from '../reach.ts';
import type { ReadLine } from '../reading.ts';
import { type DeliveryOffer, limits } from './format.ts';
import { keyIn, type Plan } from './plan.ts';

const minute = (moment: Instant | null) => (moment === null ? '' : `${new Date(moment).toISOString().slice(0, 16)}Z`);

const codeRead = ({ code }: PlainOffer): ReadLine => (code === null ? [] : [{ is: 'code', code }]);

/** What is said of an offer: a percentage on listings, or services that are free. */
export function offerNote(plan: Plan, offer: PlainOffer, offers: readonly PlainOffer[]): Note {
  const body = plan.book.body.offers[offer.order];
  const titled = body?.title ?? offer.id;
  const { title, fidelity: short } = fitted(titled, limits.title);
  const common = {
    title,
    terms: (body?.terms || titled).slice(0, limits.terms),
    listings: plan.named,
    code: offer.code ?? '',
    from: minute(offer.from),
    until: minute(offer.until),
  };
  const clause = { about: 'offer', offer: offer.id } as const;
  const always = [short, plan.crowd, offer.lost];
  if (offer.benefit.is === 'percent off order') {
    const percent = decimalText(offer.benefit.percent);
    plan.goods.push({ key: keyIn(plan, offer.id), ...common, percent });
    return {
      clause,
      reads: [['GOODS', `${percent} %`, { is: 'listings', count: plan.named.length }, ...codeRead(offer)]],
      fidelity: worstOf([percentFidelity(plan.book, offers, offer), ...always]),
    };
  }
  const { lines, fidelity } = freeLines(plan, offer);
  const value = offer.asks ? plan.say(offer.asks.value) : '';
  for (const line of lines) plan.delivery.push({ key: keyIn(plan, offer.id), ...common, ...line, leastSpend: value });
  const least: ReadLine = offer.asks ? [{ is: 'least spend', amount: value }] : [];
  const asks = offer.asks ? beforeOnly(plan.book, offer.asks, mostFreed(plan.book, offer)) : exact;
  return {
    clause,
    reads: lines.map(({ speeds, places }) => [
      'DELIVERY',
      speeds.join(' '),
      places?.join(' ') ?? 'ALL',
      ...least,
      ...codeRead(offer),
    ]),
    fidelity: worstOf([fidelity, asks, ...alwaysTogether(plan.book, offers, offer), ...always]),
  };
}

/** The lines that free an offer's services where they are to be free. */
function freeLines(
  { book, world, speedOf }: Plan,
  offer: PlainOffer,
): { lines: Pick<DeliveryOffer, 'speeds' | 'places'>[]; fidelity: Fidelity } {
  const freed = freedServices(book, offer);
  const bySpeeds = new Map<string, string[]>();
  for (const { zone, services } of freed.zones) {
    const speeds = services.flatMap((service) => speedOf(service) ?? []).join(' ');
    if (speeds !== '') bySpeeds.set(speeds, [...(bySpeeds.get(speeds) ?? []), ...world.placesOfZone(zone)]);
  }
  const lines = [...bySpeeds].flatMap(([speeds, places]) =>
    places.length === 0 ? [] : [{ speeds: speeds.split(' '), places }],
  );
  if (lines.length > 0) return { lines, fidelity: freed.fidelity };
  return {
    lines,
    fidelity: worstOf([freed.fidelity, unsayable({ is: 'no counterpart' }, 'speeds for its services')]),
  };
}

/**
 * An order percentage becomes a goods offer on every listing: everywhere, from the first cent, rounded line by line.
 */
function percentFidelity(book: CompiledBook, offers: readonly PlainOffer[], offer: PlainOffer): Fidelity {
  // Half a cent a line.
  const rounding = bounded(stated.units / 2, { is: 'rounded by line' }, 'live with it');
  const parts: Fidelity[] = [rounding, ...alwaysTogether(book, offers, offer)];
  if (offer.zones) parts.push(unsayable({ is: 'holds everywhere' }, 'every place'));
  if (offer.asks) parts.push(unsayable({ is: 'asks no least value' }, 'no least value'));
  return worstOf(parts);
}
