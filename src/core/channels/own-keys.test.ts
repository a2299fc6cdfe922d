import { expect, test } from 'vitest';
import { opened } from '../../../tests/books/opened.ts';
import { smallBook } from '../../../tests/books/small.ts';
import { feedsIn, promote } from './findlark/feed.ts';
import { limits as feedLimits } from './findlark/limits.ts';
import { dialectOf, filesOf } from './index.ts';

/** Ids and keys that a channel shortens are still told apart, however many begin alike. */
const { book } = opened(smallBook());
const long = 'free-a-very-long-name-of-a-zone-by-the-slow-post';

test('promotions of Findlark have ids of their own, within its letters', () => {
  const [feed] = feedsIn(book, []);
  if (!feed) throw new Error('There is always a feed');
  const free = {
    id: long,
    title: 'Free',
    does: { kind: 'delivery', speeds: ['standard'] },
    of: { is: 'all' },
    leastValue: null,
    leastUnits: null,
    code: null,
    countries: ['IE'],
    from: null,
    until: null,
    shown: ['basket'],
  } as const;
  const ids = Array.from({ length: 120 }, () => promote(feed, free).id);
  expect(new Set(ids).size).toBe(120);
  expect(ids.every((id) => id.length <= feedLimits.id && id.startsWith(long.slice(0, feedLimits.id - 4)))).toBe(true);
  expect(feed.promotions.map((one) => one.id)).toEqual(ids);
});

test('offers of Harrowmere, of delivery and of goods, share one set of keys in its letters', () => {
  const { book, goods } = opened(
    smallBook({
      offers: Array.from({ length: 120 }, (_, i) => ({
        id: `${long.slice(0, 30)}-${i}`,
        number: i + 1,
        title: 'Offer',
        benefit:
          i % 2 === 0
            ? { is: 'off order' as const, off: { by: 'percent' as const, percent: '5' } }
            : {
                is: 'delivery' as const,
                on: { is: 'services' as const, services: ['post'] },
                off: { by: 'free' as const },
              },
        code: { is: 'shared' as const, code: `CODE${i}` },
        asks: [],
        zones: null,
        window: { from: null, until: null, zone: 'Europe/Dublin' },
        terms: '',
        note: '',
      })),
      numbered: 120,
      pinned: [],
    }),
  );
  const text = filesOf(dialectOf('harrowmere').render(book, goods).rules)[0]?.text ?? '';
  const keys = [...text.matchAll(/^(?:DELIVERY|GOODS)\t([^\t]*)/gm)].map(([, key]) => key ?? '');
  expect(keys.length).toBeGreaterThanOrEqual(120);
  expect(new Set(keys).size).toBe(keys.length);
  expect(keys.every((key) => /^[A-Z0-9-]{1,20}$/.test(key))).toBe(true);
});
