import type { Problem } from '../exact/index.ts';
import { cellOf, type GoodsFile } from './csv.ts';
import type { Column, Item } from './schema.ts';

/** What becomes of goods that stand in the book and not in the file. */
export const missingWays = ['kept', 'hidden', 'removed'] as const;
export type MissingWay = (typeof missingWays)[number];

/** What a line of a file, or an item that is not in it, comes to. */
export type ImportLine =
  | { readonly does: 'new'; readonly line: number; readonly item: Item }
  | { readonly does: 'changed'; readonly line: number; readonly item: Item; readonly changes: readonly CellChange[] }
  | { readonly does: 'same'; readonly line: number; readonly item: Item }
  /** No item by itself: its variants have taken what it states. */
  | { readonly does: 'group'; readonly line: number; readonly item: Item }
  | {
      readonly does: 'bad';
      readonly line: number;
      readonly cells: readonly string[];
      readonly problems: readonly Problem[];
    }
  /** Not in the file: listed nowhere from now on. */
  | { readonly does: 'hidden'; readonly item: Item }
  /** Not in the file: taken away; or named by something of the book, and so left as it is. */
  | { readonly does: 'removed' | 'named'; readonly item: Item };

type OfLine = Extract<ImportLine, { readonly line: number }>;

export interface CellChange {
  readonly column: Column;
  readonly from: string;
  readonly to: string;
}

/** Goods that a file would put and take away. */
export interface GoodsImport {
  readonly lines: readonly ImportLine[];
  readonly put: readonly Item[];
  readonly gone: readonly string[];
}

/** What a file of goods would do to those that are there. */
export function goodsImport(
  file: GoodsFile,
  there: ReadonlyMap<string, Item>,
  missing: MissingWay,
  book: {
    /** All channels of the book. */
    readonly channels: readonly string[];
    /** Whether the book itself names an item. */
    readonly isNamed: (sku: string) => boolean;
  },
): GoodsImport {
  const lines = [
    ...file.items.map(({ line, item }) => lineOf(line, item, there.get(item.sku), file.columns)),
    ...file.groups.map(({ line, item }): OfLine => ({ does: 'group', line, item })),
    ...file.badLines.map((bad): OfLine => ({ does: 'bad', ...bad })),
  ].sort((a, b) => a.line - b.line);
  const absent = missing === 'kept' ? [] : absentFrom(file, [...there.values()]);
  const gone = new Set(absent);
  const parents = new Set([...there.values()].flatMap((item) => (!gone.has(item) && item.parent) || []));
  for (const { item } of file.items) if (item.parent !== null) parents.add(item.parent);
  const rest = absent.flatMap((item): ImportLine[] => {
    if (missing === 'hidden') {
      const hidden = { ...item, notListed: [...book.channels] };
      return cellOf(hidden, 'notListed') === cellOf(item, 'notListed') ? [] : [{ does: 'hidden', item: hidden }];
    }
    return [{ does: book.isNamed(item.sku) || parents.has(item.sku) ? 'named' : 'removed', item }];
  });
  const all = [...lines, ...withFamilies(rest)];
  return {
    lines: all,
    put: all.flatMap((one) => (one.does === 'new' || one.does === 'changed' || one.does === 'hidden' ? one.item : [])),
    gone: all.flatMap((one) => (one.does === 'removed' ? one.item.sku : [])),
  };
}

/** Goods that are not in a file; none where it is not known what all is in it. */
export const absentFrom = ({ skus }: GoodsFile, goods: readonly Item[]): readonly Item[] =>
  skus === null ? [] : goods.filter(({ sku }) => !skus.has(sku));

/** An item that a line states, beside the one that is there. */
function lineOf(line: number, item: Item, before: Item | undefined, columns: readonly Column[]): OfLine {
  if (!before) return { does: 'new', line, item };
  const changes = columns.flatMap((column): CellChange[] => {
    const [from, to] = [cellOf(before, column), cellOf(item, column)];
    return from === to ? [] : [{ column, from, to }];
  });
  return changes.length > 0 ? { does: 'changed', line, item, changes } : { does: 'same', line, item };
}

/** Of items that would be removed, those stay that another which stays is a variant of. */
function withFamilies(rest: readonly ImportLine[]): readonly ImportLine[] {
  const kept = new Set(rest.flatMap((one) => (one.does === 'named' && one.item.parent) || []));
  const next = rest.map((one) =>
    one.does === 'removed' && kept.has(one.item.sku) ? { ...one, does: 'named' as const } : one,
  );
  return next.some((one, i) => one !== rest[i]) ? withFamilies(next) : rest;
}
