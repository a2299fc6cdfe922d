import { dayOrderOf } from './day.ts';
import type { Delimiter } from './delimiter.ts';
import { figureIn, type Mark, markOf } from './figure.ts';
import { type ColumnLayout, headWords, type Layout, layoutKey } from './layout.ts';
import type { CsvRow } from './rows.ts';
import { hasFigures, measuredBy, type Reading, type Target } from './target.ts';
import { type Measured, unitOf } from './units.ts';

/** What heads are called, by target; as {@link headWords} has them. */
export type HeadNames = Readonly<Record<string, readonly string[]>>;

/** How a file seems to be laid out, and the columns of which it is not sure. */
export interface Guess {
  readonly layout: Layout;
  /** Heads of columns whose figures or dates could be read either way. */
  readonly unsure: readonly string[];
}

/**
 * Rows among which the line of the heads is looked for, and by which it is judged how figures and dates are written.
 */
const searched = 20;
const judged = 4000;

/** So many rows, from all of the file alike. */
const spread = (rows: readonly CsvRow[], most: number): readonly CsvRow[] => {
  const step = Math.ceil(rows.length / most);
  return step < 2 ? rows : rows.filter((_, i) => i % step === 0);
};

/**
 * Guesses which columns of a file are what: as a layout remembered has a head of the same words; else by what heads are
 * called; units and marks by the heads and the cells. The line of the heads is the one of the first rows that names
 * most.
 */
export function guessLayout(
  rows: readonly CsvRow[],
  delimiter: Delimiter,
  targets: readonly Target[],
  names: HeadNames,
  remembered: readonly Layout[] = [],
): Guess {
  const worth = ({ cells }: CsvRow) => takenFor(cells, targets, names).filter((to) => to !== null).length;
  const head = rows.slice(0, searched).reduce<{ row: CsvRow; worth: number } | null>((best, row) => {
    const own = worth(row);
    return best === null || own > best.worth ? { row, worth: own } : best;
  }, null)?.row;
  if (!head) return { layout: { delimiter, line: 1, columns: [] }, unsure: [] };
  const known = knownFrom(remembered, head.cells);
  const tos = takenFor(head.cells, targets, names, known);
  const below = spread(
    rows.filter((row) => row.line > head.line),
    judged,
  );
  const guesses = head.cells.map((cell, at) =>
    columnOf(
      cell,
      targets.find(({ name }) => name === tos[at]),
      below.flatMap(({ cells }) => cells[at]?.trim() || []),
      known.get(headWords(cell)),
    ),
  );
  return {
    layout: { delimiter, line: head.line, columns: settled(guesses, delimiter) },
    unsure: guesses.filter((one) => isUnsure(one, guesses)).map((one) => one.column.head),
  };
}

/** Figures are read as those of other columns are, where these tell. */
const isUnsure = (one: ColumnGuess, all: readonly ColumnGuess[]): boolean =>
  one.unsure && !(one.reading && hasFigures(one.reading) && all.some(({ column }) => column.mark !== null));

/** Columns by the words of their heads, as they were last read: of a file with just these heads before any other. */
function knownFrom(remembered: readonly Layout[], heads: readonly string[]): ReadonlyMap<string, ColumnLayout> {
  const own = heads.map(headWords).join('\n');
  const alike = (layout: Layout) => layoutKey(layout) === own;
  const known = new Map<string, ColumnLayout>();
  for (const { columns } of [...remembered.filter(alike), ...remembered.filter((one) => !alike(one))])
    for (const column of columns) {
      const words = headWords(column.head);
      if (words !== '' && !known.has(words)) known.set(words, column);
    }
  return known;
}

/** Units and currencies behind a head. */
const ofUnits = / (?:g|kg|grams?|lbs?|oz|mm|cm|in|inch(?:es)?|eur|euros?|gbp|usd|chf|sek|dkk|nok|pln|czk|jpy)$/;

