import type { z } from 'zod';
import { type Goes, type Named, type Naming, namings } from '../exact/index.ts';
import { type Item, itemSchema, lineOf, withParents } from '../goods/index.ts';
import { type Change, changesTo } from './changes.ts';
import type { BookAndGoods } from './drafted.ts';
import type { Edit } from './edit.ts';
import { type Book, bookSchema } from './schema.ts';

/** Something of the book that others may name. */
export interface NamedThing {
  readonly named: Named;
  readonly id: string;
}

/** What removing things makes of the rest. */
export interface Removal {
  readonly edits: readonly Edit[];
  /** What goes because it cannot be without it, beside the things themselves. */
  readonly along: readonly NamedThing[];
  /** What changes in things that stay, each with its path. */
  readonly changes: readonly Change[];
}

/** The lists of a book whose members may be named, and what each is. */
const lists = {
  boxes: 'box',
  markets: 'market',
  offers: 'offer',
  priceLists: 'price list',
  segments: 'segment',
  selections: 'selection',
  services: 'service',
  templates: 'template',
  zones: 'zone',
} as const satisfies Partial<Record<keyof Book, Named>>;
type ListName = keyof typeof lists;
const listNames = Object.keys(lists) as ListName[];

/**
 * What goes and what changes where things are removed from a book: names of it in lists and in fields that may be
 * empty go alone; rows that stand on it go with it; and what would say more than was meant without it goes whole, such
 * as an offer for its zone alone. Variants of an item that goes keep what they had of it.
 */
export function removal(at: BookAndGoods, things: readonly NamedThing[]): Removal {
  const gone = new Map(things.map((thing) => [keyOf(thing), thing]));
  const is = (named: Named, id: string) => gone.has(keyOf({ named, id }));
  let after = at;
  // What goes along may be named by others in turn.
  for (let before = 0; before < gone.size; ) {
    before = gone.size;
    after = without(at, is);
    for (const list of listNames) {
      const there = new Set((after.book[list] as readonly { readonly id: string }[]).map(({ id }) => id));
      for (const { id } of at.book[list]) {
        const other: NamedThing = { named: lists[list], id };
        if (!there.has(id) && !gone.has(keyOf(other))) gone.set(keyOf(other), other);
      }
    }
  }
  const changes = changesBetweenBooks(at, after);
  return {
    edits: changes.map(({ path, after: value }) => (value === undefined ? { path } : { path, value })),
    along: [...gone.values()].filter((one) => !things.includes(one)),
    changes: changes.filter(({ path }) => path.length > 2 || !isGone(path, gone)),
  };
}

const keyOf = ({ named, id }: NamedThing): string => `${named} ${id}`;
const isGone = ([list = '', id = '']: readonly string[], gone: ReadonlyMap<string, NamedThing>): boolean => {
  const named = list === 'goods' ? 'item' : lists[list as ListName];
  return named !== undefined && gone.has(keyOf({ named, id }));
};

function changesBetweenBooks(before: BookAndGoods, after: BookAndGoods): Change[] {
  const there = new Map(after.goods.map((item) => [item.sku, item]));
  return [
    ...changesTo(before.book, after.book, []),
    ...before.goods.flatMap((item) => {
      const now = there.get(item.sku);
      return now === item ? [] : changesTo(item, now, ['goods', item.sku]);
    }),
  ];
}

/** A book and goods without things, and without what names them. */
function without({ book, goods }: BookAndGoods, is: Is): BookAndGoods {
  const bySku = new Map(goods.map((item) => [item.sku, item]));
  const goes = goods.some(({ sku }) => is('item', sku));
  const whole = goes ? new Map(withParents(goods).items.map((item) => [item.sku, item])) : null;
  return {
    book: Object.fromEntries(
      Object.entries(book).map(([field, value]) => [field, withoutIn(field as keyof Book, value, is)]),
    ) as Book,
    goods: goods.flatMap((item): Item[] => {
      if (is('item', item.sku)) return [];
      const own =
        item.parent !== null && is('item', item.parent)
          ? standing(item, whole?.get(item.sku) ?? item, (sku) => bySku.get(sku))
          : item;
      const made = stripped(itemSchema, own, is);
      return made.is === 'kept' ? [made.value as Item] : [];
    }),
  };
}

