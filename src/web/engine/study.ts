import {
  asOf,
  type Book,
  type BookFinding,
  bookFindings,
  type ChannelId,
  channelIds,
  compileBook,
  type Edit,
  itemAt,
  listingIn,
  type Market,
  type NamedThing,
  patched,
  patchWith,
  type Removal,
  removal,
  validate,
} from '../../core/book/index.ts';
import {
  type AdoptRow,
  adoptionRows,
  begunFrom,
  type ChannelFile,
  countedAt,
  dialectOf,
  filesOf,
  type Listing,
  marketTold,
  type NotAdopted,
  type Note,
  type ReadLine,
  type RecordFinding,
  type Remedied,
  type Remedy,
  recordFindings,
  remedyEdits,
  type Stock,
  settingsOf,
  sitesAdopted,
  toldAt,
} from '../../core/channels/index.ts';
import {
  type CoverageFinding,
  coverageOf,
  type Differing,
  recordCosts,
  type ToldOver,
  toldOver,
  type Unlisted,
  unlistedOffers,
} from '../../core/check/index.ts';
import {
  type Currency,
  instantOf,
  latest,
  type Minor,
  ok,
  type Problem,
  type Result,
  unwrap,
} from '../../core/exact/index.ts';
import { type Item, withParents } from '../../core/goods/index.ts';
import { partsOfCountry } from '../../core/parts/index.ts';
import {
  countries,
  fallsWithout,
  type Place,
  parsePlace,
  partsOfMap,
  patternText,
  placeOf,
  type ZoneFinding,
  zoneFindings,
} from '../../core/places/index.ts';
import {
  type AdvertisingShare,
  advertisingShares,
  type Dated,
  type LaneRecord,
  laneRecords,
  type Overlooked,
  overlooked,
  type Spent,
  type Weighed,
  type WeighedFinding,
  weighedCosts,
  weighedFindings,
} from '../../core/plan/index.ts';
import { quote } from '../../core/quote/index.ts';
import { datedOrders } from './past.ts';
import { asked, cardsOn, carrierOf, compiledFor, dayOf, draftAt, draftOf, readyFor, type Told } from './state.ts';

/**
 * A part of the map: where it falls in a template, and what a basket's cheapest delivery costs there; null where there
 * is none.
 */
export interface MapPlace {
  readonly country: string;
  /** The pattern that sets it apart; null for the country at large. */
  readonly pattern: string | null;
  readonly zone: string | null;
  readonly charge: Minor | null;
}

export interface MapAnswer {
  readonly places: readonly MapPlace[];
  readonly market: Market;
  readonly findings: readonly ZoneFinding[];
}

export interface Records {
  /** The card in force and the next that is known; null where there is none. */
  readonly from: string | null;
  readonly to: string | null;
  readonly starts: string;
  readonly lanes: readonly LaneRecord[];
  readonly left: number;
  readonly market: Market;
}

/** A channel's own record beside the goods of the draft. */
export interface Recorded {
  /** How many goods are meant not to be listed there. */
  readonly hidden: number;
  /** Where the two part, each with what it costs over past orders, of which each stands for so many. */
  readonly rows: readonly { readonly finding: RecordFinding; readonly cost: Differing | null }[];
  readonly every: number;
}

/** The carrier's own record beside the goods of the draft, as {@link Recorded}. */
export interface WeighedThere {
  readonly rows: readonly { readonly finding: WeighedFinding; readonly cost: Differing | null }[];
  readonly every: number;
}

/** What is live at a channel beside the book. */
export interface Adoptable {
  readonly rows: readonly AdoptRow[];
  readonly lost: readonly NotAdopted[];
}

/** A book to begin with, as a channel has it. */
export interface BegunThere {
  readonly edits: readonly Edit[];
  readonly counts: Readonly<Record<'zones' | 'services' | 'templates' | 'offers' | 'goods', number>>;
  /** The currencies in which amounts are taken beside the book's. */
  readonly besides: readonly Currency[];
  readonly lost: readonly NotAdopted[];
}

/** The clauses of a market of the draft beside what a channel will read, or makes of what it reads. */
export interface NotesThere {
  readonly market: Market;
  readonly notes: readonly Note[];
}

