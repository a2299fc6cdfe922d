import { afterAll, beforeAll, expect, test } from 'vitest';
import { readBookFile } from '../../src/core/book/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { nasty } from '../books/damage.ts';
import { smallBook } from '../books/small.ts';
import { worldOf } from '../reading/books.ts';
import { seedFrom, times } from '../trials.ts';
import { type World, world } from './world.ts';

/** What is saved is a sound book: it can be taken away as a file, and the file is taken back. */
let at: World;
beforeAll(async () => {
  at = await world();
});
afterAll(() => at.end());

type Tree = Record<string, unknown>;
const keyOf = (one: unknown): string | undefined => {
  const { id, sku } = (one ?? {}) as { id?: string; sku?: string };
  return id ?? sku;
};

/** Every place of a book that an edit can name. */
function pathsIn(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return path.length > 0 ? [path] : [];
  const inside = Array.isArray(value)
    ? value.flatMap((one) => {
        const key = keyOf(one);
        return key === undefined ? [] : pathsIn(one, [...path, key]);
      })
    : Object.entries(value).flatMap(([key, one]) => pathsIn(one, [...path, key]));
  return path.length > 0 ? [path, ...inside] : inside;
}

test('whatever is edited or taken away, what is saved can be read back', { timeout: 120_000 }, async () => {
  const random = seeded(seedFrom(11));
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  let taken = 0;
  let saved = 0;
  for (let seed = 1; seed <= times(12); seed += 1) {
    const { book } = worldOf(seedFrom(11) * 100 + seed);
    const begun = await at.take(book);
    if (begun.status !== 201) continue;
    taken += 1;
    let base = begun.body.revision as number;
    for (let i = 0; i < 25; i += 1) {
      const file = (await at.call('GET', '/api/book/file')).body as Tree;
      const paths = pathsIn(file);
      const path = pick(paths);
      const other = pick(paths);
      const value = pick([
        undefined,
        undefined,
        pick(nasty),
        other.reduce<unknown>(
          (now, step) => (Array.isArray(now) ? now.find((one) => keyOf(one) === step) : (now as Tree)[step]),
          file,
        ),
      ]);
      const edits = [value === undefined ? { path } : { path, value }];
      const answer = await at.call('POST', '/api/revisions', { base, who: 'Ada', note: '', edits });
      expect(answer.status, JSON.stringify([edits, answer.body])).toBeLessThan(500);
      if (answer.status !== 201) continue;
      saved += 1;
      base = answer.body.revision;
      const after = (await at.call('GET', '/api/book/file')).body;
      const read = readBookFile(after);
      const problems = read.ok ? [] : read.problems;
      expect(problems, `seed ${seed}: ${JSON.stringify(edits)}`).toEqual([]);
      if (!read.ok) break;
    }
  }
  expect(taken).toBeGreaterThan(5);
  expect(saved).toBeGreaterThan(50);
});

test.each([
  ['an item that a variant takes from', 'BAR-OAT'],
  ['an item that a gift gives', 'SET-GIFT'],
  ['an item of a pinned basket', 'BAR-SEA'],
])('%s cannot be taken away before what names it', async (_, sku) => {
  const book = smallBook();
  const [bar] = book.goods;
  const [basket] = book.pinned;
  const [offer] = book.offers;
  if (!bar || !basket || !offer) throw new Error('The small book is smaller than it was');
  const begun = await at.take({
    ...book,
    goods: [...book.goods, { ...bar, sku: 'BAR-OAT-2', price: null, parent: 'BAR-OAT' }],
    pinned: [{ ...basket, lines: [{ ...basket.lines[0], sku: 'BAR-SEA', units: 1 } as (typeof basket.lines)[number]] }],
    offers: [{ ...offer, benefit: { is: 'gift', sku: 'SET-GIFT', units: 1 } }],
  });
  expect(begun.body).toMatchObject({ revision: expect.any(Number) });
  const { revision: base } = begun.body;
  const gone = await at.call('POST', '/api/revisions', {
    base,
    who: 'Ada',
    note: '',
    edits: [{ path: ['goods', sku] }],
  });
  expect([gone.status, gone.body.problems?.length > 0]).toEqual([422, true]);
});
