import { expect, test } from 'vitest';
import type { ChannelId } from '../../src/core/book/index.ts';
import { type ChannelFile, dialectOf } from '../../src/core/channels/index.ts';
import { amountText, type Currency, massOfGrams, parseAmount, unwrap } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { type AskedAs, asCheckout, type StandIn } from '../../src/standins/common/standin.ts';
import { findlark } from '../../src/standins/findlark/index.ts';
import { harrowmere } from '../../src/standins/harrowmere/index.ts';
import { seedFrom, times } from '../trials.ts';
import { foreignFeed } from './foreign-feed.ts';
import { foreignMarket } from './foreign-market.ts';

const euro = 'EUR' as Currency;
const sent = Date.parse('2026-11-20T09:10:00Z');
/** When every review has ended. */
const at = Date.parse('2026-11-24T09:10:00Z');

/** Files and baskets as a stranger writes them who has a channel's page alone. */
interface ForeignWorld {
  readonly files: readonly ChannelFile[];
  basket(): {
    readonly lines: readonly {
      readonly id: string;
      readonly price: string;
      readonly grams: string | null;
      readonly units: number;
    }[];
    readonly place: string;
    readonly codes: string[];
  };
}

/** Asks a channel's checkout and the core about such files, and gives how many choices there were. */
async function bothReadings<S>(
  channel: ChannelId,
  standIn: StandIn<S>,
  worldOf: (seed: number) => ForeignWorld,
  as: AskedAs = asCheckout,
) {
  const from = seedFrom(75_000);
  const counts = { choices: 0, free: 0, discounts: 0 };
  for (let seed = from; seed < from + times(250); seed += 1) {
    const world = worldOf(seed);
    const outcome = standIn.submit(standIn.empty, world.files, sent);
    if ('refused' in outcome) throw new Error(`file ${seed}: ${JSON.stringify(outcome.refused)}`);
    const state = await standIn.settle(outcome.state, at);
    const rules = unwrap(dialectOf(channel, as.currency as Currency).read(standIn.live(state, at).files));
    for (let i = 0; i < 20; i += 1) {
      const basket = world.basket();
      if (basket.lines.length === 0) continue;
      const place = unwrap(parsePlace(basket.place));
      const { codes } = basket;
      const sold = basket.lines.map(({ id, price, grams, units }) => ({
        listing: id,
        units,
        price: unwrap(parseAmount(price, euro)),
        mass: grams === null ? null : massOfGrams(grams),
      }));
      const lines = basket.lines.map(({ id, ...line }) => ({ listing: id, ...line }));
      const there = standIn.checkout(state, at, as)({ lines, place, codes }).choices;
      counts.choices += there.length;
      counts.free += there.filter(({ charge }) => charge === '0.00').length;
      counts.discounts += there.filter(({ discount }) => discount !== '0.00').length;
      expect(
        rules.charges({ lines: sold, place, codes }, at).map(({ speed, charge, discount }) => ({
          speed,
          charge: amountText(charge, euro),
          discount: amountText(discount, euro),
        })),
        `file ${seed}: ${JSON.stringify(basket)}`,
      ).toEqual(there.map(({ speed, charge, discount }) => ({ speed, charge, discount })));
    }
  }
  return counts;
}

test('a marketplace’s file that no book became is charged as the core believes', async () => {
  const { choices, free, discounts } = await bothReadings('harrowmere', harrowmere, foreignMarket);
  expect(choices).toBeGreaterThan(times(2000));
  expect(free).toBeGreaterThan(times(100));
  expect(discounts).toBeGreaterThan(times(100));
});

test('so is the file of its site in pounds', async () => {
  const inPounds = (seed: number): ForeignWorld => {
    const world = foreignMarket(seed);
    const files = world.files.map(({ name, text }) =>
      name === 'plans.tsv' ? { name: 'plans-gbp.tsv', text: text.replace('SITE\tEUR', 'SITE\tGBP') } : { name, text },
    );
    return { files, basket: world.basket };
  };
  const as = { ...asCheckout, currency: 'GBP' as const };
  const { choices, discounts } = await bothReadings('harrowmere', harrowmere, inPounds, as);
  expect(choices).toBeGreaterThan(times(2000));
  expect(discounts).toBeGreaterThan(times(100));
});

test('a feed that no book became is charged as the core believes', async () => {
  const { choices, free, discounts } = await bothReadings(
    'findlark',
    findlark(() => ''),
    foreignFeed,
  );
  expect(choices).toBeGreaterThan(times(2000));
  expect(free).toBeGreaterThan(times(100));
  expect(discounts).toBeGreaterThan(times(100));
});
