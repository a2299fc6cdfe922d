import {
  type Currency,
  kept,
  type Length,
  lengthEntries,
  type Mass,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
  parseLength,
  parseMass,
  type Result,
} from '../exact/index.ts';
import { goodsFields } from './fields/list.ts';
import type { Item } from './schema.ts';

/** The figures of an item that answers need: amounts in the first market's currency, sides from longest to shortest. */
export interface ItemFigures {
  readonly price: Minor;
  /** Without a mass, services whose rate or bound needs one are not offered. */
  readonly mass: Mass | null;
  readonly sides: readonly [Length, Length, Length] | null;
  readonly cost: Minor | null;
}

/** Reads an item's figures, taken from its parent where it states none; every problem with its field. */
export function readItem(item: Item, currency: Currency): Result<ItemFigures> {
  const problems: Problem[] = [];
  const price = item.price === null ? nothing : kept(parseAmount(item.price, currency), ['price'], problems, nothing);
  if (item.price === null) problems.push({ at: ['price'], is: 'no price' });
  const mass = item.mass && kept(parseMass(item.mass.value, item.mass.unit), ['mass'], problems, 1 as Mass);
  if (mass === 0) problems.push({ at: ['mass'], is: 'zero', of: 'mass' });
  const size = item.size;
  const sides =
    size &&
    (['length', 'width', 'height'] as const)
      .map((side) => kept(parseLength(size[side], size.unit), ['size', side], problems, 1 as Length))
      .sort((a, b) => b - a);
  if (sides?.[2] === 0) problems.push({ at: ['size'], is: 'zero', of: 'side' });
  const cost = item.cost === null ? null : kept(parseAmount(item.cost, currency), ['cost'], problems, nothing);
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, value: { price, mass, sides: sides as ItemFigures['sides'], cost } };
}

/** Sides as they are entered, in the first unit in which three decimals say them all; null where none does. */
export function sizeEntry(sides: readonly Length[]): Item['size'] {
  const entries = lengthEntries(sides);
  const [length, width, height] = entries?.values ?? [];
  return entries && length && width && height ? { length, width, height, unit: entries.unit } : null;
}

/** Reads what an item states by itself: a variant may leave its price to its parent. */
export const readStated = (item: Item, currency: Currency): Result<ItemFigures> =>
  readItem(item.price === null && item.parent !== null ? { ...item, price: '0' } : item, currency);

/**
 * Completes items with what they take from their parents, and of theirs in turn: lists (tags, hazards, stocked by)
 * where theirs are empty; prices as one: an item that states any takes none but the own price it does not state. What
 * is given for a time is left out of this: see {@link layersOf}. Parents that are missing and chains that come back to
 * themselves are problems; such an item keeps what it states.
 */
export function completer(itemOf: (sku: string) => Item | undefined, problems: Problem[]): (item: Item) => Item {
  const whole = new Map<string, Item>();
  const complete = (item: Item, below: readonly string[]): Item => {
    if (item.parent === null) return item;
    const known = whole.get(item.sku);
    if (known) return known;
    const parent = itemOf(item.parent);
    const cycle = below.includes(item.parent) || item.parent === item.sku;
    if (!parent || cycle) {
      problems.push({
        at: [item.sku, 'parent'],
        ...(cycle
          ? { is: 'circle', chain: [...below, item.sku, item.parent] }
          : { is: 'unknown', what: 'item', id: item.parent, known: [] }),
      });
      whole.set(item.sku, item);
      return item;
    }
    const made = goodsFields.inherited(item, complete(parent, [...below, item.sku]));
    if (!whole.has(item.sku)) whole.set(item.sku, made);
    return made;
  };
  return (item) => (item.parent === null ? item : complete(item, []));
}

/** A whole list of items completed; see {@link completer}. */
export function withParents(items: readonly Item[]): { items: readonly Item[]; problems: readonly Problem[] } {
  if (!items.some((item) => item.parent !== null)) return { items, problems: [] };
  const problems: Problem[] = [];
  const bySku = new Map(items.map((item) => [item.sku, item]));
  return { items: items.map(completer((sku) => bySku.get(sku), problems)), problems };
}
