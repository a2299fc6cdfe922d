import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import {
  alike,
  countOf,
  type Edit,
  editsOf,
  NothingThere,
  OtherKey,
  type Patch,
  patchAt,
  patched,
  patchWith,
  turned,
  turnsBetween,
} from './index.ts';

const path = (text: string) => text.split('/');
const lane = 'templates/soaps/lanes/home/post';

// biome-ignore lint/suspicious/noExplicitAny: a member of any list
const nameOf = (one: any): string => one.id ?? one.sku ?? one.to ?? 'open';

/** The same by the plainest means: a copy of the whole tree, changed in place, step by step. */
function plainly<T>(tree: T, edits: readonly Edit[]): T | 'nowhere' {
  const copy = structuredClone(tree);
  for (const { path: steps, value } of edits) {
    // biome-ignore lint/suspicious/noExplicitAny: a tree of any shape
    let at: any = copy;
    for (const [i, step] of steps.slice(0, -1).entries()) {
      const isOfLanes = steps[2] === 'lanes' && i === 3;
      if (isOfLanes && at?.[step] === undefined) at[step] = {};
      // biome-ignore lint/suspicious/noExplicitAny: a tree of any shape
      at = Array.isArray(at) ? at.find((one: any) => nameOf(one) === step) : at[step];
      if (typeof at !== 'object' || at === null) return 'nowhere';
    }
    const last = steps.at(-1) as string;
    if (!Array.isArray(at)) {
      if (value === undefined) delete at[last];
      else at[last] = structuredClone(value);
      continue;
    }
    // biome-ignore lint/suspicious/noExplicitAny: a tree of any shape
    const i = at.findIndex((one: any) => nameOf(one) === last);
    if (i >= 0 && value === undefined) at.splice(i, 1);
    else if (i >= 0) at[i] = structuredClone(value);
    else if (value !== undefined) at.push(structuredClone(value));
    // biome-ignore lint/suspicious/noExplicitAny: a tree of any shape
    if (at.every((one: any) => 'to' in one)) at.sort((a: any, b: any) => Number(a.to ?? 1e9) - Number(b.to ?? 1e9));
  }
  return copy;
}

const breaks = 'templates/soaps/lanes/north/post/rate/breaks';
const edge = fc.constantFrom('1', '2', '2.5', '3', '10');
const edits: fc.Arbitrary<Edit> = fc.oneof(
  edge.map((to) => ({ path: path(`${breaks}/${to}/amount`), value: `${to}.50` })),
  edge.map((to) => ({ path: path(`${breaks}/${to}`), value: { to, amount: '4.00' } })),
  edge.map((to): Edit => ({ path: [...path(breaks), to] })),
  fc.record({ path: fc.constant(path(`${lane}/rate/amount`)), value: fc.constantFrom('1.00', '2.00', '7.30') }),
  fc.record({
    path: fc.constant(path(`${lane}/rate`)),
    value: fc.constantFrom({ is: 'free' }, { is: 'flat', amount: '7.30' }, { is: 'flat', amount: '1.00' }),
  }),
  fc.record({ path: fc.constant(path(lane)) }),
  fc.record({ path: fc.constant(path('templates/soaps/lanes/north')) }),
  fc.record({ path: fc.constant(path('templates/soaps/lanes/north/post')), value: fc.constantFrom({ rate: {} }, 'x') }),
  fc.record({ path: fc.constant(path('templates/soaps')) }),
  fc.record({ path: fc.constantFrom(path('goods/BAR-OAT/price'), path('goods/BAR-SEA/price')), value: amounts() }),
  fc.record({ path: fc.constant(path('goods/BAR-SEA')) }),
  fc.record({ path: fc.constant(path('goods/BAR-SEA')), value: fc.constant({ sku: 'BAR-SEA', price: '1.00' }) }),
  fc.record({ path: fc.constant(path('goods/NEW')), value: fc.constant({ sku: 'NEW', price: '1.00' }) }),
  fc.record({ path: fc.constant(path('goods/NEW/price')), value: amounts() }),
  fc.record({ path: fc.constant(path('offers/fresh')), value: fc.constant({ id: 'fresh', title: 'Fresh' }) }),
  fc.record({
    path: fc.constantFrom(path('offers/suds/title'), path('offers/fresh/title')),
    value: fc.constant('New'),
  }),
  fc.record({ path: fc.constant(path('offers/suds')) }),
);
function amounts() {
  return fc.constantFrom('9.99', '1.00');
}
const lists = fc.array(edits, { maxLength: 8 });
/** Goods and offers by name: one that was taken away and put again stands where it stood. */
const byKey = (one: ReturnType<typeof smallBook>) => ({
  ...one,
  goods: [...one.goods].sort((a, b) => (a.sku < b.sku ? -1 : 1)),
  offers: [...one.offers].sort((a, b) => (a.id < b.id ? -1 : 1)),
  templates: [...one.templates].sort((a, b) => (a.id < b.id ? -1 : 1)),
});
function tried(book: ReturnType<typeof smallBook>, list: readonly Edit[], from: Patch | null = null) {
  try {
    return { patch: patchWith(book, from, list) };
  } catch (error) {
    expect(error).toBeInstanceOf(NothingThere);
    return 'nowhere' as const;
  }
}

