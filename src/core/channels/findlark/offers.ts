import { decimalText, type Instant, percentOf } from '../../exact/index.ts';
import { beforeOnly, stated } from '../bounds.ts';
import type { Note } from '../dialect.ts';
import { bounded, exact, type Fidelity, unsayable, widened, worstOf } from '../fidelity.ts';
import { isFor, type PlainOffer } from '../plain-offer.ts';
import { alwaysTogether, byTemplate, fitted, freedServices, wholeCountries } from '../reach.ts';
import { blank, type Feed, promote } from './feed.ts';
import type { Promotion } from './format.ts';
import { limits } from './limits.ts';

const offset = (moment: Instant | null) =>
  moment === null ? '' : `${new Date(moment).toISOString().slice(0, 16)}+00:00`;

/** What is said of an offer: a promotion, of one that frees services one a zone. */
export function offerNote(feed: Feed, offer: PlainOffer, offers: readonly PlainOffer[]): Note {
  const { book, say } = feed;
  const clause = { about: 'offer', offer: offer.id } as const;
  const { title, fidelity: short } = fitted(book.body.offers[offer.order]?.title ?? offer.id, limits.title);
  const freed = freedServices(book, offer);
  const { lines, places } = linesOf(feed, offer, title, freed.zones);
  const said = lines.filter((line) => line.countries !== '');
  for (const line of said) promote(feed, line);
  if (said.length === 0) return { clause, reads: [], fidelity: unsayable({ is: 'reaches nothing' }, 'live with it') };
  const mostOf = (one: PlainOffer) => feed.mostIn(one.zones);
  const asks = offer.asks && offer.level === 'delivery' ? beforeOnly(book, offer.asks, mostOf(offer)) : exact;
  return {
    clause,
    reads: said.map((line) => [
      { is: 'promotion', id: line.kind },
      line.percent ? `${line.percent} %` : line.speeds,
      line.countries,
      ...(offer.asks ? [{ is: 'least value', amount: say(offer.asks.value) } as const] : []),
      ...(line.code ? [{ is: 'code', code: line.code } as const] : []),
    ]),
    fidelity: worstOf([
      short,
      asks,
      freed.fidelity,
      ...places,
      ...alwaysTogether(book, offers, offer, mostOf),
      ...together(feed, offer),
      byTemplate(book, offer.zones),
      reviewed(feed, offer),
      offer.lost,
    ]),
  };
}

/** Where a review of a percentage with a code asks for one of each item, with and without it. */
const shop = 'lerrin-shop';

/** What such a review refuses: a code that is not to be known there, items that alone do not come to what is asked. */
function reviewed({ book, groups }: Feed, { benefit, code, asks, offer }: PlainOffer): Fidelity {
  if (benefit.is !== 'percent off order' || code === null) return exact;
  if (!isFor(book, offer, shop))
    return unsayable(
      { is: 'code unknown at', channel: shop },
      { is: 'meant at', channel: shop },
      'the channel left out',
    );
  const below = groups.flatMap(({ group }) => group.goods).filter(({ price }) => asks !== null && price < asks.value);
  return asks === null || below.length === 0
    ? exact
    : unsayable(
        { is: 'refused for items below', least: asks.value, goods: below.length },
        'no least value',
        'the channel left out',
      );
}

/** What differs where goods of several templates, whose cheapest choice may be another, are freed as one. */
function together({ groups, mostIn }: Feed, offer: PlainOffer): Fidelity[] {
  const templates = new Set(groups.map(({ group }) => group.template.id)).size;
  if (offer.benefit.is !== 'free cheapest' || templates < 2) return [];
  const off = mostIn(offer.zones);
  return [bounded(off, { is: 'freed together', off }, 'live with it')];
}

/** The lines that say an offer, and what each loses of the places it is meant for. */
function linesOf(
  { book, say, speedOf, inTarget, mostIn }: Feed,
  offer: PlainOffer,
  title: string,
  freed: ReturnType<typeof freedServices>['zones'],
) {
  const common: Promotion = {
    ...blank,
    id: offer.id,
    title,
    code: offer.code ?? '',
    least_value: offer.asks ? say(offer.asks.value) : '',
    from: offset(offer.from),
    until: offset(offer.until),
  };
  const { benefit } = offer;
  const most = benefit.is === 'percent off order' ? percentOf(stated.value, benefit.percent) : mostIn(null);
  const within = (zones: ReadonlySet<string> | null, line: Promotion) => {
    const { countries, fidelity } = wholeCountries(book, zones);
    return { line: { ...line, countries: inTarget(countries).join(' ') }, fidelity: widened(fidelity, most) };
  };
  const lines =
    benefit.is === 'percent off order'
      ? [within(offer.zones, { ...common, kind: 'percent', percent: decimalText(benefit.percent) })]
      : freed.flatMap(({ zone, services }) => {
          const speeds = services.flatMap((service) => speedOf(service) ?? []).join(' ');
          return speeds === '' ? [] : [within(new Set([zone]), { ...common, kind: 'delivery', speeds })];
        });
  return { lines: lines.map((one) => one.line), places: lines.map((one) => one.fidelity) };
}
