import type { Item } from '../goods/index.ts';
import type { LaneBody } from '../rates/index.ts';
import type { BookAndGoods } from './drafted.ts';
import type { Book } from './schema.ts';

/** Words that goods carry, and that rules of the book go by. */
export type LabelSort = 'kind' | 'tag' | 'hazard';
export interface Label {
  readonly sort: LabelSort;
  readonly word: string;
}

/** What carries a word, and what goes by it; templates by their lanes. */
export interface LabelUse extends Label {
  readonly goods: number;
  readonly selections: readonly string[];
  readonly services: readonly string[];
  readonly mixing: readonly string[];
  readonly templates: readonly string[];
}

/** Every word that goods carry or something goes by: kinds, tags, then hazards, each by its letters. */
export function labelsOf({ book, goods }: BookAndGoods): LabelUse[] {
  const found = new Map<
    string,
    { -readonly [K in keyof LabelUse]: LabelUse[K] extends readonly string[] ? string[] : LabelUse[K] }
  >();
  const use = (sort: LabelSort, word: string) => {
    const key = `${sort} ${word}`;
    const made = found.get(key) ?? { sort, word, goods: 0, selections: [], services: [], mixing: [], templates: [] };
    found.set(key, made);
    return made;
  };
  const named = (list: string[], id: string) => {
    if (!list.includes(id)) list.push(id);
  };
  for (const item of goods) {
    if (item.kind !== null) use('kind', item.kind).goods += 1;
    for (const tag of item.tags) use('tag', tag).goods += 1;
    for (const hazard of item.hazards) use('hazard', hazard).goods += 1;
  }
  for (const { id, takes } of book.selections) {
    if (takes.is === 'kind') named(use('kind', takes.kind).selections, id);
    if (takes.is === 'tags') for (const tag of [...takes.any, ...takes.all]) named(use('tag', tag).selections, id);
  }
  for (const { id, kinds, bars } of book.services) {
    for (const kind of kinds) named(use('kind', kind).services, id);
    for (const hazard of bars) named(use('hazard', hazard).services, id);
  }
  for (const { id, kinds } of book.mixing) for (const kind of kinds) named(use('kind', kind).mixing, id);
  for (const { id, lanes } of book.templates)
    for (const lane of Object.values(lanes).flatMap((row) => Object.values(row)))
      for (const kinds of [lane.kinds, ...lane.dated.flatMap(({ sets }) => (sets.is === 'rate' ? [sets.kinds] : []))])
        for (const kind of Object.keys(kinds)) named(use('kind', kind).templates, id);
  const order: readonly LabelSort[] = ['kind', 'tag', 'hazard'];
  return [...found.values()].sort(
    (a, b) => order.indexOf(a.sort) - order.indexOf(b.sort) || (a.word < b.word ? -1 : a.word > b.word ? 1 : 0),
  );
}

/**
 * A book and goods in which a word is another, everywhere it stands; or (null) is taken off goods, off lists that keep
 * another, and with rates of its own. A list that would come to mean all without it keeps it, and a selection by it
 * takes nothing. What is not stated is of the kind `parcel`, so that this one stays.
 */
export function relabelled({ book, goods }: BookAndGoods, label: Label, to: string | null): BookAndGoods {
  const { sort, word } = label;
  const carried = (item: Item): Item => {
    if (sort === 'kind') return item.kind === word ? { ...item, kind: to } : item;
    const field = sort === 'tag' ? 'tags' : 'hazards';
    return item[field].includes(word) ? { ...item, [field]: instead(item[field], word, to) } : item;
  };
  return { book: { ...book, ...rulesWith(book, label, to) }, goods: goods.map(carried) };
}

/** Words with one of them another, or left out. */
const instead = (words: readonly string[], word: string, to: string | null): string[] => [
  ...new Set(words.flatMap((one) => (one === word ? (to ?? []) : one))),
];

type Rules = Pick<Book, 'selections' | 'services' | 'mixing' | 'templates'>;

function rulesWith(book: Rules, { sort, word }: Label, to: string | null): Partial<Rules> {
  /** Where an empty list means all. */
  const kept = (words: readonly string[]): string[] => {
    const next = instead(words, word, to);
    return next.length > 0 ? next : [...words];
  };
  if (sort === 'hazard')
    return { services: book.services.map((one) => ({ ...one, bars: instead(one.bars, word, to) })) };
  const selections = book.selections.map((one): Rules['selections'][number] => {
    const { takes } = one;
    if (to === null) return one;
    if (sort === 'tag' && takes.is === 'tags')
      return { ...one, takes: { ...takes, any: kept(takes.any), all: kept(takes.all) } };
    return sort === 'kind' && takes.is === 'kind' && takes.kind === word
      ? { ...one, takes: { ...takes, kind: to } }
      : one;
  });
  if (sort === 'tag') return { selections };
  const withRates = (lane: LaneBody): LaneBody => ({
    ...lane,
    kinds: kindsWith(lane.kinds, word, to),
    dated: lane.dated.map((one) =>
      one.sets.is === 'rate' ? { ...one, sets: { ...one.sets, kinds: kindsWith(one.sets.kinds, word, to) } } : one,
    ),
  });
  return {
    selections,
    services: book.services.map((one) => ({ ...one, kinds: kept(one.kinds) })),
    mixing: book.mixing.map((one) => ({ ...one, kinds: kept(one.kinds) })),
    templates: book.templates.map((template) => ({
      ...template,
      lanes: mapped(template.lanes, (row) => mapped(row, withRates)),
    })),
  };
}

/** Rates of kinds, one of them called otherwise; where that has one already, it stays. */
function kindsWith<T>(kinds: Record<string, T>, word: string, to: string | null): Record<string, T> {
  if (!(word in kinds)) return kinds;
  return Object.fromEntries(
    Object.entries(kinds).flatMap(([kind, rate]) => {
      if (kind !== word) return [[kind, rate]];
      return to === null || to in kinds ? [] : [[to, rate]];
    }),
  );
}

const mapped = <T, U>(record: Readonly<Record<string, T>>, change: (value: T) => U): Record<string, U> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, change(value)]));
