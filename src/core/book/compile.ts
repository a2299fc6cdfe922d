import {
  amountText,
  type Conversion,
  type Currency,
  conversionAt,
  converted,
  currencyDigits,
  type Decimal,
  type Fault,
  type Instant,
  isCurrency,
  kept,
  type Minor,
  minor,
  type Problem,
  parseDecimal,
  type Result,
  type Thing,
  under,
} from '../exact/index.ts';
import { readSelection, type Selection } from '../goods/index.ts';
import { benefitKindOf, type Exclusions, type Offer, type Part, readEitherOr, readOffer } from '../offers/index.ts';
import {
  type Leaf,
  type Pattern,
  type Place,
  parsePattern,
  parsePlace,
  patternTree,
  type Zone,
  type ZoneMatch,
  zoneFinder,
} from '../places/index.ts';
import {
  type Box,
  isRising,
  type KindBits,
  kindBits,
  type Lane,
  type LaneBody,
  type LaneContext,
  type LaneEra,
  type Mixing,
  type MixingRule,
  overOf,
  type Quoting,
  looksAtLines as rateLooksAtLines,
  readBox,
  readLane,
  readMixing,
  readMixingRule,
  type Service,
} from '../rates/index.ts';
import { conversionInto, type ReadyMarket, readMarket } from './market.ts';
import { type Basket, type Book, channelsOf } from './schema.ts';

/**
 * The lanes of one zone, by the service's place in the book (undefined where there is none), and a bit for each that is
 * there.
 */
export interface Row {
  readonly lanes: readonly (Lane | undefined)[];
  readonly bits: number;
  /** Where some lane has dated rows: the rows as they are from moments on, in order; else null. */
  readonly eras: readonly RowEra[] | null;
}
interface RowEra {
  readonly from: Instant | null;
  readonly row: Row;
}

/** The row as it is at a moment. */
export function rowAt(row: Row, at: Instant): Row {
  if (row.eras === null) return row;
  let found = row;
  for (const era of row.eras) if (era.from === null || era.from <= at) found = era.row;
  return found;
}

/** A template ready to answer. */
export interface Template {
  readonly id: string;
  readonly origin: string;
  readonly selection: Selection | null;
  readonly zones: readonly Zone[];
  readonly zoneOf: (place: Place) => ZoneMatch | null;
  /** lanes.get(zone)?.get(service), as they are at the moment the book is read as of; see {@link asOf}. */
  readonly lanes: ReadonlyMap<string, ReadonlyMap<string, Lane>>;
  /** The same with all their times. */
  readonly eras: ReadonlyMap<string, ReadonlyMap<string, readonly LaneEra[]>>;
  readonly rows: ReadonlyMap<Zone, Row>;
  /**
   * Whether some lane needs the lines of its goods one by one: to pack them, to measure them, or to share discounts
   * out.
   */
  readonly dependsOnDiscounts: boolean;
  /** Kinds that have a rate of their own in some lane. */
  readonly ownKinds: ReadonlySet<string>;
}

/** A book made ready to answer for one of its markets: everything read once, looked up by id, zones found by place. */
export interface CompiledBook {
  readonly body: Book;
  /**
   * The moment it is read as of, for what is not asked at a moment of its own; from the beginning where none is said.
   */
  readonly at: Instant;
  readonly market: ReadyMarket;
  /** The market's currency, in which all answers are. */
  readonly currency: Currency;
  /** The first market's currency, in which goods and offers are written. */
  readonly written: Currency;
  /** From the written currency into the market's; null where they are the same. */
  readonly conversion: Conversion | null;
  readonly services: readonly Service[];
  readonly templates: readonly Template[];
  /** What goods are sent under that no other template takes: the first of them. */
  readonly defaultTemplate: Template;
  readonly selections: ReadonlyMap<string, Selection>;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly mixedBy: Mixing;
  readonly mixing: readonly MixingRule[];
  readonly kindBits: KindBits;
  /** What is meant: neither drafts nor paused ones. */
  readonly offers: readonly Offer[];
  /** Which of them keep each other out. */
  readonly exclusions: Exclusions;
  /** What currencies that carriers answer in are in another. */
  readonly quotingInto: (currency: Currency) => Quoting;
  /** The moments at which dated rows of lanes begin or end, in order. */
  readonly turns: readonly Instant[];
  /** The selections that offers ask about or act on, each at its place as a part. */
  readonly parts: readonly Selection[];
  /** The tax on a class at a place; null where none is listed. */
  readonly taxOf: (taxClass: string, place: Place) => Decimal | null;
  /** Whether some lane looks at a group's own value after discounts, so that discounts have to be split over lines. */
  readonly splits: boolean;
  /** Whether some lane's charge depends on discounts at all. */
  readonly dependsOnDiscounts: boolean;
  /** Whether more discounts never make a lane cheaper: none has a table or bounds over value after discounts. */
  readonly steady: boolean;
  /** Whether more mass or size never makes a charge smaller, nor a service offered that was not. */
  readonly monotonic: boolean;
}

