import { expect, test } from 'vitest';
import { readBookFile } from '../../src/core/book/index.ts';
import { dialectOf, type NotAdopted } from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { inChannel, quote } from '../../src/core/quote/index.ts';
import { lerrinShop } from '../../src/standins/lerrin-shop/index.ts';
import { notAdoptedWords } from '../../src/words/index.ts';
import { checkoutOf } from '../books/checkout.ts';
import { opened } from '../books/opened.ts';
import { seedFrom, times } from '../trials.ts';
import { foreignShop } from './foreign-shop.ts';

const dialect = dialectOf('lerrin-shop');
const at = Date.parse('2026-11-24T09:10:00Z');
/** What is lost without a change to what anybody pays, or with goods that are not asked for here. */
const forNothing: readonly NotAdopted['is'][] = [
  'days',
  'listing id',
  'long terms',
  'name',
  'never',
  'no mass',
  'no names',
  'no places',
  'uses',
];
const cents = (amount: string | undefined): number => Math.round(Number(amount ?? 0) * 100);

test('a file that no book became is charged as its book means, or what is not is said with its bound', () => {
  const from = seedFrom(71_000);
  const counts = { books: 0, exact: 0, asked: 0, differ: 0 };
  const lostSorts = new Set<string>();
  for (let seed = from; seed < from + times(250); seed += 1) {
    const world = foreignShop(seed);
    const files = [{ name: 'shop.json', text: JSON.stringify(world.shop) }];
    const outcome = lerrinShop.submit(lerrinShop.empty, files, at);
    // Now and then a listing falls in no set, or two have one id.
    if ('refused' in outcome) continue;
    const adopted = dialect.adopt?.(files);
    if (!adopted?.ok) throw new Error(`shop ${seed}: ${JSON.stringify(adopted)}`);
    const { book: body, goods, lost } = adopted.value;
    const file = unwrap(readBookFile({ ...body, goods: goods() }));
    for (const { is } of lost) lostSorts.add(is);
    expect(notAdoptedWords(lost).length, `shop ${seed}`).toBe(new Set(lost.map(({ is }) => is)).size);
    if (lost.some(({ is }) => !forNothing.includes(is))) continue;
    const { book, goods: ready, ask } = opened(file);
    const said = dialect.render(book, ready).notes.map(({ fidelity }) => fidelity);
    const isBounded = said.every(({ is }) => is !== 'unsayable');
    const bound = said.reduce((sum, one) => sum + (one.is === 'bounded' ? one.bound : 0), 0);
    counts.books += 1;
    if (said.every(({ is }) => is === 'exact')) counts.exact += 1;
    const taken = new Set(file.goods.map(({ sku }) => sku));
    for (let i = 0; i < 20; i += 1) {
      const { lines, place, codes } = world.basket();
      if (lines.length === 0 || lines.some(({ sku }) => !taken.has(sku))) continue;
      const question = inChannel(ask({ lines, place, codes, moment: at }), dialect.id);
      const there = lerrinShop.checkout(outcome.state, at)(checkoutOf(question)).choices;
      const { choices, hidden } = quote(book, question);
      const meant = [...choices, ...hidden.map(({ choice }) => choice)];
      for (const { id } of file.services) {
        const own = meant.find((one) => one.service === id);
        const speed = body.channels['lerrin-shop']?.speeds[id];
        const other = there.find((one) => one.speed === speed);
        const where = `shop ${seed}, ${id}: ${JSON.stringify({ lines, place, codes })}`;
        counts.asked += 1;
        if (isBounded) expect(other !== undefined, where).toBe(own !== undefined);
        if (!own || !other) continue;
        const off = Math.abs(own.delivery - own.discount - (cents(other.charge) - cents(other.discount)));
        if (off > 0) counts.differ += 1;
        if (isBounded) expect(off, where).toBeLessThanOrEqual(bound);
      }
    }
  }
  // Every sort of loss turns up, and what is lost is not the rule.
  expect([...lostSorts].sort()).toEqual([
    'days',
    'gap in steps',
    'listing id',
    'long terms',
    'mass',
    'name',
    'never',
    'no mass',
    'no names',
    'no places',
    'own rates added',
    'pays in part',
    'places of no zones',
    'rates by zone',
    'steps and each',
    'threshold after goods offers',
    'uses',
  ]);
  expect(counts.exact).toBeGreaterThan(times(40));
  expect(counts.asked).toBeGreaterThan(times(2000));
});