/** Every clause of the draft beside what each channel will read, for the market that each of its currencies is told. */
export function notes(basis: Told, moment: number): Record<ChannelId, readonly NotesThere[]> | null {
  const { compiled, book } = draftOf(basis);
  if (!compiled) return null;
  const all = channelIds.map((id) => {
    const told = toldAt(id, book, stocksOf(basis, moment));
    return [id, told.map((one) => ({ market: one.book.market.body, notes: one.rendition.notes }))];
  });
  return Object.fromEntries(all) as Record<ChannelId, readonly NotesThere[]>;
}

/** The draft as of a moment for each of its markets, all goods made ready. */
const stocksOf =
  (basis: Told, moment: number) =>
  (market: string): Stock | null => {
    const { book, goods } = draftOf(basis);
    const { compiled } = compiledFor(book, market);
    return compiled && { book: asOf(compiled, moment), goods: readyFor(compiled, goods).ready.goods };
  };

/** What a channel will read of one item of the draft in a market; nothing where it does not list it. */
export function readOf(
  basis: Told,
  id: ChannelId,
  market: string,
  sku: string,
  moment: number,
): readonly ReadLine[] | null {
  const { compiled, book } = draftOf(basis);
  if (!compiled) return null;
  const there = toldAt(id, book, stocksOf(basis, moment)).find((one) => one.book.market.body.id === market);
  const item = there?.goods.find((one) => one.sku === sku);
  return there && item ? there.rendition.rules.readOf(listingIn(item, id)) : [];
}

/** The most past orders that a channel's clauses are held against; of more every so many. */
const mostOrders = 4000;

/** So many orders at the most, and how many each of them stands for. */
function someOrders(past: readonly Dated[]): { readonly some: readonly Dated[]; readonly every: number } {
  const every = Math.max(1, Math.ceil(past.length / mostOrders));
  return { some: past.filter((_, i) => i % every === 0), every };
}

/** What each clause costs over past orders as a channel is told it, of one order in so many; null without any. */
export function overOrders(basis: Told, id: ChannelId, moment: number): (ToldOver & { readonly every: number }) | null {
  const dialect = dialectOf(id);
  const { compiled: whole, goods, book } = draftAt(basis, dialect);
  if (!whole || basis.orders.length === 0) return null;
  const compiled = asOf(whole, moment);
  const rendition = dialect.render(compiled, readyFor(whole, goods).ready.goods);
  const { some, every } = someOrders(datedOrders(basis, whole, moment));
  const sides = { rendition, sent: null, speeds: settingsOf(book, dialect).speeds };
  return { ...toldOver(whole, id, sides, some), every };
}

/**
 * The same if a clause were mended by each of some remedies, one at a time; null for one that is no single act, or that
 * leaves a book that does not hold together.
 */
export function remediesOver(
  basis: Told,
  moment: number,
  of: Remedied,
  remedies: readonly Remedy[],
): readonly ReturnType<typeof overOrders>[] {
  const { book, goods } = basis.drafted;
  return remedies.map((remedy) => {
    const edits = remedyEdits(book, of, remedy);
    if (!edits) return null;
    const mended = patched(book, patchWith(book, null, edits));
    return overOrders({ ...basis, drafted: { book: mended, goods } }, of.channel, moment);
  });
}

/**
 * The map of a template: every country, and every part that its zones set apart, with a basket's cheapest delivery
 * there.
 */
export function map(basis: Told, template: string, basketId: string | null, moment: number): MapAnswer | null {
  const { compiled, book, goods } = draftOf(basis);
  const served = compiled?.templates.find((one) => one.id === template);
  if (!compiled || !served) return null;
  const charge = chargeIn(basis, book, goods, basketId, moment);
  const patterns = served.zones.flatMap((zone) => [...zone.takes, ...zone.leaves]);
  const whole = [...countries].map((code): MapPlace => {
    const place = unwrap(placeOf({ country: code }));
    return { country: code, pattern: null, zone: served.zoneOf(place)?.zone.id ?? null, charge: charge(place) };
  });
  const parts = partsOfMap(patterns).flatMap(({ pattern, place }): MapPlace[] =>
    pattern.is === 'world' || pattern.is === 'country'
      ? []
      : [
          {
            country: place.country,
            pattern: patternText(pattern),
            zone: served.zoneOf(place)?.zone.id ?? null,
            charge: charge(place),
          },
        ],
  );
  return {
    places: [...whole, ...parts],
    market:
      compiledFor(book, book.pinned.find((one) => one.id === basketId)?.market ?? null).compiled?.market.body ??
      compiled.market.body,
    findings: zoneFindings(served.zones),
  };
}

