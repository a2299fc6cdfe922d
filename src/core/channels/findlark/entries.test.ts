import { expect, test } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { offerlessWorldOf, plainOffersWorldOf } from '../../../../tests/telling/books.ts';
import { times } from '../../../../tests/trials.ts';
import { asOf } from '../../book/index.ts';
import { charges } from '../../quote/index.ts';
import { dialectOf, listedAt, settingsOf } from '../index.ts';
import { entriesOf } from './entries.ts';
import { type Feed, feedsIn } from './feed.ts';
import type { Entry } from './format.ts';

const at = Date.parse('2026-11-24T09:10:00Z');

/** What some entries say at a part of the map: that of the part, else that of the narrowest wider one. */
function saidAt({ parts }: Feed, entries: readonly Entry[], speed: string, part: number): Entry | null {
  for (let p = part; p >= 0; p = parts[p]?.wider ?? -1) {
    const own = entries.find(
      (one) =>
        one.speed === speed &&
        one.country === parts[p]?.country &&
        JSON.stringify(one.within) === JSON.stringify(parts[p]?.within),
    );
    if (own) return own;
  }
  return null;
}

test('each item has the fewest entries that say what it is charged alone, at every place that can be named', () => {
  let [asked, spared] = [0, 0];
  for (let seed = 1; seed <= times(30); seed += 1)
    for (const world of [offerlessWorldOf(seed), plainOffersWorldOf(seed)]) {
      const { book: file, goods, ask } = opened({ ...world.book, offers: [], eitherOr: [] }, 'home');
      const book = asOf(file, at);
      const listed = listedAt(book, 'findlark', goods);
      const [feed] = feedsIn(book, listed);
      if (!feed) throw new Error('There is always a feed');
      const { speeds } = settingsOf(world.book, dialectOf('findlark'));
      const intended = new Float64Array(2 * book.services.length);
      for (const delivered of feed.groups) {
        const { of, entered } = entriesOf(feed, delivered);
        for (const item of delivered.group.goods) {
          const entries = of(item);
          expect(entries.length).toBeLessThanOrEqual(64);
          for (const [p, { place }] of feed.parts.entries()) {
            const question = ask({ lines: [{ sku: item.sku, units: 1 }], place: 'IE', moment: at });
            const offered = charges(book, { ...question, place, carrier: null }, intended) === 'services';
            for (const [s, { id }] of book.services.entries()) {
              const speed = speeds[id];
              const lane = delivered.lanes.find((one) => one.part === p && one.service === id);
              // What is not told, or falls under a wider place where the book does not deliver, its note says.
              if (!speed || !lane || lane.lost || entered.get(lane)?.full) continue;
              const delivery = intended[2 * s] ?? -1;
              if (!offered || delivery < 0 || lane.threshold) continue;
              asked += 1;
              const where = `book ${seed} ${item.listing} ${JSON.stringify(place)} ${id}`;
              expect(saidAt(feed, entries, speed, p)?.price, where).toBe((delivery / 100).toFixed(2));
            }
          }
          // Without any one of them something else would be said.
          for (const one of entries) {
            const others = entries.filter((other) => other !== one);
            const p = feed.parts.findIndex(
              (part) => part.country === one.country && JSON.stringify(part.within) === JSON.stringify(one.within),
            );
            const then = saidAt(feed, others, one.speed, p);
            expect([then?.price, then?.days]).not.toEqual([one.price, one.days]);
          }
          const lanes = delivered.lanes.filter(({ lost }) => lost === null).length;
          if (entries.length < lanes) spared += 1;
        }
      }
    }
  expect(asked).toBeGreaterThan(1000);
  expect(spared).toBeGreaterThan(20);
});
