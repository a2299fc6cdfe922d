import { writtenMoment } from './day.ts';
import { figureIn, type Mark, plainFigure } from './figure.ts';
import type { ColumnLayout } from './layout.ts';
import type { Reading } from './target.ts';
import { type Measured, unitOf } from './units.ts';
import { plainCell } from './write.ts';

/** How money is written beside figures: the code of a currency, and its signs; small letters. */
export type MoneyWords = ReadonlySet<string>;

/** The code of a currency and the signs it has in common locales. @example moneyWords('EUR') // Set { 'eur', '€' } */
export function moneyWords(currency: string): MoneyWords {
  const signs = ['en', 'de', 'fr', 'ja'].flatMap((locale) =>
    (['symbol', 'narrowSymbol'] as const).map(
      (currencyDisplay) =>
        new Intl.NumberFormat(locale, { style: 'currency', currency, currencyDisplay })
          .formatToParts(1)
          .find((part) => part.type === 'currency')?.value ?? '',
    ),
  );
  return new Set([currency, ...signs].map((word) => word.toLowerCase()));
}

/**
 * A cell written as Plemb's own files write it, so that its field can read it; as it stands where it cannot be, so that
 * its field tells what would be right. `mark`: of the column's figures.
 */
export function cellAs(reading: Reading, raw: string, column: ColumnLayout, money: MoneyWords): string {
  const cell = plainCell(raw);
  const mark = column.mark ?? '.';
  if (cell === '') return cell;
  switch (reading.is) {
    case 'text':
      return cell.replace(textMark, '');
    case 'line':
      return cell.replace(/\s+/g, ' ');
    case 'word':
      return wordOf(cell) || cell;
    case 'words':
      return wordsOf(cell).join(' ');
    case 'amount':
      return amountAs(cell, mark, money) ?? cell;
    case 'measure':
      return measureAs(reading.of, cell, mark, column.unit) ?? cell;
    case 'sides':
      return sidesAs(cell, mark, column.unit) ?? cell;
    case 'count':
      return countAs(cell, mark) ?? cell;
    case 'moment':
      return writtenMoment(cell, column.days) ?? cell;
  }
}

/** Reads the cells of a column as {@link cellAs} does. */
export const cellReader = (reading: Reading, column: ColumnLayout, money: MoneyWords): ((cell: string) => string) =>
  eachOnce((cell) => cellAs(reading, cell, column, money));

/** Cells of a column that are kept when they have been read: most come again, or hardly any. */
const mostKept = 20_000;

/** Reads the cells of a column, each but once where it comes again. */
export function eachOnce<Read>(read: (cell: string) => Read): (cell: string) => Read {
  const known = new Map<string, Read>();
  let again = 0;
  let last: { readonly cell: string; readonly made: Read } | null = null;
  const look = (cell: string): Read => {
    const before = known.get(cell);
    if (before !== undefined) {
      again += 1;
      return before;
    }
    const made = read(cell);
    if (known.size < mostKept) known.set(cell, made);
    return made;
  };
  return (cell) => {
    if (last?.cell !== cell)
      last = { cell, made: known.size === mostKept && again < mostKept ? read(cell) : look(cell) };
    return last.made;
  };
}

/** Small letters, digits and hyphens. @example wordOf('Été 2026') // 'ete-2026' */
const wordOf = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/ß/g, 'ss')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');

/**
 * Several words of a cell: parted by commas, semicolons or bars where there are any, else by spaces. One that has
 * neither letters of ours nor digits stays as it is, so that its field tells.
 */
const wordsOf = (cell: string): string[] => [
  ...new Set(
    cell
      .split(/[,;|>]/.test(cell) ? /[,;|>]+/ : /\s+/)
      .map((word) => word.trim())
      .filter(Boolean)
      .map((word) => wordOf(word) || word),
  ),
];

/** An apostrophe by which a spreadsheet keeps a cell from being read as a figure. */
const textMark = /^'(?=[\p{L}\p{N}])/u;

/** A whole number: what stands behind a mark is noughts, or digits of a group whatever the mark of the column. */
function countAs(cell: string, mark: Mark): string | null {
  const read = (by: Mark) => plainFigure(cell, by)?.replace(/\.0+$/, '');
  return [read(mark), read(mark === '.' ? ',' : '.')].find((figure) => figure && /^-?\d+$/.test(figure)) ?? null;
}

function amountAs(cell: string, mark: Mark, money: MoneyWords): string | null {
  const { before, figure, behind } = figureIn(cell);
  const beside = [before, behind].filter(Boolean).map((word) => word.toLowerCase());
  return beside.every((word) => money.has(word)) ? plainFigure(figure, mark) : null;
}

/** A figure of nothing in a column of a unit is taken for not known: nothing that is sent has no mass. */
function measureAs(of: Measured, cell: string, mark: Mark, columnUnit: string | null): string | null {
  const { before, figure, behind } = figureIn(cell);
  const plain = before === '' ? plainFigure(figure, mark) : null;
  if (plain === null) return null;
  if (behind === '') return columnUnit === null ? null : Number(plain) === 0 ? '' : `${plain} ${columnUnit}`;
  const unit = unitOf(of, behind);
  return unit === undefined ? null : `${plain} ${unit}`;
}

/** Sides of nothing likewise. */
function sidesAs(cell: string, mark: Mark, columnUnit: string | null): string | null {
  const parts = cell.split(/\s*[x×*]\s*/i);
  const read = parts.map(figureIn);
  const sides = read.map(({ figure }) => plainFigure(figure, mark));
  const words = [...new Set(read.map(({ behind }) => behind).filter(Boolean))];
  const unit = words.length === 0 ? columnUnit : words.length === 1 ? unitOf('length', words[0] ?? '') : undefined;
  if (parts.length !== 3 || sides.includes(null) || !unit) return null;
  if (words.length === 0 && sides.every((side) => Number(side) === 0)) return '';
  return `${sides.join(' x ')} ${unit}`;
}
