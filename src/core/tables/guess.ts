import { memo } from '../exact/index.ts';
import { dayOrderOf } from './day.ts';
import type { Delimiter } from './delimiter.ts';
import { figureIn, type Mark, markOf } from './figure.ts';
import { type ColumnLayout, headWords, type Layout, layoutKey } from './layout.ts';
import type { CsvRow } from './rows.ts';
import { hasFigures, measuredBy, type Reading, type Target } from './target.ts';
import { type Measured, unitOf } from './units.ts';

/**
 * What heads are called, by target; as {@link headWords} has them. One with a question mark behind it is meant only
 * where nothing else is: a depth is the height of what has a length and a width, and else its length.
 */
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
 * called, unless the cells say otherwise; units and marks by the heads and the cells. The line of the heads is the one
 * of the first rows that names most; a file that begins with figures and names nothing has none.
 */
export function guessLayout(
  rows: readonly CsvRow[],
  delimiter: Delimiter,
  targets: readonly Target[],
  names: HeadNames,
  remembered: readonly Layout[] = [],
): Guess {
  const head = headsOf(rows, targets, names);
  const known = knownFrom(remembered, head.cells);
  const below = spread(
    rows.filter((row) => row.line > head.line),
    judged,
  );
  const columns = new Map<number, readonly string[]>();
  /** The cells of a column that are not empty, gathered when it is first asked about. */
  const cellsOf = (at: number): readonly string[] => {
    const found = columns.get(at) ?? below.flatMap(({ cells }) => cells[at]?.trim() || []);
    columns.set(at, found);
    return found;
  };
  const can = (at: number, { reads }: Target) => couldBe(reads, cellsOf(at));
  const isAcross = (at: number, target: Target) => {
    const words = headWords(head.cells[at] ?? '');
    const before = known.get(words);
    return before ? before.to === target.name : words !== '' && cellsOf(at).length > 0 && can(at, target);
  };
  const tos = withAcross(takenFor(head.cells, targets, names, known, can), targets, isAcross);
  const guesses = head.cells.map((cell, at) => {
    const target = targets.find(({ name }) => name === tos[at]);
    return columnOf(cell, target, target ? cellsOf(at) : [], known.get(headWords(cell)));
  });
  return {
    layout: { delimiter, line: head.line, columns: settled(guesses, delimiter) },
    unsure: guesses.filter((one) => isUnsure(one, guesses)).map((one) => one.column.head),
  };
}

/** The line of the heads, and what stands in it: nothing, in line 0, where there is none. */
function headsOf(
  rows: readonly CsvRow[],
  targets: readonly Target[],
  names: HeadNames,
): Pick<CsvRow, 'line' | 'cells'> {
  const worth = ({ cells }: CsvRow) => takenFor(cells, targets, names).filter((to) => to !== null).length;
  const [first, ...others] = rows.slice(0, searched);
  if (!first) return { line: 1, cells: [] };
  const best = others
    .map((row) => ({ row, worth: worth(row) }))
    .reduce((most, one) => (one.worth > most.worth ? one : most), { row: first, worth: worth(first) });
  const isData = best.worth === 0 && first.cells.some((cell) => /\d/.test(cell) && figureIn(cell).before === '');
  return isData ? { line: 0, cells: first.cells.map(() => '') } : best.row;
}

/**
 * Whether some cells can be what a column is taken for by its head: a column “Size” of S and XL has no
 * sides, one “Name” of people no numbers of orders.
 */
