import { expect, test } from 'vitest';
import { type ChannelId, readBookFile } from '../../src/core/book/index.ts';
import { dialectOf, type NotAdopted, settingsOf } from '../../src/core/channels/index.ts';
import { parseAmount, unwrap } from '../../src/core/exact/index.ts';
import { inChannel, quote } from '../../src/core/quote/index.ts';
import { asCheckout, type StandIn } from '../../src/standins/common/standin.ts';
import { findlark } from '../../src/standins/findlark/index.ts';
import { harrowmere } from '../../src/standins/harrowmere/index.ts';
import { notAdoptedWords } from '../../src/words/index.ts';
import { checkoutOf } from '../books/checkout.ts';
import { opened } from '../books/opened.ts';
import { seedFrom, times } from '../trials.ts';
import { foreignFeed } from './foreign-feed.ts';
import { foreignMarket } from './foreign-market.ts';

const sent = Date.parse('2026-11-20T09:10:00Z');
/** When every review has ended. */
const at = Date.parse('2026-11-24T09:10:00Z');
const minor = (amount: string): number => unwrap(parseAmount(amount, 'EUR' as never));

interface Stranger<S> {
  readonly channel: ChannelId;
  readonly standIn: StandIn<S>;
  readonly worldOf: (seed: number) => ReturnType<typeof foreignMarket> | ReturnType<typeof foreignFeed>;
  /** What is lost without a change to what anybody pays, or with a bound that says by how much. */
  readonly forNothing: readonly NotAdopted['is'][];
}

/** Reads strangers' files into books, and asks both what random baskets pay; gives how many, and what was lost. */
async function bothWays<S>({ channel, standIn, worldOf, forNothing }: Stranger<S>) {
  const dialect = dialectOf(channel);
  const from = seedFrom(79_000);
  const counts = { exact: 0, asked: 0, bounded: 0 };
  const lostSorts = new Set<string>();
  for (let seed = from; seed < from + times(250); seed += 1) {
    const world = worldOf(seed);
    const outcome = standIn.submit(standIn.empty, world.files, sent);
    if ('refused' in outcome) throw new Error(`file ${seed}: ${JSON.stringify(outcome.refused)}`);
    const state = await standIn.settle(outcome.state, at);
    const read = dialect.adopt?.(standIn.live(state, at).files);
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
      const there = standIn.checkout(state, at, asCheckout)(checkoutOf(question)).choices;
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
  return { ...counts, lost: [...lostSorts].sort() };
}

test('a marketplace’s file that no book became is charged as its book means, or what is not is said with its bound', async () => {
  const { exact, bounded, asked, lost } = await bothWays({
    channel: 'harrowmere',
    standIn: harrowmere,
    worldOf: foreignMarket,
    forNothing: ['fine parcels', 'frees its goods alone', 'listing id', 'never', 'no days', 'no names'],
  });
  expect(lost).toEqual([
    'fine parcels',
    'frees its goods alone',
    'mass',
    'never',
    'no days',
    'no names',
    'parcel',
    'places of no zones',
  ]);
  expect(exact).toBeGreaterThan(times(10));
  expect(bounded).toBeGreaterThan(times(20));
  expect(asked).toBeGreaterThan(times(2000));
});

test('so is a feed', async () => {
  const { exact, bounded, asked, lost } = await bothWays({
    channel: 'findlark',
    standIn: findlark(() => ''),
    // Several feeds of strangers say other things of the same; here and there that is told.
    worldOf: (seed) => {
      const { files, basket } = foreignFeed(seed);
      return { files: seed % 8 === 0 ? files : files.slice(-1), basket };
    },
    forNothing: ['days', 'listing id', 'never', 'no days', 'number', 'shown'],
  });
  expect(lost).toEqual(['amount of some goods', 'days', 'never', 'no days', 'number', 'other in a feed', 'shown']);
  expect(exact).toBeGreaterThan(times(5));
  expect(bounded).toBeGreaterThan(times(20));
  expect(asked).toBeGreaterThan(times(2000));
});
