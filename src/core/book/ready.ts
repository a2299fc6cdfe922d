import { type Minor, nothing, type Problem, parseAmount } from '../exact/index.ts';
import { completer, type Figures, type Item, readItem } from '../goods/index.ts';
import { type CompiledBook, inMarket, type Template } from './compile.ts';

/** An item ready to stand in a basket: its figures in the market's currency, and how the book has it delivered. */
export interface Ready extends Figures {
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
  /** Whether it pays its lane's rate; else it ships free or at a charge of its own. */
  readonly rated: boolean;
  /** A charge of its own and extra fees, each unit: those that free delivery drops, and those that stay. */
  readonly dropped: Minor;
  readonly stays: Minor;
  readonly taxClass: string;
  /** The parts it lies in that offers ask about: a bit each, 32 to a word. */
  readonly inside: readonly number[];
  /** Channels that stock it and deliver it by their own rules. */
  readonly stockedBy: readonly string[];
}

export const defaultKind = 'parcel';
export const defaultClass = 'standard';

/** Goods made ready, and what is wrong with those that cannot be, by SKU. */
export interface ReadyGoods {
  readonly goods: readonly Ready[];
  readonly problems: readonly Problem[];
}

/** Makes goods ready for a compiled book: variants completed, the template found, overrides and hazards worked out. */
export function readyGoods(book: CompiledBook, items: readonly Item[]): ReadyGoods {
  const problems: Problem[] = [];
  const make = maker(book, problems);
  const complete = completer((sku) => bySku.get(sku), problems);
  const bySku = new Map(items.map((item) => [item.sku, item]));
  return { goods: items.flatMap((item) => make(complete(item)) ?? []), problems };
}

/** Finds single goods ready for a compiled book, each made when it is first asked for; undefined for none, or one that cannot be sold. */
export function readyFinder(book: CompiledBook, itemOf: (sku: string) => Item | undefined): (sku: string) => Ready | undefined {
  const problems: Problem[] = [];
  const make = maker(book, problems);
  const complete = completer(itemOf, problems);
  const made = new Map<string, Ready | null>();
  return (sku) => {
    const known = made.get(sku);
    if (known !== undefined) return known ?? undefined;
    const item = itemOf(sku);
    const ready = item ? make(complete(item)) : null;
    made.set(sku, ready);
    return ready ?? undefined;
  };
}

/** Makes one whole item ready, or tells what is wrong with it. */
function maker(book: CompiledBook, problems: Problem[]): (item: Item) => Ready | null {
  const byId = new Map(book.templates.map((template) => [template.id, template]));
  const selected = book.templates.filter((template) => template.selection);
  const [main] = book.templates as readonly [Template];
  const all = (1 << book.services.length) - 1;
  const bitOf = new Map(book.services.map((service, i) => [service.id, 1 << i]));
  const pickups = book.services.reduce((bits, service, i) => (service.pickup ? bits | (1 << i) : bits), 0);
  const markets = new Set(book.body.markets.map((market) => market.id));
  const market = book.market.body;
  // Equal origins are one text, so that comparing them is quick.
  const origins = new Map<string, string>();
  const one = (origin: string): string => {
    if (!origins.has(origin)) origins.set(origin, origin);
    return origins.get(origin) ?? origin;
  };

  const insides = new Map<string, readonly number[]>();
  /** Equal sets of parts are one list. */
  function insideOf(item: Item, figures: Figures): readonly number[] {
    const words = new Array<number>(Math.ceil(book.parts.length / 32)).fill(0);
    book.parts.forEach((part, i) => {
      if (part.takes(item, figures)) words[i >> 5] = (words[i >> 5] ?? 0) | (1 << (i & 31));
    });
    const key = words.join();
    const known = insides.get(key);
    if (!known) insides.set(key, words);
    return known ?? words;
  }

  function bitsOf(item: Item): number {
    const { override } = item;
    const services = (ids: readonly string[]) =>
      ids.reduce((bits, id) => {
        const bit = bitOf.get(id);
        if (bit === undefined) problems.push({ at: [item.sku, 'override', 'services'], wrong: `no service “${id}”`, right: [...bitOf.keys()].join(', ') });
        return bits | (bit ?? 0);
      }, 0);
    let serves = override?.is === 'only' ? services(override.services) : override?.is === 'not' ? all & ~services(override.services) : override?.is === 'pickup only' ? pickups : all;
    if (item.hazards.length > 0) for (const [i, service] of book.services.entries()) if (service.bars.some((hazard) => item.hazards.includes(hazard))) serves &= ~(1 << i);
    return serves;
  }

  function amount(item: Item, text: string, field: string): Minor {
    const read = parseAmount(text, book.written);
    if (!read.ok) problems.push(...read.problems.map((problem) => ({ ...problem, at: [item.sku, field] })));
    return read.ok ? inMarket(book, read.value) : nothing;
  }

  /** The price given for the market; null where there is none, and it is converted. */
  function priceHere(item: Item): Minor | null {
    for (const id of Object.keys(item.prices)) if (!markets.has(id)) problems.push({ at: [item.sku, 'prices', id], wrong: `no market “${id}”`, right: [...markets].join(', ') });
    const text = market === book.body.markets[0] ? undefined : item.prices[market.id];
    if (text === undefined) return null;
    const read = parseAmount(text, book.currency);
    if (!read.ok) problems.push(...read.problems.map((problem) => ({ ...problem, at: [item.sku, 'prices', market.id] })));
    return read.ok ? read.value : null;
  }

  return (item) => {
    const before = problems.length;
    const figures = readItem(item, book.written);
    if (!figures.ok) problems.push(...figures.problems.map((problem) => ({ ...problem, at: [item.sku, ...problem.at] })));
    const named = item.template === null ? undefined : byId.get(item.template);
    if (item.template !== null && !named) problems.push({ at: [item.sku, 'template'], wrong: `no template “${item.template}”`, right: [...byId.keys()].join(', ') });
    const { override, fee } = item;
    const serves = bitsOf(item);
    const fixed = override?.is === 'fixed' ? amount(item, override.each, 'override') : nothing;
    const extra = fee ? amount(item, fee.each, 'fee') : nothing;
    const price = priceHere(item);
    if (!figures.ok || problems.length > before) return null;
    const template = named ?? selected.find((other) => other.selection?.takes(item, figures.value)) ?? main;
    const kind = item.kind ?? defaultKind;
    return {
      sku: item.sku,
      name: item.name,
      price: price ?? inMarket(book, figures.value.price),
      mass: figures.value.mass,
      sides: figures.value.sides,
      cost: figures.value.cost === null ? null : inMarket(book, figures.value.cost),
      kind,
      ownKind: template.ownKinds.has(kind) ? kind : null,
      kindBit: book.kindBits.of.get(kind) ?? book.kindBits.others,
      template,
      origin: one(item.origin ?? template.origin),
      serves,
      rated: override?.is !== 'ships free' && override?.is !== 'fixed',
      dropped: ((override?.is === 'fixed' && override.freed ? fixed : 0) + (fee?.freed ? extra : 0)) as Minor,
      stays: ((override?.is === 'fixed' && !override.freed ? fixed : 0) + (fee && !fee.freed ? extra : 0)) as Minor,
      taxClass: item.taxClass ?? defaultClass,
      inside: insideOf(item, figures.value),
      stockedBy: item.stockedBy,
    };
  };
}
