import { expect, test } from 'vitest';
import { readBookFile } from '../../src/core/book/index.ts';
import { dialectOf, type NotAdopted, settingsOf } from '../../src/core/channels/index.ts';
import { parseAmount, unwrap } from '../../src/core/exact/index.ts';
import { inChannel, quote } from '../../src/core/quote/index.ts';
import { asCheckout } from '../../src/standins/common/standin.ts';
import { harrowmere } from '../../src/standins/harrowmere/index.ts';
import { notAdoptedWords } from '../../src/words/index.ts';
import { checkoutOf } from '../books/checkout.ts';
import { opened } from '../books/opened.ts';
import { seedFrom, times } from '../trials.ts';
import { foreignMarket } from './foreign-market.ts';

const dialect = dialectOf('harrowmere');
const sent = Date.parse('2026-11-20T09:10:00Z');
/** When every review has ended. */
const at = Date.parse('2026-11-24T09:10:00Z');
/** What is lost without a change to what anybody pays, or with a bound that says by how much. */
const forNothing: readonly NotAdopted['is'][] = ['frees its goods alone', 'listing id', 'never', 'no days', 'no names'];
const minor = (amount: string): number => unwrap(parseAmount(amount, 'EUR' as never));

test('a marketplace’s file that no book became is charged as its book means, or what is not is said with its bound', () => {
  const from = seedFrom(79_000);
  const counts = { exact: 0, asked: 0, bounded: 0 };
  const lostSorts = new Set<string>();
  for (let seed = from; seed < from + times(250); seed += 1) {
    const world = foreignMarket(seed);
    const outcome = harrowmere.submit(harrowmere.empty, world.files, sent);
    if ('refused' in outcome) throw new Error(`file ${seed}: ${JSON.stringify(outcome.refused)}`);
    const read = dialect.adopt?.(world.files);
    if (!read?.ok) throw new Error(`file ${seed}: ${JSON.stringify(read)}`);
    const { book: body, goods: items, lost } = read.value;
    for (const { is } of lost) lostSorts.add(is);
    expect(notAdoptedWords(lost).length, `file ${seed}`).toBe(new Set(lost.map(({ is }) => is)).size);
    const file = unwrap(readBookFile({ ...body, goods: items() }));
    if (lost.some(({ is }) => !forNothing.includes(is))) continue;
    const { book, goods, ask } = opened(file);
    const said = dialect.render(book, goods).notes.map(({ fidelity }) => fidelity);
    const isBounded = said.every(({ is }) => is !== 'unsayable');
    const bound = said.reduce((sum, one) => sum + (one.is === 'bounded' ? one.bound : 0), 0);
    if (said.every(({ is }) => is === 'exact')) counts.exact += 1;
    else if (isBounded) counts.bounded += 1;
    const taken = new Set(file.goods.map(({ sku }) => sku));
    const { speeds } = settingsOf(body, dialect);
    for (let i = 0; i < 20; i += 1) {
      const { lines, place, codes } = world.basket();
      if (lines.length === 0 || lines.some(({ id }) => !taken.has(id))) continue;
      const basket = { lines: lines.map(({ id, units }) => ({ sku: id, units })), place, codes };
      const question = inChannel(ask({ ...basket, moment: at }), dialect.id);
      const there = harrowmere.checkout(outcome.state, at, asCheckout)(checkoutOf(question)).choices;
      const { choices, hidden } = quote(book, question);
      const meant = [...choices, ...hidden.map(({ choice }) => choice)];
      for (const { id } of file.services) {
        const own = meant.find((one) => one.service === id);
        const other = there.find((one) => one.speed === speeds[id]);
        const where = `file ${seed}: ${JSON.stringify(basket)}, ${id}`;
        counts.asked += 1;
        if (!isBounded) continue;
        expect(other !== undefined, where).toBe(own !== undefined);
        if (!own || !other) continue;
        const charged = minor(other.charge) - minor(other.discount);
        expect(Math.abs(own.delivery - own.discount - charged), where).toBeLessThanOrEqual(bound);
      }
    }
  }
  expect([...lostSorts].sort()).toEqual([
    'frees its goods alone',
    'mass',
    'never',
    'no days',
    'no names',
    'parcel',
    'places of no zones',
  ]);
  expect(counts.exact).toBeGreaterThan(times(10));
  expect(counts.bounded).toBeGreaterThan(times(20));
  expect(counts.asked).toBeGreaterThan(times(2000));
});
