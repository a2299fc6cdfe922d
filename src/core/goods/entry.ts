import { type Currency, err, ok, type Problem, type Result } from '../exact/index.ts';
import { cellAs, type Mark, markOfCells, moneyWords } from '../tables/index.ts';
import { goodsFields } from './fields/list.ts';
import { readStated } from './item.ts';
import { type Column, type Item, itemSchema } from './schema.ts';

/** What entries of goods are read against. */
export interface EntryAgainst {
  readonly currency: Currency;
  readonly templates: readonly { readonly id: string; readonly name: string }[];
}

/** The id of a template that stands by its name; any other text as it is. */
export function byName(templates: EntryAgainst['templates']): (text: string) => string {
  const ids = new Map(templates.map(({ id, name }) => [name.toLowerCase(), id]));
  for (const { id } of templates) ids.set(id, id);
  return (text) => ids.get(text) ?? ids.get(text.toLowerCase()) ?? text;
}

/** Reads an entry of an item as it was typed or pasted: its value for the book, or what is wrong with it. */
export type EntryReader = (item: Item, column: Column, text: string, mark?: Mark) => Result<unknown>;

/**
 * Reads entries as people and spreadsheets write them: decimals after a comma, units and currencies beside figures, a
 * template by its name. `mark`: of the figures of the column, where it is known; else as the entry tells by itself.
 */
export function entryReader({ currency, templates }: EntryAgainst): EntryReader {
  const money = moneyWords(currency);
  const ids = templates.map(({ id }) => id);
  const named = byName(templates);
  return (item, column, text, mark) => {
    const field = goodsFields.of(column);
    const layout = { head: '', to: column, unit: null, mark: mark ?? markOfCells(field.reads, [text]), days: null };
    const cell = cellAs(field.reads, text, layout, money);
    const read = itemSchema.safeParse({
      ...item,
      [column]: field.read(column === 'template' ? named(cell) : cell),
    });
    if (!read.success) return err([column], { is: 'cell', field: column, text });
    const { data } = read;
    const figures = readStated(data, currency);
    const own = figures.ok ? undefined : figures.problems.find(({ at }) => at[0] === column);
    if (own) return { ok: false, problems: [own] as Problem[] };
    if (column === 'template' && data.template !== null && !ids.includes(data.template))
      return err([column], { is: 'unknown', what: 'template', id: text, known: ids });
    return ok(data[column]);
  };
}
