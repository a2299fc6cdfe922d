import { always, type Instant, inForce, type Problem, readWindow, type Span, turnsOf } from '../exact/index.ts';
import type { HandlingBody } from './fields/fee.ts';
import type { OwnRate } from './fields/own-rate.ts';
import type { Item } from './schema.ts';

/** A value stated for a time; null where it is stated as none. */
interface Stated<T> extends Span {
  readonly value: T | null;
}

/** One field of an item as stated by itself, then by its parent, and so on: a layer each. */
type Layers<T> = readonly (readonly Stated<T>[])[];

/** An item's template and its own delivery, field by field, each taken from the parent by itself. */
export interface OwnLayers {
  readonly template: Layers<string>;
  readonly barred: Layers<readonly string[]>;
  readonly ownRate: Layers<OwnRate>;
  readonly fee: Layers<HandlingBody>;
}

/** What of an item's template and own delivery is in force at a moment; null where nothing is stated, or none. */
export interface OwnDelivery {
  readonly template: string | null;
  readonly barred: readonly string[] | null;
  readonly ownRate: OwnRate | null;
  readonly fee: HandlingBody | null;
}

/** The item, its parent, its parent's, as far up as they are there; a circle is left where it closes. */
export function lineOf(item: Item, itemOf: (sku: string) => Item | undefined): Item[] {
  const line = [item];
  for (let parent = item.parent; parent !== null; ) {
    const above = itemOf(parent);
    if (!above || line.includes(above)) break;
    line.push(above);
    parent = above.parent;
  }
  return line;
}

/**
 * Reads what an item and those it takes from state of template and own delivery; problems of its own rows with their
 * field.
 */
export function layersOf(line: readonly Item[], problems: Problem[]): OwnLayers {
  if (line.every(statesNothing)) return nothingStated;
  const layers = line.map((item, i) => {
    const base = <T>(value: T | 'none' | null): Stated<T>[] =>
      value === null ? [] : [{ ...always, value: value === 'none' ? null : value }];
    const own = {
      template: base<string>(item.template),
      barred: base<readonly string[]>(item.barred),
      ownRate: base<OwnRate>(item.ownRate),
      fee: base<HandlingBody>(item.fee),
    };
    const ids = new Set<string>();
    for (const { id, window, sets } of item.dated) {
      // A parent tells its own problems.
      const told = i === 0 ? problems : [];
      const span = readWindow(window, ['dated', id, 'window'], told);
      if (ids.has(id)) told.push({ at: ['dated', id], is: 'repeated', what: 'thing', id, line: null });
      ids.add(id);
      if (sets.is === 'template') own.template.push({ ...span, value: sets.template });
      else if (sets.is === 'not by') own.barred.push({ ...span, value: sets.services });
      else if (sets.is === 'own rate') own.ownRate.push({ ...span, value: sets.rate === 'none' ? null : sets.rate });
      else own.fee.push({ ...span, value: sets.fee === 'none' ? null : sets.fee });
    }
    return own;
  });
  return {
    template: layers.map((one) => one.template),
    barred: layers.map((one) => one.barred),
    ownRate: layers.map((one) => one.ownRate),
    fee: layers.map((one) => one.fee),
  };
}

/** Most goods go by their template alone. */
const nothingStated: OwnLayers = { template: [], barred: [], ownRate: [], fee: [] };
const statesNothing = ({ template, barred, ownRate, fee, dated }: Item): boolean =>
  template === null && barred === null && ownRate === null && fee === null && dated.length === 0;

/** What is in force at a moment, field by field: a layer that states nothing then leaves it to the next. */
export function ownAt(layers: OwnLayers, at: Instant): OwnDelivery {
  const first = <T>(list: Layers<T>): T | null => {
    for (const layer of list) {
      const row = inForce(layer, at);
      if (row) return row.value;
    }
    return null;
  };
  return {
    template: first(layers.template),
    barred: first(layers.barred),
    ownRate: first(layers.ownRate),
    fee: first(layers.fee),
  };
}

/** The moments at which any of it begins or ends. */
export const turnsOfLayers = (layers: OwnLayers): Instant[] =>
  layers === nothingStated ? [] : turnsOf([layers.template, layers.barred, layers.ownRate, layers.fee].flat(2));
