import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { Beside } from '../../../tests/screen.tsx';
import { type Basis, noSingles } from './engines.ts';
import { shelfOf, type Work, workOf } from './work.ts';

const { goods, ...book } = smallBook();
const basis: Basis = { book, goods, cards: [], singles: noSingles, patch: null, orders: null };

/** How many workers are at work. */
let alive = 0;
beforeEach(() => {
  alive = 0;
  vi.stubGlobal(
    'Worker',
    class extends Beside {
      constructor() {
        super();
        alive += 1;
      }
      override terminate() {
        alive -= 1;
        super.terminate();
      }
    },
  );
});
afterEach(() => {
  vi.unstubAllGlobals();
});

/** How many templates the worker has been told of. */
const counting = (work: Work<number>) =>
  work.begin(basis, async (engine) => Object.keys((await engine.counts())?.templates ?? {}).length, ['counted']);
/** Work that goes on until it is ended. */
const endless = (work: Work<number>) => work.begin(basis, () => new Promise(() => undefined), ['endless']);

test('work tells what it is at, and what it was begun for; its worker is ended with it', async () => {
  const work = workOf<number>();
  const seen: string[] = [];
  const leave = work.watch(() => seen.push(work.state().is));
  expect([work.state(), work.by()]).toEqual([{ is: 'idle', last: null }, null]);
  counting(work);
  expect(alive).toBe(1);
  await vi.waitFor(() => expect(work.state().is).toBe('done'));
  expect([seen, alive, work.by()]).toEqual([['running', 'done'], 0, ['counted']]);
  leave();
  counting(work);
  // It stays in sight, and who has left hears no more.
  expect([work.state().last, seen.length]).toEqual([1, 2]);
  work.forget();
});

test('what goes wrong is told, with the last answer still there', async () => {
  const work = workOf<number>();
  counting(work);
  await vi.waitFor(() => expect(work.state().is).toBe('done'));
  const { last } = work.state();
  work.begin(basis, () => Promise.reject(new Error('no room')), ['other']);
  await vi.waitFor(() => expect(work.state()).toEqual({ is: 'failed', why: 'no room', last }));
  expect(alive).toBe(0);
});

test('stopped, begun again or forgotten, what was under way never answers', async () => {
  const work = workOf<number>();
  let answer = (_: number): void => undefined;
  work.begin(basis, () => new Promise<number>((done) => (answer = done)), ['first']);
  await vi.waitFor(() => expect(answer.length).toBe(1));
  work.stop();
  expect([work.state().is, alive]).toEqual(['stopped', 0]);
  answer(1);
  endless(work);
  answer(2);
  await Promise.resolve();
  expect([work.state().is, work.state().last, alive]).toEqual(['running', null, 1]);
  work.forget();
  expect([work.state(), work.by(), alive]).toEqual([{ is: 'idle', last: null }, null, 0]);
});

test('of shared work what goes on unseen is forgotten once another is begun; what is looked at stays', async () => {
  const shelf = shelfOf();
  const [seen, unseen, answered] = ['seen', 'unseen', 'answered'].map((name) => shelf.work<number>(name)) as [
    Work<number>,
    Work<number>,
    Work<number>,
  ];
  seen.watch(() => undefined);
  endless(seen);
  endless(unseen);
  counting(answered);
  await vi.waitFor(() => expect(answered.state().is).toBe('done'));
  shelf.tidy();
  expect([seen, unseen, answered].map((work) => work.state().is)).toEqual(['running', 'idle', 'done']);
  expect(alive).toBe(1);
  expect(['seen', 'unseen', 'answered'].map((name) => shelf.work(name))).toEqual([seen, expect.anything(), answered]);
  expect(shelf.work('unseen')).not.toBe(unseen);
});

test('of many answers that nobody looks at, those asked for last are kept', () => {
  const shelf = shelfOf();
  const first = shelf.work('0');
  const works = Array.from({ length: 11 }, (_, i) => shelf.work(String(i)));
  expect(works[0]).toBe(first);
  shelf.work('1');
  shelf.tidy();
  const kept = works.filter((work, i) => shelf.work(String(i)) === work).map((work) => works.indexOf(work));
  expect(kept).toEqual([1, 4, 5, 6, 7, 8, 9, 10]);
});
