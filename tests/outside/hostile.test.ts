import { expect, test } from 'vitest';
import { demoBook } from '../../demo/book.ts';
import {
  type BookFile,
  bookFindings,
  compileBook,
  readBasket,
  readBookFile,
  readyGoods,
} from '../../src/core/book/index.ts';
import { dialects, filesOf } from '../../src/core/channels/index.ts';
import { type Problem, unwrap } from '../../src/core/exact/index.ts';
import { brokenPromises, decidingOf, seeded } from '../../src/core/plan/index.ts';
import { explain, questionOf, quote } from '../../src/core/quote/index.ts';
import { proposedTerms, saidProblem } from '../../src/words/index.ts';
import { damaged } from '../books/damage.ts';
import { worldOf } from '../reading/books.ts';
import { seedFrom, times } from '../trials.ts';

/**
 * Whatever a book or a basket holds, it is read or refused in sentences of ours, with the place of it; what is read is
 * answered. Sound books and baskets are damaged at random, knowing nothing of their shape. Seeded.
 */
const runs = { from: seedFrom(1), books: times(50) };
const now = Date.parse('2026-11-24T09:10:00Z');

/** Wording of libraries, and of values that are none. */
const foreign =
  /unrecognized|invalid|too (small|big)|expected|received|undefined|NaN|\[object|cannot read|is not a function|zod/i;
function refusedInWords(problems: readonly Problem[], where: string): void {
  expect(problems.length, where).toBeGreaterThan(0);
  for (const one of problems.map(saidProblem)) {
    expect(one.at.length, `${where} ${JSON.stringify(one)}`).toBeGreaterThan(0);
    expect(one.wrong.trim() !== '' && one.right.trim() !== '', `${where} ${JSON.stringify(one)}`).toBe(true);
    expect(
      `${one.wrong} ${one.right}`.replace(/“[^”]*”/gs, ''),
      `${where} ${JSON.stringify(one).slice(0, 300)}`,
    ).not.toMatch(foreign);
  }
}

/** Everything the command line and the screens ask of a book that was read. */
function usedEverywhere(file: BookFile, baskets: readonly unknown[], where: string): void {
  const { goods: items, ...body } = file;
  for (const market of body.markets) {
    const book = unwrap(compileBook(body, market.id));
    bookFindings(book);
    const { goods } = readyGoods(book, items);
    const bySku = new Map(goods.map((item) => [item.sku, item]));
    for (const asked of baskets) {
      const basket = readBasket(asked);
      if (!basket.ok) {
        refusedInWords(basket.problems, where);
        continue;
      }
      const question = questionOf(book, basket.value, { ready: (sku) => bySku.get(sku), now });
      if (!question.ok) {
        refusedInWords(question.problems, where);
        continue;
      }
      const answer = quote(book, question.value);
      for (const choice of answer.choices) {
        expect(
          Number.isSafeInteger(choice.pays) && choice.pays >= 0 && choice.delivery >= 0,
          `${where} ${JSON.stringify(choice)}`,
        ).toBe(true);
        explain(book, question.value, choice.service);
      }
    }
    const first = book.offers[0];
    for (const dialect of dialects) filesOf(dialect.render(book, goods).rules);
    if (first && market === body.markets[0]) decidingOf(book, goods.slice(0, 12), first, now);
  }
  for (const offer of body.offers) {
    brokenPromises(body, offer);
    proposedTerms(body, offer);
  }
}

test('damaged books are refused in words, or read and answered', () => {
  const counts = { read: 0, refused: 0 };
  for (let seed = runs.from; seed < runs.from + runs.books; seed += 1) {
    const random = seeded(seed * 31 + 7);
    const world = worldOf(seed % 400);
    const demo = demoBook();
    const sound = seed % 5 === 0 ? { ...demo, goods: demo.goods.filter((_, i) => i % 40 === seed % 40) } : world.book;
    const document = damaged(sound, random);
    const baskets = [world.basket(), damaged(world.basket(), random), damaged(world.basket(), random)];
    const where = `book ${seed}`;
    try {
      const read = readBookFile(document);
      if (!read.ok) refusedInWords(read.problems, where);
      usedEverywhere(read.ok ? read.value : world.book, baskets, where);
      counts[read.ok ? 'read' : 'refused'] += 1;
    } catch (error) {
      throw new Error(`${where}: ${(error as Error).stack}`);
    }
  }
  expect(Math.min(counts.read, counts.refused)).toBeGreaterThan(runs.books / 10);
  console.log(`${counts.refused} damaged books refused in words, ${counts.read} read and answered`);
}, 600_000);
