import { expect, test } from 'vitest';
import { opened } from '../../../tests/books/opened.ts';
import { smallBook } from '../../../tests/books/small.ts';
import { blank, feedOf, promote } from './findlark/feed.ts';
import { limits as feedLimits } from './findlark/limits.ts';
import { limits as planLimits } from './harrowmere/format.ts';
import { ownKey } from './harrowmere/map.ts';
import { keyIn, planOf } from './harrowmere/plan.ts';

/** Ids and keys that a channel shortens are still told apart, however many begin alike. */
const { book, goods } = opened(smallBook());
const long = 'free-a-very-long-name-of-a-zone-by-the-slow-post';

test('promotions of Findlark have ids of their own, within its letters', () => {
  const feed = feedOf(book, []);
  const ids = Array.from({ length: 120 }, () => promote(feed, { ...blank, id: long }));
  expect(new Set(ids).size).toBe(120);
  expect(ids.every((id) => id.length <= feedLimits.id && id.startsWith(long.slice(0, feedLimits.id - 4)))).toBe(true);
  expect(feed.promotions.map((one) => one.id)).toEqual(ids);
});

test('offers of Harrowmere, of delivery and of goods, share one set of keys', () => {
  const plan = planOf(book, goods);
  const offer = { title: '', terms: '', listings: [], code: '', from: '', until: '' };
  for (let i = 0; i < 40; i += 1) {
    plan.delivery.push({ ...offer, key: keyIn(plan, long), speeds: [], places: [], leastSpend: '' });
    plan.goods.push({ ...offer, key: keyIn(plan, long), percent: '10' });
  }
  const keys = [...plan.delivery, ...plan.goods].map((one) => one.key);
  expect(new Set(keys).size).toBe(80);
  expect(keys.every((key) => key.length <= planLimits.key && key === key.toUpperCase())).toBe(true);
});

test('a key that nobody has stays as it is, in capitals', () => {
  expect(ownKey('gale-week', () => false)).toBe('GALE-WEEK');
  expect(ownKey('gale-week', (key) => key === 'GALE-WEEK')).toBe('GALE-WEEK-2');
});
