import type { Book, LabelUse } from '../../core/book/index.ts';
import { counts } from './figures.ts';
import { listed } from './list.ts';
import { serviceInText, templateName } from './names.ts';

/** What goes by a word that goods carry. */
export function labelUseWords(book: Book, { sort, selections, services, mixing, templates }: LabelUse): string {
  const names = selections.map((id) => book.selections.find((one) => one.id === id)?.name ?? id);
  const of = (what: string, list: readonly string[]) => (list.length === 0 ? [] : [`${what} ${listed(list)}`]);
  return [
    ...of(selections.length === 1 ? 'selection' : 'selections', names),
    ...of(
      sort === 'hazard' ? 'barred by' : 'taken by',
      services.map((id) => serviceInText(book, id)),
    ),
    ...of(
      'rates of its own in',
      templates.map((id) => templateName(book, id)),
    ),
    ...(mixing.length === 0 ? [] : [counts(mixing.length, 'mixing rule')]),
  ].join(' · ');
}
