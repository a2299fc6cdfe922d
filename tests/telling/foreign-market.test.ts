import { expect, test } from 'vitest';
import { dialectOf } from '../../src/core/channels/index.ts';
import { amountText, type Currency, massOfGrams, parseAmount, unwrap } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { harrowmere } from '../../src/standins/harrowmere/index.ts';
import { seedFrom, times } from '../trials.ts';
import { foreignMarket } from './foreign-market.ts';

const euro = 'EUR' as Currency;
const sent = Date.parse('2026-11-20T09:10:00Z');
/** When every review has ended. */
const at = Date.parse('2026-11-24T09:10:00Z');

test('a file that no book became is charged as the core believes', () => {
  const from = seedFrom(75_000);
  const counts = { choices: 0, free: 0, discounts: 0 };
  for (let seed = from; seed < from + times(250); seed += 1) {
    const world = foreignMarket(seed);
    const outcome = harrowmere.submit(harrowmere.empty, [{ name: 'plans.tsv', text: world.text }], sent);
    if ('refused' in outcome) throw new Error(`file ${seed}: ${JSON.stringify(outcome.refused)}`);
    const rules = unwrap(dialectOf('harrowmere').read(harrowmere.live(outcome.state, at).files));
    for (let i = 0; i < 20; i += 1) {
      const { lines, place, codes } = world.basket();
      if (lines.length === 0) continue;
      const believed = rules.charges(
        {
          lines: lines.map(({ listing: { id, price, grams }, units }) => ({
            listing: id,
            units,
            price: unwrap(parseAmount(price, euro)),
            mass: grams === '' ? null : massOfGrams(grams),
          })),
          place: unwrap(parsePlace(place)),
          codes,
        },
        at,
      );
      const there = harrowmere.checkout(
        outcome.state,
        at,
      )({
        lines: lines.map(({ listing: { id, price, grams }, units }) => ({
          listing: id,
          units,
          price,
          grams: grams === '' ? null : grams,
        })),
        place: unwrap(parsePlace(place)),
        codes,
      }).choices;
      counts.choices += there.length;
      counts.free += there.filter(({ charge }) => charge === '0.00').length;
      counts.discounts += there.filter(({ discount }) => discount !== '0.00').length;
      expect(
        believed.map(({ speed, charge, discount }) => ({
          speed,
          charge: amountText(charge, euro),
          discount: amountText(discount, euro),
        })),
        `file ${seed}: ${JSON.stringify({ lines, place, codes })}`,
      ).toEqual(there.map(({ speed, charge, discount }) => ({ speed, charge, discount })));
    }
  }
  expect(counts.choices).toBeGreaterThan(times(2000));
  expect(counts.free).toBeGreaterThan(times(100));
  expect(counts.discounts).toBeGreaterThan(times(100));
});