function couldBe(reading: Reading, cells: readonly string[]): boolean {
  const hasDigits =
    hasFigures(reading) || reading.is === 'moment' || (reading.is === 'text' && reading.digits === true);
  if (!hasDigits) return true;
  const hasSides = (cell: string) => /\d.*[x×*].*\d.*[x×*].*\d/i.test(cell);
  const looks = (cell: string) => (reading.is === 'sides' ? hasSides(cell) : /\d/.test(cell) && !hasSides(cell));
  return cells.filter(looks).length * 2 >= cells.length;
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

/** What stands behind the name of a column and does not change what it is: units, currencies, that tax is within. */
const behind = new RegExp(
  ' (?:g|gr|kg|grams?|lbs?|oz|mm|cm|in|inch(?:es)?|eur|euros?|gbp|usd|chf|sek|dkk|nok|pln|czk|jpy' +
    '|incl?|inkl|including|included|incluid[oa]|incluse?|inclus[oa]|inclusief|con|mit|avec' +
    '|vat|tax|mwst|ust|btw|iva|tva|ttc|brutto' +
    '|[lwbhtdp] ?x ?[lwbhtdpa] ?x ?[lwbhtdpa])$',
);
/** Without all that stands behind it. @example plainHead('gewicht in kg') // 'gewicht' */
const plainHead = (words: string): string => (behind.test(words) ? plainHead(words.replace(behind, '')) : words);
/** In brackets: that tax is not within. */
const withoutTax = /[([{]\s*(?:ex|zzgl|ohne|sans|sin|senza|zonder|hors|net|ht\b)/i;

/** A head in its words: whole, without what stands behind its name, and what either ends with. */
const wordsIn = (head: string) => {
  const words = headWords(head);
  const whole = [...new Set([words, plainHead(words)])];
  const ends = whole.flatMap((one) => one.split(' ').map((_, i, all) => all.slice(i + 1).join(' ')));
  return { words, whole, ends, hasTax: !withoutTax.test(head) };
};
const setsOf = memo(
  (names: HeadNames) => new Map(Object.entries(names).map(([target, all]) => [target, new Set(all)] as const)),
);
const none: ReadonlySet<string> = new Set();

/** How sure it is that a head means a target: 5 as it was last read, 4 by Plemb's own head, 0 not at all. */
function sureness(
  { words, whole, ends, hasTax }: ReturnType<typeof wordsIn>,
  { name, head: own }: Target,
  names: HeadNames,
  known: ReadonlyMap<string, ColumnLayout>,
): number {
  const before = known.get(words);
  if (words === '') return 0;
  if (before !== undefined) return before.to === name ? 5 : 0;
  if (words === headWords(own)) return hasTax ? 4 : 1;
  const all = setsOf(names).get(name) ?? none;
  if (whole.some((one) => all.has(one))) return hasTax ? 3 : 1;
  if (ends.some((one) => all.has(one))) return 2;
  return whole.some((one) => all.has(`${one}?`)) ? 1 : 0;
}

/** What each of the heads is taken for: the surest first, each target once, where its cells can be that. */
function takenFor(
  heads: readonly string[],
  targets: readonly Target[],
  names: HeadNames,
  known: ReadonlyMap<string, ColumnLayout> = new Map(),
  can: (at: number, target: Target) => boolean = () => true,
): (string | null)[] {
  const words = heads.map(wordsIn);
  const sure = targets.map((target) => words.map((head) => sureness(head, target, names, known)));
  const taken: (string | null)[] = heads.map(() => null);
  for (const least of [5, 4, 3, 2, 1])
    for (const [i, target] of targets.entries()) {
      if (taken.includes(target.name)) continue;
      const at = heads.findIndex(
        (_, at) => taken[at] === null && sure[i]?.[at] === least && (least === 5 || can(at, target)),
      );
      if (at >= 0) taken[at] = target.name;
    }
  return taken;
}

/** What columns are taken for, with those of a table across. */
function withAcross(
  taken: readonly (string | null)[],
  targets: readonly Target[],
  isAcross: (at: number, target: Target) => boolean,
): readonly (string | null)[] {
  const target = targets.find(
    ({ across }) => across && taken.includes(across.beside) && !taken.includes(across.unless),
  );
  return target ? taken.map((to, at) => to ?? (isAcross(at, target) ? target.name : null)) : taken;
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
  const figures = each.map((cell) => figureIn(cell).figure);
  // Of whole numbers three digits behind a mark are a group, unless they are noughts: what parts 1.200 is no mark.
  const groups = (figure: string) => /^\d{1,3}([.,])(?!000)\d{3}$/.exec(figure)?.[1];
  const told =
    reading.is === 'count' ? figures.map((one) => ({ '.': '0,0', ',': '0.0' })[groups(one) ?? ''] ?? one) : figures;
  return markOf(told);
}

/** Whether figures of a column have no unit, neither beside them nor for all of them. */
export function lacksUnit(column: ColumnLayout, target: Target | undefined, cells: readonly string[]): boolean {
  if (!target || measuredBy(target.reads) === null || column.unit !== null) return false;
  return cells.some((cell) => /[1-9]/.test(cell) && !/[\p{L}"″]/u.test(cell.replace(/\s*[x×*]\s*(?=\d)/gi, ' ')));
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
