import { expect, test } from 'vitest';
import { type FeedFile, readFeeds, writtenFeed } from './format.ts';

const feedOf = (title: string): FeedFile => ({
  name: 'main',
  countries: 'all',
  language: 'en',
  deliveries: [{ id: 'd1', entries: [] }],
  items: [{ id: 'A1', title, price: '4.90', grams: null, delivery: 'd1', labels: [], sale: null }],
  promotions: [],
});

/** A title as it is read again from the file that is written. */
function again(title: string): string | undefined {
  const { name, pieces } = writtenFeed(feedOf(title));
  const read = readFeeds([{ name, text: [...pieces()].join('') }]);
  return read.ok ? read.value[0]?.items[0]?.title : undefined;
}

test.each([
  'Kite & line <2 m>, "the best" of ‘all’',
  "  two  spaces, and 'quotes' ",
  '凧 🪁 żółw \u0301',
  ']]> <!-- &amp; &#9; ?>',
  '\u00a0\u2028\u200d\ud7ff\ue000\ufffd',
])('a title is read as it was written: %j', (title) => {
  expect(again(title)).toBe(title);
});

test('letters that no XML may have do not keep a file from being read', () => {
  expect(again('one\uffff two\ufffe')).toBe('one\ufffd two\ufffd');
});
