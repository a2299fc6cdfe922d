import {
  type Currency,
  type Instant,
  kept,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
  type Thing,
  under,
} from '../exact/index.ts';
import {
  completer,
  defaultKind,
  type Item,
  type ItemFigures,
  layersOf,
  lineOf,
  type OwnDelivery,
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
  const make = maker(book, (sku) => bySku.get(sku), problems);
  return { goods: items.flatMap((item) => make(item) ?? []), problems };
}

/**
 * Finds single goods ready for a compiled book, each made when it is first asked for; undefined for none, or one that
 * cannot be sold.
 */
export function readyFinder(
  book: CompiledBook,
  itemOf: (sku: string) => Item | undefined,
): (sku: string) => Ready | undefined {
  const problems: Problem[] = [];
  const make = maker(book, itemOf, problems);
  const made = new Map<string, Ready | null>();
  return (sku) => {
    const known = made.get(sku);
    if (known !== undefined) return known ?? undefined;
    const item = itemOf(sku);
    const ready = item ? make(item) : null;
    made.set(sku, ready);
    return ready ?? undefined;
  };
}

/** Makes one item ready, or tells what is wrong with it. */
function maker(
  book: CompiledBook,
  itemOf: (sku: string) => Item | undefined,
  problems: Problem[],
): (item: Item) => Ready | null {
  const complete = completer(itemOf, problems);
  const byId = new Map(book.templates.map((template) => [template.id, template]));
  const selected = book.templates.filter((template) => template.selection);
  const bitOf = new Map(book.services.map((service, i) => [service.id, 1 << i]));
  const { market } = book;
  const rates: LaneContext = {
    currency: book.written,
    market: book.currency,
    conversion: book.conversion,
    rounding: market.rounding,
    boxes: book.boxes,
    quotingInto: book.quotingInto,
  };
  // Equal origins are one text, so that comparing them is quick.
  const origins = new Map<string, string>();
  const one = (origin: string): string => {
    if (!origins.has(origin)) origins.set(origin, origin);
    return origins.get(origin) ?? origin;
  };

  const insides = new Map<string, readonly number[]>();
  /** Equal sets of parts are one list. */
  function insideOf(item: Item, figures: ItemFigures): readonly number[] {
    const words = new Array<number>(Math.ceil(book.parts.length / 32)).fill(0);
    book.parts.forEach((part, i) => {
      if (part.takes(item, figures)) words[i >> 5] = (words[i >> 5] ?? 0) | (1 << (i & 31));
    });
    const key = words.join();
    const known = insides.get(key);
    if (!known) insides.set(key, words);
    return known ?? words;
  }

  const kindsOf = new Map<string, number>();
  /** The services that take a kind, a bit each. */
  function takersOf(kind: string): number {
    const known =
      kindsOf.get(kind) ??
      book.services.reduce(
        (bits, service, i) => (service.kinds.length === 0 || service.kinds.includes(kind) ? bits | (1 << i) : bits),
        0,
      );
    kindsOf.set(kind, known);
    return known;
  }

  function bitsOf(item: Item, kind: string, barred: readonly string[]): number {
    let serves = takersOf(kind);
    for (const id of barred) serves &= ~(bitOf.get(id) ?? 0);
    if (item.hazards.length > 0)
      for (const [i, service] of book.services.entries())
        if (service.bars.some((hazard) => item.hazards.includes(hazard))) serves &= ~(1 << i);
    return serves;
  }

  const channels = channelsOf(book.body);
  /** What an item names that the book does not have, in its own fields and in its dated rows. */
  function unknownIn(item: Item): void {
    const named = (at: Problem['at'], ids: readonly string[], known: readonly string[], what: Thing) => {
      for (const id of ids)
        if (!known.includes(id)) problems.push({ at: [item.sku, ...at], is: 'unknown', what, id, known });
    };
    const [services, templates, markets] = [
      [...bitOf.keys()],
      [...byId.keys()],
      book.body.markets.map((each) => each.id),
    ];
    named(['template'], item.template === null ? [] : [item.template], templates, 'template');
    named(['barred'], item.barred ?? [], services, 'service');
    named(['stockedBy'], item.stockedBy, channels, 'channel');
    named(['notListed'], item.notListed, channels, 'channel');
    for (const { id, sets } of item.dated) {
      if (sets.is === 'template')
        named(['dated', id], sets.template === null ? [] : [sets.template], templates, 'template');
      if (sets.is === 'not by') named(['dated', id], sets.services, services, 'service');
    }
    const seen = new Set<string>();
    item.prices.forEach(({ market: of, channel }, i) => {
      const key = `${of ?? ''} ${channel ?? ''}`;
      if (of === null && channel === null) problems.push({ at: [item.sku, 'prices', i], is: 'price for nobody' });
      if (seen.has(key))
        problems.push({ at: [item.sku, 'prices', i], is: 'repeated', what: 'price', id: key.trim(), line: null });
      seen.add(key);
      named(['prices', i, 'market'], of === null ? [] : [of], markets, 'market');
      named(['prices', i, 'channel'], channel === null ? [] : [channel], channels, 'channel');
    });
  }

  const amount = (text: string, currency: Currency, ...at: (string | number)[]): Minor =>
    kept(parseAmount(text, currency), at, problems, nothing);

  /**
   * The price in the market, and prices of single channels in it: of market and channel before channel, before market,
   * before the own one converted.
   */
  function pricesOf(item: Item, own: Minor): { price: Minor; channels: ReadonlyMap<string, Minor> } {
    let price = amountInMarket(book, own);
    const channels = new Map<string, Minor>();
    item.prices.forEach((each, i) => {
      const foreign = book.body.markets.find((other) => other.id === each.market);
      const currency = each.market === null ? book.written : ((foreign?.currency ?? book.written) as Currency);
      const value = amount(each.price, currency, item.sku, 'prices', i, 'price');
      if (each.market !== null && each.market !== market.body.id) return;
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

  return (stated) => {
    const before = problems.length;
    const item = complete(stated);
    const figures = readItem(item, book.written);
    if (!figures.ok) problems.push(...under([item.sku], figures.problems));
    unknownIn(stated);
    const fields: Problem[] = [];
    const layers = layersOf(lineOf(stated, itemOf), fields);
    problems.push(...under([item.sku], fields));
    const { price, channels } = figures.ok
      ? pricesOf(item, figures.value.price)
      : { price: nothing, channels: new Map() };
    const kind = item.kind ?? defaultKind;
    const made = new Map<string, OwnCharge | null>();

    function readyAt(own: OwnDelivery, varies: Varies | null): Ready | null {
      if (!figures.ok) return null;
      const key = JSON.stringify(own.ownRate);
      if (!made.has(key))
        made.set(
          key,
          own.ownRate && {
            rate: readRate(own.ownRate.rate, rates, [item.sku, 'ownRate', 'rate'], problems),
            waivable: own.ownRate.waived,
          },
        );
      const handling = own.fee && {
        each: amountInMarket(book, amount(own.fee.each, book.written, item.sku, 'fee', 'each')),
        waivable: own.fee.waived,
      };
      const template =
        (own.template === null ? undefined : byId.get(own.template)) ??
        selected.find((other) => other.selection?.takes(item, figures.value)) ??
        book.defaultTemplate;
      return {
        sku: item.sku,
        name: item.name,
        price,
        mass: figures.value.mass,
        sides: figures.value.sides,
        cost: figures.value.cost === null ? null : amountInMarket(book, figures.value.cost),
        kind,
        ownKind: template.ownKinds.has(kind) ? kind : null,
        kindBit: book.kindBits.of.get(kind) ?? book.kindBits.others,
        template,
        origin: one(item.origin ?? template.origin),
        serves: bitsOf(item, kind, own.barred ?? []),
        own: made.get(key) ?? null,
        handling: handling && handling.each === 0 ? null : handling,
        taxClass: item.taxClass ?? defaultClass,
        inside: insideOf(item, figures.value),
        stockedBy: item.stockedBy,
        notListed: item.notListed,
        varies,
      };
    }

    const turns = turnsOfLayers(layers);
    const varies: Varies | null =
      turns.length === 0 && channels.size === 0
        ? null
        : {
            prices: channels,
            eras: [Number.NEGATIVE_INFINITY, ...turns].flatMap((from) => {
              const then = readyAt(ownAt(layers, from), null);
              return then ? [{ from, item: then }] : [];
            }),
            known: new Map(),
          };
    const ready = varies
      ? varies.eras[0]
        ? { ...varies.eras[0].item, varies }
        : null
      : readyAt(ownAt(layers, Number.NEGATIVE_INFINITY), null);
    return problems.length > before ? null : ready;
  };
}
