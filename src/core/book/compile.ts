import { amountText, type Conversion, type Currency, converted, type Decimal, isCurrency, kept, type Minor, minor, type Problem, parseDecimal, type Result } from '../exact/index.ts';
import { readSelection, type Selection } from '../goods/index.ts';
import { type Offer, type Part, readOffer } from '../offers/index.ts';
import { type Fall, type Leaf, type Pattern, type Place, parsePattern, parsePlace, patternTree, type Zone, zoneFinder } from '../places/index.ts';
import { type Box, type KindBits, kindBits, type Lane, type LaneBody, type Mixing, type MixingRule, overOf, readBox, readLane, readMixing, readMixingRule, type Service } from '../rates/index.ts';
import { conversionInto, type ReadyMarket, readMarket } from './market.ts';
import { type Book, channelIds } from './schema.ts';

/** The lanes of one zone, by the service's place in the book (undefined where there is none), and a bit for each that is there. */
export interface Row {
  readonly lanes: readonly (Lane | undefined)[];
  readonly bits: number;
}

/** A template ready to answer. */
export interface Template {
  readonly id: string;
  readonly origin: string;
  readonly selection: Selection | null;
  readonly zones: readonly Zone[];
  readonly zoneOf: (place: Place) => Fall | null;
  /** lanes.get(zone)?.get(service) */
  readonly lanes: ReadonlyMap<string, ReadonlyMap<string, Lane>>;
  readonly rows: ReadonlyMap<Zone, Row>;
  /** Whether some lane needs the lines of its goods one by one: to pack them, to measure them, or to share discounts out. */
  readonly minds: boolean;
  /** Kinds that have a rate of their own in some lane. */
  readonly ownKinds: ReadonlySet<string>;
}

/** A book made ready to answer for one of its markets: everything read once, looked up by id, zones found by place. */
export interface CompiledBook {
  readonly body: Book;
  readonly market: ReadyMarket;
  /** The market's currency, in which all answers are. */
  readonly currency: Currency;
  /** The first market's currency, in which goods and offers are written. */
  readonly written: Currency;
  /** From the written currency into the market's; null where they are the same. */
  readonly conversion: Conversion | null;
  readonly services: readonly Service[];
  readonly templates: readonly Template[];
  /** Zones, lanes and zone finder of the default template. */
  readonly zones: Template['zones'];
  readonly lanes: Template['lanes'];
  readonly zoneOf: Template['zoneOf'];
  readonly selections: ReadonlyMap<string, Selection>;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly mixedBy: Mixing;
  readonly mixing: readonly MixingRule[];
  readonly kindBits: KindBits;
  /** What is meant: neither drafts nor paused ones. */
  readonly offers: readonly Offer[];
  /** The selections that offers ask about or act on, each at its place as a part. */
  readonly parts: readonly Selection[];
  /** The tax on a class at a place; null where none is listed. */
  readonly taxOf: (taxClass: string, place: Place) => Decimal | null;
  /** Whether some lane looks at a group's own value after discounts, so that discounts have to be split over lines. */
  readonly splits: boolean;
  /** Whether some lane's charge depends on discounts at all. */
  readonly minds: boolean;
  /** Whether more discounts never make a lane cheaper: none has a table or bounds over value after discounts. */
  readonly steady: boolean;
}

