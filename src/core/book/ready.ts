import { type Minor, nothing, type Problem, parseAmount } from '../exact/index.ts';
import { type Figures, type Item, readItem, withParents } from '../goods/index.ts';
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
  const whole = withParents(items);
  const problems: Problem[] = [...whole.problems];
  const byId = new Map(book.templates.map((template) => [template.id, template]));
  const selected = book.templates.filter((template) => template.selection);
  const [main] = book.templates as readonly [Template];
  const all = (1 << book.services.length) - 1;
  const bitOf = new Map(book.services.map((service, i) => [service.id, 1 << i]));
  const pickups = book.services.reduce((bits, service, i) => (service.pickup ? bits | (1 << i) : bits), 0);
  const goods: Ready[] = [];
  // Equal origins are one text, so that comparing them is quick.
  const origins = new Map<string, string>();
  const one = (origin: string): string => {
    if (!origins.has(origin)) origins.set(origin, origin);
    return origins.get(origin) ?? origin;
  };
  for (const item of whole.items) {
    const figures = readItem(item, book.written);
    const at = [item.sku];
    const before = problems.length;
    if (!figures.ok) problems.push(...figures.problems.map((one) => ({ ...one, at: [...at, ...one.at] })));
    const named = item.template === null ? undefined : byId.get(item.template);
    if (item.template !== null && !named) problems.push({ at: [...at, 'template'], wrong: `no template “${item.template}”`, right: [...byId.keys()].join(', ') });
    const services = (ids: readonly string[]) =>
      ids.reduce((bits, id) => {
        const bit = bitOf.get(id);
        if (bit === undefined) problems.push({ at: [...at, 'override', 'services'], wrong: `no service “${id}”`, right: [...bitOf.keys()].join(', ') });
        return bits | (bit ?? 0);
      }, 0);
    const own = (text: string, field: string): Minor => {
      const read = parseAmount(text, book.written);
      if (!read.ok) problems.push(...read.problems.map((one) => ({ ...one, at: [...at, field] })));
      return read.ok ? inMarket(book, read.value) : nothing;
    };
    const { override, fee } = item;
    let serves = override?.is === 'only' ? services(override.services) : override?.is === 'not' ? all & ~services(override.services) : override?.is === 'pickup only' ? pickups : all;
    for (const [i, service] of book.services.entries()) if (service.bars.some((hazard) => item.hazards.includes(hazard))) serves &= ~(1 << i);
    const fixed = override?.is === 'fixed' ? own(override.each, 'override') : nothing;
    const extra = fee ? own(fee.each, 'fee') : nothing;
    const elsewhere = item.prices[book.market.body.id];
    let price: Minor | null = null;
    if (elsewhere !== undefined && book.market.body !== book.body.markets[0]) {
      const read = parseAmount(elsewhere, book.currency);
      if (read.ok) price = read.value;
      else problems.push(...read.problems.map((one) => ({ ...one, at: [...at, 'prices', book.market.body.id] })));
    }
    for (const market of Object.keys(item.prices))
      if (!book.body.markets.some((one) => one.id === market))
        problems.push({ at: [...at, 'prices', market], wrong: `no market “${market}”`, right: book.body.markets.map((one) => one.id).join(', ') });
    if (!figures.ok || problems.length > before) continue;
    const template = named ?? selected.find((one) => one.selection?.takes(item, figures.value)) ?? main;
    const kind = item.kind ?? defaultKind;
    goods.push({
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
    });
  }
  return { goods, problems };
}
