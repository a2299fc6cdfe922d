import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import {
  alike,
  type Change,
  changesTo,
  foldChanges,
  narrowed,
  takenBack,
  touching,
  valueAt,
  withEdit,
} from './index.ts';

const path = (text: string) => text.split('/');
const lane = 'templates/soaps/lanes/home/post';
const table = (breaks: readonly (readonly [string | null, string])[]) => ({
  is: 'table',
  unit: 'kg',
  from: null,
  breaks: breaks.map(([to, amount]) => ({ to, amount })),
});

/** Trees of a few things with names and edges, so that any two of them have much in common. */
const amount = fc.constantFrom('1.00', '2.00', '3.00');
const rate = fc.oneof(
  fc.record({ is: fc.constant('flat'), amount }),
  fc
    .uniqueArray(fc.tuple(fc.constantFrom('0.5', '1', '2', '10', null), amount), {
      selector: ([to]) => to,
      minLength: 1,
    })
    .map((breaks) => table([...breaks].sort(([a], [b]) => Number(a ?? 99) - Number(b ?? 99)))),
);
const thing = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd'),
  name: fc.constantFrom('x', 'y'),
  mass: fc.record({ value: fc.constantFrom('1', '2'), unit: fc.constantFrom('kg', 'lb') }),
  tags: fc.array(fc.constantFrom('t', 'u'), { maxLength: 3 }),
  lanes: fc.dictionary(fc.constantFrom('home', 'north'), fc.record({ rate, freeFrom: fc.option(amount) })),
});
const trees = fc.record({
  seller: fc.constantFrom('A', 'B'),
  things: fc.uniqueArray(thing, { selector: (one) => one.id, maxLength: 4 }),
});
const made = (tree: unknown, changes: readonly Change[]) =>
  changes.reduce<unknown>((now, one) => withEdit(now, { path: one.path, value: one.after }), tree);
/** Things in the order of their names: what is taken back stands last. */
const byName = ({ things, ...rest }: { things: readonly { id: string }[] }) => ({
  ...rest,
  things: [...things].sort((a, b) => (a.id < b.id ? -1 : 1)),
});