/** A field of the book; of a list each member by itself, as a member that cannot stay goes alone. */
function withoutIn(field: keyof Book, value: unknown, is: Is): unknown {
  const schema = bookSchema.shape[field] as z.ZodType;
  const { element } = listDef(schema) ?? {};
  if (!element || !Array.isArray(value)) {
    const made = stripped(schema, value, is);
    return made.is === 'kept' ? made.value : value;
  }
  const named = lists[field as ListName];
  const rest = value.flatMap((member) => {
    if (named !== undefined && is(named, (member as { readonly id: string }).id)) return [];
    const made = stripped(element, member, is);
    return made.is === 'kept' ? [made.value] : [];
  });
  return rest.length === value.length && rest.every((one, i) => one === value[i]) ? value : rest;
}

/** The definition of a list, whatever stands around it. */
function listDef(schema: z.ZodType): Extract<Def, { type: 'array' }> | null {
  const { def } = schema as unknown as { def: Def };
  if (def.type === 'default' || def.type === 'optional' || def.type === 'nullable') return listDef(def.innerType);
  return def.type === 'array' ? def : null;
}

/** The field that each sort of dated row is of. */
const datedField = {
  template: 'template',
  'not by': 'barred',
  'own rate': 'ownRate',
  'handling fee': 'fee',
} as const satisfies Record<Item['dated'][number]['sets']['is'], keyof Item>;

/**
 * A variant that stands by itself with what it had of its parents: of each field given for a time, the rows of the
 * nearest that has any, unless a nearer states the field for good.
 */
function standing(item: Item, whole: Item, itemOf: (sku: string) => Item | undefined): Item {
  const dated = [...item.dated];
  for (const [sort, field] of Object.entries(datedField)) {
    for (const one of lineOf(item, itemOf)) {
      const rows = one.dated.filter(({ sets }) => sets.is === sort);
      if (one !== item) for (const row of rows) dated.push({ ...row, id: freeId(row.id, dated) });
      if (rows.length > 0 || one[field] !== null) break;
    }
  }
  return { ...whole, parent: null, dated };
}

/** The id of a row, or one beside it that no other row has. */
function freeId(id: string, rows: readonly { readonly id: string }[]): string {
  const isFree = (one: string) => !rows.some((row) => row.id === one);
  for (let n = 2, one = id; ; n += 1) {
    if (isFree(one)) return one;
    one = `${id.slice(0, 36)}-${n}`;
  }
}

type Is = (named: Named, id: string) => boolean;
type Stripped = { readonly is: 'kept'; readonly value: unknown } | { readonly is: 'gone'; readonly goes: Goes };
const kept = (value: unknown): Stripped => ({ is: 'kept', value });

/** A value without what names things that are gone, as its schema has them; the same value where it names none. */
function stripped(schema: z.ZodType, value: unknown, is: Is): Stripped {
  if (!namesAny(schema)) return kept(value);
  const naming = namings.get(schema);
  if (naming)
    return typeof value === 'string' && is(naming.named, value) ? { is: 'gone', goes: naming.goes } : kept(value);
  const { def } = schema as unknown as { def: Def };
  switch (def.type) {
    case 'nullable': {
      if (value === null) return kept(value);
      const inner = stripped(def.innerType, value, is);
      // A field of what stands on the name may be empty; a field that is the name itself, where that goes alone.
      const stops =
        inner.is === 'gone' && (inner.goes === 'alone' || (inner.goes === 'row' && !namings.has(def.innerType)));
      return stops ? kept(null) : inner;
    }
    case 'optional':
    case 'default':
      return value === undefined ? kept(value) : stripped(def.innerType, value, is);
    case 'union': {
      const option = def.options.find((one) => one.safeParse(value).success);
      return option ? stripped(option, value, is) : kept(value);
    }
    case 'array':
      return strippedList(def.element, schema, value as readonly unknown[], is);
    case 'record':
      return strippedRecord(def, value as Readonly<Record<string, unknown>>, is);
    case 'object':
      return strippedObject(def, value as Readonly<Record<string, unknown>>, is);
    default:
      return kept(value);
  }
}

