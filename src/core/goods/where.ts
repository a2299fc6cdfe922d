import { type Currency, kept, nothing, type Problem, parseAmount, parseMass } from '../exact/index.ts';
import { cellAs, markOfCells, moneyWords } from '../tables/index.ts';
import { cellOf } from './csv.ts';
import { goodsFields } from './fields/list.ts';
import type { Column, Item } from './schema.ts';

/** How the entries of a column are held against a text. */
export const tests = ['has', 'is', 'is not', 'at least', 'at most', 'empty', 'filled'] as const;
export type Test = (typeof tests)[number];
/** A condition on one column of a sheet of goods. */
export interface Where {
  readonly column: Column;
  readonly test: Test;
  /** Nothing for tests that need none. */
  readonly text: string;
}

/** The tests that a column can be put to: only figures are more or less. */
export const testsOf = (column: Column): readonly Test[] =>
  isMeasured(column) ? tests : tests.filter((test) => test !== 'at least' && test !== 'at most');
const isMeasured = (column: Column): boolean => ['amount', 'measure'].includes(goodsFields.of(column).reads.is);
export const needsText = (test: Test): boolean => test !== 'empty' && test !== 'filled';

/**
 * Whether an item meets a condition; null where its text cannot be read. Words are compared in small letters; a list is
 * `is` what has just that word; figures by what they amount to, and what is empty is neither more nor less.
 */
export function whereTest({ column, test, text }: Where, currency: Currency): ((item: Item) => boolean) | null {
  const field = goodsFields.of(column);
  const wanted = text.trim().toLowerCase();
  const word = (item: Item): string => cellOf(item, column).toLowerCase();
  switch (test) {
    case 'empty':
      return (item) => word(item) === '';
    case 'filled':
      return (item) => word(item) !== '';
    case 'has':
      return (item) => word(item).includes(wanted);
    case 'is':
    case 'is not': {
      const list = field.reads.is === 'words';
      const own = cellAs(field.reads, text, plain(column, text), moneyWords(currency)).toLowerCase();
      const is = (item: Item) =>
        list ? word(item).split(/\s+/).includes(own) : word(item) === own || word(item) === wanted;
      return test === 'is' ? is : (item) => !is(item);
    }
    case 'at least':
    case 'at most': {
      const edge = amountOf(column, cellAs(field.reads, text, plain(column, text), moneyWords(currency)), currency);
      if (edge === null) return null;
      return (item) => {
        const own = amountOf(column, cellOf(item, column), currency);
        return own !== null && (test === 'at least' ? own >= edge : own <= edge);
      };
    }
  }
}

const plain = (column: Column, text: string) => ({
  head: '',
  to: column,
  unit: goodsFields.of(column).reads.is === 'measure' ? 'g' : null,
  mark: markOfCells(goodsFields.of(column).reads, [text]),
  days: null,
});

/** What a figure of a column amounts to, so that it can be compared; null for none. */
export function amountOf(column: Column, cell: string, currency: Currency): number | null {
  if (cell === '') return null;
  const problems: Problem[] = [];
  const { reads } = goodsFields.of(column);
  const [figure = '', unit] = cell.split(' ');
  const value =
    reads.is === 'measure' && (unit === 'g' || unit === 'kg' || unit === 'oz' || unit === 'lb')
      ? kept(parseMass(figure, unit), [], problems, 0 as never)
      : kept(parseAmount(cell, currency), [], problems, nothing);
  return problems.length > 0 ? null : value;
}

/** Conditions as an address has them: `price at-least 10; kind is tube`. */
export const whereText = (all: readonly Where[]): string =>
  all.map(({ column, test, text }) => `${column} ${wordOf(test)} ${text.replaceAll(';', ' ')}`.trim()).join('; ');
const wordOf = (test: Test): string => test.replace(' ', '-');

/** Reads conditions of an address; what is none is left out. */
export const readWhere = (text: string): Where[] =>
  text.split(/\s*;\s*/).flatMap((one): Where[] => {
    const [, name, word, rest = ''] = /^(\S+) (\S+)(?: (.*))?$/.exec(one) ?? [];
    const column = goodsFields.names.find((known) => known === name);
    const test = tests.find((known) => wordOf(known) === word);
    return column && test ? [{ column, test, text: rest.trim() }] : [];
  });