/**
 * Makes a book ready to answer for a market (the first where none is named), or tells everything in it that cannot be
 * meant: where, what, what would be right.
 */
export function compileBook(body: Book, marketId?: string): Result<CompiledBook> {
  const problems: Problem[] = [];
  const note: Noting = (at, fault) => problems.push({ at, ...fault });

  const markets = body.markets.map((market) => readMarket(market, problems));
  const market = markets.find((one) => one && (marketId === undefined || one.body.id === marketId));
  const first = markets[0];
  if (!first || !market) {
    if (problems.length === 0)
      note(
        ['markets'],
        unknown(
          'market',
          marketId ?? '',
          body.markets.map((one) => one.id),
        ),
      );
    return { ok: false, problems };
  }
  doublesOf(body, note);
  for (const one of body.exchange) {
    for (const currency of [one.from, one.to])
      if (!isCurrency(currency)) note(['exchange', one.id], { is: 'malformed', text: currency, form: 'currency' });
    if (Number(one.rate) === 0) note(['exchange', one.id, 'rate'], { is: 'zero', of: 'exchange rate' });
  }
  const conversion = conversionInto(body, first.currency, market, ['exchange'], problems);
  const own = (amount: Minor) => (conversion ? converted(amount, conversion) : amount);

  for (const event of body.events)
    if (event.until < event.from)
      note(['events', event.id, 'until'], { is: 'backwards', from: event.from, to: event.until });
  const services = new Set(body.services.map((service) => service.id));
  for (const service of body.services) {
    if (service.days[1] < service.days[0])
      note(['services', service.id, 'days'], {
        is: 'backwards',
        from: String(service.days[0]),
        to: String(service.days[1]),
      });
  }
  const patterns = (texts: readonly string[], at: Problem['at']): Pattern[] =>
    texts.map((text, i) => kept(parsePattern(text), [...at, i], problems, { is: 'world' }));
  const zones = new Map(
    body.zones.map((zone): [string, Zone] => [
      zone.id,
      {
        id: zone.id,
        name: zone.name,
        takes: patterns(zone.takes, ['zones', zone.id, 'takes']),
        leaves: patterns(zone.leaves, ['zones', zone.id, 'leaves']),
      },
    ]),
  );
  const boxes = new Map<string, Box>();
  for (const box of body.boxes) {
    const read = readBox(box);
    if (read.ok) boxes.set(box.id, read.value);
    else problems.push(...under(['boxes', box.id], read.problems));
  }
  const selections = new Map<string, Selection>();
  for (const selection of body.selections) {
    const read = readSelection(selection, first.currency);
    if (read.ok) selections.set(selection.id, read.value);
    else problems.push(...under(['selections', selection.id], read.problems));
  }

  const quotings = new Map<string, Quoting>();
  const quotingInto = (currency: Currency): Quoting => {
    const known = quotings.get(currency) ?? quotingOf(body, currency);
    quotings.set(currency, known);
    return known;
  };
  const templates = body.templates.map((template): Template => {
    const at = ['templates', template.id];
    const currency = template.currency ?? first.currency;
    const context: LaneContext | null = isCurrency(currency)
      ? {
          currency,
          market: market.currency,
          conversion: conversionInto(body, currency, market, [...at, 'currency'], problems),
          rounding: market.rounding,
          boxes,
          quotingInto,
        }
      : null;
    if (!context) note([...at, 'currency'], { is: 'malformed', text: currency, form: 'currency' });
    if (template.goods !== null && !selections.has(template.goods))
      note([...at, 'goods'], unknown('selection', template.goods, selections.keys()));
    const served = template.zones.flatMap((id, i) => {
      const zone = zones.get(id);
      if (!zone) note([...at, 'zones', i], unknown('zone', id, zones.keys()));
      else if (template.zones.indexOf(id) < i)
        note([...at, 'zones', i], { is: 'repeated', what: 'zone', id, line: null });
      return zone ? [zone] : [];
    });
    const eras = new Map<string, Map<string, readonly LaneEra[]>>();
    for (const [zone, row] of Object.entries(template.lanes)) {
      if (!zones.has(zone)) note([...at, 'lanes', zone], unknown('zone', zone, zones.keys()));
      const read = new Map<string, readonly LaneEra[]>();
      for (const [service, lane] of Object.entries(row)) {
        if (!services.has(service)) note([...at, 'lanes', zone, service], unknown('service', service, services));
        const result = context && readLane(lane, context);
        if (result?.ok) read.set(service, result.value);
        else problems.push(...under([...at, 'lanes', zone, service], result?.problems ?? []));
      }
      eras.set(zone, read);
    }
    const every = [...eras.values()].flatMap((row) => [...row.values()].flatMap((list) => list.map((era) => era.lane)));
    return {
      id: template.id,
      origin: template.origin,
      selection: template.goods === null ? null : (selections.get(template.goods) ?? null),
      zones: served,
      zoneOf: zoneFinder(served),
      lanes: lanesAt(eras, Number.NEGATIVE_INFINITY),
      eras,
      rows: new Map(
        served.map((zone) => [zone, rowOf(body.services.map((service) => eras.get(zone.id)?.get(service.id)))]),
      ),
      dependsOnDiscounts:
        body.templates.some((one) =>
          Object.values(one.lanes).some((row) => Object.values(row).some(splitsDiscounts)),
        ) || Object.values(template.lanes).some((row) => Object.values(row).some(looksAtLines)),
      ownKinds: new Set(every.flatMap((lane) => [...(lane.kinds?.keys() ?? [])])),
    };
  });

  const parts: Selection[] = [];
  const partOf = (id: string): Part | undefined => {
    const selection = selections.get(id);
    if (selection && !parts.includes(selection)) parts.push(selection);
    return selection && parts.indexOf(selection);
  };
  const offers: Offer[] = [];
  const channels = new Set(channelsOf(body));
  body.offers.forEach((offer, order) => {
    const at = ['offers', offer.id];
    const result = readOffer(offer, order, { currency: first.currency, market: market.currency, conversion, partOf });
    if (!result.ok) problems.push(...under(at, result.problems));
    else if (offer.state === 'meant') offers.push(result.value);
    const named = (field: string, ids: readonly string[] | null, known: ReadonlySet<string>, what: Thing) => {
      for (const id of ids ?? []) if (!known.has(id)) note([...at, field], unknown(what, id, known));
    };
    named('zones', offer.zones, new Set(zones.keys()), 'zone');
    named('markets', offer.markets, new Set(body.markets.map((one) => one.id)), 'market');
    named('channels', offer.channels, channels, 'channel');
    if (offer.limits.budget?.split) named('limits', Object.keys(offer.limits.budget.split), channels, 'channel');
    const twin = body.offers.findIndex((one) => one.number === offer.number);
    if (twin < order)
      note([...at, 'number'], { is: 'number taken', number: offer.number, by: body.offers[twin]?.id ?? '' });
    else if (offer.number > body.numbered)
      note([...at, 'number'], { is: 'number too high', number: offer.number, highest: body.numbered });
    named('segments', offer.segments, new Set(body.segments.map((one) => one.id)), 'segment');
    named('benefit', benefitKindOf(offer.benefit).names(offer.benefit).services ?? null, services, 'service');
  });
  const offerIds = new Set(body.offers.map((one) => one.id));
  for (const group of body.eitherOr)
    for (const id of group.offers)
      if (!offerIds.has(id)) note(['eitherOr', group.id, 'offers'], unknown('offer', id, offerIds));
  const mixedBy = readMixing(body.mixedBy, first.currency, own, ['mixedBy'], problems);
  const bits = kindBits(body.mixing, problems);
  const serviceBits = new Map(body.services.map((service, i) => [service.id, 1 << i]));
  const mixing = body.mixing.map((rule) => readMixingRule(rule, bits, serviceBits, first.currency, own, problems));
  for (const rule of body.mixing)
    for (const service of rule.services)
      if (!services.has(service)) note(['mixing', rule.id, 'services'], unknown('service', service, services));
  const taxOf = taxFinder(body, problems);
  for (const basket of body.pinned) {
    problems.push(...under(['pinned', basket.id], basketProblems(body, basket)));
  }

  const main = templates[0];
  if (problems.length > 0 || !main) return { ok: false, problems };
  const eras = templates.flatMap((template) => [...template.eras.values()].flatMap((row) => [...row.values()].flat()));
  const all = eras.map((era) => era.lane);
  return {
    ok: true,
    value: {
      body,
      at: Number.NEGATIVE_INFINITY,
      market,
      currency: market.currency,
      written: first.currency,
      conversion,
      services: body.services,
      templates,
      defaultTemplate: main,
      selections,
      boxes,
      mixedBy,
      mixing,
      kindBits: bits,
      offers,
      exclusions: readEitherOr(body.eitherOr, body.offers),
      quotingInto,
      turns: [...new Set(eras.flatMap((era) => era.from ?? []))].sort((a, b) => a - b),
      parts,
      taxOf,
      splits: all.some((lane) => lane.after || (lane.freeFrom?.of === 'group' && lane.freeFrom.test === 'after')),
      dependsOnDiscounts: all.some((lane) => lane.after || lane.freeFrom?.test === 'after'),
      steady: !all.some((lane) => lane.after),
      monotonic: all.every(isMonotonic),
    },
  };
}