function strippedList(element: z.ZodType, whole: z.ZodType, list: readonly unknown[], is: Is): Stripped {
  const each = list.map((one) => stripped(element, one, is));
  if (each.some((one) => one.is === 'gone' && one.goes === 'whole')) return { is: 'gone', goes: 'whole' };
  const rest = each.flatMap((one) => (one.is === 'kept' ? [one.value] : []));
  if (rest.length === list.length) return rest.every((one, i) => one === list[i]) ? kept(list) : kept(rest);
  const last: Naming['last'] = namings.get(element)?.last ?? 'alone';
  if (rest.length > 0 || (last === 'alone' && whole.safeParse([]).success)) return kept(rest);
  return { is: 'gone', goes: last === 'alone' ? 'row' : last };
}

function strippedRecord(
  { keyType, valueType }: Extract<Def, { type: 'record' }>,
  record: Readonly<Record<string, unknown>>,
  is: Is,
): Stripped {
  const rest: [string, unknown][] = [];
  let same = true;
  for (const [key, value] of Object.entries(record)) {
    const [ofKey, ofValue] = [stripped(keyType, key, is), stripped(valueType, value, is)];
    if (ofValue.is === 'gone' && ofValue.goes === 'whole') return ofValue;
    if (ofKey.is === 'kept' && ofValue.is === 'kept') rest.push([key, ofValue.value]);
    same &&= ofKey.is === 'kept' && ofValue.is === 'kept' && ofValue.value === value;
  }
  return kept(same ? record : Object.fromEntries(rest));
}

function strippedObject(
  { shape, catchall }: Extract<Def, { type: 'object' }>,
  object: Readonly<Record<string, unknown>>,
  is: Is,
): Stripped {
  const made: Record<string, unknown> = {};
  let same = true;
  for (const [field, value] of Object.entries(object)) {
    const schema = shape[field] ?? catchall;
    const one = schema ? stripped(schema, value, is) : kept(value);
    if (one.is === 'gone') return one;
    made[field] = one.value;
    same &&= one.value === value;
  }
  return kept(same ? object : made);
}

/** What a schema is made of, as far as names lie in it. */
type Def =
  | { readonly type: 'nullable' | 'optional' | 'default'; readonly innerType: z.ZodType }
  | { readonly type: 'union'; readonly options: readonly z.ZodType[] }
  | { readonly type: 'array'; readonly element: z.ZodType }
  | { readonly type: 'record'; readonly keyType: z.ZodType; readonly valueType: z.ZodType }
  | { readonly type: 'object'; readonly shape: Readonly<Record<string, z.ZodType>>; readonly catchall?: z.ZodType }
  | { readonly type: 'string' };

const known = new WeakMap<z.ZodType, boolean>();
/** Whether anything of a schema names things. */
function namesAny(schema: z.ZodType): boolean {
  const before = known.get(schema);
  if (before !== undefined) return before;
  known.set(schema, false);
  const found = namings.get(schema) !== undefined || within((schema as unknown as { def: Def }).def).some(namesAny);
  known.set(schema, found);
  return found;
}

function within(def: Def): readonly z.ZodType[] {
  switch (def.type) {
    case 'nullable':
    case 'optional':
    case 'default':
      return [def.innerType];
    case 'union':
      return def.options;
    case 'array':
      return [def.element];
    case 'record':
      return [def.keyType, def.valueType];
    case 'object':
      return [...Object.values(def.shape), ...(def.catchall ? [def.catchall] : [])];
    default:
      return [];
  }
}
