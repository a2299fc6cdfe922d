import { describe, expect, test } from 'vitest';
import { asOf } from '../../src/core/book/index.ts';
import { dialectOf } from '../../src/core/channels/index.ts';
import { charges, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import type { World } from '../reading/books.ts';
import { times } from '../trials.ts';
import { twoOffersWorldOf } from './books.ts';

const at = Date.parse('2026-11-24T09:10:00Z');
const shop = dialectOf('lerrin-shop');

/** How many of some baskets the shop charges otherwise than the book. */
function differing({ book: file, basket }: World, baskets: number) {
  const { book: compiled, goods, ask } = opened(file, 'home');
  const book = asOf(compiled, at);
  const { rules, notes } = shop.render(book, goods);
  const intended = new Float64Array(2 * book.services.length);
  const slow = book.services.findIndex(({ id }) => id === 'slow');
  let [asked, differ] = [0, 0];
  for (let i = 0; i < baskets; i += 1) {
    const { lines, place } = basket();
    const question = ask({ lines, place, codes: [], moment: at });
    const offered = charges(book, question, intended) === 'services' && (intended[2 * slow] ?? -1) >= 0;
    const there = rules.charges(soldIn(question), at).find(({ speed }) => speed === 'slow');
    if (!offered || !there) continue;
    asked += 1;
    if ((intended[2 * slow] ?? 0) - (intended[2 * slow + 1] ?? 0) !== there.charge - there.discount) differ += 1;
  }
  const told = notes.flatMap(({ clause, fidelity }) => (clause.about === 'offer' ? [fidelity.is] : []));
  return { told, asked, differ };
}

describe('offers of which either one acts on a line, at a shop that knows orders alone', () => {
  test.each([
    ['share no item', 'line', 'parcels', 'tubes'],
    ['are one within the other', 'line', 'tubes', null],
    ['are on the same goods', 'line', 'parcels', 'parcels'],
    ['are of the order', 'order', 'parcels', 'tubes'],
    ['share some goods, but are of the order', 'order', 'parcels', 'dear'],
  ] as const)('that %s are told exactly', (_, of, one, other) => {
    const { told, asked, differ } = differing(twoOffersWorldOf(of, one, other), times(2000));
    expect(told).toEqual(['exact', 'exact']);
    expect(asked).toBeGreaterThan(times(400));
    expect(differ).toBe(0);
  });

  test('that share some goods and not others are said to differ, and do', () => {
    const { told, differ } = differing(twoOffersWorldOf('line', 'parcels', 'dear'), times(2000));
    expect(told).toEqual(['unsayable', 'unsayable']);
    expect(differ).toBeGreaterThan(0);
  });
});
