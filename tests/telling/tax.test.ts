import { describe, expect, test } from 'vitest';
import { asOf, type BasketInput, type BookFile, bookFileSchema } from '../../src/core/book/index.ts';
import { countedAt, type Dialect, dialectOf, filesOf, settingsOf } from '../../src/core/channels/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { type Question, quote, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { laneOf } from '../books/parts.ts';
import { smallBook } from '../books/small.ts';
import { drawing, seedFrom, times } from '../trials.ts';
import { aiming, most } from './aimed.ts';
import { marketOffersWorldOf, tellableWorldOf } from './books.ts';
import { feedWorldOf } from './feed-world.ts';
import { metDeliveriesOf } from './met-deliveries.ts';
import { metMixesOf } from './met-mixes.ts';
import { metOffersOf } from './met-offers.ts';
import { metRatesOf } from './met-rates.ts';
import { isSoldAt, touching } from './touching.ts';
import { sayableOf } from './weighed.ts';
import { boundOf } from './widest.ts';

const at = Date.parse('2026-11-24T09:10:00Z');

/** The same book where tax is added to prices, by one rate for all, by class, or by place as well. */
function taxed(book: BookFile, seed: number): BookFile {
  const { pick } = drawing(seed * 17 + 1);
  const percent = pick(['23', '20', '8.875', '10']);
  const one = (id: string, taxClass: string, rate: string, places = ['world']) => ({
    id,
    class: taxClass,
    percent: rate,
    places,
  });
  const all = [one('standard', 'standard', percent), one('reduced', 'reduced', percent)];
  const taxes = pick([
    all,
    all,
    [one('standard', 'standard', percent), one('reduced', 'reduced', '5')],
    [...all, one('there', 'standard', '0', ['GB'])],
    [...all, one('there', 'standard', '20', ['FR']), one('less-there', 'reduced', '5.5', ['FR'])],
  ]);
  const [first, ...others] = book.markets;
  const markets = first ? [{ ...first, tax: 'added' as const, assumed: 'IE' }, ...others] : [];
  return bookFileSchema.parse({ ...book, taxes, markets });
}

/** What is asked, what cannot be said, and what is off or not. */
type Tally = Record<'asked' | 'unsayable' | 'differ' | 'exact', number>;

/** Compares what baskets pay in all at a channel whose amounts have tax inside, and by a book that adds it. */
function comparing(dialect: Dialect, file: BookFile, about: string, tally: Tally) {
  const { book: compiled, goods, ask } = opened(file, 'home');
  const book = asOf(compiled, at);
  const { rules, notes } = dialect.render(book, goods);
  const counted = countedAt(book, dialect);
  const { speeds } = settingsOf(file, dialect);
  const compare = ({ lines, place, codes = [] }: Pick<BasketInput, 'lines' | 'place' | 'codes'>): void => {
    const asked = ask({ lines, place, codes, moment: at });
    const question: Question = { ...asked, shopper: { ...asked.shopper, channel: dialect.id } };
    if (!question.lines.every(({ item }) => isSoldAt(dialect.id, item))) return;
    const answer = quote(book, question);
    const meant = [...answer.choices, ...answer.hidden.map((one) => one.choice)];
    const there = counted.question(question);
    const sold = soldIn(there);
    // What goods come to at the prices that the channel shows.
    const shown = sold.lines.reduce((sum, { price, units }) => sum + price * units, 0);
    if (shown > most.value) return;
    const told = rules.charges(sold, at);
    for (const { id: service } of book.services) {
      const word = speeds[service];
      if (!word) continue;
      tally.asked += 1;
      const notExact = touching(counted.book, notes, there, service);
      if (notExact.some(({ fidelity }) => fidelity.is === 'unsayable')) {
        tally.unsayable += 1;
        continue;
      }
      const [ours, theirs] = [meant.find((one) => one.service === service), told.find((one) => one.speed === word)];
      const where = `${about}: ${JSON.stringify({ lines, place, codes, service, ours, theirs })}`;
      expect(theirs === undefined, where).toBe(ours === undefined);
      if (!ours || !theirs) continue;
      const off = Math.abs(ours.pays - (shown + theirs.charge - theirs.discount));
      if (off > 0) tally.differ += 1;
      else tally.exact += 1;
      expect(off, where).toBeLessThanOrEqual(notExact.reduce((sum, note) => sum + boundOf(note), 0));
    }
  };
  return { goods, compare };
}

