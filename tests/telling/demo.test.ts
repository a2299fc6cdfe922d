import { expect, test } from 'vitest';
import { demoBook, demoLaterGroup, demoLaterOffers } from '../../demo/book.ts';
import { asOf, bookFileSchema, channelIds } from '../../src/core/book/index.ts';
import { dialects, settingsOf, toldAt } from '../../src/core/channels/index.ts';
import { charges, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { isSoldAt, touching } from './touching.ts';

const at = Date.parse('2026-11-24T09:10:00Z');
const places = [
  'IE',
  'IE T12 A0A0',
  'GB M1 1AA',
  'GB BT1 1AA',
  'GB HS1 2AA',
  'FR 69001',
  'DE',
  'US 10001',
  'US-AK',
  'JP',
  'NZ',
];

/** The demo's book with what the seller added later. */
const demo = demoBook();
const file = bookFileSchema.parse({
  ...demo,
  offers: [...demo.offers, ...demoLaterOffers()],
  numbered: 9,
  eitherOr: [...demo.eitherOr, demoLaterGroup],
});

/** What each channel is told of it, currency by currency. */
const told = channelIds.flatMap((id) =>
  toldAt(id, file, (market) => {
    const { book, goods } = opened(file, market);
    return { book: asOf(book, at), goods };
  }),
);

test.each(told.map((one) => [one.dialect.name, one.dialect.currency, one] as const))(
  'at %s in %s no item of the demo is charged otherwise than meant without a clause that says so, and a bound that holds',
  (_, __, { dialect, book, goods, rendition: { rules, notes } }) => {
    const { ask } = opened(file, book.market.body.id);
    const { speeds } = settingsOf(file, dialect);
    const intended = new Float64Array(2 * book.services.length);
    let [asked, differ, bare] = [0, 0, 0];
    for (const item of goods) {
      if (!isSoldAt(dialect.id, item)) continue;
      for (const place of places)
        for (const units of [1, 3])
          for (const codes of [[], ['GUST12']]) {
            const plain = ask({ lines: [{ sku: item.sku, units }], place, codes, moment: at });
            const question = { ...plain, shopper: { ...plain.shopper, channel: dialect.id } };
            const offered = charges(book, question, intended) === 'services';
            const charged = rules.charges(soldIn(question), at);
            for (const [s, { id: service }] of book.services.entries()) {
              if (!speeds[service]) continue;
              asked += 1;
              const [delivery, discount] = [intended[2 * s] ?? -1, intended[2 * s + 1] ?? 0];
              const meant = offered && delivery >= 0 ? delivery - discount : null;
              const choice = charged.find(({ speed }) => speed === speeds[service]);
              const there = choice ? choice.charge - choice.discount : null;
              if (meant === there) continue;
              differ += 1;
              const touched = touching(book, notes, question, service);
              const where = JSON.stringify({ sku: item.sku, units, place, codes, service, meant, there });
              expect(touched.length, where).toBeGreaterThan(0);
              if (touched.some(({ fidelity }) => fidelity.is === 'unsayable')) {
                bare += 1;
                continue;
              }
              const bound = touched.reduce(
                (sum, { fidelity }) => sum + (fidelity.is === 'bounded' ? fidelity.bound : 0),
                0,
              );
              expect(meant === null || there === null, where).toBe(false);
              expect(Math.abs((there ?? 0) - (meant ?? 0)), where).toBeLessThanOrEqual(bound);
            }
          }
    }
    expect(asked).toBeGreaterThan(10_000);
    // What nothing bounds is a small part: places left out of a country, a gift, a rate that ends.
    expect(bare / asked).toBeLessThan(0.13);
    expect(differ).toBeGreaterThan(0);
  },
  60_000,
);

test('every offer of the demo that is meant is told to some channel, or the reason is said', () => {
  const { book: compiled, goods } = opened(demoBook());
  const book = asOf(compiled, at);
  const renditions = dialects.map((dialect) => dialect.render(book, goods));
  for (const { id } of book.offers) {
    const notes = renditions.flatMap(({ notes: all }) =>
      all.filter(({ clause }) => clause.about === 'offer' && clause.offer === id),
    );
    const isTold = renditions.some(({ said }) => said.has(id));
    const reasons = notes.flatMap(({ fidelity }) => (fidelity.is === 'exact' ? [] : fidelity.losses));
    expect(isTold || reasons.length > 0, id).toBe(true);
  }
});
