import {
  atOnce,
  type Currency,
  type Instant,
  kept,
  type Minor,
  nothing,
  once,
  type Problem,
  parseAmount,
  type Steps,
  under,
} from '../exact/index.ts';
import {
  channelsIn,
  completer,
  defaultKind,
  type Item,
  type ItemFigures,
  layersOf,
  lineOf,
  listingOf,
  type OwnDelivery,
  type OwnLayers,
  ownAt,
  readItem,
  turnsOfLayers,
} from '../goods/index.ts';
import { type LaneContext, type Rate, readRate } from '../rates/index.ts';
import { amountInMarket, type CompiledBook, type Template } from './compile/index.ts';
import { channelsOf } from './schema.ts';

/** A rate of an item's own, in place of its template's. */
export interface OwnCharge {
  readonly rate: Rate;
  /** Whether free delivery waives it. */
  readonly waivable: boolean;
}

/** A handling fee of each unit, in the market's minor units. */
export interface Handling {
  readonly each: Minor;
  readonly waivable: boolean;
}

/** An item ready to stand in a basket: its figures in the market's currency, and how the book has it delivered. */
export interface Ready extends ItemFigures {
  readonly sku: string;
  readonly name: string;
  readonly kind: string;
  /** The kind where some lane of its template has a rate of its own for it; else null. */
  readonly ownKind: string | null;
  /** Its kind's bit among those that mixing rules name. */
  readonly kindBit: number;
  readonly template: Template;
  /** The stock place it is sent from. */
  readonly origin: string;
  /** The services that take it: a bit for each of the book's, in order. */
  readonly serves: number;
  /** Null where it pays its lane's rate. */
  readonly own: OwnCharge | null;
  readonly handling: Handling | null;
  readonly taxClass: string;
  /** The parts it lies in that offers ask about: a bit each, 32 to a word. */
  readonly inside: readonly number[];
  /** Channels that stock it and deliver it by their own rules. */
  readonly stockedBy: readonly string[];
  /** Channels that do not list it. */
  readonly notListed: readonly string[];
  /** The id under which channels list it; see {@link listingIn}. */
  readonly listing: string;
  /** Ids of its own, by channel; null where it has none. */
  readonly listings: ReadonlyMap<string, string> | null;
  /** Null where it is the same in every channel and at every moment; see {@link itemFor}. */
  readonly varies: Varies | null;
}

/** How an item differs by channel and by moment. */
interface Varies {
  readonly prices: ReadonlyMap<string, Minor>;
  /** What it is from moments on, in order, the first from the beginning. */
  readonly eras: readonly { readonly from: Instant; readonly item: Ready }[];
  /** What was asked for already, by channel and era. */
  readonly known: Map<string, Ready>;
}

/** An item as it is sold in a channel at a moment: its price there, and its own delivery then. */
export function itemFor(item: Ready, channel: string | null, at: Instant): Ready {
  const { varies } = item;
  if (varies === null) return item;
  let era = 0;
  for (let i = 1; i < varies.eras.length; i += 1) if ((varies.eras[i]?.from ?? 0) <= at) era = i;
  const price = channel === null ? undefined : varies.prices.get(channel);
  const key = `${era} ${price === undefined ? '' : channel}`;
  const known = varies.known.get(key);
  if (known) return known;
  const then = varies.eras[era]?.item ?? item;
  const made = price === undefined ? then : { ...then, price };
  varies.known.set(key, made);
  return made;
}

/** The id under which a channel lists an item. */
export const listingIn = ({ listing, listings }: Pick<Ready, 'listing' | 'listings'>, channel: string | null): string =>
  (channel === null ? undefined : listings?.get(channel)) ?? listing;

export const defaultClass = 'standard';

/** Goods made ready, and what is wrong with those that cannot be, by SKU. */
export interface ReadyGoods {
  readonly goods: readonly Ready[];
  readonly problems: readonly Problem[];
}

/**
 * Makes goods ready for a compiled book: variants completed, the template found, own delivery, kinds and hazards worked
 * out.
 */
export function readyGoods(book: CompiledBook, items: readonly Item[]): ReadyGoods {
  const problems: Problem[] = [];
  const bySku = new Map(items.map((item) => [item.sku, item]));
  const shop = workshop(book, (sku) => bySku.get(sku), problems);
  return { goods: items.flatMap((item) => made(shop, item) ?? []), problems };
}

/**
 * What keeps goods from being sold, `each` of them a step; none is kept, so that very many take little memory.
 */
export function* unreadySteps(book: CompiledBook, items: readonly Item[], each: number): Steps<Problem[]> {
  const problems: Problem[] = [];
  const bySku = new Map(items.map((item) => [item.sku, item]));
  const shop = workshop(book, (sku) => bySku.get(sku), problems);
  for (const [i, item] of items.entries()) {
    if (i > 0 && i % each === 0) yield;
    made(shop, item);
  }
  return problems;
}
/** The same at once. */
export const unreadyGoods = (book: CompiledBook, items: readonly Item[]): Problem[] =>
  atOnce(unreadySteps(book, items, Number.POSITIVE_INFINITY));