const noTally = (): Tally => ({ asked: 0, unsayable: 0, differ: 0, exact: 0 });

describe.each([
  ['lerrin-shop', tellableWorldOf],
  ['harrowmere', marketOffersWorldOf],
  ['findlark', feedWorldOf],
] as const)('at %s, whose amounts have tax inside', (id, worldOf) => {
  const dialect = dialectOf(id);
  test(
    'a book that adds it is told with it: what is said to be bounded differs by no more',
    () => {
      const tally = noTally();
      const from = seedFrom(40_000);
      for (let seed = from; seed < from + times(120); seed += 1) {
        const world = worldOf(seed);
        const { compare } = comparing(dialect, taxed(world.book, seed), `book ${seed}`, tally);
        for (let i = 0; i < 16; i += 1) compare(world.basket());
      }
      expect(tally.unsayable / tally.asked).toBeLessThan(0.6);
      expect(tally.differ).toBeGreaterThan(10);
      expect(tally.exact).toBeGreaterThan(10);
    },
    times(240_000),
  );

  test.each([
    ['offers and thresholds', metOffersOf],
    ['deliveries and fees', metDeliveriesOf],
    ['rates of several groups', metMixesOf],
    ['rates of all sorts', metRatesOf],
  ] as const)('a small book in which %s meet is off by no more than is said', (_, bookOf) => {
    const tally = noTally();
    for (let seed = seedFrom(1); seed < seedFrom(1) + times(30); seed += 1) {
      const { pick } = drawing(seed * 19 + 2);
      const own = bookOf(dialect, seed);
      const classes = own.goods.map((one) => ({ ...one, taxClass: pick(['standard', 'reduced', null]) }));
      const deliveryClass = pick(['standard', 'standard', 'reduced']);
      const file = sayableOf(dialect, taxed({ ...own, goods: classes, deliveryClass }, seed));
      const { goods, compare } = comparing(dialect, file, `book ${seed}`, tally);
      const { any } = aiming(file, goods, seeded(seed), 0, ['IE', 'FR']);
      for (let i = 0; i < 120; i += 1) {
        const { lines, place, codes } = any();
        compare({
          lines: lines.map((line) => ({ sku: goods[line.at]?.sku ?? '', units: line.units })),
          place,
          codes: [...codes],
        });
      }
    }
    expect(tally.unsayable / tally.asked).toBeLessThan(0.6);
    expect(tally.differ).toBeGreaterThan(times(10));
  });
});

test('net 8.40 in two places of 13.5 % and 23 %, in a feed that wants tax inside: 9.53 and 10.33', () => {
  const file = smallBook();
  const [first] = file.markets;
  if (first) Object.assign(first, { tax: 'added', assumed: 'IE' });
  file.taxes = [
    { id: 'ireland', class: 'standard', places: ['IE'], percent: '23' },
    { id: 'north', class: 'standard', places: ['GB-NIR'], percent: '13.5' },
  ];
  const post = laneOf({ rate: { is: 'flat', amount: '8.40' }, freeFrom: null });
  const [template] = file.templates;
  if (template) template.lanes = Object.fromEntries(template.zones.map((zone) => [zone, { post }]));
  file.channels.findlark = { speeds: { post: 'standard' }, target: 'all', feeds: {} };
  const { book, goods } = opened(file, 'home');
  const [feed] = filesOf(dialectOf('findlark').render(asOf(book, at), goods).rules);
  const entries = [...(feed?.text ?? '').matchAll(/<entry ([^>]*)\/>/g)].map(([, one = '']) => one);
  const priced = (place: string) => entries.find((one) => one.includes(place))?.match(/price="([^"]*)"/)?.[1];
  expect([priced('country="IE"'), priced('part="GB-NIR"')]).toEqual(['10.33', '9.53']);
});
