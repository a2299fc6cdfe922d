import type { Problem } from '../exact/index.ts';
import { blockOf, blockRows, markOfCells } from '../tables/index.ts';
import { cellOf } from './csv.ts';
import type { EntryReader } from './entry.ts';
import { goodsFields } from './fields/list.ts';
import type { Column, Item } from './schema.ts';

/** A block of a sheet of goods: rows and columns that stand together, in its order. */
export interface Block {
  readonly rows: readonly Item[];
  readonly columns: readonly Column[];
}

/** What would be put into cells; or why nothing is put, as some entries cannot be. */
export interface BlockEdits {
  readonly edits: readonly { readonly path: readonly ['goods', string, Column]; readonly value: unknown }[];
  readonly faults: readonly { readonly sku: string; readonly column: Column; readonly problem: Problem }[];
  /** Rows and columns of what was pasted for which the sheet has no room. */
  readonly beyond: { readonly rows: number; readonly columns: number };
}

/** A block as spreadsheets take it: cells parted by tabs, rows by line ends. */
export const blockText = ({ rows, columns }: Block): string =>
  blockOf(rows.map((item) => columns.map((column) => cellOf(item, column))));

/**
 * How often what is pasted is repeated over a block: wholly, where the block is a multiple of it; else it stands once.
 */
const reach = (pasted: number, block: number): number => (block > pasted && block % pasted === 0 ? block : pasted);

/**
 * What pasting a text over a block would do: from its first cell on, beyond its end where the text is larger, repeated
 * where the block is a multiple of it. `sheet`: all rows and columns there are from that cell on.
 */
export function pasted(sheet: Block, block: Block, text: string, read: EntryReader): BlockEdits {
  const cells = blockRows(text);
  const width = Math.max(0, ...cells.map((row) => row.length));
  if (width === 0) return { edits: [], faults: [], beyond: { rows: 0, columns: 0 } };
  const [down, across] = [reach(cells.length, block.rows.length), reach(width, block.columns.length)];
  const rows = sheet.rows.slice(0, down);
  const columns = sheet.columns.slice(0, across);
  const made = entered({ rows, columns }, (row, at) => cells[row % cells.length]?.[at % width] ?? '', read);
  return { ...made, beyond: { rows: down - rows.length, columns: across - columns.length } };
}

/** What filling a block down from its first row would do. */
export function filledDown({ rows, columns }: Block, read: EntryReader): BlockEdits {
  const [first, ...below] = rows;
  return entered(
    { rows: below, columns },
    (_, at) => (first && columns[at] ? cellOf(first, columns[at] as Column) : ''),
    read,
  );
}

/** What filling a block to the right from its first column would do. */
export function filledRight({ rows, columns }: Block, read: EntryReader): BlockEdits {
  const [first, ...right] = columns;
  return entered({ rows, columns: right }, (row) => (first && rows[row] ? cellOf(rows[row] as Item, first) : ''), read);
}

/** What emptying a block would do. */
export const emptied = (block: Block, read: EntryReader): BlockEdits => entered(block, () => '', read);

/** Entries for each cell of a block; those that are what stands there already are none. SKUs stay as they are. */
function entered({ rows, columns }: Block, textAt: (row: number, at: number) => string, read: EntryReader): BlockEdits {
  const edits: BlockEdits['edits'][number][] = [];
  const faults: BlockEdits['faults'][number][] = [];
  columns.forEach((column, at) => {
    const mark = markOfCells(
      goodsFields.of(column).reads,
      rows.map((_, row) => textAt(row, at)),
    );
    rows.forEach((item, row) => {
      const text = textAt(row, at);
      if (text === cellOf(item, column)) return;
      const value = column === 'sku' ? null : read(item, column, text, mark);
      if (value === null)
        faults.push({ sku: item.sku, column, problem: { at: [column], is: 'cell', field: column, text } });
      else if (value.ok) edits.push({ path: ['goods', item.sku, column], value: value.value });
      else for (const problem of value.problems) faults.push({ sku: item.sku, column, problem });
    });
  });
  return { edits: faults.length > 0 ? [] : edits, faults, beyond: { rows: 0, columns: 0 } };
}