/** Every part of a country: where it falls in a template, and what a basket's cheapest delivery costs there. */
export function partsIn(
  basis: Told,
  template: string,
  basketId: string | null,
  moment: number,
  country: string,
): MapPlace[] | null {
  const { compiled, book, goods } = draftOf(basis);
  const served = compiled?.templates.find((one) => one.id === template);
  if (!compiled || !served) return null;
  const charge = chargeIn(basis, book, goods, basketId, moment);
  return partsOfCountry(country).flatMap(({ code }): MapPlace[] => {
    const place = placeOf({ country, part: code });
    return place.ok
      ? [{ country, pattern: code, zone: served.zoneOf(place.value)?.zone.id ?? null, charge: charge(place.value) }]
      : [];
  });
}

/** What a pinned basket's cheapest delivery costs at a place; null where there is none. */
function chargeIn(basis: Told, book: Book, goods: readonly Item[], basketId: string | null, moment: number) {
  const basket = book.pinned.find((one) => one.id === basketId);
  const made = basket && asked(basis, book, goods, basket, moment);
  return (place: Place): Minor | null => {
    if (!made?.question.ok) return null;
    return quote(made.compiled, { ...made.question.value, place }).choices[0]?.delivery ?? null;
  };
}

/** Where a zone's places would fall in each template without it. */
export function without(basis: Told, zone: string): { template: string; to: string | null; patterns: string[] }[] {
  const { compiled } = draftOf(basis);
  return (compiled?.templates ?? []).flatMap((template) =>
    fallsWithout(template.zones, zone).map(({ to, patterns }) => ({
      template: template.id,
      to,
      patterns: patterns.map(patternText),
    })),
  );
}

/**
 * How each lane fares over past orders by the card in force, and by the next one that is known. Every order is quoted
 * and packed, so the last answer is kept.
 */
export const records = latest((basis: Told, moment: number): Records | null => {
  const { compiled } = draftOf(basis);
  if (!compiled) return null;
  const on = dayOf(moment, compiled);
  const known = cardsOn(basis, on);
  if (!known && compiled.priceLists.size === 0) return null;
  const past = datedOrders(basis, compiled, moment);
  const next = known && known.next !== known.card ? known.next : null;
  const then = next ? unwrap(instantOf(`${next.body.from}T00:00`, compiled.market.body.timeZone)) : moment;
  const { lanes, left } = laneRecords(compiled, past, {
    carrier: carrierOf(basis, compiled, then, true),
    moment: then,
  });
  return {
    from: known?.card.body.card ?? null,
    to: next?.body.card ?? null,
    starts: next?.body.from ?? on,
    lanes,
    left: left + basis.orders.length - past.length,
    market: compiled.market.body,
  };
});

/** What nobody can buy, or have delivered; countries with visits among it. */
export function coverage(basis: Told, visits: Readonly<Record<string, number>>): CoverageFinding[] | null {
  const { compiled, goods } = draftOf(basis);
  return compiled && coverageOf(compiled, readyFor(compiled, goods).ready.goods, visits);
}

/** Offers of the draft that hold where what they stand on is not listed. */
export function unlisted(basis: Told): Unlisted[] {
  const { compiled, goods } = draftOf(basis);
  return compiled ? unlistedOffers(compiled, readyFor(compiled, goods).ready.goods) : [];
}

/** What is easily overlooked in the draft, by the past orders it touched. */
export function overlookedIn(
  basis: Told,
  visits: Readonly<Record<string, number>>,
  moment: number,
): readonly Overlooked[] | null {
  const { compiled, goods } = draftOf(basis);
  if (!compiled) return null;
  return overlooked(compiled, goods, readyFor(compiled, goods).bySku, basis.orders, visits, dayOf(moment, compiled));
}