/** What each of the heads is taken for: the surest first, each target once. */
function takenFor(
  heads: readonly string[],
  targets: readonly Target[],
  names: HeadNames,
  known: ReadonlyMap<string, ColumnLayout> = new Map(),
): (string | null)[] {
  const sureness = (words: string, target: Target): number => {
    const remembered = known.get(words);
    if (remembered !== undefined) return remembered.to === target.name ? 4 : 0;
    const all = names[target.name] ?? [];
    if (words === headWords(target.head)) return 3;
    const plain = words.replace(ofUnits, '');
    if (all.includes(words) || all.includes(plain)) return 2;
    return all.some((name) => plain.endsWith(` ${name}`)) ? 1 : 0;
  };
  const taken: (string | null)[] = heads.map(() => null);
  const words = heads.map(headWords);
  for (const least of [4, 3, 2, 1])
    for (const target of targets) {
      if (taken.includes(target.name)) continue;
      const at = words.findIndex((one, i) => taken[i] === null && one !== '' && sureness(one, target) === least);
      if (at >= 0) taken[at] = target.name;
    }
  return taken;
}

interface ColumnGuess {
  readonly column: ColumnLayout;
  readonly unsure: boolean;
  /** What it is read as; null where it is not taken. */
  readonly reading: Reading | null;
}

/** How a column is read that somebody takes for something, by its head and some of its cells. */
export function columnTakenFor(head: string, target: Target | undefined, cells: readonly string[]): ColumnLayout {
  const { column, reading } = columnOf(head, target, cells, undefined);
  return reading && hasFigures(reading) ? { ...column, mark: column.mark ?? '.' } : column;
}

function columnOf(
  head: string,
  target: Target | undefined,
  cells: readonly string[],
  known: ColumnLayout | undefined,
): ColumnGuess {
  const blank: ColumnLayout = { head, to: target?.name ?? null, unit: null, mark: null, days: null };
  if (!target) return { column: blank, reading: null, unsure: false };
  const reading = target.reads;
  const measured = measuredBy(reading);
  const unit = measured && (known?.unit ?? unitInHead(measured, head));
  if (reading.is === 'moment') {
    const { days, unsure } = dayOrderOf(cells);
    return {
      reading,
      column: { ...blank, days: unsure ? (known?.days ?? days) : days },
      unsure: unsure && !known?.days,
    };
  }
  const { mark, unsure } = figuresOf(reading, cells);
  return {
    reading,
    column: { ...blank, unit, mark: mark ?? (unsure ? (known?.mark ?? null) : null) },
    unsure: unsure && !known?.mark,
  };
}

/**
 * The mark of some cells of one column; a point where none tells.
 * @example markOfCells({ is: 'amount' }, ['4,9']) // ','
 */
export function markOfCells(reading: Reading, cells: readonly string[]): Mark {
  return figuresOf(reading, cells).mark ?? '.';
}

function figuresOf(reading: Reading, cells: readonly string[]): ReturnType<typeof markOf> {
  if (!hasFigures(reading)) return { mark: null, unsure: false };
  const each = reading.is === 'sides' ? cells.flatMap((cell) => cell.split(/[x×*]/i)) : cells;
  return markOf(each.map((cell) => figureIn(cell).figure));
}

/** A unit that the head has in brackets or as its last word. @example unitInHead('mass', 'Gewicht [kg]') // 'kg' */
function unitInHead(of: Measured, head: string): string | null {
  const words = head.split(/[\s()[\]{}_/,:]+/).filter(Boolean);
  return words.toReversed().flatMap((word) => unitOf(of, word) ?? [])[0] ?? null;
}

/** Marks of columns that do not tell their own: as the others have it; else a comma where semicolons part the cells. */
function settled(guesses: readonly ColumnGuess[], delimiter: Delimiter): ColumnLayout[] {
  const told = guesses.flatMap(({ column }) => column.mark ?? []);
  const commas = told.filter((mark) => mark === ',').length;
  const usual: Mark = told.length > 0 ? (commas * 2 > told.length ? ',' : '.') : delimiter === ';' ? ',' : '.';
  return guesses.map(({ column, reading }) =>
    reading && hasFigures(reading) && column.mark === null ? { ...column, mark: usual } : column,
  );
}