/** Makes a book ready to answer for a market (the first where none is named), or tells everything in it that cannot be meant: where, what, what would be right. */
export function compileBook(body: Book, marketId?: string): Result<CompiledBook> {
  const problems: Problem[] = [];
  const note = (at: Problem['at'], wrong: string, right: string) => problems.push({ at, wrong, right });

  const markets = body.markets.map((market) => readMarket(market, problems));
  const market = markets.find((one) => one && (marketId === undefined || one.body.id === marketId));
  const first = markets[0];
  if (!first || !market) {
    if (problems.length === 0) note(['markets'], `no market “${marketId}”`, body.markets.map((one) => one.id).join(', '));
    return { ok: false, problems };
  }
  doublesOf(body, note);
  for (const one of body.exchange) {
    for (const currency of [one.from, one.to]) if (!isCurrency(currency)) note(['exchange', one.id], `“${currency}” is no currency`, 'a code of ISO 4217, such as EUR');
    if (Number(one.rate) === 0) note(['exchange', one.id, 'rate'], 'a rate of 0', 'a rate above 0');
  }
  const conversion = conversionInto(body, first.currency, market, ['exchange'], problems);
  const own = (amount: Minor) => (conversion ? converted(amount, conversion) : amount);

  for (const event of body.events) if (event.until < event.from) note(['events', event.id, 'until'], `${event.until} lies before ${event.from}`, 'the first day first');
  const services = new Set(body.services.map((service) => service.id));
  for (const service of body.services) {
    if (service.days[1] < service.days[0]) note(['services', service.id, 'days'], `${service.days[0]} to ${service.days[1]} days runs backwards`, 'the shortest first');
  }
  const patterns = (texts: readonly string[], at: Problem['at']): Pattern[] => texts.map((text, i) => kept(parsePattern(text), [...at, i], problems, { is: 'world' }));
  const zones = new Map(
    body.zones.map((zone): [string, Zone] => [
      zone.id,
      { id: zone.id, name: zone.name, takes: patterns(zone.takes, ['zones', zone.id, 'takes']), leaves: patterns(zone.leaves, ['zones', zone.id, 'leaves']) },
    ]),
  );
  const boxes = new Map<string, Box>();
  for (const box of body.boxes) {
    const read = readBox(box);
    if (read.ok) boxes.set(box.id, read.value);
    else problems.push(...read.problems.map((one) => ({ ...one, at: ['boxes', box.id, ...one.at] })));
  }
  const selections = new Map<string, Selection>();
  for (const selection of body.selections) {
    const read = readSelection(selection, first.currency);
    if (read.ok) selections.set(selection.id, read.value);
    else problems.push(...read.problems.map((one) => ({ ...one, at: ['selections', selection.id, ...one.at] })));
  }

  const templates = body.templates.map((template): Template => {
    const at = ['templates', template.id];
    const currency = template.currency ?? first.currency;
    const context = isCurrency(currency) ? { currency, market: market.currency, conversion: conversionInto(body, currency, market, [...at, 'currency'], problems), boxes } : null;
    if (!context) note([...at, 'currency'], `“${currency}” is no currency`, 'a code of ISO 4217, such as EUR');
    if (template.goods !== null && !selections.has(template.goods)) note([...at, 'goods'], `no selection “${template.goods}”`, [...selections.keys()].join(', ') || 'a selection of the book');
    const served = template.zones.flatMap((id, i) => {
      const zone = zones.get(id);
      if (!zone) note([...at, 'zones', i], `no zone “${id}”`, [...zones.keys()].join(', '));
      else if (template.zones.indexOf(id) < i) note([...at, 'zones', i], `“${id}” stands twice`, 'each zone once');
      return zone ? [zone] : [];
    });
    const lanes = new Map<string, Map<string, Lane>>();
    for (const [zone, row] of Object.entries(template.lanes)) {
      if (!zones.has(zone)) note([...at, 'lanes', zone], `no zone “${zone}”`, [...zones.keys()].join(', '));
      const read = new Map<string, Lane>();
      for (const [service, lane] of Object.entries(row)) {
        if (!services.has(service)) note([...at, 'lanes', zone, service], `no service “${service}”`, [...services].join(', '));
        const result = context && readLane(lane, context);
        if (result?.ok) read.set(service, result.value);
        else problems.push(...(result?.problems ?? []).map((one) => ({ ...one, at: [...at, 'lanes', zone, service, ...one.at] })));
      }
      lanes.set(zone, read);
    }
    const rows = new Map(served.map((zone) => [zone, rowOf(body.services.map((service) => lanes.get(zone.id)?.get(service.id)))]));
    return {
      id: template.id,
      origin: template.origin,
      selection: template.goods === null ? null : (selections.get(template.goods) ?? null),
      zones: served,
      zoneOf: zoneFinder(served),
      lanes,
      rows,
      minds:
        body.templates.some((one) => Object.values(one.lanes).some((row) => Object.values(row).some(splitsDiscounts))) ||
        Object.values(template.lanes).some((row) => Object.values(row).some(looksAtLines)),
      ownKinds: new Set([...lanes.values()].flatMap((row) => [...row.values()].flatMap((lane) => [...(lane.kinds?.keys() ?? [])]))),
    };
  });

  const parts: Selection[] = [];
  const partOf = (id: string): Part | undefined => {
    const selection = selections.get(id);
    if (selection && !parts.includes(selection)) parts.push(selection);
    return selection && parts.indexOf(selection);
  };
  const offers: Offer[] = [];
  body.offers.forEach((offer, order) => {
    const at = ['offers', offer.id];
    const result = readOffer(offer, order, { currency: first.currency, market: market.currency, conversion, partOf });
    if (!result.ok) problems.push(...result.problems.map((one) => ({ ...one, at: [...at, ...one.at] })));
    else if (offer.state === 'meant') offers.push(result.value);
    const named = (field: string, ids: readonly string[] | null, known: ReadonlySet<string>, what: string) => {
      for (const id of ids ?? []) if (!known.has(id)) note([...at, field], `no ${what} “${id}”`, [...known].join(', ') || `a ${what} of the book`);
    };
    named('zones', offer.zones, new Set(zones.keys()), 'zone');
    named('markets', offer.markets, new Set(body.markets.map((one) => one.id)), 'market');
    named('channels', offer.channels, new Set(channelIds), 'channel');
    named('segments', offer.segments, new Set(body.segments.map((one) => one.id)), 'segment');
    if (offer.benefit.is === 'delivery' && offer.benefit.on.is === 'services') named('benefit', offer.benefit.on.services, services, 'service');
  });
  const mixedBy = readMixing(body.mixedBy, first.currency, own, ['mixedBy'], problems);
  const bits = kindBits(body.mixing, problems);
  const serviceBits = new Map(body.services.map((service, i) => [service.id, 1 << i]));
  const mixing = body.mixing.map((rule) => readMixingRule(rule, bits, serviceBits, first.currency, own, problems));
  for (const rule of body.mixing) for (const service of rule.services) if (!services.has(service)) note(['mixing', rule.id, 'services'], `no service “${service}”`, [...services].join(', '));
  const taxOf = taxFinder(body, problems);
  for (const basket of body.pinned) {
    kept(parsePlace(basket.place), ['pinned', basket.id, 'place'], problems, null);
    if (basket.market !== null && !body.markets.some((one) => one.id === basket.market))
      note(['pinned', basket.id, 'market'], `no market “${basket.market}”`, body.markets.map((one) => one.id).join(', '));
  }

  const main = templates[0];
  if (problems.length > 0 || !main) return { ok: false, problems };
  const all = templates.flatMap((template) => [...template.lanes.values()].flatMap((row) => [...row.values()]));
  return {
    ok: true,
    value: {
      body,
      market,
      currency: market.currency,
      written: first.currency,
      conversion,
      services: body.services,
      templates,
      zones: main.zones,
      lanes: main.lanes,
      zoneOf: main.zoneOf,
      selections,
      boxes,
      mixedBy,
      mixing,
      kindBits: bits,
      offers,
      parts,
      taxOf,
      splits: all.some((lane) => lane.after || (lane.freeFrom?.of === 'group' && lane.freeFrom.test === 'after')),
      minds: all.some((lane) => lane.after || lane.freeFrom?.test === 'after'),
      steady: !all.some((lane) => lane.after),
    },
  };
}