/** What advertising took of the goods sold, by today's prices; orders are one in so many. */
export function advertising(basis: Told, spent: readonly Spent[], every: number): readonly AdvertisingShare[] | null {
  const { compiled, goods } = draftOf(basis);
  if (!compiled) return null;
  const { bySku } = readyFor(compiled, goods);
  return advertisingShares(spent, basis.orders, every, compiled.written, (sku) => bySku.get(sku)?.price ?? null);
}

/** How many of the past orders fall in each zone of the default template. */
export function ordersByZone(basis: Told): Readonly<Record<string, number>> | null {
  const { compiled } = draftOf(basis);
  if (!compiled) return null;
  const known = new Map<string, string | null>();
  const found: Record<string, number> = {};
  for (const { place: text } of basis.orders) {
    let zone = known.get(text);
    if (zone === undefined) {
      const place = parsePlace(text);
      zone = place.ok ? (compiled.defaultTemplate.zoneOf(place.value)?.zone.id ?? null) : null;
      known.set(text, zone);
    }
    if (zone !== null) found[zone] = (found[zone] ?? 0) + 1;
  }
  return found;
}

/** The name of the zone that takes in each country, in the first template that has one; null where none does. */
export function zonesOf(basis: Told, codes: readonly string[]): Readonly<Record<string, string | null>> | null {
  const { compiled, book } = draftOf(basis);
  if (!compiled) return null;
  return Object.fromEntries(
    codes.map((country) => {
      const place = placeOf({ country });
      const match = place.ok
        ? compiled.templates.map(({ zoneOf }) => zoneOf(place.value)).find((one) => one !== null)
        : null;
      return [country, match ? (book.zones.find(({ id }) => id === match.zone.id)?.name ?? match.zone.id) : null];
    }),
  );
}

/** The SKUs a selection takes. */
export function selected(basis: Told, id: string): string[] | null {
  const { compiled, goods } = draftOf(basis);
  const selection = compiled?.selections.get(id);
  if (!compiled || !selection) return null;
  const bySku = new Map(withParents(goods).items.map((item) => [item.sku, item]));
  return readyFor(compiled, goods)
    .ready.goods.filter((item) => selection.takes(bySku.get(item.sku) as Item, item))
    .map((item) => item.sku);
}

/** Where a channel's own record in one of its currencies parts from the goods of the draft. */
export function recordsThere(
  basis: Told,
  id: ChannelId,
  currency: Currency,
  listings: readonly Listing[],
  live: readonly ChannelFile[],
  moment: number,
): Recorded | null {
  const dialect = dialectOf(id, currency);
  const { compiled: whole, goods, book } = draftAt(basis, dialect);
  if (!whole) return null;
  const compiled = asOf(whole, moment);
  const ready = readyFor(whole, goods).ready.goods;
  const there = basis.rulesIn(dialect, live);
  const { speeds } = settingsOf(book, dialect);
  const sides = there && { id, here: dialect.render(compiled, ready).rules, there, speeds };
  const findings = recordFindings(compiled, dialect, ready, listings, sides);
  const { some, every } = someOrders(datedOrders(basis, whole, moment));
  // Past orders are counted in the currency that the channel counts in.
  const isFirst = dialect.currency === dialectOf(id).currency;
  const costs = sides && isFirst ? recordCosts(compiled, sides, findings, some) : [];
  return {
    hidden: ready.filter((item) => item.notListed.includes(id)).length,
    rows: dearestFirst(findings.map((finding, i) => ({ finding, cost: costs[i] ?? null }))),
    every,
  };
}

/**
 * What is live at a channel in a currency beside what the draft would tell it, but what it holds for review; null where
 * it is told nothing in it.
 */
