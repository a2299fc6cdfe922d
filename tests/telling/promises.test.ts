import { describe, expect, test } from 'vitest';
import { asOf } from '../../src/core/book/index.ts';
import { type Dialect, dialectOf, settingsOf } from '../../src/core/channels/index.ts';
import { charges, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import type { World } from '../reading/books.ts';
import { seedFrom, times } from '../trials.ts';
import { marketOffersWorldOf, offerlessWorldOf, plainOffersWorldOf, quotedWorldOf, tellableWorldOf } from './books.ts';
import { withCarrier } from './carried.ts';
import { feedWorldOf } from './feed-world.ts';
import { withSingles } from './singles.ts';
import { isSoldAt, touching } from './touching.ts';

const at = Date.parse('2026-11-24T09:10:00Z');

/** How often something was asked, how often nothing could be promised, and how often the two sides differ. */
interface Tally {
  asked: number;
  unsayable: number;
  differ: number;
}

/** Holds what is promised of a book at a channel against some of its baskets. */
function hold(dialect: Dialect, world: World, seed: number, baskets: number, tally: Tally): void {
  const { book: file, goods, ask } = opened(world.book, 'home');
  const book = asOf(file, at);
  const { rules, notes } = dialect.render(book, goods);
  const { speeds } = settingsOf(world.book, dialect);
  const intended = new Float64Array(2 * book.services.length);
  for (let i = 0; i < baskets; i += 1) {
    const { lines, place, codes } = world.basket();
    const asked = ask({ lines, place, codes: codes ?? [], moment: at });
    const known = withCarrier(withSingles(asked));
    const question = { ...known, shopper: { ...known.shopper, channel: dialect.id } };
    if (!question.lines.every(({ item }) => isSoldAt(dialect.id, item))) continue;
    const offered = charges(book, question, intended) === 'services';
    const told = rules.charges(soldIn(question), at);
    for (const [s, { id }] of book.services.entries()) {
      const word = speeds[id];
      if (!word) continue;
      tally.asked += 1;
      const notExact = touching(book, notes, question, id);
      if (notExact.some(({ fidelity }) => fidelity.is === 'unsayable')) {
        tally.unsayable += 1;
        continue;
      }
      const [delivery, discount] = [intended[2 * s] ?? -1, intended[2 * s + 1] ?? 0];
      const meant = offered && delivery >= 0 ? delivery - discount : null;
      const choice = told.find(({ speed }) => speed === word);
      const there = choice ? choice.charge - choice.discount : null;
      const where = `book ${seed}: ${JSON.stringify({ lines, place, codes, service: id, meant, there })}`;
      const bound = notExact.reduce((sum, { fidelity }) => sum + (fidelity.is === 'bounded' ? fidelity.bound : 0), 0);
      if (meant !== there) tally.differ += 1;
      expect(there === null, where).toBe(meant === null);
      expect(Math.abs((there ?? 0) - (meant ?? 0)), where).toBeLessThanOrEqual(bound);
    }
  }
}

describe.each([
  ['lerrin-shop', tellableWorldOf, 0.96, 0.3],
  ['findlark', plainOffersWorldOf, 0.99, 0.9],
  ['harrowmere', marketOffersWorldOf, 0.8, 0.2],
] as const)(
  'what is said to be exact at %s differs nowhere, and what is bounded by no more',
  (id, tellable, ofAll, most) => {
    test.each([
      ['rates of every kind, without offers', offerlessWorldOf, 120, ofAll],
      ['plain rates, goods of their own and offers that can be told', tellable, 160, most],
    ] as const)(
      '%s',
      (_, worldFor, books, unsayable) => {
        const tally = { asked: 0, unsayable: 0, differ: 0 };
        const from = seedFrom(5000);
        for (let seed = from; seed < from + times(books); seed += 1)
          hold(dialectOf(id), worldFor(seed), seed, 24, tally);
        // A trial in which nothing can be promised, or nothing ever differs, holds nothing.
        expect(tally.unsayable / tally.asked).toBeLessThan(unsayable);
        expect(tally.differ / tally.asked).toBeGreaterThan(0.001);
      },
      times(240_000),
    );
  },
);

test(
  'what is said of what the carrier is asked for at the checkout differs nowhere by more',
  () => {
    const tally = { asked: 0, unsayable: 0, differ: 0 };
    const from = seedFrom(13_000);
    for (let seed = from; seed < from + times(160); seed += 1)
      hold(dialectOf('lerrin-shop'), quotedWorldOf(seed), seed, 24, tally);
    expect(tally.unsayable / tally.asked).toBeLessThan(0.7);
    expect(tally.differ / tally.asked).toBeGreaterThan(0.001);
  },
  times(240_000),
);

test(
  'what is said of feeds with offers of every kind differs nowhere by more',
  () => {
    const tally = { asked: 0, unsayable: 0, differ: 0 };
    const from = seedFrom(9000);
    for (let seed = from; seed < from + times(250); seed += 1)
      hold(dialectOf('findlark'), feedWorldOf(seed), seed, 24, tally);
    expect(tally.unsayable / tally.asked).toBeLessThan(0.5);
    expect(tally.differ / tally.asked).toBeGreaterThan(0.001);
  },
  times(240_000),
);