describe('changes', () => {
  test('what differs makes one of the other, and taken back the other of the one', () => {
    fc.assert(
      fc.property(trees, trees, (a, b) => {
        const copy = structuredClone(a);
        const changes = changesTo(a, b);
        expect(made(a, changes)).toEqual(b);
        const back = takenBack(changes).reduce<unknown>((now, edit) => withEdit(now, edit), b) as typeof a;
        expect(back).toEqual(a);
        expect(a).toEqual(copy);
        expect(changes.length === 0).toBe(alike(a, b));
      }),
    );
  });
  test('what was taken out of a list is put back where it stood, as far as that is there', () => {
    const list = (keys: string) => [...keys].map((id) => ({ id }));
    const back = (before: string, after: string, now = after) =>
      takenBack(changesTo({ offers: list(before) }, { offers: list(after) }))
        .reduce((tree, edit) => withEdit(tree, edit), { offers: list(now) })
        .offers.map(({ id }) => id)
        .join('');
    expect(back('abcde', 'ae')).toBe('abcde');
    expect(back('abcde', '')).toBe('abcde');
    expect(back('abcde', 'abde', 'xaybdez')).toBe('xaybcdez');
    expect(back('abcde', 'abde', 'ab')).toBe('abc');
  });
  test('none lies within another, and each is as deep as it can be', () => {
    fc.assert(
      fc.property(trees, trees, (a, b) => {
        const changes = changesTo(a, b);
        for (const one of changes) {
          const others = touching(changes.filter((other) => other !== one).map((other) => ({ ...other, of: other })));
          expect(others(one.path)).toBeUndefined();
          expect(narrowed(one).path).toEqual(one.path);
        }
      }),
    );
  });
  test('several revisions folded are what the last one gives, and were what the first one found', () => {
    fc.assert(
      fc.property(fc.array(trees, { minLength: 2, maxLength: 5 }), (states) => {
        const [first, last] = [states[0], states.at(-1)] as [(typeof states)[0], (typeof states)[0]];
        const folded = foldChanges(states.slice(1).flatMap((state, i) => changesTo(states[i], state)));
        expect(byName(made(first, folded) as typeof last)).toEqual(byName(last));
        for (const one of folded) {
          if (!Array.isArray(one.before)) expect(one.before).toEqual(valueAt(first, one.path));
          if (!Array.isArray(one.after)) expect(one.after).toEqual(valueAt(last, one.path));
        }
      }),
    );
  });
  test('two breaks of a table are two places; an edge that moves takes its break along', () => {
    const [a, b] = [
      table([
        ['1', '4.00'],
        ['2', '5.00'],
        [null, '9.00'],
      ]),
      table([
        ['1', '4.50'],
        ['3', '5.00'],
        [null, '9.90'],
      ]),
    ];
    expect(changesTo(a, b, path(`${lane}/rate`))).toEqual([
      { path: path(`${lane}/rate/breaks/1/amount`), before: '4.00', after: '4.50' },
      { path: path(`${lane}/rate/breaks/2`), before: { to: '2', amount: '5.00' } },
      { path: path(`${lane}/rate/breaks/open/amount`), before: '9.00', after: '9.90' },
      { path: path(`${lane}/rate/breaks/3`), after: { to: '3', amount: '5.00' } },
    ]);
  });
  test('a rate of another kind is another whole, and so is a measure', () => {
    expect(changesTo({ is: 'flat', amount: '4.00' }, table([[null, '4.00']]), ['rate'])).toHaveLength(1);
    const [kilos, pounds] = [
      { value: '1', unit: 'kg' },
      { value: '2', unit: 'lb' },
    ];
    expect(changesTo({ mass: kilos }, { mass: pounds })).toEqual([{ path: ['mass'], before: kilos, after: pounds }]);
  });
  test('a list in another order is told as a whole', () => {
    const [a, b] = [{ id: 'a' }, { id: 'b' }];
    expect(changesTo([a, b], [b, a], ['offers'])).toEqual([{ path: ['offers'], before: [a, b], after: [b, a] }]);
    expect(changesTo([a, b], [a, { id: 'c' }, b], ['offers'])).toHaveLength(1);
  });
  test('a value is found by keys and ids, and nothing where there is none', () => {
    expect(valueAt(smallBook(), path('goods/BAR-OAT/mass/unit'))).toBe('lb');
    expect(valueAt(smallBook(), path('zones/home/takes'))).toEqual(['IE']);
    expect(valueAt(smallBook(), path('zones/nowhere/takes'))).toBeUndefined();
    expect(valueAt(smallBook(), ['constructor'])).toBeUndefined();
    const goods = Array.from({ length: 300 }, (_, i) => ({ sku: `S-${i}` }));
    expect(valueAt({ goods }, ['goods', 'S-299'])).toBe(goods[299]);
    expect(valueAt({ goods }, ['goods', 'S-300'])).toBeUndefined();
  });
  test('paths that lead to or through each other touch; of several the last is told', () => {
    const at = touching([
      { path: path('zones/home'), of: 1 },
      { path: path('offers/suds/title'), of: 2 },
      { path: path('offers/suds/zones'), of: 3 },
    ]);
    expect(at(path('zones/home/name'))).toBe(1);
    expect(at(path('zones/home'))).toBe(1);
    expect(at(path('zones'))).toBe(1);
    expect(at(path('offers/suds'))).toBe(3);
    expect(at(path('offers/suds/title'))).toBe(2);
    expect(at(path('offers/suds/terms'))).toBeUndefined();
    expect(at(path('zones/north'))).toBeUndefined();
  });
  test('what came back is no change', () => {
    const at = path('zones/home/name');
    expect(
      foldChanges([
        { path: at, before: 'a', after: 'b' },
        { path: at, before: 'b', after: 'a' },
      ]),
    ).toEqual([]);
  });
});
