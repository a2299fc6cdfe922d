import { decimalText, parseDecimal } from '../exact/index.ts';

export type Keyed = Record<string, unknown>;

/** Whether a value is an object with fields, no list. */
export const isRecord = (value: unknown): value is Keyed =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The upper edge of a break that has none. */
const open = 'open';

/** The fields that a member of a list may be called by. */
export const naming = ['id', 'sku', 'to', 'from'] as const;

/**
 * What a member of a list is called: by its id or SKU; a break of a table by its upper edge, a spend step by where it
 * begins. Undefined where it has no name.
 * @example keyOf({ to: '0.5', amount: '4.90' }) // '0.5'
 */
export function keyOf(member: unknown): string | undefined {
  if (!isRecord(member)) return undefined;
  const { id, sku } = member;
  if (typeof id === 'string') return id;
  if (typeof sku === 'string') return sku;
  const edge = edgeOf(member);
  return edge === null ? open : typeof edge === 'string' ? edge : undefined;
}

/** Where a break ends or a spend step begins; undefined for members of other lists. */
function edgeOf(member: Keyed): unknown {
  if ('to' in member && 'amount' in member) return member.to;
  return 'from' in member && 'off' in member ? member.from : undefined;
}

const indexes = new WeakMap<readonly unknown[], ReadonlyMap<string, number>>();
/** Below this a list is looked through. */
const short = 24;

/** Where in a list the member called so stands; -1 where none is. Lists are never changed in place. */
export function placeOf(list: readonly unknown[], key: string): number {
  if (list.length < short) return list.findIndex((member) => keyOf(member) === key);
  let index = indexes.get(list);
  if (!index) {
    index = indexed(list);
    indexes.set(list, index);
  }
  return index.get(key) ?? -1;
}

function indexed(list: readonly unknown[]): ReadonlyMap<string, number> {
  const index = new Map<string, number>();
  list.forEach((member, i) => {
    const key = keyOf(member);
    if (key !== undefined && !index.has(key)) index.set(key, i);
  });
  return index;
}

/** Says that a list has its members where another has them. */
export function placedAs(list: readonly unknown[], other: readonly unknown[]): void {
  const index = indexes.get(other);
  if (index) indexes.set(list, index);
}

/** The names of a list's members in order; null where one has none, or two have the same. */
export function keysOf(list: readonly unknown[]): string[] | null {
  const keys = list.flatMap((member) => keyOf(member) ?? []);
  return keys.length === list.length && new Set(keys).size === keys.length ? keys : null;
}

/** A member that comes to a list, and before which other it is to stand. */
export interface Added {
  readonly member: unknown;
  readonly ahead: string | undefined;
}

/** A list with members added: breaks and steps go where their edges belong, others where they are said to, or last. */
export function withMembers(list: readonly unknown[], added: readonly Added[]): unknown[] {
  const all = [...list];
  for (const { member, ahead } of added) {
    const edge = figureOf(member);
    const i =
      edge !== null
        ? all.findIndex((other) => (figureOf(other) ?? edge) > edge)
        : ahead === undefined
          ? -1
          : all.findIndex((other) => keyOf(other) === ahead);
    if (i < 0) all.push(member);
    else all.splice(i, 0, member);
  }
  return all;
}

/** Whether a member stands where its edge belongs. */
export const hasEdge = (member: unknown): boolean => figureOf(member) !== null;

/** The edge as a figure, to put it in order only; an open one is beyond all. Null where none can be read. */
function figureOf(member: unknown): number | null {
  const edge = isRecord(member) ? edgeOf(member) : undefined;
  if (edge === null) return Number.POSITIVE_INFINITY;
  const read = typeof edge === 'string' ? parseDecimal(edge, 9) : null;
  return read?.ok ? Number(decimalText(read.value)) : null;
}