/** The book read as of a moment: its lanes as they are then. */
export function asOf(book: CompiledBook, at: Instant): CompiledBook {
  if (book.turns.length === 0) return { ...book, at };
  const templates = book.templates.map((template) => ({ ...template, lanes: lanesAt(template.eras, at) }));
  const [defaultTemplate = book.defaultTemplate] = templates;
  return { ...book, at, templates, defaultTemplate };
}

const laneAt = (eras: readonly LaneEra[], at: Instant): Lane => {
  let found = eras[0] as LaneEra;
  for (const era of eras) if (era.from === null || era.from <= at) found = era;
  return found.lane;
};
const lanesAt = (eras: Template['eras'], at: Instant): Template['lanes'] =>
  new Map(
    [...eras].map(([zone, row]) => [zone, new Map([...row].map(([service, list]) => [service, laneAt(list, at)]))]),
  );

/** What currencies that carriers answer in are in another, by the listed rates: no inverse, no chain. */
function quotingOf(body: Book, into: Currency): Quoting {
  const quoting = new Map<string, { up: bigint; down: bigint }>();
  for (const one of body.exchange) {
    const rate = parseDecimal(one.rate, 8);
    if (one.to === into && isCurrency(one.from) && rate.ok)
      quoting.set(
        one.from,
        conversionAt(rate.value, currencyDigits(one.from), currencyDigits(into), { is: 'nearest' }),
      );
  }
  return quoting;
}