/**
 * Finds single goods ready for a compiled book, each made when it is first asked for; undefined for none, or one that
 * cannot be sold.
 */
export function readyFinder(
  book: CompiledBook,
  itemOf: (sku: string) => Item | undefined,
): (sku: string) => Ready | undefined {
  const shop = workshop(book, itemOf, []);
  const find = once((sku: string) => {
    const item = itemOf(sku);
    return item ? made(shop, item) : null;
  }, String);
  return (sku) => find(sku) ?? undefined;
}

/** What items are made ready by: the book, and what is worked out of it once for all of them. */
interface Workshop {
  readonly book: CompiledBook;
  readonly itemOf: (sku: string) => Item | undefined;
  readonly problems: Problem[];
  readonly complete: (item: Item) => Item;
  readonly templates: ReadonlyMap<string, Template>;
  /** Templates that take goods by a selection, in order. */
  readonly selecting: readonly Template[];
  /** What goods may name. */
  readonly known: Readonly<Record<'template' | 'service' | 'channel' | 'market', readonly string[]>>;
  readonly rates: LaneContext;
  /** Equal origins are one text, so that comparing them is quick; equal sets of parts one list. */
  readonly origin: (text: string) => string;
  readonly inside: (words: readonly number[]) => readonly number[];
  /** The services that take a kind, a bit each. */
  readonly takersOf: (kind: string) => number;
}

function workshop(book: CompiledBook, itemOf: Workshop['itemOf'], problems: Problem[]): Workshop {
  return {
    book,
    itemOf,
    problems,
    complete: completer(itemOf, problems),
    templates: new Map(book.templates.map((template) => [template.id, template])),
    selecting: book.templates.filter((template) => template.selection),
    known: {
      template: book.templates.map(({ id }) => id),
      service: book.services.map(({ id }) => id),
      channel: channelsOf(book.body),
      market: book.body.markets.map(({ id }) => id),
    },
    rates: {
      currency: book.written,
      market: book.currency,
      conversion: book.conversion,
      charges: book.conversion,
      rounding: book.market.rounding,
      boxes: book.boxes,
      priceLists: book.priceLists,
      quotingInto: book.quotingInto,
    },
    origin: once((text) => text, String),
    inside: once((words) => words, String),
    takersOf: once((kind) => bitsOf(book, ({ kinds }) => kinds.length === 0 || kinds.includes(kind)), String),
  };
}

/** A bit for each service of the book that passes a test. */
const bitsOf = (book: CompiledBook, test: (service: CompiledBook['services'][number]) => boolean): number =>
  book.services.reduce((bits, service, i) => (test(service) ? bits | (1 << i) : bits), 0);

/** Makes one item ready; null, and what is wrong with it among the problems, where it cannot be. */
function made(shop: Workshop, stated: Item): Ready | null {
  const { book, problems } = shop;
  const before = problems.length;
  const item = shop.complete(stated);
  const figures = readItem(item, book.written);
  if (!figures.ok) problems.push(...under([item.sku], figures.problems));
  problems.push(...unknownIn(stated, shop));
  const fields: Problem[] = [];
  const layers = layersOf(lineOf(stated, shop.itemOf), fields);
  problems.push(...under([item.sku], fields));
  const ready = figures.ok ? readyEver(shop, item, figures.value, layers) : null;
  return problems.length > before ? null : ready;
}

/** An item in every channel and at every moment. */
function readyEver(shop: Workshop, item: Item, figures: ItemFigures, layers: OwnLayers): Ready {
  const { price, channels } = pricesOf(shop, item, figures.price);
  const ownCharge = once(
    (own: OwnDelivery) => ownChargeOf(shop, item, own),
    (own) => JSON.stringify(own.ownRate),
  );
  const at = (from: Instant): Ready => {
    const own = ownAt(layers, from);
    return readyAt(shop, item, figures, price, own, ownCharge(own));
  };
  const first = at(Number.NEGATIVE_INFINITY);
  const turns = turnsOfLayers(layers);
  if (turns.length === 0 && channels.size === 0) return first;
  const eras = [{ from: Number.NEGATIVE_INFINITY, item: first }, ...turns.map((from) => ({ from, item: at(from) }))];
  return { ...first, varies: { prices: channels, eras, known: new Map() } };
}

/** An item with the delivery of its own that it has at some moment. */
function readyAt(
  shop: Workshop,
  item: Item,
  figures: ItemFigures,
  price: Minor,
  delivery: OwnDelivery,
  own: OwnCharge | null,
): Ready {
  const { book } = shop;
  const { mass, sides, cost } = figures;
  const kind = item.kind ?? defaultKind;
  const template =
    (delivery.template === null ? undefined : shop.templates.get(delivery.template)) ??
    shop.selecting.find((other) => other.selection?.takes(item, figures)) ??
    book.defaultTemplate;
  return {
    sku: item.sku,
    name: item.name,
    price,
    mass,
    sides,
    cost: cost === null ? null : amountInMarket(book, cost),
    kind,
    ownKind: template.ownKinds.has(kind) ? kind : null,
    kindBit: book.kindBits.of.get(kind) ?? book.kindBits.others,
    template,
    origin: shop.origin(item.origin ?? template.origin),
    serves: servesOf(shop, item, kind, delivery.barred ?? []),
    own,
    handling: handlingOf(shop, item, delivery),
    taxClass: item.taxClass ?? defaultClass,
    inside: insideOf(shop, item, figures),
    stockedBy: item.stockedBy,
    notListed: channelsIn(item.notListed),
    listing: listingOf(item.sku),
    listings:
      item.listedAs.length === 0 ? null : new Map(item.listedAs.map(({ channel, listing }) => [channel, listing])),
    varies: null,
  };
}

