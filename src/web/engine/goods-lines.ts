import type { Problem } from '../../core/exact/index.ts';
import { type CellChange, type Column, cellOf, type ImportLine, type Item } from '../../core/goods/index.ts';

/** What a line of a file of goods comes to, as it is listed. */
export interface GoodsLine {
  readonly does: Does;
  /** Null for goods that are not in the file. */
  readonly line: number | null;
  readonly sku: string;
  readonly name: string;
  /** Of a new item, its entries in the columns of the file. */
  readonly entries: string;
  readonly changes: readonly CellChange[];
  readonly problems: readonly Problem[];
  /** Of a bad line, the cells as they stand in the file. */
  readonly cells: readonly string[];
}
export type Does = ImportLine['does'];

/** What lines come to, in the order people look at them; packed, each is its place here. */
export const allDoes = [
  'bad',
  'removed',
  'hidden',
  'named',
  'changed',
  'new',
  'group',
  'same',
] as const satisfies readonly Does[];

/** Texts as one, and where each of them ends. */
interface Texts {
  readonly text: string;
  readonly ends: Uint32Array;
}

/**
 * All lines of a file of goods in a few values: as an object a line, a hundred thousand of them would take a second to
 * pass from the worker to the page.
 */
export interface GoodsLines {
  readonly count: number;
  readonly does: Uint8Array;
  /** Lines of the file; 0 for goods that are not in it. */
  readonly lines: Uint32Array;
  readonly skus: Texts;
  readonly names: Texts;
  readonly entries: Texts;
  /** What few lines have, by where they stand. */
  readonly changes: ReadonlyMap<number, readonly CellChange[]>;
  readonly bad: ReadonlyMap<number, { readonly problems: readonly Problem[]; readonly cells: readonly string[] }>;
}

/** Packs what lines come to; `columns` are those of the file whose entries of new items are listed. */
export function packed(all: readonly ImportLine[], columns: readonly Column[]): GoodsLines {
  const does = new Uint8Array(all.length);
  const lines = new Uint32Array(all.length);
  const changes = new Map<number, readonly CellChange[]>();
  const bad = new Map<number, { problems: readonly Problem[]; cells: readonly string[] }>();
  for (const [i, one] of all.entries()) {
    does[i] = allDoes.indexOf(one.does);
    lines[i] = 'line' in one ? one.line : 0;
    if (one.does === 'changed') changes.set(i, one.changes);
    if (one.does === 'bad') bad.set(i, { problems: one.problems, cells: one.cells });
  }
  return {
    count: all.length,
    does,
    lines,
    skus: textsOf(all, (one) => (one.does === 'bad' ? '' : one.item.sku)),
    names: textsOf(all, (one) => (one.does === 'bad' ? '' : one.item.name)),
    entries: textsOf(all, (one) => (one.does === 'new' ? entriesOf(one.item, columns) : '')),
    changes,
    bad,
  };
}

/** A line of those that were packed. */
export function lineAt(packed: GoodsLines, i: number): GoodsLine {
  const { problems = [], cells = [] } = packed.bad.get(i) ?? {};
  return {
    does: allDoes[packed.does[i] as number] as Does,
    line: packed.lines[i] || null,
    sku: textAt(packed.skus, i),
    name: textAt(packed.names, i),
    entries: textAt(packed.entries, i),
    changes: packed.changes.get(i) ?? [],
    problems,
    cells,
  };
}

/** Where the lines stand that come to something. */
export function linesThat({ count, does }: GoodsLines, what: Does): Uint32Array {
  const wanted = allDoes.indexOf(what);
  const found = new Uint32Array(count);
  let some = 0;
  for (let i = 0; i < count; i += 1) if (does[i] === wanted) found[some++] = i;
  return found.subarray(0, some);
}

function textsOf(all: readonly ImportLine[], textOf: (one: ImportLine) => string): Texts {
  const ends = new Uint32Array(all.length);
  const texts: string[] = [];
  let end = 0;
  for (const [i, one] of all.entries()) {
    const text = textOf(one);
    texts.push(text);
    end += text.length;
    ends[i] = end;
  }
  return { text: texts.join(''), ends };
}

const textAt = ({ text, ends }: Texts, i: number): string => text.slice(i === 0 ? 0 : ends[i - 1], ends[i]);

const entriesOf = (item: Item, columns: readonly Column[]): string =>
  columns
    .map((column) => cellOf(item, column))
    .filter(Boolean)
    .join(' · ');