/** Whether a lane looks at its group's own value after discounts. */
const splitsDiscounts = (lane: LaneBody): boolean => lane.values === 'after' || (lane.freeFrom?.of === 'group' && lane.freeFrom.test === 'after');

/** Whether a lane packs parcels or measures volume. */
const looksAtLines = (lane: LaneBody): boolean =>
  [lane.rate, ...Object.values(lane.also), ...Object.values(lane.kinds)].some((rate) => rate.is === 'carrier quote' || rate.is === 'box' || (rate.is === 'table' && overOf(rate.unit) === 'volume')) ||
  lane.bounds.some((bound) => overOf(bound.unit) === 'volume');

const rowOf = (lanes: Row['lanes']): Row => ({ lanes, bits: lanes.reduce((bits, lane, i) => (lane ? bits | (1 << i) : bits), 0) });

function doublesOf(body: Book, note: (at: Problem['at'], wrong: string, right: string) => void): void {
  const lists = {
    markets: body.markets,
    exchange: body.exchange,
    taxes: body.taxes,
    services: body.services,
    zones: body.zones,
    selections: body.selections,
    boxes: body.boxes,
    segments: body.segments,
    events: body.events,
  };
  for (const [kind, list] of Object.entries({ ...lists, templates: body.templates, mixing: body.mixing, offers: body.offers, pinned: body.pinned })) {
    const seen = new Set<string>();
    for (const { id } of list) {
      if (seen.has(id)) note([kind, id], `“${id}” stands twice`, 'an id of its own for each');
      seen.add(id);
    }
  }
  const ways = new Set<string>();
  for (const one of body.exchange) {
    if (ways.has(`${one.from} ${one.to}`)) note(['exchange', one.id], `a rate from ${one.from} to ${one.to} stands twice`, 'one rate each way');
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
  book.offers.flatMap((offer) => (offer.benefit.is === 'off order' && offer.benefit.off.by === 'percent' ? [{ offer, percent: offer.benefit.off.percent }] : []));

/** An amount as written in the book, for the market: converted alone where its currency is another. */
export const inMarket = (book: CompiledBook, amount: Minor): Minor => (book.conversion ? converted(amount, book.conversion) : minor(amount));

/** An amount of the market as text. */
export const say = (book: CompiledBook, amount: Minor): string => amountText(amount, book.currency);