/** All of whose edits lie within one thing. */
const ofBreaks = fc.array(
  fc.oneof(
    edge.map((to): Edit => ({ path: [...path(breaks), to] })),
    edge.map((to): Edit => ({ path: path(`${breaks}/${to}`), value: { to, amount: '4.00' } })),
    fc.record({ path: fc.constantFrom(path(`${breaks}/1/amount`), path(`${breaks}/open/amount`)), value: amounts() }),
  ),
  { maxLength: 8 },
);

describe('a patch', () => {
  test('is what its edits make, one after another, or leads nowhere as they do', () => {
    let made = 0;
    fc.assert(
      fc.property(fc.oneof(lists, ofBreaks), (list) => {
        const book = smallBook();
        const plain = plainly(book, list);
        const ours = tried(book, list);
        expect(ours === 'nowhere').toBe(plain === 'nowhere');
        if (plain === 'nowhere' || ours === 'nowhere') return;
        const after = patched(book, ours.patch);
        expect(byKey(after)).toEqual(byKey(plain));
        expect(ours.patch === null).toBe(alike(book, after));
        expect(book).toEqual(smallBook());
        made += 1;
      }),
      { numRuns: 400 },
    );
    expect(made).toBeGreaterThan(100);
  });
  test('is the same in one go and edit by edit, and its own edits give it again', () => {
    fc.assert(
      fc.property(lists, lists, (some, more) => {
        const book = smallBook();
        const first = tried(book, some);
        const whole = tried(book, [...some, ...more]);
        if (first === 'nowhere' || whole === 'nowhere') return;
        const own = editsOf(whole.patch);
        expect(editsOf(patchWith(book, first.patch, more))).toEqual(own);
        expect(own).toHaveLength(countOf(whole.patch));
        expect(editsOf(patchWith(book, null, own))).toEqual(own);
      }),
    );
  });
  test('turns lead from any patch to any other, and leave both as they are', () => {
    fc.assert(
      fc.property(lists, lists, (some, others) => {
        const book = smallBook();
        const [from, to] = [tried(book, some), tried(book, others)];
        if (from === 'nowhere' || to === 'nowhere') return;
        const [a, b] = [editsOf(from.patch), editsOf(to.patch)];
        const turns = structuredClone(turnsBetween(from.patch, to.patch));
        const placed = (list: readonly Edit[]) => list.map((one) => JSON.stringify(one)).sort();
        expect(placed(editsOf(turned(from.patch, turns)))).toEqual(placed(b));
        expect([editsOf(from.patch), editsOf(to.patch)]).toEqual([a, b]);
      }),
    );
  });
  test('of very many goods is the same, and tells no more than what is another', () => {
    const goods = Array.from({ length: 400 }, (_, i) => ({ sku: `S-${i}`, price: '1.00' }));
    const sku = fc.nat(450).map((i) => `S-${i}`);
    const some = fc.array(
      fc.oneof(
        fc.record({ path: sku.map((one) => ['goods', one, 'price']), value: fc.constantFrom('1.00', '2.00', '3.00') }),
        sku.map((one) => ({ path: ['goods', one], value: { sku: one, price: '4.00' } })),
        sku.map((one): Edit => ({ path: ['goods', one] })),
      ),
      { minLength: 60, maxLength: 300, size: 'max' },
    );
    fc.assert(
      fc.property(some, some, (list, more) => {
        let [tree, patch]: [{ goods: object[] }, Patch | null] = [{ goods }, null];
        const sorted = (all: readonly object[]) => all.map((one) => JSON.stringify(one)).sort();
        for (const [i, edit] of [...list, ...more].entries()) {
          const next: typeof tree | 'nowhere' = plainly(tree, [edit]);
          if (next === 'nowhere') continue;
          tree = next;
          const before: Patch | null = patch;
          patch = patchWith({ goods }, patch, [edit]);
          expect(turnsBetween(before, patch).length).toBeLessThanOrEqual(1);
          if (i % 20 > 0) continue;
          expect(countOf(patch)).toBe(editsOf(patch).length);
          expect(sorted(patched(goods, patch && patchAt(patch, ['goods']), ['goods']))).toEqual(sorted(tree.goods));
        }
        expect(sorted(patched({ goods }, patchWith({ goods }, null, editsOf(patch))).goods)).toEqual(
          sorted(tree.goods),
        );
      }),
      { numRuns: 30 },
    );
  });
  test('shares what it does not change, and what it made before', () => {
    const book = smallBook();
    const one = patchWith(book, null, [{ path: path('goods/BAR-OAT/price'), value: '8.00' }]);
    const both = patchWith(book, one, [{ path: path(`${lane}/rate/amount`), value: '8.00' }]);
    expect(patched(book, both).goods).toBe(patched(book, one).goods);
    expect(patched(book, one).templates).toBe(book.templates);
    expect(turnsBetween(one, both)).toEqual([{ path: ['templates'], to: patchAt(both, ['templates']) }]);
  });
  test('of another book leaves out what leads nowhere there: nothing half stands', () => {
    const book = smallBook();
    const patch = patchWith(book, null, [
      { path: path(`${lane}/rate/amount`), value: '8.00' },
      { path: path('offers/suds/title'), value: 'New' },
      { path: path('seller'), value: 'B' },
    ]);
    const [template] = book.templates;
    const other = { ...book, offers: [], templates: [{ ...template, lanes: { home: {} } }] };
    expect(patched(other, patch)).toEqual({ ...other, seller: 'B' });
    const edit = { path: path('offers/suds/title'), value: 'New' };
    expect(() => patchWith(other, null, [edit])).toThrow(NothingThere);
    expect(patchWith(other, null, [edit], { passes: true })).toBeNull();
  });
  test('puts nothing under a name that is not its own', () => {
    const book = smallBook();
    for (const edit of [
      { path: path('goods/BAR-OAT/sku'), value: 'BAR-SEA' },
      { path: path('goods/BAR-OAT'), value: { sku: 'BAR-SEA' } },
      { path: path('goods/NEW'), value: { sku: 'OTHER' } },
      { path: path('goods/NEW'), value: 'text' },
    ])
      expect(() => patchWith(book, null, [edit]), JSON.stringify(edit)).toThrow(OtherKey);
  });
  test('takes fields of any name for fields', () => {
    const patch = patchWith({ a: {} }, null, [{ path: ['a', '__proto__'], value: { b: 1 } }]);
    const made = patched({ a: {} }, patch);
    expect(Object.keys(made.a)).toEqual(['__proto__']);
    expect(({} as { b?: number }).b).toBeUndefined();
  });
  test('says what it says at a path, within it or around it', () => {
    const book = smallBook();
    const patch = patchWith(book, null, [{ path: path('offers/suds') }, { path: path('seller'), value: 'B' }]);
    expect(patchAt(patch, path('offers/suds/title'))).toEqual({ is: 'gone' });
    expect(patchAt(patch, ['offers'])).not.toBeNull();
    expect(patchAt(patch, path('zones/home'))).toBeNull();
  });
});