/** What of a basket the book does not know: places that are none, markets, channels, segments, offers. */
export function basketProblems(body: Book, basket: Basket): Problem[] {
  const problems: Problem[] = [];
  kept(parsePlace(basket.place), ['place'], problems, null);
  if (basket.billing !== null) kept(parsePlace(basket.billing), ['billing'], problems, null);
  const known = (at: Problem['at'], id: string | null, ids: readonly string[], what: Thing) => {
    if (id !== null && !ids.includes(id)) problems.push({ at, ...unknown(what, id, ids) });
  };
  known(
    ['market'],
    basket.market,
    body.markets.map((one) => one.id),
    'market',
  );
  known(['channel'], basket.channel, channelsOf(body), 'channel');
  known(
    ['segment'],
    basket.segment,
    body.segments.map((one) => one.id),
    'segment',
  );
  const offers = body.offers.map((one) => one.id);
  for (const [offer, spent] of Object.entries(basket.spent)) {
    known(['spent', offer], offer, offers, 'offer');
    spent.rows.forEach((row, i) => {
      known(['spent', offer, 'rows', i, 'channel'], row.channel, channelsOf(body), 'channel');
    });
  }
  for (const [i, row] of basket.carrier.entries())
    if (row.currency !== null && !isCurrency(row.currency))
      problems.push({ at: ['carrier', i, 'currency'], is: 'malformed', text: row.currency, form: 'currency' });
  return problems;
}

/** Whether more mass or size never makes a lane cheaper, nor has it offered where it was not. */
function isMonotonic(lane: Lane): boolean {
  const rates = [lane.price.rate, ...[...(lane.kinds?.values() ?? [])].map((one) => one.rate)];
  return (
    lane.bounds.every((bound) => bound.from === null || bound.over === 'value' || bound.over === 'units') &&
    rates.every(isRising)
  );
}

/** Whether a lane looks at its group's own value after discounts. */
const splitsDiscounts = (lane: LaneBody): boolean =>
  lane.values === 'after' || thresholdsOf(lane).some((free) => free.of === 'group' && free.test === 'after');
