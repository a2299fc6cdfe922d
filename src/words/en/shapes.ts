import type { ExpectedShape, FoundShape } from '../../core/exact/index.ts';
import { formWords } from './forms.ts';

/** A value as found, in a few words. */
export function foundWords(found: FoundShape): string {
  switch (found.is) {
    case 'nothing':
      return 'nothing stands here';
    case 'text':
      return `“${found.text.length > 60 ? `${found.text.slice(0, 60)}…` : found.text}”`;
    case 'list':
      return found.length === 1 ? 'a list of one' : `a list of ${found.length}`;
    case 'object':
      return 'an object';
    case 'value':
      return found.text;
  }
}

const types: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  tuple: 'a list',
  object: 'an object',
  record: 'an object',
  null: 'null',
};
const counted = (bound: string, of: 'letters' | 'entries' | 'value'): string =>
  ({ letters: bound === '1' ? ' letter' : ' letters', entries: ' of them', value: '' })[of];

/** The shape that would be right. */
export function expectedWords(expected: ExpectedShape): string {
  switch (expected.is) {
    case 'form':
      return formWords[expected.form][1];
    case 'type':
      return types[expected.type] ?? `a value of the sort ${expected.type}`;
    case 'one of':
      return expected.values.length === 1 ? (expected.values[0] ?? '') : `one of ${expected.values.join(', ')}`;
    case 'least':
      return `at least ${expected.bound}${counted(expected.bound, expected.of)}`;
    case 'most':
      return `at most ${expected.bound}${counted(expected.bound, expected.of)}`;
    case 'day':
      return 'a day such as 2026-11-24';
    case 'moment':
      return formWords.moment[1];
    case 'other form':
      return 'the form that the format page names';
    case 'one of the forms':
      return 'one of the forms that the format names';
    case 'key':
      return 'a key of the form that the format names';
    case 'other':
      return 'as the format page says';
  }
}