export function adoptable(
  basis: Told,
  id: ChannelId,
  currency: Currency,
  live: readonly ChannelFile[],
  held: readonly string[],
  moment: number,
): Result<Adoptable> | null {
  const dialect = sitesAdopted(id).find((site) => site.currency === currency);
  const market = dialect && marketTold(basis.drafted.book, dialect);
  if (!dialect || !market) return null;
  const { compiled: whole, goods, book } = draftAt(basis, dialect);
  if (!whole) return null;
  // What is held for review is told of elsewhere, new or in place of what is in force under its key.
  const keys = new Set(held);
  const rules = keys.size === 0 ? null : basis.rulesIn(dialect, live);
  const there = dialect.adopt(rules ? filesOf(rules.without(keys)) : live);
  if (!there.ok) return there;
  const compiled = asOf(whole, moment);
  const told = dialect.render(compiled, readyFor(whole, goods).ready.goods);
  const here = dialect.adopt(filesOf(told.rules.without(keys)));
  if (!here.ok) return here;
  const isTurned = countedAt(compiled, dialect).book !== compiled;
  const taking = { book, dialect, market, isTurned, told, here: here.value, there: there.value };
  return ok({ rows: adoptionRows(taking), lost: there.value.lost });
}

/** What an empty book would begin with of what is live at a channel; null where it does not sell in its currency. */
export function begunThere(basis: Told, id: ChannelId, live: readonly ChannelFile[]): Result<BegunThere> | null {
  const begun = begunFrom(draftOf(basis).book, id, live);
  if (!begun?.ok) return begun;
  const { edits, there, besides, lost } = begun.value;
  const { zones, services, templates, offers } = there.book;
  return ok({
    edits,
    counts: {
      zones: zones.length,
      services: services.length,
      templates: templates.length,
      offers: offers.length,
      goods: there.goods().length,
    },
    besides,
    lost,
  });
}

/** Where the carrier's own record parts from the goods of the draft, and what that costs. */
export function weighedThere(basis: Told, record: readonly Weighed[], moment: number): WeighedThere | null {
  const { compiled, goods } = draftOf(basis);
  if (!compiled) return null;
  const findings = weighedFindings(readyFor(compiled, goods).ready.goods, record);
  const { some, every } = someOrders(datedOrders(basis, compiled, moment));
  const costs = weighedCosts(compiled, findings, some);
  return { rows: dearestFirst(findings.map((finding, i) => ({ finding, cost: costs[i] ?? null }))), every };
}

/** What costs most first; what costs nothing stays in its order. */
function dearestFirst<Row extends { readonly cost: Differing | null }>(rows: readonly Row[]): Row[] {
  const weight = ({ cost }: Row) => (cost === null ? -1 : cost.more + cost.less);
  return [...rows].sort((a, b) => weight(b) - weight(a));
}

/** What keeps goods of the draft from being sold. */
export function goodsProblems(basis: Told): readonly Problem[] {
  const { compiled, goods } = draftOf(basis);
  return compiled ? readyFor(compiled, goods).ready.problems : [];
}

/**
 * What stands in the draft of the book, in any of its markets, and may not be meant; each once, in the first market
 * that has it.
 */
export function amiss(basis: Told): readonly BookFinding[] {
  const { compiled } = draftOf(basis);
  if (!compiled) return [];
  const seen = new Set<string>();
  return compiled.body.markets.flatMap(({ id }) => {
    const made = compileBook(compiled.body, id);
    if (!made.ok) return [];
    return bookFindings(made.value).filter((one) => {
      const key = JSON.stringify({ ...one, market: null });
      return !seen.has(key) && seen.add(key);
    });
  });
}

/** All that keeps the draft from being saved: of the book in every market, of its goods, and of goods it names. */
export function unsound(basis: Told): readonly Problem[] {
  const { book, goods } = basis.drafted;
  return validate(book, goods, (sku) => itemAt(goods, sku) !== undefined);
}

/** What removing things would do to the rest of the draft. */
export const goesWith = ({ drafted }: Told, things: readonly NamedThing[]): Removal => removal(drafted, things);

/** How many goods each template and each selection takes. */
export function counts(basis: Told): { templates: Record<string, number>; selections: Record<string, number> } | null {
  const { compiled, goods } = draftOf(basis);
  if (!compiled) return null;
  const { ready } = readyFor(compiled, goods);
  const templates: Record<string, number> = {};
  for (const item of ready.goods) templates[item.template.id] = (templates[item.template.id] ?? 0) + 1;
  const bySku = new Map(withParents(goods).items.map((item) => [item.sku, item]));
  const selections = Object.fromEntries(
    [...compiled.selections].map(([id, one]) => [
      id,
      ready.goods.filter((item) => one.takes(bySku.get(item.sku) as Item, item)).length,
    ]),
  );
  return { templates, selections };
}