const thresholdsOf = (lane: LaneBody) =>
  [lane.freeFrom, ...lane.dated.map((row) => (row.sets.is === 'free from' ? row.sets.freeFrom : null))].filter(
    (free) => free !== null,
  );

/** Whether a lane packs parcels or measures volume. */
const looksAtLines = (lane: LaneBody): boolean =>
  [lane, ...lane.dated.flatMap((row) => (row.sets.is === 'rate' ? [row.sets] : []))]
    .flatMap((one) =>
      [one, ...Object.values(one.kinds)].flatMap((priced) => [priced.rate, ...Object.values(priced.also)]),
    )
    .some(rateLooksAtLines) || lane.bounds.some((bound) => overOf(bound.unit) === 'volume');

/** A zone's lanes with their times as one row with its own. */
function rowOf(lanes: readonly (readonly LaneEra[] | undefined)[]): Row {
  const turns = [...new Set(lanes.flatMap((eras) => eras?.flatMap((era) => era.from ?? []) ?? []))].sort(
    (a, b) => a - b,
  );
  const at = (moment: Instant): Row => {
    const now = lanes.map((eras) => eras && laneAt(eras, moment));
    return { lanes: now, bits: now.reduce((bits, lane, i) => (lane ? bits | (1 << i) : bits), 0), eras: null };
  };
  const first = at(Number.NEGATIVE_INFINITY);
  return turns.length === 0
    ? first
    : { ...first, eras: [{ from: null, row: first }, ...turns.map((from) => ({ from, row: at(from) }))] };
}

/** What finds something wrong and tells where. */
type Noting = (at: Problem['at'], fault: Fault) => void;

const unknown = (what: Thing, id: string, known: Iterable<string>): Fault => ({
  is: 'unknown',
  what,
  id,
  known: [...known],
});

function doublesOf(body: Book, note: Noting): void {
  const lists = {
    markets: body.markets,
    exchange: body.exchange,
    taxes: body.taxes,
    services: body.services,
    zones: body.zones,
    selections: body.selections,
    boxes: body.boxes,
    segments: body.segments,
    eitherOr: body.eitherOr,
    events: body.events,
  };
  for (const [kind, list] of Object.entries({
    ...lists,
    templates: body.templates,
    mixing: body.mixing,
    offers: body.offers,
    pinned: body.pinned,
  })) {
    const seen = new Set<string>();
    for (const { id } of list) {
      if (seen.has(id)) note([kind, id], { is: 'repeated', what: 'thing', id, line: null });
      seen.add(id);
    }
  }
  const ways = new Set<string>();
  for (const one of body.exchange) {
    if (ways.has(`${one.from} ${one.to}`))
      note(['exchange', one.id], { is: 'repeated', what: 'exchange rate', id: `${one.from} ${one.to}`, line: null });
    ways.add(`${one.from} ${one.to}`);
  }
}

function taxFinder(body: Book, problems: Problem[]): CompiledBook['taxOf'] {
  const leaves = new Map<string, Leaf<Decimal>[]>();
  for (const tax of body.taxes) {
    const value = kept(parseDecimal(tax.percent, 3), ['taxes', tax.id, 'percent'], problems, { digits: 0n, scale: 0 });
    tax.places.forEach((text, i) => {
      const pattern = kept(parsePattern(text), ['taxes', tax.id, 'places', i], problems, { is: 'world' } as Pattern);
      leaves.set(tax.class, [...(leaves.get(tax.class) ?? []), { pattern, value }]);
    });
  }
  const trees = new Map([...leaves].map(([taxClass, list]) => [taxClass, patternTree(list)]));
  return (taxClass, place) => trees.get(taxClass)?.(place, () => true)?.value ?? null;
}

/** The percentages off the order that codes of the book may bring. */
export const orderPercents = (book: CompiledBook): { offer: Offer; percent: Decimal }[] =>
  book.offers.flatMap((offer) => {
    const percent = offer.kind.sort === 'order' ? offer.kind.share(offer.benefit) : null;
    return percent ? [{ offer, percent }] : [];
  });

/** An amount as written in the book, for the market: converted alone where its currency is another. */
export const amountInMarket = (book: CompiledBook, amount: Minor): Minor =>
  book.conversion ? converted(amount, book.conversion) : minor(amount);

/** An amount of the market as text. */
export const say = (book: CompiledBook, amount: Minor): string => amountText(amount, book.currency);