const ownChargeOf = ({ rates, problems }: Workshop, { sku }: Item, { ownRate }: OwnDelivery): OwnCharge | null =>
  ownRate && {
    rate: readRate(ownRate.rate, rates, [sku, 'ownRate', 'rate'], problems),
    waivable: ownRate.waived,
  };

function handlingOf({ book, problems }: Workshop, { sku }: Item, { fee }: OwnDelivery): Handling | null {
  if (!fee) return null;
  const each = amountInMarket(book, kept(parseAmount(fee.each, book.written), [sku, 'fee', 'each'], problems, nothing));
  return each === 0 ? null : { each, waivable: fee.waived };
}

/** The services that take an item: those for its kind, less those barred to it or to what is hazardous in it. */
function servesOf({ book, takersOf }: Workshop, { hazards }: Item, kind: string, barred: readonly string[]): number {
  if (barred.length === 0 && hazards.length === 0) return takersOf(kind);
  const refused = ({ id, bars }: CompiledBook['services'][number]) =>
    barred.includes(id) || bars.some((hazard) => hazards.includes(hazard));
  return takersOf(kind) & ~bitsOf(book, refused);
}

function insideOf({ book, inside }: Workshop, item: Item, figures: ItemFigures): readonly number[] {
  const words = new Array<number>(Math.ceil(book.parts.length / 32)).fill(0);
  book.parts.forEach((part, i) => {
    if (part.takes(item, figures)) words[i >> 5] = (words[i >> 5] ?? 0) | (1 << (i & 31));
  });
  return inside(words);
}

/**
 * The price in the market, and prices of single channels in it: of market and channel before channel, before market,
 * before the own one converted.
 */
function pricesOf(
  { book, problems }: Workshop,
  item: Item,
  own: Minor,
): { price: Minor; channels: ReadonlyMap<string, Minor> } {
  let price = amountInMarket(book, own);
  const channels = new Map<string, Minor>();
  item.prices.forEach((each, i) => {
    const foreign = book.body.markets.find((other) => other.id === each.market);
    const currency = each.market === null ? book.written : ((foreign?.currency ?? book.written) as Currency);
    const value = kept(parseAmount(each.price, currency), [item.sku, 'prices', i, 'price'], problems, nothing);
    if (each.market !== null && each.market !== book.market.body.id) return;
    if (each.channel === null) price = value;
    else if (each.market !== null) channels.set(each.channel, value);
  });
  for (const each of item.prices)
    if (each.market === null && each.channel !== null && !channels.has(each.channel)) {
      const read = parseAmount(each.price, book.written);
      if (read.ok) channels.set(each.channel, amountInMarket(book, read.value));
    }
  return { price, channels };
}

/** What an item names that the book does not have, in its own fields and in its dated rows. */
function unknownIn(item: Item, { known }: Workshop): Problem[] {
  const problems: Problem[] = [];
  const named = (at: Problem['at'], what: keyof typeof known, ids: readonly (string | null)[]) => {
    for (const id of ids)
      if (id !== null && !known[what].includes(id))
        problems.push({ at: [item.sku, ...at], is: 'unknown', what, id, known: known[what] });
  };
  named(['template'], 'template', [item.template]);
  named(['barred'], 'service', item.barred ?? []);
  named(['stockedBy'], 'channel', item.stockedBy);
  named(['notListed'], 'channel', channelsIn(item.notListed));
  for (const { id, sets } of item.dated) {
    if (sets.is === 'template') named(['dated', id], 'template', [sets.template]);
    if (sets.is === 'not by') named(['dated', id], 'service', sets.services);
  }
  item.listedAs.forEach(({ channel, listing }, i) => {
    named(['listedAs', i, 'channel'], 'channel', [channel]);
    if (item.listedAs.findIndex((other) => other.channel === channel) < i)
      problems.push({ at: [item.sku, 'listedAs', i], is: 'repeated', what: 'listing id', id: listing, line: null });
  });
  const seen = new Set<string>();
  item.prices.forEach(({ market, channel }, i) => {
    const at = ['prices', i] as const;
    const key = `${market ?? ''} ${channel ?? ''}`;
    if (market === null && channel === null) problems.push({ at: [item.sku, ...at], is: 'price for nobody' });
    if (seen.has(key))
      problems.push({ at: [item.sku, ...at], is: 'repeated', what: 'price', id: key.trim(), line: null });
    seen.add(key);
    named([...at, 'market'], 'market', [market]);
    named([...at, 'channel'], 'channel', [channel]);
  });
  return problems;
}
